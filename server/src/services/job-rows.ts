/** Rows of the job table. */
import { type Job, type JobFields, type Known, Links, Panel } from '@dense-pack/core';
import { type Db, prepared } from '../database.ts';
import { archivedColumns, copyColumns, type CopyColumns, lastVersion, nextWrite, placeOf } from './writes.ts';

export interface JobRow extends CopyColumns {
  id: string;
  version: number;
  name: string;
  edition: Job['edition'];
  note: string;
  panel: string;
  links: string;
  edition_assumed: number;
  demo: number;
  write_id: string;
  created_at: string;
  updated_at: string;
}

export function jobOf(row: JobRow): Job {
  const { id, version, name, edition, note, panel, links } = row;
  return {
    id,
    version,
    name,
    edition,
    note,
    ...placeOf(row),
    ...(row.edition_assumed === 1 ? { editionAssumed: true } : {}),
    panel: Panel.parse(JSON.parse(panel)),
    links: Links.parse(JSON.parse(links)),
    demo: row.demo === 1,
    createdAt: row.created_at,
    updatedAt: row.updated_at,
  };
}

export function findJob(db: Db, id: string): Job | undefined {
  const row = prepared<[string], JobRow>(db, 'SELECT * FROM job WHERE id = ?').get(id);
  return row && jobOf(row);
}

/** Marks a job as changed by the last write, so that it comes first in the list. */
export function touchJob(db: Db, id: string, now: string): void {
  prepared(db, 'UPDATE job_all SET updated_at = ?, changed = (SELECT writes FROM clock) WHERE id = ?').run(
    now,
    id,
  );
}

/** Tells that the card of a job is another by the last write. In the transaction of the write. */
export function touchCard(db: Db, id: string): void {
  prepared(db, 'UPDATE job_all SET changed = (SELECT writes FROM clock) WHERE id = ?').run(id);
}

/** A new job; one made again under the id of a deleted one goes on from its versions. @param known what a phone knew of it */
export function insertJob(
  db: Db,
  id: string,
  fields: JobFields,
  now: string,
  { demo = false, known }: { readonly demo?: boolean; readonly known?: Known | undefined } = {},
): void {
  const version = Math.max(lastVersion(db, id), known?.version ?? 0) + 1;
  insert(db, { ...fields, id, version, demo, createdAt: now, updatedAt: now }, copyColumns(known));
}

/** Puts a job of an archive in as it was, with its dates and version. */
export const restoreJob = (db: Db, job: Job): void => insert(db, job, archivedColumns(job));

/** A job that was deleted and is kept still is made again in its place; its boxes stay in the trash. */
function insert(db: Db, job: Job, copy: readonly [copyOf: string | null, changed: number]): void {
  prepared(
    db,
    `INSERT INTO job_all (id, version, name, edition, note, panel, links, edition_assumed, demo, created_at,
                          updated_at, write_id, copy_of, copy_changed, changed)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, (SELECT writes FROM clock))
     ON CONFLICT (id) DO UPDATE SET
       version = excluded.version, name = excluded.name, edition = excluded.edition, note = excluded.note,
       panel = excluded.panel, links = excluded.links, edition_assumed = excluded.edition_assumed,
       demo = excluded.demo, created_at = excluded.created_at, updated_at = excluded.updated_at,
       write_id = excluded.write_id, copy_of = excluded.copy_of, copy_changed = excluded.copy_changed,
       changed = excluded.changed, deleted_at = NULL, deleted_by = ''`,
  ).run(
    job.id,
    job.version,
    job.name,
    job.edition,
    job.note,
    JSON.stringify(job.panel),
    JSON.stringify(job.links),
    job.editionAssumed ? 1 : 0,
    job.demo ? 1 : 0,
    job.createdAt,
    job.updatedAt,
    nextWrite(db),
    ...copy,
  );
  // Its boxes come back one by one: the job is back already.
  prepared(db, 'UPDATE box_all SET deleted_with = NULL WHERE job_id = ? AND deleted_with IS NOT NULL').run(
    job.id,
  );
}
