/** What a box does, its wiring and the proof of it, worked out anew when the box changes. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { comesOut } from '@dense-pack/core/box/comes-out';
import { newId } from '@dense-pack/core/box/new-id';
import { freshly, withWork } from '@dense-pack/core/box/set-up';
import { type MadeUp, madeUp } from '@dense-pack/core/box/made-up';
import type { WorkPlan } from '@dense-pack/core/box/work';
import { NOTHING_JOINED } from '@dense-pack/core/wiring/edit';
import type { Wiring } from '@dense-pack/core/wiring/wiring';
import type { Edition } from '@dense-pack/core/edition/edition';
import { editionOf } from '@dense-pack/core/edition/index';
import { type Kit, stockOf } from '@dense-pack/core/parts/kit';
import { type Roles, withRoles } from '@dense-pack/core/run/linked-roles';
import { withBoxOut } from '@dense-pack/core/plan/box-out';
import { allMade, withPlan } from '@dense-pack/core/plan/made';
import { workOf } from '@dense-pack/core/plan/suggest';
import type { Order } from '@dense-pack/core/drawing/order';
import { assemble, type Mode, planBox, type Planned, planOf } from '@dense-pack/core/plan/planned';
import { useEffect, useMemo, useState } from 'react';
import type { ChangeBoth } from '../../box/use-box-edit';
import { hasWorkers } from '../../client/ask-worker';
import { knowWiring } from '../../client/wiring-known';
import { editionFor, type ShownBox } from '../../client/queries';
import { useKit } from '../../truck/kit';
import { askPlan } from './ask-plan';
import type { PlanQuestion } from './plan-answers';

export type { Mode };
export type Judged = Planned;
export const EMPTY = NOTHING_JOINED;
const NOTHING_MADE: readonly MadeUp[] = [];

/** Plans and judges a box’s wiring. */
export function judge(
  box: BoxDocument,
  circuit: string,
  edition: Edition,
  kit: Kit,
  mode: Mode,
  made: readonly MadeUp[] = [],
): Judged {
  return planBox(box, workOf(box, circuit), edition, stockOf(kit), mode, made);
}

/** A box’s wiring as it was last worked out. */
export interface Shown {
  readonly judged: Judged;
  readonly order: Order | undefined;
  /** The box has changed since: it is being worked out anew. */
  readonly pending: boolean;
}

/** Works out how the wiring of a box is, for whoever shows its verdict. */
export async function learnWiring(
  box: BoxDocument,
  circuit: string,
  edition: Edition,
  kit: Kit,
): Promise<void> {
  if (!hasWorkers()) {
    knowWiring(box, judge(box, circuit, edition, kit, 'plan'));
    return;
  }
  const question: PlanQuestion = { box, circuit, edition: edition.id, kit, mode: 'plan' };
  const computed = await askPlan(question, new AbortController().signal);
  knowWiring(box, assemble(box, workOf(box, circuit), computed, edition, 'plan'));
}

interface Answered {
  readonly question: PlanQuestion;
  readonly shown: Omit<Shown, 'pending'>;
}

/**
 * The wiring of a box, worked out by a worker; undefined until it first is.
 * @param made what was ticked as made up: a tick needs no new plan
 * @param boxOut the box that was found comes out of the wall
 */
export function useWiring(
  box: BoxDocument,
  circuit: string,
  edition: Edition,
  mode: Mode,
  made: readonly MadeUp[] = NOTHING_MADE,
  boxOut = false,
): Shown | { readonly failed: string } | undefined {
  const kit = useKit();
  const question = useMemo<PlanQuestion>(
    () => ({ box, circuit, edition: edition.id, kit, mode }),
    [box, circuit, edition, kit, mode],
  );
  const here = useMemo(
    () => (hasWorkers() ? undefined : judge(box, circuit, edition, kit, mode)),
    [box, circuit, edition, kit, mode],
  );
  const [answered, setAnswered] = useState<Answered>();
  const [failed, setFailed] = useState<string>();
  useEffect(() => {
    if (!hasWorkers()) return undefined;
    const ending = new AbortController();
    askPlan(question, ending.signal)
      .then(({ order, ...computed }) => {
        if (ending.signal.aborted) return;
        setFailed(undefined);
        const said = workOf(question.box, question.circuit);
        const judged = assemble(question.box, said, computed, editionOf(question.edition), question.mode);
        if (question.mode === 'plan') knowWiring(question.box, judged);
        setAnswered({ question, shown: { judged, order } });
      })
      .catch((error: unknown) => {
        if (!ending.signal.aborted) setFailed(error instanceof Error ? error.message : String(error));
      });
    return () => ending.abort();
  }, [question]);
  const found = here ?? answered?.shown.judged;
  const judged = useMemo(() => {
    if (!found) return undefined;
    const ticked = { ...found, work: withPlan(found.work, found.plan.wiring, made) };
    return boxOut ? withBoxOut(ticked) : ticked;
  }, [found, made, boxOut]);
  if (here && judged) return { judged, order: undefined, pending: false };
  if (failed !== undefined) return { failed };
  // Another way of looking is another question: what is shown of it would be the wrong wiring.
  if (!answered || !judged || answered.question.mode !== mode) return undefined;
  return { ...answered.shown, judged, pending: answered.question !== question };
}

export type ChangeWork = (change: (work: WorkPlan) => WorkPlan) => void;

/** The plan of a box as it stands, with the ticks that hold in it. */
function plannedNow(
  recorded: BoxDocument,
  made: readonly MadeUp[],
  circuit: string,
  edition: Edition,
  kit: Kit,
  roles: Roles | undefined,
) {
  const box = withRoles(recorded, roles);
  const work = workOf(box, circuit);
  return withPlan(work, planOf(box, work, edition, stockOf(kit)).wiring, made);
}

/** Pieces whose role, or whose wiring, is recorded in full. */
export const recordedIn = ({ items }: BoxDocument): ReadonlySet<string> =>
  new Set(
    items.flatMap((item) =>
      ('wired' in item && item.wired !== undefined) || ('duty' in item && item.duty?.hots !== undefined)
        ? [item.id]
        : [],
    ),
  );

/**
 * What of a changed plan is recorded: what was recorded before, and what this change says anew. A change makes a new value of what it
 * speaks of and leaves the others as they were; what is only guessed stays a guess.
 */
function sayings(box: BoxDocument, before: WorkPlan, after: WorkPlan): WorkPlan {
  const recorded = recordedIn(box);
  const runs = after.runs.filter((run) => recorded.has(run.of) || !before.runs.includes(run));
  const devices = after.devices.filter((one) => recorded.has(one.of) || !before.devices.includes(one));
  const named = new Set([
    ...(box.work?.circuits ?? []).map(({ id }) => id),
    ...runs.flatMap(({ circuits, hots }) => [...circuits, ...hots]),
    ...devices.flatMap(({ circuit, halves }) => [circuit, ...(halves ?? [])]),
    'a',
  ]);
  const circuits = after.circuits.filter(
    (one) => named.has(one.id) || named.has(one.partner ?? '') || !before.circuits.includes(one),
  );
  return { ...after, runs, devices, circuits };
}

/** Records every role and wiring of a plan as it is: somebody looked, and they are right. */
export const confirmAll = (work: WorkPlan): WorkPlan => ({
  ...work,
  runs: work.runs.map((run) => ({ ...run })),
  devices: work.devices.map((one) => ({ ...one })),
});

/** Changes what a box does. What was ticked and does not hold any more is taken off with it. */
export function changeWork(
  onBoth: ChangeBoth,
  circuit: string,
  edition: Edition,
  kit: Kit,
  roles?: Roles,
): ChangeWork {
  return (change) =>
    onBoth(({ box: now, seen }) => {
      const before = plannedNow(now, seen.made, circuit, edition, kit, roles);
      // What is changed may split a raceway into its runs: the plan is made of the pieces as they are then.
      const { box } = withWork(now, sayings(now, before, change(before)), freshly(newId));
      if (seen.made.length === 0) return { box, seen };
      const { plan, made } = plannedNow(box, seen.made, circuit, edition, kit, roles);
      return { box, seen: { ...seen, made: plan ? madeUp(made, plan) : [] } };
    });
}

/** Ticks a joint, a terminal or a tape as made up, or takes the tick off; of the other ticks those stay that hold. */
export function tickWork(
  onBoth: ChangeBoth,
  circuit: string,
  edition: Edition,
  kit: Kit,
  roles?: Roles,
): (tick: string) => void {
  return (tick) =>
    onBoth(({ box, seen }) => {
      const { plan, made } = plannedNow(box, seen.made, circuit, edition, kit, roles);
      const next = made.includes(tick) ? made.filter((one) => one !== tick) : [...made, tick];
      return { box, seen: { ...seen, made: plan ? madeUp(next, plan) : [] } };
    });
}

/** Whether all joints are made up and all terminals landed by the plan as it is now. Nothing ticked: no plan is made. */
export function madeOf(
  { box: recorded, circuit, seen, found, stage }: ShownBox,
  job: Parameters<typeof editionFor>[0],
  kit: Kit,
  roles?: Roles,
): { joined: boolean; landed: boolean } {
  if (seen.made.length === 0) return { joined: false, landed: false };
  const box = withRoles(recorded, roles);
  const work = workOf(box, circuit);
  const plan = planOf(box, work, editionFor(job, box), stockOf(kit));
  const { wiring, kept } = comesOut({ box, found, stage }) ? withBoxOut({ plan }).plan : plan;
  return allMade(withPlan(work, wiring, seen.made), kept);
}

/** The wiring a box has once its plan is built; undefined where nothing of it was set up. */
export function plannedWiring({ box, circuit }: ShownBox, edition: Edition, kit: Kit): Wiring | undefined {
  return box.work && planOf(box, workOf(box, circuit), edition, stockOf(kit)).wiring;
}
