/** A barrier divides the box: each space is checked on its own (314.16(A)). */
import { warning } from '../finding/finding.ts';
import type { Warning } from '../box/assembled.ts';
import { isPartOfBox } from '../box/assembled.ts';
import type { BoxDocument, Item, ItemOf } from '../box/document.ts';
import { volumeIn } from '../box/stored-quantities.ts';
import { SIDES, type Side } from '../box/words.ts';
import type { Edition } from '../edition/index.ts';
import { floorToInchSteps, type Volume } from '../quantity/volume.ts';

/** One space of a divided box. */
export interface Space {
  readonly space: Side;
  readonly items: readonly Item[];
  readonly capacity: Volume | null;
}

/** The spaces of a divided box; not `told` when nothing says which space anything is in. */
export type Spaces = { readonly told: false } | { readonly told: true; readonly spaces: readonly Space[] };

/** The items that lie in a space; without a side of its own an item is in space a. */
export function itemsIn(box: BoxDocument, space: Side): Item[] {
  return box.items.filter(
    (item) => !isPartOfBox(item) && ('side' in item ? (item.side ?? 'a') : 'a') === space,
  );
}

/** Whether any item says which space it is in. */
export function sidesAreTold(box: BoxDocument): boolean {
  return box.items.some((item) => 'side' in item && item.side !== undefined);
}

/**
 * Divides the box at its barrier.
 * @returns null for a box without a barrier
 */
export function spacesOf(
  box: BoxDocument,
  edition: Edition,
  capacity: Volume | null,
  warnings: Warning[],
): Spaces | null {
  const barrier = box.items.find((item): item is ItemOf<'barrier'> => item.kind === 'barrier');
  if (!barrier) return null;
  const { volume: section } = edition.sections;
  if (!sidesAreTold(box)) {
    warnings.push(warning('barrier-spaces', {}, section, [barrier.id]));
    return { told: false };
  }
  if (!barrier.spaces && capacity !== null) {
    warnings.push(warning('barrier-halves', {}, section, [barrier.id], 'advice'));
  }
  const spaces = SIDES.map((space, nth): Space => {
    const items = itemsIn(box, space);
    if (items.length === 0) {
      warnings.push(warning('barrier-spaces', { empty: space }, section, [barrier.id]));
    }
    const written = barrier.spaces?.[nth];
    const own = written === undefined ? halfOf(capacity) : volumeIn(written);
    return {
      space,
      items,
      capacity: own !== null && edition.unit === 'in3' ? floorToInchSteps(own) : own,
    };
  });
  return { told: true, spaces };
}

function halfOf(capacity: Volume | null): Volume | null {
  return capacity === null ? null : (Math.floor(capacity / 2) as Volume);
}
