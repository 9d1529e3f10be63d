/**
 * Whether a cable brings a ground conductor. The armor of AC cable grounds by itself in the NEC (320.108), and its bonding strip ends at
 * the connector; in the CEC armored cable (AC90) has a bare bonding conductor that is joined and landed (10-610). From memory.
 */
import { DEFAULT_EDITION, type Edition, editionOf } from '../edition/index.ts';
import type { BoxDocument, ItemOf } from './document.ts';

export const hasGroundWire = (
  { ground, make }: Pick<ItemOf<'cable'>, 'ground' | 'make'>,
  { armorGrounds }: Pick<Edition, 'armorGrounds'>,
): boolean => ground && (make !== 'ac' || !armorGrounds.value);

/** The edition a box names; a box is planned with its edition named. */
export const namedEdition = ({ edition }: Pick<BoxDocument, 'edition'>): Edition =>
  editionOf(edition ?? DEFAULT_EDITION);

const known = new WeakMap<BoxDocument, BoxDocument>();

/** The box with the edition it is planned by named in it; the same box gives the same. */
export function inEdition(box: BoxDocument, { id }: Pick<Edition, 'id'>): BoxDocument {
  if (box.edition === id) return box;
  const before = known.get(box);
  if (before?.edition === id) return before;
  const named = { ...box, edition: id };
  known.set(box, named);
  return named;
}
