/** What must be tested besides a box itself: boxes further on, and labels of the panel that were wrong (docs/trade.md#testing). */
import { circuitNamed, isMislabelled, labelOf, nameInPanel, type Panel } from '../box/panel.ts';
import type { HouseRun } from '../run/run.ts';
import type { FurtherBox, WalkOf } from './walk.ts';

/** Every box further on and the other places of three-ways, nearest first; and the GFCI of this box before each. */
export function furtherOf({ arrows, downstream, toTest }: HouseRun, box: string): FurtherBox[] {
  const guards = new Map<string, string>();
  for (const { up, down } of arrows)
    if (up.box === box && up.guard !== undefined)
      for (const id of [down.box, ...downstream(down.box).map((one) => one.id)]) guards.set(id, up.guard);
  return toTest(box)
    .filter(({ id }) => id !== box)
    .map(({ id, name, room }) => ({ id, name, room, guard: guards.get(id) }));
}

/** The breakers of a box whose label as it was found is wrong. @param circuits as they are called in the box */
export function labelsOf(panel: Panel, circuits: readonly string[]): WalkOf['labels'] {
  const known = new Map(
    circuits.flatMap((name) => {
      const one = circuitNamed(panel, name);
      return one ? [[one.id, one] as const] : [];
    }),
  );
  return [...known.values()]
    .filter(isMislabelled)
    .map((one) => ({ id: one.id, name: nameInPanel(one), reads: labelOf(one) }));
}
