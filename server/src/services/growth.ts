/** How much there is in the database, and what is taken out of it again: states of long ago that the logbook does not show. */
import type { Db } from '../database.ts';
import { ARRIVING } from './boxes.ts';
import { photoBytes, sweepPhotos } from './photos.ts';
import { photoBytesMost } from './settings.ts';
import { sweepTrash } from './trash.ts';

/** How much there is. */
export interface Size {
  /** Of the whole file. */
  readonly databaseBytes: number;
  /** Of photos, those still on their way too, and the most that are kept. */
  readonly photoBytes: number;
  readonly photoBytesMost: number;
  readonly jobs: number;
  readonly boxes: number;
  /** Stored states of boxes. */
  readonly states: number;
}

const count = (db: Db, table: string): number =>
  db.prepare(`SELECT count(*) FROM ${table}`).pluck().get() as number;

export function sizeOf(db: Db): Size {
  const pages = db.pragma('page_count', { simple: true }) as number;
  return {
    databaseBytes: pages * (db.pragma('page_size', { simple: true }) as number),
    photoBytes: photoBytes(db),
    photoBytesMost: photoBytesMost(db),
    jobs: count(db, 'job'),
    boxes: count(db, 'box'),
    states: count(db, 'box_state'),
  };
}

const DAY_MS = 86_400_000;
/** A clock may be so many days ahead of the newest write before it is doubted. */
const AHEAD_DAYS = 7;

/**
 * The time by which old things are deleted: the clock's, but not far ahead of the newest write. A computer that starts with a wrong
 * date would else throw the trash away.
 */
export function sweepTime(db: Db, now: Date): Date {
  const newest = db
    .prepare(
      `SELECT max(coalesce((SELECT max(updated_at) FROM job_all), ''),
                  coalesce((SELECT max(deleted_at) FROM job_all WHERE deleted_at <> '${ARRIVING}'), ''),
                  coalesce((SELECT max(deleted_at) FROM box_all WHERE deleted_at <> '${ARRIVING}'), ''))`,
    )
    .pluck()
    .get() as string;
  const most = Date.parse(newest) + AHEAD_DAYS * DAY_MS;
  return Number.isNaN(most) || now.getTime() < most ? now : new Date(most);
}

/** Deletes what is old: photos no box names, the trash, states the logbook does not show. @throws what SQLite says */
export async function sweep(db: Db, clock: Date): Promise<void> {
  const now = sweepTime(db, clock);
  sweepPhotos(db, now);
  sweepTrash(db, now);
  await thinStates(db, now);
}

/** States are all kept for so long, in days. */
export const STATES_DAYS = 365;
/** Boxes are looked through for so long, in ms, before others are served. */
const TURN_MS = 10;

/**
 * Of states older than a year those stay that the logbook shows: the first and the newest; where something happened (planned,
 * built, tested, opened); and the last one before each of these, which is how the box was left.
 */
const THIN = `
  DELETE FROM box_state WHERE box_id = @box AND version IN (
    SELECT version FROM (
      SELECT version, at, stage, lag(stage) OVER by_version AS stage_before,
             lead(stage) OVER by_version AS stage_after, lead(at) OVER by_version AS at_after
      FROM box_state WHERE box_id = @box WINDOW by_version AS (ORDER BY version)
    ) AS state
    WHERE at < @before AND stage_before = stage AND stage_after = stage AND NOT EXISTS (
      SELECT 1 FROM event WHERE event.box_id = @box AND event.at IN (state.at, state.at_after)
    )
  )`;

/** Thins the states of boxes for one turn. @returns the last box that was looked at, null after the last of all */
function thinTurn(db: Db, before: string, after: string): string | null {
  const until = performance.now() + TURN_MS;
  const next = db.prepare<[string], { id: string }>(
    'SELECT id FROM box_all WHERE id > ? ORDER BY id LIMIT 1',
  );
  const thin = db.prepare(THIN);
  return db.transaction(() => {
    let last = after;
    while (performance.now() < until) {
      const row = next.get(last);
      if (!row) return null;
      last = row.id;
      thin.run({ box: last, before });
    }
    return last;
  })();
}

/**
 * Thins what is older than a year, a few boxes at a time, while others are served.
 * @returns resolves after the last box
 * @throws what SQLite says where nothing can be written
 */
export async function thinStates(db: Db, now: Date): Promise<void> {
  const before = new Date(now.getTime() - STATES_DAYS * DAY_MS).toISOString();
  for (let last: string | null = ''; last !== null && db.open;) {
    last = thinTurn(db, before, last);
    await new Promise((resolve) => setTimeout(resolve, 1));
  }
}
