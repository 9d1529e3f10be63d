/**
 * What is ticked as made up holds for the joint it was ticked for: once another conductor belongs to that
 * joint, or another comes to that terminal, the tick is taken off. Nothing counts as made that has changed.
 */
import { type MadeUp, stillMade } from '../box/made-up.ts';
import { landTick, tapeTick } from '../box/tick.ts';
import type { WorkPlan } from '../box/work.ts';
import type { Wiring } from '../wiring/wiring.ts';
import { readEnd } from '../wiring/end.ts';
import { newLands, tapedIn } from './cut-list.ts';
import type { Kept } from './synthesise.ts';

/** The work with the plan as it is now, and what of it is made up: of what was ticked only what still holds. */
export const withPlan = (work: WorkPlan, plan: Wiring, made: readonly MadeUp[]): WorkPlan => ({
  ...work,
  plan,
  made: stillMade(made, plan),
});

/** Whether every joint is made up, and every terminal landed. What was found and is left alone is made. */
export function allMade(
  { plan, made, schools }: Pick<WorkPlan, 'plan' | 'made' | 'schools'>,
  kept?: Kept,
): {
  readonly joined: boolean;
  readonly landed: boolean;
} {
  const ticked = new Set(made);
  // A plan with nothing to make is not made; one that only keeps is.
  const all = (ids: readonly string[]) =>
    (ids.length > 0 || kept !== undefined) && ids.every((id) => ticked.has(id));
  const { joints, lands } = plan ?? { joints: [], lands: [] };
  const left = new Set(
    kept?.joints.flatMap(({ fate, now }) => (fate === 'left' && now !== undefined ? [now] : [])),
  );
  const anew = kept === undefined ? lands : newLands({ lands }, kept);
  return {
    joined: all(joints.flatMap(({ id }) => (left.has(id) ? [] : [id]))),
    landed: all([
      ...anew.filter(({ at }) => readEnd(at)?.kind === 'terminal').map(({ at }) => landTick(at)),
      ...(schools.tape ? tapedIn({ lands: anew }).map(tapeTick) : []),
    ]),
  };
}
