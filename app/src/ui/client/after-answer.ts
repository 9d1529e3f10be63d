/** What becomes of a waiting change once the server answered: decisions alone, nothing is written here. */
import type { BoxRecord } from '@dense-pack/core/box/record';
import { type BoxEntry, type Entry, textOf } from './entry';
import type { DeleteEntry } from './send-entry';

/** What was changed while an entry was on the way, made from the version that was taken. */
export function madeFromTaken(now: Entry, taken: Entry, version: number): Entry {
  switch (now.what) {
    case 'box': {
      const { sent: _sent, ...rest } = now;
      return { ...rest, from: version };
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

/** A change that is sent over the stored version it was in conflict with. */
export function overStored(entry: BoxEntry | DeleteEntry): Entry {
  const turn = entry.turn + 1;
  if (entry.what === 'box') {
    const { conflict, refused: _refused, sent: _sent, ...rest } = entry;
    return { ...rest, from: conflict?.version ?? rest.from, turn };
  }
  const { conflict, refused: _refused, ...rest } = entry;
  return { ...rest, ...(conflict ? { version: conflict.version } : {}), turn };
}
