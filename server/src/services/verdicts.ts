/**
 * The verdict of each box, kept beside it: by its version, the edition of its job and the program that counted. Whatever
 * of these is another is counted anew.
 */
import { randomUUID } from 'node:crypto';
import { type EditionId, editionOf, tally } from '@dense-pack/core';
import { isEditionChosen } from '@dense-pack/core/box/record';
import { certaintyOf } from '@dense-pack/core/certainty/certainty';
import { type Db, sqliteCode } from '../database.ts';
import { readEach } from './boxes.ts';

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
  readonly job: string;
  readonly edition: EditionId;
  /** 1 where nobody chose the edition of its job. */
  readonly assumed: 0 | 1;
}

/** How many boxes of a job are over, cannot be told, are legal only if something open is so, or cannot be read here. */
export interface Counts {
  over: number;
  unknown: number;
  unread: number;
  open: number;
}

const isCounted = (verdict: string): verdict is keyof Counts =>
  verdict === 'over' || verdict === 'unknown' || verdict === 'unread' || verdict === 'open';

/** The verdict of a stored box as a list counts it: one that could change is open. */
function verdictOf(db: Db, { id, edition: adopted, assumed }: Uncounted): string {
  const read = readEach(db, id);
  if ('why' in read) return 'unread';
  const { box } = read;
  const edition = editionOf(box.edition ?? adopted);
  const counted = tally(box, edition);
  const chosen = isEditionChosen({ editionAssumed: assumed === 1 }, box);
  const { certain } = certaintyOf(box, edition, counted, { chosen });
  return counted.verdict === 'legal' && !certain ? 'open' : counted.verdict;
}

/** In SQL: whether the verdict of a box is of what lies there now. Its parameter is `countedBy()`. */
export const IS_COUNTED = `(box.counted_version IS box.version AND box.counted_by IS ? || ':' || job.edition || job.edition_assumed)`;
export const countedBy = (): string => program;

/**
 * Counts each box whose verdict is not known, and keeps it beside the box.
 * @returns by job what could not be kept, for another program writes just now; empty else
 */
export function countAll(db: Db): ReadonlyMap<string, Counts> {
  const uncounted = db
    .prepare<[string], Uncounted>(
      `SELECT box.id, box.job_id AS job, job.edition, job.edition_assumed AS assumed FROM box JOIN job ON job.id = box.job_id
       WHERE NOT ${IS_COUNTED}`,
    )
    .all(program);
  if (uncounted.length === 0) return new Map();
  const counted = uncounted.map((one) => ({ ...one, verdict: verdictOf(db, one) }));
  const keep = db.prepare(
    'UPDATE box SET verdict = ?, counted_version = version, counted_by = ? WHERE id = ?',
  );
  try {
    db.transaction(() => {
      for (const { id, edition, assumed, verdict } of counted)
        keep.run(verdict, `${program}:${edition}${assumed}`, id);
    })();
    return new Map();
  } catch (error) {
    if (sqliteCode(error) === undefined) throw error;
    // It can be read and not written: what was counted is told and counted again next time.
    const by = new Map<string, Counts>();
    for (const { job, verdict } of counted) {
      const counts = by.get(job) ?? { over: 0, unknown: 0, unread: 0, open: 0 };
      if (isCounted(verdict)) counts[verdict] += 1;
      by.set(job, counts);
    }
    return by;
  }
}
