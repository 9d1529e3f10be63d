/** The list of jobs: cards in pages, and what changed since a state of the list. */
import { JOB_PREVIEW, type JobCard, type JobCards } from '@dense-pack/core';
import { countOf, writeId } from '@dense-pack/core/box/write-id';
import { LRUCache } from 'lru-cache';
import { type Db, prepared } from '../database.ts';
import { countedBy, countLater, IS_COUNTED } from './verdicts.ts';
import { type CopyColumns, epochOf, epochsOf, placeOf } from './writes.ts';

interface CardRow extends CopyColumns {
  id: string;
  changed: number;
  version: number;
  name: string;
  edition: JobCard['edition'];
  edition_assumed: number;
  note: string;
  demo: number;
  write_id: string;
  created_at: string;
  updated_at: string;
}

interface Counts {
  readonly job: string;
  readonly n: number;
  readonly over: number;
  readonly unknown: number;
  readonly unread: number;
  readonly open: number;
  readonly uncounted: number;
}
const NONE = { n: 0, over: 0, unknown: 0, unread: 0, open: 0, uncounted: 0 };

/** What is counted of the boxes of these jobs. */
function countsOf(db: Db, ids: readonly string[]): ReadonlyMap<string, Counts> {
  const is = (verdict: string) => `coalesce(sum(verdict = '${verdict}'), 0) AS ${verdict}`;
  const rows = prepared<[string, string], Counts>(
    db,
    `SELECT job_id AS job, count(*) AS n, ${['over', 'unknown', 'unread', 'open'].map(is).join(', ')},
              sum(verdict IS NULL) AS uncounted
       FROM (SELECT box.job_id, CASE WHEN ${IS_COUNTED} THEN box.verdict END AS verdict
             FROM json_each(?) AS asked JOIN box_all AS box ON box.job_id = asked.value AND box.deleted_at IS NULL
             JOIN job_all AS job ON job.id = box.job_id)
       GROUP BY job_id`,
  ).all(countedBy(), JSON.stringify(ids));
  return new Map(rows.map((row) => [row.job, row]));
}

/** The small vessels of the first boxes of a job that were counted. */
const vesselsOf = (db: Db, jobId: string): JobCard['vessels'] =>
  prepared<[string, string, number], { preview: string }>(
    db,
    `SELECT box.preview FROM box_all AS box JOIN job_all AS job ON job.id = box.job_id
       WHERE box.job_id = ? AND box.deleted_at IS NULL AND ${IS_COUNTED} AND box.preview IS NOT NULL
       ORDER BY box.created_at, box.rowid LIMIT ?`,
  )
    .all(jobId, countedBy(), JOB_PREVIEW)
    .map(({ preview }) => JSON.parse(preview) as JobCard['vessels'][number]);

/** A card, and what it was made of: any change of what it shows gives its job another `changed`. */
interface Made {
  readonly changed: number;
  /** The rules that counted, and what other connections wrote: of another program nothing is known. */
  readonly by: string;
  readonly card: JobCard;
}
/** Many phones ask for what one of them changed: so many cards are kept as they were made. */
const CARDS_KEPT = 2000;
const made = new WeakMap<Db, LRUCache<string, Made>>();

function cardsOf(db: Db, rows: readonly CardRow[]): JobCard[] {
  const kept = made.get(db) ?? new LRUCache<string, Made>({ max: CARDS_KEPT });
  made.set(db, kept);
  const by = `${countedBy()} ${String(db.pragma('data_version', { simple: true }))}`;
  const known = new Map(
    rows.flatMap(({ id, changed }) => {
      const one = kept.get(id);
      return one?.changed === changed && one.by === by ? [[id, one.card] as const] : [];
    }),
  );
  const unknown = rows.filter(({ id }) => !known.has(id));
  const counts = countsOf(
    db,
    unknown.map(({ id }) => id),
  );
  for (const row of unknown) {
    const card = cardOf(db, row, counts.get(row.id) ?? NONE);
    known.set(row.id, card);
    kept.set(row.id, { changed: row.changed, by, card });
  }
  return rows.flatMap(({ id }) => known.get(id) ?? []);
}

function cardOf(
  db: Db,
  row: CardRow,
  { n, over, unknown, unread, open, uncounted }: Omit<Counts, 'job'>,
): JobCard {
  return {
    id: row.id,
    version: row.version,
    ...placeOf(row),
    name: row.name,
    edition: row.edition,
    ...(row.edition_assumed === 1 ? { editionAssumed: true } : {}),
    note: row.note,
    demo: row.demo === 1,
    createdAt: row.created_at,
    updatedAt: row.updated_at,
    boxes: n - unread,
    over,
    unknown,
    open,
    unreadable: unread,
    uncounted,
    vessels: vesselsOf(db, row.id),
  };
}

const COLUMNS = `job.id, job.version, job.name, job.edition, job.edition_assumed, job.note, job.demo, job.write_id, job.copy_of,
  job.copy_changed, job.created_at, job.updated_at, job.changed`;

export interface CardsAsked {
  readonly most: number;
  /** The last card before the page. */
  readonly after?: { readonly updatedAt: string; readonly id: string } | undefined;
  /** What the name or the note has in it. */
  readonly words?: string | undefined;
  /** A state of the list: the answer has what changed after it. */
  readonly since?: string | undefined;
}

/** The state of the list after a write, named by the epoch the write is of. */
function stateAfter(db: Db, count: number): string {
  const epoch = epochsOf(db).findLast(({ after }) => after <= count);
  return writeId(epoch?.id ?? epochOf(db), count);
}

/** The state of the list as it is now. */
const stateNow = (db: Db): string =>
  stateAfter(db, prepared<[], { writes: number }>(db, 'SELECT writes FROM clock').get()?.writes ?? 0);

/** The number of the write a state is of; undefined where it is of another time, or too old. */
function changesFrom(db: Db, state: string): number | undefined {
  const epochs = epochsOf(db);
  const at = epochs.findIndex(({ id }) => state.startsWith(`${id}.`));
  const [epoch, next] = [epochs[at], epochs[at + 1]];
  const count = countOf(state);
  const purged = prepared<[], { purged: number }>(db, 'SELECT purged FROM clock').get()?.purged ?? 0;
  if (!epoch || count < epoch.after || count < purged) return undefined;
  return next !== undefined && count > next.after ? undefined : count;
}

interface ChangedRow extends CardRow {
  deleted_at: string | null;
}

/** What changed of the list since a write, the earliest change first. */
function changedSince(db: Db, from: number, most: number): Omit<JobCards, 'count'> {
  const state = stateNow(db);
  const rows = prepared<[number, number], ChangedRow>(
    db,
    `SELECT ${COLUMNS}, job.deleted_at FROM job_all AS job WHERE job.changed > ? ORDER BY job.changed LIMIT ?`,
  ).all(from, most + 1);
  const changed = rows.slice(0, most);
  const more = rows.length > most;
  const last = changed.at(-1);
  return {
    jobs: cardsOf(
      db,
      changed.filter((row) => row.deleted_at === null),
    ),
    deleted: changed.filter((row) => row.deleted_at !== null).map(({ id }) => id),
    state: more && last ? stateAfter(db, last.changed) : state,
    since: true,
    more,
  };
}

/** A page of the list, the newest change first. */
function pageOfCards(db: Db, { most, after, words = '' }: CardsAsked): Omit<JobCards, 'count'> {
  const state = stateNow(db);
  const rows = prepared<[string, string, string, string, number], CardRow>(
    db,
    `SELECT ${COLUMNS} FROM job_all AS job WHERE job.deleted_at IS NULL
         AND (job.updated_at < ? OR (job.updated_at = ? AND job.id > ?))
         AND instr(lower_all(job.name || ' ' || job.note), ?) > 0
       ORDER BY job.updated_at DESC, job.id LIMIT ?`,
  ).all(
    after?.updatedAt ?? '\u{10ffff}',
    after?.updatedAt ?? '',
    after?.id ?? '',
    words.trim().toLowerCase(),
    most + 1,
  );
  return {
    jobs: cardsOf(db, rows.slice(0, most)),
    deleted: [],
    state,
    since: false,
    more: rows.length > most,
  };
}

/** The list of jobs as it is asked for. What is not counted of it is counted next. */
export function listCards(db: Db, asked: CardsAsked): JobCards {
  const from = asked.since === undefined ? undefined : changesFrom(db, asked.since);
  const cards = from === undefined ? pageOfCards(db, asked) : changedSince(db, from, asked.most);
  countLater(
    db,
    cards.jobs.filter(({ uncounted }) => uncounted > 0).map(({ id }) => id),
  );
  const count = prepared<[], { n: number }>(db, 'SELECT count(*) AS n FROM job').get()?.n ?? 0;
  return { ...cards, count };
}
