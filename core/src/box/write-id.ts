/**
 * Which write made the state of a record. Versions alone cannot tell: they begin again where a record is made again, a backup is
 * put back, or an archive is read into an empty database.
 *
 * A database is a row of epochs: each start of the server begins one. A write is named by its epoch and by its number, which goes
 * up by one with each write of the database: `4f1c09ab22d7.1k`. A database that was put back continues the row of its backup with
 * an epoch of its own, so that two rows say where they part.
 */
import { z } from 'zod';
import { onFirstUse } from '../schema/on-first-use.ts';

/** An epoch, a point, and the number of the write in base 36. */
export const WriteId = onFirstUse(() =>
  z.string().regex(/^[0-9a-f]{12}\.[0-9a-z]{1,11}$/, 'must be the id of a write, as the server said it'),
);

/** An epoch of a database: its writes have numbers above `after`, up to the `after` of the next. */
export const Epoch = onFirstUse(() =>
  z.object({ id: z.string().regex(/^[0-9a-f]{12}$/), after: z.int().min(0) }),
);
export type Epoch = z.output<typeof Epoch>;

/** @param count number of the write in its database, from 1 */
export const writeId = (epoch: string, count: number): string => `${epoch}.${count.toString(36)}`;

/** The number of a write in its database. */
export const countOf = (write: string): number => Number.parseInt(write.slice(write.indexOf('.') + 1), 36);

/**
 * Whether a write belongs to a database.
 * @param epochs all of its epochs, oldest first; the last one has no end
 */
export function isIn(write: string, epochs: readonly Epoch[]): boolean {
  const at = epochs.findIndex(({ id }) => write.startsWith(`${id}.`));
  const [epoch, next] = [epochs[at], epochs[at + 1]];
  if (!epoch) return false;
  const count = countOf(write);
  return count > epoch.after && (next === undefined || count <= next.after);
}

/** What a state was copied from when it was put back: a write of another row of epochs. */
export const CopyOf = onFirstUse(() =>
  z.strictObject({
    write: WriteId,
    /** It was changed since it was copied. */
    changed: z.boolean(),
  }),
);
export type CopyOf = z.output<typeof CopyOf>;

/** A record, as far as its place in time is concerned. */
export interface Placed {
  readonly version: number;
  /** Missing in what an older program stored. */
  readonly write?: string | undefined;
  readonly copyOf?: CopyOf | undefined;
}

/**
 * How the state of a record on the server relates to the state a phone knows:
 * - `newer`: the server has the same or a later state, made from what the phone knows;
 * - `older`: the server has an earlier state of the same record, or a copy of just this one: it went back in time, and nothing was
 *   changed since;
 * - `apart`: the server went back, and the record was changed there since; or it is not known.
 */
export type Standing = 'newer' | 'older' | 'apart';

/**
 * @param known what the phone knows, by an earlier answer of the server
 * @param stored what the server has now
 * @param before the epochs of the database the phone knew it from
 * @param now the epochs of the database it asks now
 */
export function standing(
  known: Placed,
  stored: Placed,
  before: readonly Epoch[],
  now: readonly Epoch[],
): Standing {
  if (known.write === undefined || stored.write === undefined)
    return stored.version >= known.version ? 'newer' : 'apart';
  if (known.write === stored.write) return 'newer';
  const { copyOf } = stored;
  // A copy of what this phone knows, or of something later or earlier in the same row.
  if (copyOf && isIn(copyOf.write, before)) {
    const later = countOf(copyOf.write) - countOf(known.write);
    if (copyOf.changed) return later >= 0 ? 'newer' : 'apart';
    return later > 0 ? 'newer' : 'older';
  }
  // What this phone knows was copied from a write of the database that answers now: it was at another one meanwhile.
  const { copyOf: from } = known;
  if (from && isIn(from.write, now)) {
    if (countOf(stored.write) <= countOf(from.write)) return 'older';
    return from.changed ? 'apart' : 'newer';
  }
  if (isIn(known.write, now)) return stored.version > known.version ? 'newer' : 'apart';
  return isIn(stored.write, before) && countOf(stored.write) <= countOf(known.write) ? 'older' : 'apart';
}
