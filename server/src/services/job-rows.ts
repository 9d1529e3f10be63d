/** Rows of the job table. */
import type { Job } from '@dense-pack/core';
import type { Db } from '../database.ts';

export interface JobRow {
  id: string;
  version: number;
  name: string;
  edition: Job['edition'];
  note: string;
  demo: number;
  created_at: string;
  updated_at: string;
}

export function jobOf(row: JobRow): Job {
  const { created_at: createdAt, updated_at: updatedAt, demo, ...rest } = row;
  return { ...rest, demo: demo === 1, createdAt, updatedAt };
}

export function findJob(db: Db, id: string): Job | undefined {
  const row = db.prepare<[string], JobRow>('SELECT * FROM job WHERE id = ?').get(id);
  return row && jobOf(row);
}

/** Marks a job as changed, so that it comes first in the list. */
export function touchJob(db: Db, id: string, now: string): void {
  db.prepare('UPDATE job SET updated_at = ? WHERE id = ?').run(now, id);
}
