/** Jobs: plain SQL over the job table. */
import type { BoxVersions, Job, JobChange, JobFields, Known } from '@dense-pack/core';
import type { z } from 'zod';
import { type Db, prepared } from '../database.ts';
import { boxesOf } from './box-rows.ts';
import type { Deleting, MadeFrom } from './boxes.ts';
import { notFound, stale, staleDeletion } from './failures.ts';
import { findJob, insertJob, touchCard } from './job-rows.ts';
import { indexJob } from './logbook.ts';
import { DELETED, goneSince, remember, takenBefore } from './operations.ts';
import { countLater } from './verdicts.ts';
import { copyColumns, isMadeFrom, keepLastVersion, nextWrite } from './writes.ts';

/** @throws Refused 404 */
export function readJob(db: Db, id: string): Job {
  const job = findJob(db, id);
  if (!job) throw notFound('job', id);
  return job;
}

/** A job as it is stored now, and the version and the id of the write that asked. */
export type TakenJob = Job & { readonly taken?: number; readonly takenWrite?: string };

const withTaken = (job: Job, version: number, write: string | null | undefined): TakenJob => ({
  ...job,
  taken: version,
  ...(write ? { takenWrite: write } : {}),
});

/** What a write that was taken before is answered with. @throws Refused 410, 422 */
function answered(db: Db, operation: string | undefined, id: string): TakenJob | undefined {
  const before = takenBefore(db, operation, id, 'write');
  if (!before) return undefined;
  const job = findJob(db, id);
  if (before.version === null || !job) throw goneSince('job');
  return withTaken(job, before.version, before.write);
}

/** What follows each write of a job, in its transaction. */
function written(db: Db, id: string, now: string, operation: string | undefined): TakenJob {
  const job = readJob(db, id);
  remember(db, operation, id, { version: job.version, write: job.write ?? null }, now);
  return operation === undefined ? job : withTaken(job, job.version, job.write);
}

interface JobMade {
  readonly demo?: boolean;
  readonly operation?: string | undefined;
  /** What a phone knew of it that brings it back. */
  readonly known?: Known | undefined;
}

/**
 * Makes a job. Without an operation, sending the same id again gives the job that is there.
 * @throws Refused 410 for an operation whose job was deleted since, 409 for one whose id another job has
 */
export function createJob(
  db: Db,
  id: string,
  fields: JobFields,
  now: string,
  { demo = false, operation, known }: JobMade = {},
): TakenJob {
  return db.transaction(() => {
    const before = answered(db, operation, id);
    if (before) return before;
    const there = findJob(db, id);
    if (there && operation !== undefined) throw stale(fields, there);
    if (there) return there;
    insertJob(db, id, fields, now, { demo, known });
    return written(db, id, now, operation);
  })();
}

/** What is said of a job; an older program says nothing of its panel and links, and they stay. */
type ChangedJob = Omit<z.output<typeof JobChange>, 'version' | 'operation'>;

/** @throws Refused 404, 410, 422, or 409 when it was made from another state than the stored one */
export function changeJob(
  db: Db,
  id: string,
  fields: ChangedJob,
  from: MadeFrom,
  now: string,
  operation?: string,
): TakenJob {
  return db.transaction(() => {
    const before = answered(db, operation, id);
    if (before) return before;
    changed(db, id, fields, from, now);
    return written(db, id, now, operation);
  })();
}

function changed(
  db: Db,
  id: string,
  fields: ChangedJob,
  { version, write, known }: MadeFrom,
  now: string,
): void {
  const text = (value: unknown) => (value === undefined ? null : JSON.stringify(value));
  const before = readJob(db, id);
  if (!isMadeFrom(before, { version, write })) throw stale({ ...fields, version }, before);
  const [copyOf, copyChanged] = known ? copyColumns(known) : [before.copyOf?.write ?? null, 1];
  prepared(
    db,
    `UPDATE job_all SET version = ?, write_id = ?, copy_of = ?, copy_changed = ?, name = ?, edition = ?, note = ?,
       panel = coalesce(?, panel), links = coalesce(?, links),
       edition_assumed = coalesce(?, edition_assumed), updated_at = ?
       WHERE id = ?`,
  ).run(
    Math.max(version, known?.version ?? 0) + 1,
    nextWrite(db),
    copyOf,
    copyChanged,
    fields.name,
    fields.edition,
    fields.note,
    text(fields.panel),
    text(fields.links),
    fields.editionAssumed === undefined ? null : Number(fields.editionAssumed),
    now,
    id,
  );
  touchCard(db, id);
  const stored = readJob(db, id);
  // Its boxes are found by its name and edition too.
  if (before.name !== stored.name || before.edition !== stored.edition) indexJob(db, stored, boxesOf(db, id));
  // By another edition its boxes have other verdicts.
  countLater(db, [id]);
}

/**
 * Deletes a job and its boxes: they are kept in the trash for some weeks.
 * @param seen each box that is meant with its version; undefined means those there are
 * @throws Refused 404, or 409 when another version of the job or of a box is stored, or a box that was not seen
 */
export function deleteJob(
  db: Db,
  id: string,
  from: MadeFrom,
  { now, by = '', seen, operation }: Deleting & { readonly seen?: BoxVersions },
): void {
  db.transaction(() => {
    if (takenBefore(db, operation, id, 'delete')) return;
    const job = readJob(db, id);
    const boxes = prepared<[string], { id: string; name: string; version: number }>(
      db,
      'SELECT id, name, version FROM box WHERE job_id = ? ORDER BY created_at, place',
    ).all(id);
    const unseen = seen !== undefined && boxes.some((box) => seen[box.id] !== box.version);
    if (!isMadeFrom(job, from) || unseen)
      throw staleDeletion({ version: from.version, boxes: seen }, job, boxes);
    nextWrite(db);
    prepared(db, 'UPDATE job_all SET deleted_at = ?, deleted_by = ? WHERE id = ?').run(now, by, id);
    prepared(db, 'DELETE FROM indexed WHERE box_id IN (SELECT id FROM box WHERE job_id = ?)').run(id);
    prepared(
      db,
      `UPDATE box_all SET deleted_at = ?, deleted_by = ?, deleted_with = job_id
       WHERE job_id = ? AND deleted_at IS NULL`,
    ).run(now, by, id);
    touchCard(db, id);
    for (const record of [job, ...boxes]) keepLastVersion(db, record.id, record.version);
    remember(db, operation, id, DELETED, now);
  })();
}
