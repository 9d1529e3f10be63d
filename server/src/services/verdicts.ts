/**
 * The verdict and the small vessel of each box, stored in its row with what they depend on: the version of the box, the edition of
 * its job and the rules of the program. When one of these changes, the box is counted again: with the write of the box, or in the
 * background.
 */
import { randomUUID } from 'node:crypto';
import { type BoxDocument, type EditionId, editionOf, tally } from '@dense-pack/core';
import { isEditionChosen } from '@dense-pack/core/box/record';
import { certaintyOf } from '@dense-pack/core/certainty/certainty';
import { previewOf } from '@dense-pack/core/vessel/preview';
import { type Db, prepared, sqliteCode } from '../database.ts';
import { readEach } from './box-rows.ts';
import { touchCard } from './job-rows.ts';
import { nextWrite } from './writes.ts';

/** Which program counts. Until it is told nothing another process counted is believed. */
let program: string = randomUUID();

/** Tells which program counts: what the same rules counted before is believed. @param hash of the rules’ sources */
export function countsBy(hash: string): void {
  program = hash;
}

/** The hash that {@link countsBy} set, or a random one. */
export const countingProgram = (): string => program;

interface Uncounted {
  readonly id: string;
  readonly edition: EditionId;
  /** 1 where nobody chose the edition of its job. */
  readonly assumed: 0 | 1;
}

interface Counted {
  /** The verdict as a list counts it: one that could change is open. */
  readonly verdict: string;
  /** The small vessel as JSON; null for a box that cannot be read. */
  readonly preview: string | null;
}

function counted(db: Db, { id, edition: adopted, assumed }: Uncounted): Counted {
  const read = readEach(db, id);
  if ('why' in read) return { verdict: 'unread', preview: null };
  try {
    return countedBox(read.box, adopted, assumed);
  } catch (error) {
    // A fault of the rules must not keep a box from being stored: the list says that it has no answer.
    console.error(`box ${id} cannot be counted`, error);
    return { verdict: 'unknown', preview: null };
  }
}

function countedBox(box: BoxDocument, adopted: EditionId, assumed: 0 | 1): Counted {
  const edition = editionOf(box.edition ?? adopted);
  const count = tally(box, edition);
  const chosen = isEditionChosen({ editionAssumed: assumed === 1 }, box);
  const { certain } = certaintyOf(box, edition, count, { chosen });
  return {
    verdict: count.verdict === 'legal' && !certain ? 'open' : count.verdict,
    preview: JSON.stringify(previewOf(box, count)),
  };
}

/** In SQL: whether the verdict of a box is of what is stored now. Its parameter is `countedBy()`. */
export const IS_COUNTED = `(box.counted_version IS box.version AND box.counted_by IS ? || ':' || job.edition || job.edition_assumed)`;
export const countedBy = (): string => program;

const UNCOUNTED = `SELECT box.id, job.edition, job.edition_assumed AS assumed
  FROM box_all AS box JOIN job_all AS job ON job.id = box.job_id
  WHERE box.deleted_at IS NULL AND NOT ${IS_COUNTED}`;

function keep(db: Db, one: Uncounted): void {
  const { verdict, preview } = counted(db, one);
  prepared(
    db,
    'UPDATE box_all SET verdict = ?, preview = ?, counted_version = version, counted_by = ? WHERE id = ?',
  ).run(verdict, preview, `${program}:${one.edition}${one.assumed}`, one.id);
}

/** Counts a box that was just written. In the transaction of the write. */
export function keepVerdict(db: Db, id: string): void {
  const one = prepared<[string, string], Uncounted>(db, `${UNCOUNTED} AND box.id = ?`).get(program, id);
  if (one) keep(db, one);
}

/** Boxes are counted for so long, in ms, before others are served. */
const TURN_MS = 12;

interface Waiting {
  readonly jobs: Set<string>;
  busy: boolean;
}
const waiting = new WeakMap<Db, Waiting>();

/** Counts boxes of these jobs for one turn. @returns whether some are left */
function countTurn(db: Db, jobs: Set<string>): boolean {
  const until = performance.now() + TURN_MS;
  db.transaction(() => {
    for (const job of jobs) {
      const boxes = prepared<[string, string], Uncounted>(db, `${UNCOUNTED} AND box.job_id = ?`);
      const left = boxes.all(program, job);
      for (const one of left) {
        keep(db, one);
        if (performance.now() >= until) break;
      }
      if (left.length > 0) {
        nextWrite(db);
        touchCard(db, job);
      }
      if (performance.now() >= until) return;
      jobs.delete(job);
    }
  })();
  return jobs.size > 0;
}

/** After so long, in ms, it is tried again where nothing could be written. */
const AGAIN_MS = 1000;

/** @returns after how many ms it goes on; undefined when all is counted */
function turnOf(db: Db, { jobs }: Waiting): number | undefined {
  try {
    // A server that is closed counts when it is started again.
    return db.open && countTurn(db, jobs) ? 1 : undefined;
  } catch (error) {
    if (sqliteCode(error) !== undefined) return AGAIN_MS;
    console.error(error);
    jobs.clear();
    return undefined;
  }
}

function turn(db: Db, queue: Waiting): void {
  const wait = turnOf(db, queue);
  if (wait !== undefined) setTimeout(() => turn(db, queue), wait).unref();
  else queue.busy = false;
}

/** Counts what is not counted of these jobs, a few boxes at a time, while others are served. */
export function countLater(db: Db, jobs: Iterable<string>): void {
  const queue = waiting.get(db) ?? { jobs: new Set<string>(), busy: false };
  waiting.set(db, queue);
  for (const job of jobs) queue.jobs.add(job);
  if (queue.busy || queue.jobs.size === 0) return;
  queue.busy = true;
  setImmediate(() => turn(db, queue));
}

/** Counts whatever is not counted, as `countLater` does: after a start. */
export const countAllLater = (db: Db): void =>
  countLater(
    db,
    prepared<[], { id: string }>(db, 'SELECT id FROM job')
      .all()
      .map(({ id }) => id),
  );
