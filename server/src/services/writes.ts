/** Counts the writes of the database and tells its epochs: core/src/box/write-id.ts says what for. */
import { randomBytes } from 'node:crypto';
import type { Known } from '@dense-pack/core';
import { type CopyOf, type Epoch, writeId } from '@dense-pack/core/box/write-id';
import { type Db, prepared } from '../database.ts';

/** The epochs of a database, oldest first. */
export const epochsOf = (db: Db): Epoch[] =>
  prepared<[], Epoch>(db, 'SELECT id, after FROM epoch ORDER BY n').all();

/** Whether it has the invented demo house: it is not the database of a person then. */
export const hasDemoJob = (db: Db): boolean =>
  prepared(db, 'SELECT 1 FROM job WHERE demo = 1 LIMIT 1').get() !== undefined;

const current = new WeakMap<Db, string>();

/** The epoch that writes are counted in. */
export function epochOf(db: Db): string {
  const known = current.get(db);
  if (known !== undefined) return known;
  const row = prepared<[], { id: string }>(db, 'SELECT id FROM epoch ORDER BY n DESC LIMIT 1').get();
  if (!row) throw new Error('The database has no epoch.');
  current.set(db, row.id);
  return row.id;
}

/**
 * Begins an epoch: a server cannot know whether the database it opens is a restored backup. One without a write is
 * given up for it.
 */
export function beginEpoch(db: Db): void {
  const id = randomBytes(6).toString('hex');
  db.transaction(() => {
    db.exec('DELETE FROM epoch WHERE after >= (SELECT writes FROM clock) AND n > 1');
    prepared(db, 'INSERT INTO epoch (id, after) SELECT ?, writes FROM clock').run(id);
  }).immediate();
  current.set(db, id);
}

/** Counts a write and gives its id. In the transaction of the write. */
export function nextWrite(db: Db): string {
  const row = prepared<[], { writes: number }>(
    db,
    'UPDATE clock SET writes = writes + 1 RETURNING writes',
  ).get();
  if (!row) throw new Error('The database has no clock.');
  return writeId(epochOf(db), row.writes);
}

/** The version a record that is made under this id begins after: 0, or the last of the one that was deleted. */
export const lastVersion = (db: Db, record: string): number =>
  prepared<[string], { version: number }>(db, 'SELECT version FROM deleted_version WHERE record = ?').get(
    record,
  )?.version ?? 0;

/** Remembers the version a record was deleted in. In the transaction of the deletion. */
export function keepLastVersion(db: Db, record: string, version: number): void {
  prepared(db, 'INSERT OR REPLACE INTO deleted_version (record, version) VALUES (?, ?)').run(record, version);
}

/** What a copy is of, as its row says. */
export interface CopyColumns {
  readonly copy_of: string | null;
  readonly copy_changed: number;
}

/** The fields of a record that tell its place in time. */
export const placeOf = ({ write_id: write, copy_of, copy_changed }: CopyColumns & { write_id: string }) => ({
  ...(write === '' ? {} : { write }),
  ...(copy_of === null ? {} : { copyOf: { write: copy_of, changed: copy_changed === 1 } }),
});

/** The columns of a state that is put back: what it is a copy of, and whether it was changed since. */
export const copyColumns = (known: Known | undefined): [copyOf: string | null, changed: number] => [
  known?.write ?? null,
  known?.changed ? 1 : 0,
];

/**
 * A record as an archive has it: one that was put back and not changed since is what it is a copy of, so that it is the same
 * wherever it is packed.
 */
export function packed<
  R extends { readonly write?: string | undefined; readonly copyOf?: CopyOf | undefined },
>(record: R): Omit<R, 'copyOf'> {
  const { copyOf, ...rest } = record;
  return copyOf && !copyOf.changed ? { ...rest, write: copyOf.write } : rest;
}

/** The columns of a record of an archive: a copy of what was packed. */
export const archivedColumns = ({
  write,
}: {
  readonly write?: string | undefined;
}): [copyOf: string | null, changed: number] => [write ?? null, 0];

/** Whether a change is made from what is stored. A program that says no write is believed by its version. */
export const isMadeFrom = (
  stored: { readonly version: number; readonly write?: string | undefined },
  from: { readonly version: number; readonly write?: string | undefined },
): boolean =>
  stored.version === from.version && (from.write === undefined || from.write === (stored.write ?? ''));
