/** A box planned and judged at once: what it does, its wiring, and everything that keeps it from being good. */
import type { BoxDocument } from '../box/document.ts';
import { inEdition } from '../box/ground-wire.ts';
import type { MadeUp } from '../box/made-up.ts';
import type { WorkPlan } from '../box/work.ts';
import { NOTHING_JOINED } from '../wiring/edit.ts';
import type { Wiring } from '../wiring/wiring.ts';
import type { Edition } from '../edition/index.ts';
import { wordsOf } from '../finding/finding.ts';
import type { Namer } from '../finding/say.ts';
import { type Judgement, judgeWiring, wired } from '../judge/judge.ts';
import { namesOf } from '../physical/name.ts';
import { type Assumed, assumedRoles } from './assumed.ts';
import type { Stock } from './choose-connectors.ts';
import { type Line, linesOf } from './ends.ts';
import { type Face, facesOf } from './faces.ts';
import { keepFound } from './keep-found.ts';
import { withPlan } from './made.ts';
import { planNamer } from './say.ts';
import { type Plan, synthesise } from './synthesise.ts';

/** Which wiring is looked at: the plan, or what was entered as found. */
export type Mode = 'plan' | 'found';

export interface Planned extends Judgement {
  /** What the box does, with its plan and the ticks that still hold. */
  readonly work: WorkPlan;
  readonly plan: Plan;
  readonly wiring: Wiring;
  readonly lines: readonly Line[];
  readonly faces: readonly Face[];
  /** Roles nobody recorded that could change the plan; while there is one it is not good. A wiring that was found is there whatever they are. */
  readonly assumed: readonly Assumed[];
  /** Good, if what is assumed is right. */
  readonly works: boolean;
  /** Everything that keeps it from being good, in sentences. */
  readonly troubles: readonly string[];
  /** The names of the box, for its findings. */
  readonly say: Namer;
  /** What an end is called. */
  readonly name: (end: string) => string;
}

/** The slow part of a plan, as it passes from a worker: plain values only. */
export interface Computed extends Pick<Judgement, 'proof' | 'findings'> {
  readonly plan: Plan;
}

/** Whether a wiring was entered as found: one with nothing joined says nothing. */
export const hasFound = ({ found }: Pick<WorkPlan, 'found'>): boolean =>
  found !== undefined && found.joints.length + found.lands.length > 0;

/** Plans a box: from the wiring that was found, where one was entered and is not to be made anew. */
export function planOf(box: BoxDocument, work: WorkPlan, edition: Edition, stock?: Stock): Plan {
  return hasFound(work) && !work.schools.remake
    ? keepFound(box, work, edition, stock)
    : synthesise(box, work, edition, stock);
}

const wiringIn = (work: WorkPlan, plan: Plan, mode: Mode): Wiring =>
  mode === 'found' ? (work.found ?? NOTHING_JOINED) : plan.wiring;

/** Plans a box and judges the plan, or what was found in it. */
export function computePlan(
  box: BoxDocument,
  said: WorkPlan,
  edition: Edition,
  stock?: Stock,
  mode: Mode = 'plan',
): Computed {
  // What was found is judged as it is; what it would be if it were made anew is offered beside it.
  const plan = mode === 'found' ? synthesise(box, said, edition, stock) : planOf(box, said, edition, stock);
  const { proof, findings } = judgeWiring(box, said, wiringIn(said, plan, mode), edition);
  return { plan, proof, findings };
}

/** Plans and judges a box at once. */
export function planBox(
  box: BoxDocument,
  said: WorkPlan,
  edition: Edition,
  stock?: Stock,
  mode: Mode = 'plan',
  made: readonly MadeUp[] = [],
): Planned {
  return assemble(box, said, computePlan(box, said, edition, stock, mode), edition, mode, made);
}

/** All that is known of a planned box, from what was computed of it. @param made what was ticked as made up */
export function assemble(
  recorded: BoxDocument,
  said: WorkPlan,
  { plan, proof, findings }: Computed,
  edition: Pick<Edition, 'unit' | 'id'>,
  mode: Mode,
  made: readonly MadeUp[] = [],
): Planned {
  const box = inEdition(recorded, edition);
  const work = withPlan(said, plan.wiring, made);
  const circuitry = wired(box, work, wiringIn(work, plan, mode));
  const say = planNamer(circuitry.physical, work, edition);
  const wiring = wiringIn(work, plan, mode);
  const obstacles = mode === 'plan' ? plan.obstacles : [];
  const troubles = [
    ...obstacles,
    ...proof.faults,
    ...findings.filter(({ severity }) => severity === 'violation'),
  ].map((one) => wordsOf(one, say));
  const assumed = mode === 'plan' ? assumedRoles(box, said) : [];
  const works = troubles.length === 0;
  return {
    assumed,
    works,
    circuitry,
    say,
    proof,
    findings,
    work,
    plan,
    wiring,
    lines: linesOf(box, work),
    faces: facesOf(box, work),
    troubles: [...new Set(troubles)],
    name: namesOf(box, work),
    good: works && assumed.length === 0,
  };
}
