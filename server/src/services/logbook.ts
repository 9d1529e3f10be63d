/** The logbook: what happened to each box, and boxes found by any word of theirs, across all jobs. */
import type { BoxRecord, Job } from '@dense-pack/core';
import { type BoxEvent, eventsBetween } from '@dense-pack/core/logbook/events';
import { searchWords, textOf } from '@dense-pack/core/logbook/text';
import { type Db, prepared } from '../database.ts';

/** Goes up when boxes are found by other words: all are then indexed anew. */
const WORDS_VERSION = 1;
/** The most boxes a search answers. */
const HITS_MOST = 60;

export interface Hit {
  readonly jobId: string;
  readonly job: string;
  readonly boxId: string;
  readonly name: string;
  readonly room: string;
  readonly circuit: string;
  readonly updatedAt: string;
}

export interface LoggedEvent extends BoxEvent {
  readonly at: string;
}

/** Writes down what happened between two states, and finds the box by its new words. In the transaction of the write. */
export function log(db: Db, job: Job, before: BoxRecord | undefined, after: BoxRecord): void {
  for (const { what, words } of eventsBetween(before, after))
    keepEvent(db, after.id, after.updatedAt, what, words);
  indexBox(db, job, after);
}

export function keepEvent(db: Db, boxId: string, at: string, what: string, words: string): void {
  prepared(db, 'INSERT INTO event (box_id, at, what, words) VALUES (?, ?, ?, ?)').run(boxId, at, what, words);
}

/** The newest written is found first: it takes a new number. */
export function indexBox(db: Db, job: Pick<Job, 'name' | 'edition'>, record: BoxRecord): void {
  prepared(db, 'DELETE FROM indexed WHERE box_id = ?').run(record.id);
  const { lastInsertRowid } = prepared(db, 'INSERT INTO indexed (box_id, by) VALUES (?, ?)').run(
    record.id,
    WORDS_VERSION,
  );
  prepared(db, 'INSERT INTO box_words (rowid, words) VALUES (?, ?)').run(
    lastInsertRowid,
    textOf(job, record),
  );
}

/** Indexes boxes of a job anew, in their order: its name or edition changed. */
export function indexJob(db: Db, job: Job, boxes: readonly BoxRecord[]): void {
  for (const box of boxes) indexBox(db, job, box);
}

/**
 * Indexes what is not indexed yet, or by older words: boxes written by an earlier version.
 * @param read a box by its id, or undefined where it cannot be read
 * @returns how many there were, at most `most`
 */
export function indexMissing(
  db: Db,
  read: (id: string) => { readonly job: Job; readonly record: BoxRecord } | undefined,
  most: number,
): number {
  const rows = prepared<[number, number], { id: string }>(
    db,
    `SELECT box.id FROM box LEFT JOIN indexed ON indexed.box_id = box.id
       WHERE indexed.by IS NULL OR indexed.by < ? ORDER BY box.updated_at LIMIT ?`,
  ).all(WORDS_VERSION, most);
  db.transaction(() => {
    for (const { id } of rows) {
      const found = read(id);
      if (found) indexBox(db, found.job, found.record);
      // What cannot be read is found by nothing, and not looked at again.
      else
        prepared(
          db,
          'INSERT INTO indexed (box_id, by) VALUES (?, ?) ON CONFLICT (box_id) DO UPDATE SET by = excluded.by',
        ).run(id, WORDS_VERSION);
    }
  })();
  return rows.length;
}

/** What happened to a box, oldest first. */
export const eventsOf = (db: Db, boxId: string): readonly LoggedEvent[] =>
  prepared<[string], LoggedEvent>(db, 'SELECT at, what, words FROM event WHERE box_id = ? ORDER BY n').all(
    boxId,
  );

/** So many events of a job are told. */
const EVENTS_MOST = 2000;

/** What happened to the boxes of a job, the newest first. */
export const eventsOfJob = (
  db: Db,
  jobId: string,
): readonly (LoggedEvent & { readonly boxId: string; readonly name: string })[] =>
  prepared<[string, number], LoggedEvent & { boxId: string; name: string }>(
    db,
    `SELECT event.at, event.what, event.words, box.id AS boxId, box.name
       FROM event JOIN box ON box.id = event.box_id WHERE box.job_id = ?
       ORDER BY event.at DESC, event.n DESC LIMIT ?`,
  ).all(jobId, EVENTS_MOST);

/** Boxes that have every word of a search, the newest written first; no word finds the newest of all. */
export function findBoxes(db: Db, asked: string): { readonly hits: readonly Hit[]; readonly more: boolean } {
  const words = searchWords(asked);
  const columns = `job.id AS jobId, job.name AS job, box.id AS boxId, box.name, box.room, box.circuit,
                   box.updated_at AS updatedAt`;
  const rows =
    words.length === 0
      ? prepared<[number], Hit>(
          db,
          `SELECT ${columns} FROM indexed JOIN box ON box.id = indexed.box_id JOIN job ON job.id = box.job_id
             ORDER BY indexed.n DESC LIMIT ?`,
        ).all(HITS_MOST + 1)
      : prepared<[string, number], Hit>(
          db,
          `SELECT ${columns} FROM
               (SELECT rowid AS n FROM box_words WHERE box_words MATCH ? ORDER BY rowid DESC LIMIT ?) AS hit
             JOIN indexed ON indexed.n = hit.n JOIN box ON box.id = indexed.box_id JOIN job ON job.id = box.job_id
             ORDER BY hit.n DESC`,
        ).all(words.map((word) => `"${word}"*`).join(' '), HITS_MOST + 1);
  return { hits: rows.slice(0, HITS_MOST), more: rows.length > HITS_MOST };
}
