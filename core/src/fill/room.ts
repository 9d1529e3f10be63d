/** Room left: how much more of each common thing would still be legal, and which boxes would hold it all. */
import { addItem, type NewItem } from '../box/edit.ts';
import type { BoxDocument } from '../box/document.ts';
import { countedIds, type NewId } from '../box/piece-id.ts';
import type { Edition, StandardBox } from '../edition/index.ts';
import { type Tally, tally } from './tally.ts';

/** Something a person may want to add, as the items it brings. */
export interface Addition {
  readonly name: string;
  readonly items: readonly NewItem[];
}

const cable = (size: 14 | 12 | 10, conductors: 2 | 3): Addition => ({
  name: `${size}/${conductors}`,
  items: [{ kind: 'cable', size, conductors, make: 'nm', ground: true }],
});
const device = (name: 'duplex' | 'switch'): Addition => ({
  name: `${name === 'duplex' ? 'duplex receptacle' : 'switch'}`,
  items: [{ kind: 'device', device: name, wide: 1 }],
});
const conductor = (size: 14 | 12 | 10): Addition => ({
  name: `${size} AWG conductor`,
  items: [{ kind: 'conductors', count: 1, size, run: 'enters' }],
});

/** The common cables, conductors and devices. Common practice, no source. */
export const COMMON_ADDITIONS: readonly Addition[] = [
  cable(14, 2),
  cable(14, 3),
  cable(12, 2),
  cable(12, 3),
  cable(10, 2),
  conductor(14),
  conductor(12),
  conductor(10),
  device('duplex'),
  device('switch'),
];

/** Cast boxes, FS and FD: each is for one gang. */
const CAST: ReadonlySet<StandardBox['shape']> = new Set(['fs', 'fd']);

/** The most of one thing that is looked for. */
const MOST = 50;

/** A box with something added. */
export function withAddition(box: BoxDocument, addition: Addition, newId: NewId): BoxDocument {
  return addition.items.reduce((filled, item) => addItem(filled, item, newId).box, box);
}

/**
 * How many more of an addition the box would still legally hold.
 * @returns 0 when not even one; null when the box has no legal volume, so there is no answer
 */
export function roomFor(box: BoxDocument, edition: Edition, addition: Addition): number | null {
  if (tally(box, edition).verdict === 'unknown') return null;
  const newId = countedIds();
  let filled = box;
  for (let many = 0; many < MOST; many += 1) {
    filled = withAddition(filled, addition, newId);
    if (tally(filled, edition).verdict !== 'legal') return many;
  }
  return MOST;
}

/** Room for each of the common things; a device is left out where no conductor sizes it. */
export function roomLeft(
  box: BoxDocument,
  edition: Edition,
): { readonly name: string; readonly more: number | null }[] {
  return COMMON_ADDITIONS.map((addition) => ({ name: addition.name, more: roomFor(box, edition, addition) }));
}

/** A standard box that would hold the plan, with its tally. */
export interface HoldingBox {
  readonly standard: StandardBox;
  readonly counted: Tally;
}

/**
 * The standard boxes of the edition in which everything of this box would be legal, smallest first.
 * The box's own rings, extensions and gangs are kept; boxes for several gangs need as many as it has.
 * Boxes of a shape whose smaller one holds it too are left out: the smallest of each shape is told.
 */
export function smallestBoxes(box: BoxDocument, edition: Edition): HoldingBox[] {
  const held: HoldingBox[] = [];
  const smallestFirst = [...edition.boxes.value].sort((a, b) => a.volume - b.volume);
  for (const standard of smallestFirst) {
    if (held.some((one) => one.standard.shape === standard.shape)) continue;
    if (standard.multipleCover ? box.shell.gangs < 2 : CAST.has(standard.shape) && box.shell.gangs > 1)
      continue;
    if (box.shell.gangs > 1 && !standard.perGang && standard.shape !== 'square') continue;
    const { flaps, items } = box;
    const counted = tally(
      {
        version: box.version,
        shell: { box: standard.code, gangs: box.shell.gangs, material: 'metal' },
        flaps,
        items,
      },
      edition,
    );
    if (counted.verdict === 'legal') held.push({ standard, counted });
  }
  return held;
}
