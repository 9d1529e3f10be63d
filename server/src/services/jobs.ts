/** Jobs: plain SQL over the job table. */
import {
  type BoxRecord,
  type EditionId,
  editionOf,
  type Job,
  JOB_PREVIEW,
  type JobCard,
  type JobChange,
  type JobFields,
  tally,
  type Tally,
} from '@dense-pack/core';
import type { z } from 'zod';
import type { Db } from '../database.ts';
import { boxesIn, boxesOf, type Page } from './boxes.ts';
import { notFound, stale } from './failures.ts';
import { findJob, jobOf, type JobRow } from './job-rows.ts';
import { indexJob } from './logbook.ts';

/** Verdicts by record and edition: a record is another one once it is changed. */
const verdicts = new WeakMap<BoxRecord, Map<EditionId, Tally['verdict']>>();

function verdictOf(record: BoxRecord, edition: EditionId): Tally['verdict'] {
  const by = record.box.edition ?? edition;
  const known = verdicts.get(record) ?? new Map<EditionId, Tally['verdict']>();
  verdicts.set(record, known);
  const verdict = known.get(by) ?? tally(record.box, editionOf(by)).verdict;
  known.set(by, verdict);
  return verdict;
}

/** All jobs, newest change first, each with the verdicts of its boxes counted. */
export function listJobs(db: Db, page?: Page): JobCard[] {
  const rows = db
    .prepare<[number, number], JobRow>('SELECT * FROM job ORDER BY updated_at DESC, id LIMIT ? OFFSET ?')
    .all(page?.most ?? -1, page?.from ?? 0);
  return rows.map((row) => {
    const job = jobOf(row);
    const { boxes, unreadable } = boxesIn(db, job.id);
    const verdicts = boxes.map((record) => verdictOf(record, job.edition));
    return {
      ...job,
      boxes: boxes.length,
      unreadable: unreadable.length,
      over: verdicts.filter((verdict) => verdict === 'over').length,
      unknown: verdicts.filter((verdict) => verdict === 'unknown').length,
      preview: boxes.slice(0, JOB_PREVIEW).map(({ id, box }) => ({ id, box })),
    };
  });
}

export const countJobs = (db: Db): number =>
  db.prepare<[], { n: number }>('SELECT count(*) AS n FROM job').get()?.n ?? 0;

/** @throws Refused 404 */
export function readJob(db: Db, id: string): Job {
  const job = findJob(db, id);
  if (!job) throw notFound('job', id);
  return job;
}

/** Makes a job. Sending the same id again gives the job that is there: a lost answer can be repeated. */
export function createJob(db: Db, id: string, fields: JobFields, now: string, demo = false): Job {
  db.prepare(
    `INSERT INTO job (id, version, name, edition, note, panel, links, demo, created_at, updated_at)
     VALUES (?, 1, ?, ?, ?, ?, ?, ?, ?, ?) ON CONFLICT (id) DO NOTHING`,
  ).run(
    id,
    fields.name,
    fields.edition,
    fields.note,
    JSON.stringify(fields.panel),
    JSON.stringify(fields.links),
    demo ? 1 : 0,
    now,
    now,
  );
  return readJob(db, id);
}

/** What is said of a job; an older program says nothing of its panel and links, and they stay. */
type ChangedJob = Omit<z.output<typeof JobChange>, 'version'>;

/** @throws Refused 404, or 409 when `version` is not the stored one */
export function changeJob(db: Db, id: string, fields: ChangedJob, version: number, now: string): Job {
  return db.transaction(() => changed(db, id, fields, version, now))();
}

function changed(db: Db, id: string, fields: ChangedJob, version: number, now: string): Job {
  const text = (value: unknown) => (value === undefined ? null : JSON.stringify(value));
  const before = findJob(db, id);
  const done = db
    .prepare(
      `UPDATE job SET version = version + 1, name = ?, edition = ?, note = ?,
       panel = coalesce(?, panel), links = coalesce(?, links), updated_at = ?
       WHERE id = ? AND version = ?`,
    )
    .run(fields.name, fields.edition, fields.note, text(fields.panel), text(fields.links), now, id, version);
  const stored = readJob(db, id);
  if (done.changes === 0) throw stale({ ...fields, version }, stored);
  // Its boxes are found by its name and edition too.
  if (before?.name !== stored.name || before.edition !== stored.edition)
    indexJob(db, stored, boxesOf(db, id));
  return stored;
}

/** Deletes a job and its boxes. @throws Refused 404, or 409 when `version` is not the stored one */
export function deleteJob(db: Db, id: string, version: number): void {
  db.transaction(() => {
    const done = db.prepare('DELETE FROM job WHERE id = ? AND version = ?').run(id, version);
    if (done.changes === 0) throw stale({ version }, readJob(db, id));
  })();
}
