/** Rows of the job table. */
import { type Job, type JobFields, type Known, Links, Panel } from '@dense-pack/core';
import type { Db } from '../database.ts';
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
  const {
    created_at: createdAt,
    updated_at: updatedAt,
    edition_assumed: assumed,
    demo,
    panel,
    links,
    write_id,
    copy_of,
    copy_changed,
    ...rest
  } = row;
  return {
    ...rest,
    ...placeOf({ write_id, copy_of, copy_changed }),
    ...(assumed === 1 ? { editionAssumed: true } : {}),
    panel: Panel.parse(JSON.parse(panel)),
    links: Links.parse(JSON.parse(links)),
    demo: demo === 1,
    createdAt,
    updatedAt,
  };
}

export function findJob(db: Db, id: string): Job | undefined {
  const row = db.prepare<[string], JobRow>('SELECT * FROM job WHERE id = ?').get(id);
  return row && jobOf(row);
}

/** Marks a job as changed, so that it comes first in the list. */
export function touchJob(db: Db, id: string, now: string): void {
  db.prepare('UPDATE job SET updated_at = ? WHERE id = ?').run(now, id);
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

function insert(db: Db, job: Job, copy: readonly [copyOf: string | null, changed: number]): void {
  db.prepare(
    `INSERT INTO job (id, version, name, edition, note, panel, links, edition_assumed, demo, created_at, updated_at,
                      write_id, copy_of, copy_changed)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
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
}
