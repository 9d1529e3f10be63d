/** Boxes: plain SQL over the box table. A document is parsed by the core's schema when it is read back. */
import {
  type BoxFields,
  type BoxRecord,
  type JobAgain,
  type Known,
  Seen,
  type Stage,
  type UnreadableBox,
  unsizedDevices,
} from '@dense-pack/core';
import { ticksBeside } from '@dense-pack/core/box/ticks-beside';
import type { ArchivedBox } from '@dense-pack/core/exchange/archive';
import { LRUCache } from 'lru-cache';
import type { Db } from '../database.ts';
import { notFound, Refused, stale } from './failures.ts';
import { findJob, insertJob, touchJob } from './job-rows.ts';
import { indexMissing, keepEvent, log } from './logbook.ts';
import { DELETED, goneSince, remember, takenBefore } from './operations.ts';
import { namePhotos } from './photos.ts';
import { documentFrom, documentIn, keepState, Unread } from './states.ts';
import {
  archivedColumns,
  copyColumns,
  type CopyColumns,
  isMadeFrom,
  keepLastVersion,
  lastVersion,
  nextWrite,
  placeOf,
} from './writes.ts';

interface BoxRow extends CopyColumns {
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
  write_id: string;
  created_at: string;
  updated_at: string;
}

function boxOf(row: BoxRow): BoxRecord {
  // A document of an earlier version kept its ticks: they stand beside it.
  const { box, seen } = ticksBeside({ box: JSON.parse(row.document), seen: JSON.parse(row.seen) }) as Record<
    'box' | 'seen',
    unknown
  >;
  return {
    id: row.id,
    jobId: row.job_id,
    version: row.version,
    ...placeOf(row),
    name: row.name,
    room: row.room,
    circuit: row.circuit,
    box: documentFrom(box),
    stage: row.stage,
    stageAt: row.stage_at,
    found: row.found === null ? null : documentIn(row.found),
    seen: Seen.parse(seen),
    createdAt: row.created_at,
    updatedAt: row.updated_at,
  };
}

/** The boxes of a job in the order they were made; those that cannot be read here are told apart, not lost. */
export interface BoxesOfJob {
  readonly boxes: readonly BoxRecord[];
  readonly unreadable: readonly UnreadableBox[];
}

/** What was read of each row, and of which text: a document is parsed once, not at each read. */
interface Parsed {
  readonly text: string;
  readonly read: BoxRecord | { readonly why: string };
}
/** As many boxes are held parsed as a few large houses have. */
const PARSED_MOST = 5000;
const parsed = new WeakMap<Db, LRUCache<string, Parsed>>();

function readRow(db: Db, row: BoxRow): Parsed['read'] {
  let known = parsed.get(db);
  if (!known) {
    known = new LRUCache({ max: PARSED_MOST });
    parsed.set(db, known);
  }
  // Everything a record is made of: another row under the same id and version is another text.
  const text = Object.values(row).join('\u0000');
  const before = known.get(row.id);
  if (before?.text === text) return before.read;
  let read: Parsed['read'];
  try {
    read = boxOf(row);
  } catch (error) {
    if (!(error instanceof Unread)) throw error;
    read = { why: error.message };
  }
  known.set(row.id, { text, read });
  return read;
}

/** A part of a list, in its order. */
export interface Page {
  /** How many are passed over. */
  readonly from: number;
  readonly most: number;
}

/** @param page a part of them; without it all */
export function boxesIn(db: Db, jobId: string, page?: Page): BoxesOfJob {
  const boxes: BoxRecord[] = [];
  const unreadable: UnreadableBox[] = [];
  const rows = db
    .prepare<[string, number, number], BoxRow>(
      'SELECT * FROM box WHERE job_id = ? ORDER BY created_at, rowid LIMIT ? OFFSET ?',
    )
    .all(jobId, page?.most ?? -1, page?.from ?? 0);
  for (const row of rows) {
    const read = readRow(db, row);
    if ('why' in read) {
      const { id, name, room, version } = row;
      unreadable.push({ id, name, room, version, why: read.why });
    } else boxes.push(read);
  }
  return { boxes, unreadable };
}

/** How many boxes a job has, those that cannot be read too. */
export const countBoxes = (db: Db, jobId: string): number =>
  db.prepare<[string], { n: number }>('SELECT count(*) AS n FROM box WHERE job_id = ?').get(jobId)?.n ?? 0;

/** Whether the boxes of a job are as they were: another text once one was made, changed or deleted. */
export const stateOfBoxes = (db: Db, jobId: string): string => {
  const row = db
    .prepare<[string], Record<string, number | null>>(
      'SELECT count(*) AS n, sum(version) AS v, sum(rowid) AS r, max(rowid) AS m FROM box WHERE job_id = ?',
    )
    .get(jobId);
  return Object.values(row ?? {}).join(':');
};

/** The boxes of a job that can be read, in the order they were made. */
export const boxesOf = (db: Db, jobId: string): readonly BoxRecord[] => boxesIn(db, jobId).boxes;

function rowOf(db: Db, id: string): BoxRow {
  const row = db.prepare<[string], BoxRow>('SELECT * FROM box WHERE id = ?').get(id);
  if (!row) throw notFound('box', id);
  return row;
}

/** A box, or why it cannot be read here. @throws Refused 404 */
export const readEach = (db: Db, id: string): Parsed['read'] => readRow(db, rowOf(db, id));

/** The first boxes of a job that can be read. */
export function firstBoxes(db: Db, jobId: string, most: number): readonly BoxRecord[] {
  const first = boxesIn(db, jobId, { from: 0, most });
  // One that cannot be read is seldom: then all are looked through.
  return first.unreadable.length === 0 ? first.boxes : boxesOf(db, jobId).slice(0, most);
}

/** @throws Refused 404, or 422 for one that this program cannot read */
export function readBox(db: Db, id: string): BoxRecord {
  const read = readEach(db, id);
  if (!('why' in read)) return read;
  throw new Refused(422, 'This box cannot be read here', {
    detail: `${read.why}. It is kept as it is; a newer version of the program reads it.`,
  });
}

/** A box as it lies in the database, whether it can be read or not. @throws Refused 404 */
export function storedBox(db: Db, id: string): string {
  const { document, found, seen, ...row } = rowOf(db, id);
  const parts = { box: JSON.parse(document) as unknown, found: found && (JSON.parse(found) as unknown) };
  return JSON.stringify({ ...row, ...parts, seen: JSON.parse(seen) as unknown }, null, 2);
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
  db.prepare('SELECT 1 FROM box WHERE id = ?').get(id) !== undefined;

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
      touchJob(db, jobId, now);
      return readBox(db, id);
    }
    const version = Math.max(lastVersion(db, id), known?.version ?? 0) + 1;
    db.prepare(
      `INSERT INTO box (id, job_id, version, created_at, updated_at, write_id, copy_of, copy_changed,
                        name, room, circuit, document, stage, stage_at, found, seen)
       VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
    ).run(id, jobId, version, now, now, nextWrite(db), ...copyColumns(known), ...columnsOf(fields));
    return written(db, undefined, id, now, operation);
  })();
}

/** Puts a box of an archive in as it was: its dates and version, every state of it, and what happened to it. */
export function restoreBox(db: Db, { box, states, events }: ArchivedBox): void {
  const { id, jobId, version, createdAt, updatedAt } = box;
  db.prepare(
    `INSERT INTO box (id, job_id, version, created_at, updated_at, write_id, copy_of, copy_changed,
                      name, room, circuit, document, stage, stage_at, found, seen)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)`,
  ).run(id, jobId, version, createdAt, updatedAt, nextWrite(db), ...archivedColumns(box), ...columnsOf(box));
  for (const { at, ...state } of states) keepState(db, { ...box, ...state, updatedAt: at });
  for (const { at, what, words } of events) keepEvent(db, id, at, what, words);
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
  db.prepare(
    `UPDATE box SET version = ?, write_id = ?, copy_of = ?, copy_changed = ?, name = ?, room = ?, circuit = ?,
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

/** @throws Refused 404, or 409 when another state is stored: someone changed it since */
export function deleteBox(db: Db, id: string, from: MadeFrom, now: string, operation?: string): void {
  db.transaction(() => {
    if (takenBefore(db, operation, id, 'delete')) return;
    // What cannot be read can be deleted all the same.
    const { version, write_id: write } = rowOf(db, id);
    if (!isMadeFrom({ version, write }, from)) throw stale({ version: from.version }, readBox(db, id));
    db.prepare('DELETE FROM box WHERE id = ?').run(id);
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
