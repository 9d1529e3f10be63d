/** The trash: deleted jobs and boxes are kept for some weeks, with their states and photos, and can be brought back. */
import type { Trashed } from '@dense-pack/core';
import { EVENTS } from '@dense-pack/core/logbook/events';
import type { Db } from '../database.ts';
import { boxesOf, readBox } from './box-rows.ts';
import { ARRIVING } from './boxes.ts';
import { notFound } from './failures.ts';
import { findJob, touchJob } from './job-rows.ts';
import { indexJob, keepEvent } from './logbook.ts';
import { countLater } from './verdicts.ts';
import { nextWrite } from './writes.ts';

/** How long what was deleted is kept, in days. */
export const TRASH_DAYS = 30;
const DAY_MS = 86_400_000;

interface TrashRow {
  readonly of: 'job' | 'box';
  readonly id: string;
  readonly name: string;
  readonly job: string;
  readonly jobGone: number;
  readonly boxes: number;
  readonly at: string;
  readonly by: string;
}

const ROWS = `
  SELECT 'job' AS of, id, name, name AS job, 0 AS jobGone, deleted_at AS at, deleted_by AS by,
         (SELECT count(*) FROM box_all WHERE box_all.job_id = job_all.id AND box_all.deleted_with IS NOT NULL) AS boxes
  FROM job_all WHERE deleted_at IS NOT NULL AND deleted_at <> '${ARRIVING}'
  UNION ALL
  SELECT 'box', box_all.id, box_all.name, job_all.name, job_all.deleted_at IS NOT NULL, box_all.deleted_at, box_all.deleted_by, 1
  FROM box_all JOIN job_all ON job_all.id = box_all.job_id
  WHERE box_all.deleted_at IS NOT NULL AND box_all.deleted_at <> '${ARRIVING}' AND box_all.deleted_with IS NULL`;

const entryOf = ({ jobGone, at, ...row }: TrashRow): Trashed => ({
  ...row,
  jobGone: jobGone === 1,
  at,
  until: new Date(Date.parse(at) + TRASH_DAYS * DAY_MS).toISOString(),
});

/** A page of what was deleted, the newest first. Boxes that went with their job are counted with it. */
export function trashed(
  db: Db,
  { from, most }: { readonly from: number; readonly most: number },
): { readonly trash: readonly Trashed[]; readonly more: boolean } {
  const rows = db
    .prepare<[number, number], TrashRow>(`SELECT * FROM (${ROWS}) ORDER BY at DESC, id LIMIT ? OFFSET ?`)
    .all(most + 1, from);
  return { trash: rows.slice(0, most).map(entryOf), more: rows.length > most };
}

/** @throws Refused 404 */
function rowOf(db: Db, id: string): TrashRow {
  const row = db.prepare<[string], TrashRow>(`SELECT * FROM (${ROWS}) WHERE id = ?`).get(id);
  if (!row) throw notFound('deleted job or box', id);
  return row;
}

/** A new version of what comes back: a phone that knew it as deleted takes it for newer. */
const BACK = `deleted_at = NULL, deleted_by = '', version = version + 1, updated_at = ?, write_id = ?, copy_of = NULL, copy_changed = 0`;

function bringJob(db: Db, id: string, now: string): void {
  db.prepare(`UPDATE job_all SET ${BACK} WHERE id = ?`).run(now, nextWrite(db), id);
  // Boxes of it that do not come back now are listed one by one: they must not be lost with a job that is not in the trash.
  db.prepare('UPDATE box_all SET deleted_with = NULL WHERE job_id = ? AND deleted_with IS NOT NULL').run(id);
}

function bringBox(db: Db, id: string, now: string): void {
  db.prepare(`UPDATE box_all SET ${BACK}, deleted_with = NULL WHERE id = ?`).run(now, nextWrite(db), id);
  keepEvent(db, id, now, 'back', EVENTS.back);
}

/**
 * Brings a deleted job back with the boxes that went with it, or a deleted box with its job.
 * @returns the job it is in
 * @throws Refused 404
 */
export function bringBack(db: Db, id: string, now: string): { readonly jobId: string } {
  return db.transaction(() => {
    const row = rowOf(db, id);
    const boxes =
      row.of === 'box'
        ? [id]
        : db
            .prepare<[string], { id: string }>(
              'SELECT id FROM box_all WHERE job_id = ? AND deleted_with IS NOT NULL',
            )
            .all(id)
            .map((box) => box.id);
    const jobId =
      row.of === 'job'
        ? id
        : (db.prepare('SELECT job_id FROM box_all WHERE id = ?').pluck().get(id) as string);
    if (!findJob(db, jobId)) bringJob(db, jobId, now);
    for (const box of boxes) bringBox(db, box, now);
    touchJob(db, jobId, now);
    const job = findJob(db, jobId);
    if (job) indexJob(db, job, row.of === 'job' ? boxesOf(db, jobId) : readable(db, id));
    countLater(db, [jobId]);
    return { jobId };
  })();
}

/** A box that cannot be read here comes back too; no words find it. */
function readable(db: Db, id: string) {
  try {
    return [readBox(db, id)];
  } catch {
    return [];
  }
}

/** Whether a record is in the trash. */
export const isTrashed = (db: Db, id: string): boolean =>
  db.prepare(`SELECT 1 FROM (${ROWS}) WHERE id = ?`).get(id) !== undefined;

/** Deletes it for good, with its states and photos. @throws Refused 404 */
export function throwAway(db: Db, id: string): void {
  db.transaction(() => {
    const { of } = rowOf(db, id);
    nextWrite(db);
    db.exec(FORGET);
    db.prepare(`DELETE FROM ${of}_all WHERE id = ? AND deleted_at IS NOT NULL`).run(id);
  })();
}

/** A phone with an older state reads the whole list again: these deletions cannot be listed any more. */
const FORGET = 'UPDATE clock SET purged = writes';

/** Deletes for good what was deleted long ago. @returns how many jobs and boxes */
export function sweepTrash(db: Db, now: Date): number {
  const before = new Date(now.getTime() - TRASH_DAYS * DAY_MS).toISOString();
  return db.transaction(() => {
    // The boxes of a job first, so that each is counted.
    const [boxes, jobs] = ['box_all', 'job_all'].map(
      (table) => db.prepare(`DELETE FROM ${table} WHERE deleted_at < ?`).run(before).changes,
    ) as [number, number];
    if (boxes + jobs > 0) db.exec(FORGET);
    return boxes + jobs;
  })();
}
