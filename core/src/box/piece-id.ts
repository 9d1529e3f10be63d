/**
 * What a piece of a box is called for good. A piece keeps its id as long as it is in the box, and no other
 * piece of that box ever gets it again: what is guarded by it, joined to it or ticked on it stays with it.
 */
import { z } from 'zod';

/**
 * Either a ULID in lower case, made by whoever adds the piece, so that two phones never make the same; or, for
 * what was read from a count line, the number of the item and which of its count: `i3.0`.
 */
const PIECE_ID = /^(?:[a-z0-9-]{1,41}\.\d{1,2}|[0-9a-hjkmnp-tv-z]{26})$/;

export const isPieceId = (text: string): boolean => PIECE_ID.test(text);

/** Whether an id stands for itself, with no number of a count behind it. */
export const isUlid = (text: string): boolean => !text.includes('.') && PIECE_ID.test(text);

/** The id of a piece in a document. */
export const pieceId = z
  .string()
  .regex(PIECE_ID, 'must name a piece of the box, such as “i3.0” or a ULID in lower case');

/** Makes an id that was never given before, such as a ULID in lower case. Randomness is the caller’s. */
export type NewId = () => string;

/** The id of the nth piece of an item of a count line. @param item its number, from 1 @param nth from 0 */
export const lineId = (item: number | string, nth: number): string =>
  `${typeof item === 'number' ? `i${item}` : item}.${nth}`;

/**
 * Ids for a box that is only tried out, or for tests: counted up, the same each time. What a person keeps gets
 * ids that are new everywhere.
 */
export function countedIds(): NewId {
  let last = 0;
  return () => {
    last += 1;
    return String(last).padStart(26, '0');
  };
}
