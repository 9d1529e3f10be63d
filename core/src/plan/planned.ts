/** A box planned and judged at once: what it does, its wiring, and everything that keeps it from being good. */
import type { BoxDocument } from '../box/document.ts';
import type { Wiring, WorkPlan } from '../box/work.ts';
import type { Edition } from '../edition/index.ts';
import { type Judgement, judgeWiring } from '../judge/judge.ts';
import { namesOf } from '../physical/name.ts';
import type { Stock } from './choose-connectors.ts';
import { type Line, linesOf } from './ends.ts';
import { type Face, facesOf } from './faces.ts';
import { withPlan } from './made.ts';
import { type Plan, synthesise } from './synthesise.ts';

/** A wiring with nothing joined. */
export const NOTHING_JOINED: Wiring = {
  joints: [],
  pigtails: [],
  lands: [],
  broken: [],
  marked: [],
  backstabbed: [],
};

/** Which wiring is looked at: the plan, or what was entered as found. */
export type Mode = 'plan' | 'found';

export interface Planned extends Judgement {
  /** What the box does, with its plan and the ticks that still hold. */
  readonly work: WorkPlan;
  readonly plan: Plan;
  readonly wiring: Wiring;
  readonly lines: readonly Line[];
  readonly faces: readonly Face[];
  /** Everything that keeps it from being good, in sentences. */
  readonly troubles: readonly string[];
  /** What an end is called. */
  readonly name: (end: string) => string;
}

/** Plans a box and judges the plan, or what was found in it. */
export function planBox(
  box: BoxDocument,
  said: WorkPlan,
  edition: Edition,
  stock?: Stock,
  mode: Mode = 'plan',
): Planned {
  const plan = synthesise(box, said, edition, stock);
  const work = withPlan(said, plan.wiring);
  const wiring = mode === 'found' ? (work.found ?? NOTHING_JOINED) : plan.wiring;
  const judgement = judgeWiring(box, work, wiring, edition);
  const obstacles = mode === 'plan' ? plan.obstacles : [];
  const troubles = [
    ...obstacles,
    ...judgement.proof.faults,
    ...judgement.findings.filter(({ severity }) => severity === 'violation'),
  ].map(({ words }) => words);
  return {
    ...judgement,
    work,
    plan,
    wiring,
    lines: linesOf(box, work),
    faces: facesOf(box, work),
    troubles: [...new Set(troubles)],
    name: namesOf(box, work),
    good: troubles.length === 0,
  };
}
