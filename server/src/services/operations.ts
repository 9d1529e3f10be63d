/** Writes by an id of their own: each is taken once, however often it is sent. */
import type { Db } from '../database.ts';
import { Refused } from './failures.ts';

/** A write that was taken before. */
export interface Taken {
  /** The version it made; null where it deleted the record. */
  readonly version: number | null;
}

/**
 * What a write did when it was taken; undefined for one that was not.
 * @param id undefined for a write without an id, of an older program
 * @throws Refused 422 for an id that was used for another record
 */
export function takenBefore(db: Db, id: string | undefined, record: string): Taken | undefined {
  if (id === undefined) return undefined;
  const row = db
    .prepare<[string], { record: string; version: number | null }>(
      'SELECT record, version FROM operation WHERE id = ?',
    )
    .get(id);
  if (row && row.record !== record) {
    throw new Refused(422, 'This operation was taken for another record', {
      errors: [{ field: 'operation', accepted: 'an id that no other write has' }],
    });
  }
  return row && { version: row.version };
}

/** Remembers a write. In the transaction of the write. */
export function remember(
  db: Db,
  id: string | undefined,
  record: string,
  version: number | null,
  now: string,
): void {
  if (id === undefined) return;
  db.prepare('INSERT INTO operation (id, record, version, at) VALUES (?, ?, ?, ?)').run(
    id,
    record,
    version,
    now,
  );
}

/** A record that is gone, and was changed by this very write before. */
export const goneSince = (what: string): Refused =>
  new Refused(410, `This ${what} was deleted since`, {
    detail: 'Your change was taken, and the record was deleted after it.',
  });
