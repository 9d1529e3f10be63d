/** Reads a single item of a count line, such as `12/2` or `clamps`, for adding it to a box. */
import type { NewItem } from '../box/edit.ts';
import { readCountLine } from './read.ts';

/** What was read before: the same few pieces are touched again and again, and a touch is answered within a frame. */
const known = new Map<string, NewItem>();

/**
 * The item that a piece of a count line stands for.
 * @throws TypeError when it is not exactly one item: pieces are written by us, not typed by a person
 */
export function itemFrom(piece: string): NewItem {
  const item = known.get(piece) ?? readItem(piece);
  known.set(piece, item);
  return item;
}

function readItem(piece: string): NewItem {
  // A size of its own lets a device be read without the box it will stand in.
  const read = readCountLine(/^\d*\s*x?\s*[a-z]/i.test(piece) ? `pigtails 1x14, ${piece}` : piece);
  const item = read.ok ? read.box.items.at(-1) : undefined;
  if (!item || (read.ok && read.spans.length > 2) || (read.ok && (read.spans.at(-1)?.ids.length ?? 0) > 1))
    throw new TypeError(`“${piece}” is not one item`);
  const { id: _id, ...rest } = item;
  return rest as NewItem;
}
