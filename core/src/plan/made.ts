/**
 * What is ticked as made up holds for the joint it was ticked for: once another conductor belongs to that
 * joint, or another comes to that terminal, the tick is taken off. Nothing counts as made that has changed.
 */
import type { Wiring, WorkPlan } from '../box/work.ts';
import { readEnd } from '../physical/end.ts';
import { newLands, tapedIn } from './cut-list.ts';
import type { Kept } from './synthesise.ts';
import { landTick, readTick, tapeTick } from './tick.ts';

/** Every joint and terminal by its tick, with what meets there; numbers of joints and pigtails do not matter. */
function meetings({ joints, lands }: Pick<Wiring, 'joints' | 'lands'>): Map<string, string> {
  const goesTo = new Map(lands.map(({ end, at }) => [end, at]));
  const said = (end: string) => (readEnd(end)?.kind === 'pigtail' ? `pigtail>${goesTo.get(end) ?? ''}` : end);
  const meets = new Map(joints.map(({ id, ends }) => [id, ends.map(said).sort().join(' ')]));
  const jointOf = new Map(joints.flatMap(({ id, ends }) => ends.map((end) => [end, meets.get(id) ?? ''])));
  // A lead of a device is in a joint itself; on a screw lands a conductor, or a pigtail from a joint.
  for (const { ends } of joints)
    for (const end of ends)
      if (readEnd(end)?.kind === 'terminal') meets.set(landTick(end), jointOf.get(end) ?? '');
  for (const { end, at } of lands)
    meets.set(landTick(at), [meets.get(landTick(at)) ?? '', said(end), jointOf.get(end) ?? ''].join('|'));
  // The tape goes round what is landed: another landing, and it comes off.
  for (const of of tapedIn({ lands })) {
    const on = lands.filter(({ at }) => {
      const there = readEnd(at);
      return there?.kind === 'terminal' && there.of === of;
    });
    meets.set(
      tapeTick(of),
      on
        .map(({ at }) => `${at}=${meets.get(landTick(at)) ?? ''}`)
        .sort()
        .join(';'),
    );
  }
  return meets;
}

/** The work with the plan as it is now, and of its ticks those that still hold. */
export function withPlan(work: WorkPlan, plan: Wiring): WorkPlan {
  if (work.made.length === 0 || !work.plan) return { ...work, plan, made: [] };
  const [before, now] = [meetings(work.plan), meetings(plan)];
  const isJoint = (tick: string) => readTick(tick).kind === 'joint';
  const made = work.made.filter((tick) => !isJoint(tick) && before.get(tick) === now.get(tick));
  const joints = new Set(work.made.filter(isJoint).map((id) => before.get(id)));
  return {
    ...work,
    plan,
    made: [...plan.joints.map(({ id }) => id).filter((id) => joints.has(now.get(id))), ...made],
  };
}

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
