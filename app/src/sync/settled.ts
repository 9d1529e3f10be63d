/** What becomes of a waiting change once the server answered: decisions alone, nothing is written here. */
import { type Merged, mergeBox } from '@dense-pack/core/box/merge-box';
import { BoxFields, type BoxRecord } from '@dense-pack/core/box/record';
import { type BoxEntry, type Entry, fieldsOf, textOf } from './entry';
import type { DeleteEntry } from './send-entry';

/** What was changed while an entry was on the way, made from the version that was taken. */
export function madeFromTaken(now: Entry, taken: Entry, version: number): Entry {
  switch (now.what) {
    case 'box': {
      const { sent: _sent, ...rest } = now;
      // What was taken is what the next change is made from.
      return { ...rest, from: version, ...(taken.what === 'box' ? { base: taken.fields } : {}) };
    }
    case 'job': {
      // What was taken is what the next change is made from.
      const base = taken.what === 'job' ? taken.fields : undefined;
      return { ...now, from: version, ...(base ? { base } : {}) };
    }
    case 'delete':
      // Deleted while its last change was on the way: that change is what is deleted.
      return { ...now, version };
  }
}

/**
 * Whose the stored box is, where it is another version than a change was made from: this very change, one this phone
 * sent before and whose answer was lost, or someone else’s.
 */
export function whoseStored(now: BoxEntry, stored: BoxRecord): 'this change' | 'an earlier one' | 'another' {
  const there = textOf(stored);
  if (textOf(now.fields) === there) return 'this change';
  return now.sent?.includes(there) ? 'an earlier one' : 'another';
}

/** What was sent before and may have been taken; a text that is none of ours says nothing. */
const sentBefore = ({ sent = [] }: BoxEntry): BoxFields[] =>
  sent.flatMap((text) => {
    try {
      return [BoxFields.parse(JSON.parse(text))];
    } catch {
      return [];
    }
  });

/** Both changes laid together; undefined where it is not known what mine was made from: an older program wrote it. */
export const laidTogether = (entry: BoxEntry, stored: BoxRecord): Merged | undefined =>
  entry.base && mergeBox(entry.base, entry.fields, fieldsOf(stored), sentBefore(entry));

/** A change with another’s laid under it, made from what is stored now. */
export function madeFromStored(entry: BoxEntry, fields: BoxFields, stored: BoxRecord): BoxEntry {
  const { conflict: _conflict, refused: _refused, sent: _sent, ...rest } = entry;
  return { ...rest, fields, from: stored.version, base: fieldsOf(stored), turn: entry.turn + 1 };
}

/** A deletion of what is stored now. */
export function deletedAsStored(entry: DeleteEntry): Entry {
  const { conflict, refused: _refused, ...rest } = entry;
  return { ...rest, ...(conflict ? { version: conflict.version } : {}), turn: entry.turn + 1 };
}
