/** Writes by an id of their own: each is taken once, however often it is sent. */
import { type Db, prepared } from '../database.ts';
import { Refused } from './failures.ts';

/** A write that was taken before. */
export interface Taken {
  /** The version it made; null where it deleted the record. */
  readonly version: number | null;
  /** The id of the write; null where it deleted the record, or was taken before writes had ids. */
  readonly write: string | null;
}

/** What a write does to its record. */
export type Deed = 'write' | 'delete';

/**
 * What a write did when it was taken; undefined for one that was not.
 * @param id undefined for a write without an id, of an older program
 * @throws Refused 422 for an id that was used for another record, or to delete where it now writes, or the other way round
 */
export function takenBefore(db: Db, id: string | undefined, record: string, deed: Deed): Taken | undefined {
  if (id === undefined) return undefined;
  const row = prepared<[string], Taken & { record: string }>(
    db,
    'SELECT record, version, write_id AS write FROM operation WHERE id = ?',
  ).get(id);
  if (!row) return undefined;
  const another =
    row.record !== record
      ? 'for another record'
      : (row.version === null) !== (deed === 'delete')
        ? `to ${row.version === null ? 'delete' : 'write'} this record`
        : undefined;
  if (another === undefined) return { version: row.version, write: row.write };
  throw new Refused(422, `This operation was taken ${another}`, {
    errors: [{ field: 'operation', accepted: 'an id that no other write has' }],
  });
}

/** Remembers a write. In the transaction of the write. */
export function remember(
  db: Db,
  id: string | undefined,
  record: string,
  { version, write }: Taken,
  now: string,
): void {
  if (id === undefined) return;
  prepared(db, 'INSERT INTO operation (id, record, version, write_id, at) VALUES (?, ?, ?, ?, ?)').run(
    id,
    record,
    version,
    write,
    now,
  );
}

/** What is remembered of a deletion. */
export const DELETED: Taken = { version: null, write: null };

/** A record that is gone, and was changed by this very write before. */
export const goneSince = (what: string): Refused =>
  new Refused(410, `This ${what} was deleted since`, {
    detail: 'Your change was taken, and the record was deleted after it.',
  });
