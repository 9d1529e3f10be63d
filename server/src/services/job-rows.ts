/** Rows of the job table. */
import { type Job, Links, Panel } from '@dense-pack/core';
import type { Db } from '../database.ts';

export interface JobRow {
  id: string;
  version: number;
  name: string;
  edition: Job['edition'];
  note: string;
  panel: string;
  links: string;
  edition_assumed: number;
  demo: number;
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
    ...rest
  } = row;
  return {
    ...rest,
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

/** Puts a job of an archive in as it was, with its dates and version. */
export function restoreJob(db: Db, job: Job): void {
  db.prepare(
    `INSERT INTO job (id, version, name, edition, note, panel, links, edition_assumed, demo, created_at, updated_at)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
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
  );
}
