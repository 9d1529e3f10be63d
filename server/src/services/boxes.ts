/** Boxes: made, changed, deleted, by plain SQL over the box table. */
import { type BoxFields, type BoxRecord, type JobAgain, type Known, unsizedDevices } from '@dense-pack/core';
import type { ArchivedBox } from '@dense-pack/core/exchange/archive';
import { EVENTS } from '@dense-pack/core/logbook/events';
import { type Db, prepared } from '../database.ts';
import { readBox, rowOf } from './box-rows.ts';
import { notFound, Refused, stale } from './failures.ts';
import { findJob, insertJob, touchCard, touchJob } from './job-rows.ts';
import { indexMissing, keepEvent, log } from './logbook.ts';
import { DELETED, goneSince, remember, takenBefore } from './operations.ts';
import { namePhotos } from './photos.ts';
import { keepState } from './states.ts';
import { keepVerdict } from './verdicts.ts';
import {
  archivedColumns,
  copyColumns,
  isMadeFrom,
  keepLastVersion,
  lastVersion,
  nextWrite,
} from './writes.ts';

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

/** A box as it is stored now, and the version and the id of the write that asked. */
export type TakenBox = BoxRecord & { readonly taken?: number; readonly takenWrite?: string };

const withTaken = (record: BoxRecord, version: number, write: string | null | undefined): TakenBox => ({
  ...record,
  taken: version,
  ...(write ? { takenWrite: write } : {}),
});

/** What a write that was taken before is answered with. @throws Refused 410, 422 */
function answered(db: Db, operation: string | undefined, id: string): TakenBox | undefined {
  const before = takenBefore(db, operation, id, 'write');
  if (!before) return undefined;
  if (before.version === null || !isThere(db, id)) throw goneSince('box');
  return withTaken(readBox(db, id), before.version, before.write);
}

const isThere = (db: Db, id: string): boolean =>
  prepared(db, 'SELECT 1 FROM box WHERE id = ?').get(id) !== undefined;

/** What follows each write of a box, in its transaction: the state is kept, the logbook gets an entry. */
function written(
  db: Db,
  before: BoxRecord | undefined,
  id: string,
  now: string,
  operation: string | undefined,
): TakenBox {
  const record = readBox(db, id);
  keepState(db, record);
  keepVerdict(db, id);
  touchJob(db, record.jobId, now);
  const job = findJob(db, record.jobId);
  if (job) log(db, job, before, record);
  remember(db, operation, id, { version: record.version, write: record.write ?? null }, now);
  namePhotos(db, id, record.seen.photos, now);
  return operation === undefined ? record : withTaken(record, record.version, record.write);
}

interface BoxMade {
  readonly operation?: string | undefined;
  /** What a phone knew of it that brings it back. */
  readonly known?: Known | undefined;
  /** What its job is made of, where it is gone. */
  readonly job?: JobAgain | undefined;
}

/**
 * Makes a box. Without an operation, sending the same id again gives the box that is there. One that is made again under the id
 * of a deleted one goes on from its versions.
 * @throws Refused 404, 422, 410 for an operation whose box was deleted since, 409 for one whose id another box has
 */
export function createBox(
  db: Db,
  jobId: string,
  id: string,
  fields: BoxFields,
  now: string,
  { operation, known, job }: BoxMade = {},
): TakenBox {
  insist(fields);
  return db.transaction(() => {
    const before = answered(db, operation, id);
    if (before) return before;
    if (!findJob(db, jobId)) {
      if (!job) throw notFound('job', jobId);
      insertJob(db, jobId, job, now, job.known ? { known: job.known } : {});
    }
    if (isThere(db, id)) {
      if (operation !== undefined) throw stale(fields, readBox(db, id));
      return readBox(db, id);
    }
    const version = Math.max(lastVersion(db, id), known?.version ?? 0) + 1;
    insert(db, { ...fields, id, jobId, version, createdAt: now, updatedAt: now }, copyColumns(known));
    return written(db, undefined, id, now, operation);
  })();
}

/** A box that was deleted and is kept still is made again in its place: its states and photos are its own. */
function insert(
  db: Db,
  { id, jobId, version, createdAt, updatedAt, ...fields }: BoxFields & Omit<BoxRecord, keyof BoxFields>,
  copy: ReturnType<typeof copyColumns>,
): void {
  prepared(
    db,
    `INSERT INTO box_all (id, job_id, version, created_at, updated_at, write_id, copy_of, copy_changed,
                          name, room, circuit, document, stage, stage_at, found, seen)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)
     ON CONFLICT (id) DO UPDATE SET
       job_id = excluded.job_id, version = excluded.version, created_at = excluded.created_at,
       updated_at = excluded.updated_at, write_id = excluded.write_id, copy_of = excluded.copy_of,
       copy_changed = excluded.copy_changed, name = excluded.name, room = excluded.room, circuit = excluded.circuit,
       document = excluded.document, stage = excluded.stage, stage_at = excluded.stage_at, found = excluded.found,
       seen = excluded.seen, deleted_at = NULL, deleted_by = '', deleted_with = NULL`,
  ).run(id, jobId, version, createdAt, updatedAt, nextWrite(db), ...copy, ...columnsOf(fields));
}

/** In place of the date of a deletion: a box that arrives with an archive, and is not seen until all of it is here. */
export const ARRIVING = 'arriving';

/**
 * Puts a box of an archive in as it was: its dates and version, every state of it, and what happened to it.
 * @param arrival names the import; the box is not seen before the import ends
 */
export function restoreBox(db: Db, { box, states, events }: ArchivedBox, arrival: string): void {
  // The box of the archive replaces a deleted one with the same id.
  prepared(db, 'DELETE FROM box_all WHERE id = ? AND deleted_at IS NOT NULL').run(box.id);
  insert(db, box, archivedColumns(box));
  prepared(db, 'UPDATE box_all SET deleted_at = ?, deleted_by = ? WHERE id = ?').run(
    ARRIVING,
    arrival,
    box.id,
  );
  for (const { at, ...state } of states) keepState(db, { ...box, ...state, updatedAt: at });
  for (const { at, what, words } of events) keepEvent(db, box.id, at, what, words);
}

/** What a change is made from. */
export interface MadeFrom {
  readonly version: number;
  /** The write that made that version; an older program does not say. */
  readonly write?: string | undefined;
  readonly known?: Known | undefined;
}

/** @throws Refused 404, 410, 422, or 409 when it was made from another state than the stored one */
export function changeBox(
  db: Db,
  id: string,
  fields: BoxFields,
  from: MadeFrom,
  now: string,
  operation?: string,
): TakenBox {
  insist(fields);
  return db.transaction(() => {
    const done = answered(db, operation, id);
    return done ?? changed(db, id, fields, from, now, operation);
  })();
}

function changed(
  db: Db,
  id: string,
  fields: BoxFields,
  { version, write, known }: MadeFrom,
  now: string,
  operation: string | undefined,
): TakenBox {
  // What cannot be read is not written over.
  const before = readBox(db, id);
  if (!isMadeFrom(before, { version, write })) throw stale({ ...fields, version }, before);
  const [copyOf, copyChanged] = known ? copyColumns(known) : [before.copyOf?.write ?? null, 1];
  prepared(
    db,
    `UPDATE box_all SET version = ?, write_id = ?, copy_of = ?, copy_changed = ?, name = ?, room = ?, circuit = ?,
                    document = ?, stage = ?, stage_at = ?, found = ?, seen = ?, updated_at = ?
     WHERE id = ?`,
  ).run(
    Math.max(version, known?.version ?? 0) + 1,
    nextWrite(db),
    copyOf,
    copyChanged,
    ...columnsOf(fields),
    now,
    id,
  );
  return written(db, before, id, now, operation);
}

/** Who deletes something, when, and by which request. */
export interface Deleting {
  readonly now: string;
  /** The name of the device. */
  readonly by?: string | undefined;
  readonly operation?: string | undefined;
}

/**
 * Deletes a box: it is kept in the trash for some weeks.
 * @throws Refused 404, or 409 when another state is stored: someone changed it since
 */
export function deleteBox(db: Db, id: string, from: MadeFrom, { now, by = '', operation }: Deleting): void {
  db.transaction(() => {
    if (takenBefore(db, operation, id, 'delete')) return;
    // What cannot be read can be deleted all the same.
    const { version, write_id: write, job_id: jobId } = rowOf(db, id);
    if (!isMadeFrom({ version, write }, from)) throw stale({ version: from.version }, readBox(db, id));
    nextWrite(db);
    prepared(db, 'UPDATE box_all SET deleted_at = ?, deleted_by = ? WHERE id = ?').run(now, by, id);
    keepEvent(db, id, now, 'deleted', by === '' ? EVENTS.deleted : `${EVENTS.deleted}, by ${by}`);
    prepared(db, 'DELETE FROM indexed WHERE box_id = ?').run(id);
    touchCard(db, jobId);
    keepLastVersion(db, id, version);
    remember(db, operation, id, DELETED, now);
  })();
}

/** Indexes some boxes that were written before they could be found. @returns how many; 0 when none is left */
export const indexSome = (db: Db, most: number): number =>
  indexMissing(
    db,
    (id) => {
      try {
        const record = readBox(db, id);
        const job = findJob(db, record.jobId);
        return job && { job, record };
      } catch {
        return undefined;
      }
    },
    most,
  );
