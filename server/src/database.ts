/** Opens the database file and brings its schema up to date. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';

export type Db = Database.Database;

const statements = new WeakMap<Db, Map<string, Database.Statement<unknown[], unknown>>>();

/**
 * A statement of this database, compiled once: to compile one takes longer than to run it.
 * @param sql whose values are parameters: each text is kept
 */
export function prepared<P extends unknown[] = unknown[], R = unknown>(
  db: Db,
  sql: string,
): Database.Statement<P, R> {
  const known = statements.get(db) ?? new Map<string, Database.Statement<unknown[], unknown>>();
  statements.set(db, known);
  const statement = known.get(sql) ?? db.prepare<unknown[], unknown>(sql);
  known.set(sql, statement);
  return statement as unknown as Database.Statement<P, R>;
}

/** A database that cannot be used, in one sentence for the person who started the server. */
export class DatabaseRefused extends Error {}

/** The code of an error of SQLite, by its own words: its class is another one for each that loads the library. */
export function sqliteCode(error: unknown): string | undefined {
  if (typeof error !== 'object' || error === null || !('code' in error)) return undefined;
  const { code } = error;
  return typeof code === 'string' && code.startsWith('SQLITE_') ? code : undefined;
}

/** How long a write waits for another program, in milliseconds. */
const BUSY_MS = 250;

/** The numbered `.sql` files, in order; number N brings `user_version` from N − 1 to N. */
function migrations(folder: string): { number: number; sql: string }[] {
  return readdirSync(folder)
    .filter((file) => /^\d{4}-.*\.sql$/.test(file))
    .sort()
    .map((file) => ({ number: Number(file.slice(0, 4)), sql: readFileSync(join(folder, file), 'utf8') }));
}

/** The pages of a file of so many bytes are checked before it is used; of a larger one, while it is. */
const CHECKED_FIRST_BYTES = 300_000_000;

/** Whether checking all pages of a database takes too long for a start. */
export function isLarge(db: Db, most = CHECKED_FIRST_BYTES): boolean {
  const pages = db.pragma('page_count', { simple: true }) as number;
  return pages * (db.pragma('page_size', { simple: true }) as number) > most;
}

/**
 * Opens (or makes) the database file.
 * @param file path, or `:memory:`
 * @param folder where the migrations are
 * @param checkedFirst bytes up to which its pages are checked first; those of a file that must be brought up to date always are
 * @throws DatabaseRefused when it cannot be written, is no database, is damaged, or was written by a newer version
 */
export function openDatabase(file: string, folder: string, checkedFirst = CHECKED_FIRST_BYTES): Db {
  let db: Db;
  try {
    db = new Database(file);
    // One process serves everyone: it may not stand still for long while another program writes.
    db.pragma(`busy_timeout = ${BUSY_MS}`);
    db.pragma('journal_mode = WAL');
    setUp(db);
  } catch (error) {
    throw new DatabaseRefused(
      `The database file ${file} cannot be opened for writing (${error instanceof Error ? error.message : String(error)}).`,
    );
  }
  try {
    const steps = migrations(folder);
    const isNow = db.pragma('user_version', { simple: true }) === steps.at(-1)?.number;
    if (!isNow || !isLarge(db, checkedFirst)) insistOnWhole(db, file);
    migrate(db, file, steps);
  } catch (error) {
    db.close();
    if (error instanceof DatabaseRefused) throw error;
    throw new DatabaseRefused(
      `The database file ${file} cannot be brought up to date (${error instanceof Error ? error.message : String(error)}).`,
    );
  }
  return db;
}

/** Settings of every connection. */
function setUp(db: Db): void {
  db.pragma('foreign_keys = ON');
  db.pragma('synchronous = FULL');
  // SQLite’s own knows the letters of English alone.
  db.function('lower_all', { deterministic: true }, (text: string) => text.toLowerCase());
}

/** How long a worker thread waits for the server to finish a write, in ms. */
const WORKER_BUSY_MS = 10_000;

/** Opens one more connection to a database that this program has open, for a worker thread. */
export function openForWorker(file: string): Db {
  const db = new Database(file, { fileMustExist: true });
  db.pragma(`busy_timeout = ${WORKER_BUSY_MS}`);
  // It holds little in memory: the system keeps the pages.
  db.pragma('cache_size = -2000');
  setUp(db);
  return db;
}

function migrate(db: Db, file: string, steps: readonly { number: number; sql: string }[]) {
  const newest = steps.at(-1)?.number ?? 0;
  const run = db.transaction(() => {
    const current = db.pragma('user_version', { simple: true }) as number;
    if (current > newest) {
      throw new DatabaseRefused(
        `The database file ${file} has schema ${current}, newer than the ${newest} this version knows: use the newer version, or another file.`,
      );
    }
    for (const step of steps.filter(({ number }) => number > current)) {
      db.exec(step.sql);
      db.pragma(`user_version = ${step.number}`);
    }
  });
  run.immediate();
}

/** What is wrong with the pages of a database, in SQLite’s words; `ok` where nothing is. */
export function stateOfPages(db: Db): string {
  const [first] = db.pragma('quick_check(1)') as { quick_check: string }[];
  return first?.quick_check ?? 'it cannot be checked';
}

/** The same of a file that another process writes. @throws what SQLite says where it cannot be read */
export function stateOfFile(file: string): string {
  const db = new Database(file, { readonly: true, fileMustExist: true });
  try {
    return stateOfPages(db);
  } catch (error) {
    if (sqliteCode(error)?.startsWith('SQLITE_CORRUPT')) return String((error as Error).message);
    throw error;
  } finally {
    db.close();
  }
}

/** @throws DatabaseRefused for a file that is damaged */
function insistOnWhole(db: Db, file: string): void {
  const state = stateOfPages(db);
  if (state !== 'ok')
    throw new DatabaseRefused(
      `The database file ${file} is damaged (${state}). It was not changed: keep a copy of it, and start from a backup, or read an archive into a new file.`,
    );
}

/**
 * Takes a database file for this process alone, until it ends, however it ends.
 * @returns what gives it back
 * @throws DatabaseRefused when another process serves it
 */
export function serveAlone(file: string): () => void {
  let guard: Db | undefined;
  try {
    guard = new Database(`${file}-serving`);
    guard.pragma('busy_timeout = 0');
    // The lock is the system’s own: it goes with the process.
    guard.exec('BEGIN EXCLUSIVE');
  } catch (error) {
    guard?.close();
    if (sqliteCode(error)?.startsWith('SQLITE_BUSY'))
      throw new DatabaseRefused(
        `The database file ${file} is served by another process already: use that one, end it first, or name another file in DENSE_PACK_DB.`,
      );
    // Where nothing can be written here opening the database itself says why.
    return () => undefined;
  }
  return () => guard.close();
}
