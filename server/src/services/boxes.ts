/** Boxes: plain SQL over the box table. A document is parsed by the core's schema when it is read back. */
import { type BoxFields, type BoxRecord, Seen, type Stage, unsizedDevices } from '@dense-pack/core';
import type { Db } from '../database.ts';
import { notFound, Refused, stale } from './failures.ts';
import { findJob, touchJob } from './job-rows.ts';
import { documentIn, keepState } from './states.ts';

interface BoxRow {
  id: string;
  job_id: string;
  version: number;
  name: string;
  room: string;
  circuit: string;
  document: string;
  stage: Stage;
  stage_at: string | null;
  found: string | null;
  seen: string;
  created_at: string;
  updated_at: string;
}

function boxOf(row: BoxRow): BoxRecord {
  return {
    id: row.id,
    jobId: row.job_id,
    version: row.version,
    name: row.name,
    room: row.room,
    circuit: row.circuit,
    box: documentIn(row.document),
    stage: row.stage,
    stageAt: row.stage_at,
    found: row.found === null ? null : documentIn(row.found),
    seen: Seen.parse(JSON.parse(row.seen)),
    createdAt: row.created_at,
    updatedAt: row.updated_at,
  };
}

/** The boxes of a job in the order they were made. */
export function boxesOf(db: Db, jobId: string): BoxRecord[] {
  return db
    .prepare<[string], BoxRow>('SELECT * FROM box WHERE job_id = ? ORDER BY created_at, rowid')
    .all(jobId)
    .map(boxOf);
}

/** @throws Refused 404 */
export function readBox(db: Db, id: string): BoxRecord {
  const row = db.prepare<[string], BoxRow>('SELECT * FROM box WHERE id = ?').get(id);
  if (!row) throw notFound('box', id);
  return boxOf(row);
}

/** Refuses a document that makes no sense as a box. */
function insist(fields: BoxFields): void {
  const refusals = unsizedDevices(fields.box);
  if (refusals.length > 0) {
    throw new Refused(422, 'The box does not make sense', {
      errors: refusals.map(({ path, expected }) => ({
        field: ['box', ...path].join('.'),
        accepted: expected,
      })),
    });
  }
}

/** The columns of what a person says of a box, in the order of the statements below. */
function columnsOf({ name, room, circuit, box, stage, stageAt, found, seen }: BoxFields) {
  const json = (value: unknown) => (value === null ? null : JSON.stringify(value));
  return [name, room, circuit, json(box), stage, stageAt, json(found), json(seen)];
}

/** Makes a box. Sending the same id again gives the box that is there. @throws Refused 404, 422 */
export function createBox(db: Db, jobId: string, id: string, fields: BoxFields, now: string): BoxRecord {
  insist(fields);
  return db.transaction(() => {
    if (!findJob(db, jobId)) throw notFound('job', jobId);
    const made = db
      .prepare(
        `INSERT INTO box (id, job_id, version, created_at, updated_at,
                          name, room, circuit, document, stage, stage_at, found, seen)
         VALUES (?, ?, 1, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?) ON CONFLICT (id) DO NOTHING`,
      )
      .run(id, jobId, now, now, ...columnsOf(fields));
    touchJob(db, jobId, now);
    const record = readBox(db, id);
    if (made.changes > 0) keepState(db, record);
    return record;
  })();
}

/** @throws Refused 404, 422, or 409 when `version` is not the stored one */
export function changeBox(db: Db, id: string, fields: BoxFields, version: number, now: string): BoxRecord {
  insist(fields);
  return db.transaction(() => {
    const done = db
      .prepare(
        `UPDATE box SET version = version + 1, name = ?, room = ?, circuit = ?, document = ?,
                        stage = ?, stage_at = ?, found = ?, seen = ?, updated_at = ?
         WHERE id = ? AND version = ?`,
      )
      .run(...columnsOf(fields), now, id, version);
    const stored = readBox(db, id);
    if (done.changes === 0) throw stale({ ...fields, version }, stored);
    keepState(db, stored);
    touchJob(db, stored.jobId, now);
    return stored;
  })();
}

/** @throws Refused 404, or 409 when `version` is not the stored one: someone changed it since */
export function deleteBox(db: Db, id: string, version: number): void {
  db.transaction(() => {
    const done = db.prepare('DELETE FROM box WHERE id = ? AND version = ?').run(id, version);
    if (done.changes === 0) throw stale({ version }, readBox(db, id));
  })();
}
