/**
 * What a person ticked as made up, with what met there when they did: the tick holds for that and nothing else. It is
 * kept beside the box, for it says nothing of what is in it.
 */
import { z } from 'zod';
import { landTick, readTick, tapeTick } from './tick.ts';
import { deviceAt, type End, isPigtail, isTerminal } from '../wiring/end.ts';
import type { Wiring } from '../wiring/wiring.ts';
import { onFirstUse } from '../schema/on-first-use.ts';

/** One tick: of a joint (whatever its number is in the plan of the day), of a terminal, of the tape round a device. */
export const MadeUp = onFirstUse(() =>
  z.strictObject({
    /** `joint`, or the tick of a terminal or a tape. */
    tick: z.string().max(80),
    /** What met there, by its ends. */
    meets: z.string().max(20_000),
  }),
);
export type MadeUp = z.output<typeof MadeUp>;

const JOINT = 'joint';

/** Every joint and terminal by its tick, with what meets there; numbers of joints and pigtails do not matter. */
export function meetingsOf({ joints, lands }: Pick<Wiring, 'joints' | 'lands'>): Map<string, string> {
  const goesTo = new Map<End, End>(lands.map(({ end, at }) => [end, at]));
  const said = (end: End) => (isPigtail(end) ? `pigtail>${goesTo.get(end) ?? ''}` : end);
  const meets = new Map<string, string>(joints.map(({ id, ends }) => [id, ends.map(said).sort().join(' ')]));
  const jointOf = new Map(joints.flatMap(({ id, ends }) => ends.map((end) => [end, meets.get(id) ?? ''])));
  // A lead of a device is in a joint itself; on a screw lands a conductor, or a pigtail from a joint.
  for (const { ends } of joints)
    for (const end of ends) if (isTerminal(end)) meets.set(landTick(end), jointOf.get(end) ?? '');
  for (const { end, at } of lands)
    meets.set(landTick(at), [meets.get(landTick(at)) ?? '', said(end), jointOf.get(end) ?? ''].join('|'));
  // The tape goes round what is landed: another landing, and it comes off.
  for (const of of new Set(lands.flatMap(({ at }) => deviceAt(at) ?? []))) {
    const on = lands.filter(({ at }) => deviceAt(at) === of);
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

/** The ticks of a wiring as they are kept, each with what meets there; a tick of nothing is left out. */
export function madeUp(ticks: readonly string[], wiring: Pick<Wiring, 'joints' | 'lands'>): MadeUp[] {
  const meets = meetingsOf(wiring);
  return ticks.flatMap((tick) => {
    const at = meets.get(tick);
    return at === undefined ? [] : [{ tick: readTick(tick).kind === 'joint' ? JOINT : tick, meets: at }];
  });
}

/** The ticks that hold in a wiring: nothing counts as made up that has changed since. */
export function stillMade(made: readonly MadeUp[], wiring: Pick<Wiring, 'joints' | 'lands'>): string[] {
  if (made.length === 0) return [];
  const kept = new Set(made.map(({ tick, meets }) => `${tick} ${meets}`));
  return [...meetingsOf(wiring)].flatMap(([tick, meets]) =>
    kept.has(`${readTick(tick).kind === 'joint' ? JOINT : tick} ${meets}`) ? [tick] : [],
  );
}
