/** Wires of a surface raceway that starts from a box: they end in the box, so they are in its count and in its plan. */
import type { Size } from '../edition/index.ts';
import type { BoxDocument } from './document.ts';
import { addItem } from './edit.ts';
import type { Surface } from './surface.ts';

/** Wires that go into the raceway. */
export interface RacewayWires {
  /** Insulated conductors, the equipment ground not included. */
  readonly conductors: number;
  readonly size: Size;
  /** Equipment grounds, of the same size. */
  readonly grounds: number;
}

const NAME = 'surface raceway';

/** Insulated conductors of the box that were recorded for its surface raceway. */
const recordedFor = ({ items }: BoxDocument): number =>
  items.reduce(
    (sum, item) =>
      item.kind === 'conductors' && item.run === 'enters' && item.label === NAME ? sum + item.count : sum,
    0,
  );

/**
 * Whether the count knows the wires of the raceway. `missing`: a run is laid out and no conductors are recorded for it; `differs`: as
 * many are recorded as the run does not have. One wire of the run may be its ground.
 */
export function racewayWiresIn(
  box: BoxDocument,
  surface: Surface | undefined,
): 'counted' | 'missing' | 'differs' {
  if (surface === undefined || surface.legs.length === 0) return 'counted';
  const recorded = recordedFor(box);
  if (recorded === 0) return 'missing';
  return recorded === surface.wires || recorded === surface.wires - 1 ? 'counted' : 'differs';
}

/** The box without the wires that were recorded for its raceway. */
export const withoutRacewayWires = (box: BoxDocument): BoxDocument => ({
  ...box,
  items: box.items.filter((item) => !('label' in item && item.label === NAME)),
});

/** The box with the wires of its raceway in the count, fed from here to what is on the run. Wires recorded before give way. */
export function withRacewayWires(
  box: BoxDocument,
  { conductors, size, grounds }: RacewayWires,
  newId: () => string,
): BoxDocument {
  const wired = addItem(
    withoutRacewayWires(box),
    { kind: 'conductors', count: conductors, size, run: 'enters', duty: { does: 'out' }, label: NAME },
    newId,
  ).box;
  if (grounds === 0) return wired;
  const ground = { kind: 'ground', count: grounds, size, isolated: false, label: NAME } as const;
  return addItem(wired, ground, newId).box;
}
