/** Rows of the box table, read. A document is parsed by the core's schema when it is read back. */
import { type BoxRecord, Seen, type Stage, type UnreadableBox } from '@dense-pack/core';
import { ticksBeside } from '@dense-pack/core/box/ticks-beside';
import { LRUCache } from 'lru-cache';
import { type Db, prepared } from '../database.ts';
import { notFound, Refused } from './failures.ts';
import { documentFrom, documentIn, Unread } from './states.ts';
import { type CopyColumns, placeOf } from './writes.ts';

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

const COLUMNS = `id, job_id, version, name, room, circuit, document, stage, stage_at, found, seen, write_id, copy_of, copy_changed,
  created_at, updated_at`;

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
  const rows = prepared<[string, number, number], BoxRow>(
    db,
    `SELECT ${COLUMNS} FROM box WHERE job_id = ? ORDER BY created_at, place LIMIT ? OFFSET ?`,
  ).all(jobId, page?.most ?? -1, page?.from ?? 0);
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
  prepared<[string], { n: number }>(db, 'SELECT count(*) AS n FROM box WHERE job_id = ?').get(jobId)?.n ?? 0;

/** Whether the boxes of a job are as they were: another text once one was made, changed or deleted. */
export const stateOfBoxes = (db: Db, jobId: string): string => {
  const row = prepared<[string], Record<string, number | null>>(
    db,
    'SELECT count(*) AS n, sum(version) AS v, sum(place) AS r, max(place) AS m FROM box WHERE job_id = ?',
  ).get(jobId);
  return Object.values(row ?? {}).join(':');
};

/** The boxes of a job that can be read, in the order they were made. */
export const boxesOf = (db: Db, jobId: string): readonly BoxRecord[] => boxesIn(db, jobId).boxes;

/** @throws Refused 404 */
export function rowOf(db: Db, id: string): BoxRow {
  const row = prepared<[string], BoxRow>(db, `SELECT ${COLUMNS} FROM box WHERE id = ?`).get(id);
  if (!row) throw notFound('box', id);
  return row;
}

/** A box, or why it cannot be read here. @throws Refused 404 */
export const readEach = (db: Db, id: string): Parsed['read'] => readRow(db, rowOf(db, id));

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
