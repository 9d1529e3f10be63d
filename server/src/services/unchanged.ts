/** Whether the database is as it was: a token that is another one after any write, by this process or by another. */
import type { Statement } from 'better-sqlite3';
import type { Db } from '../database.ts';

const asked = new WeakMap<Db, Statement<[], { own: number }>>();

/** @example '3:120', and '3:121' once a row was written */
export function stateOf(db: Db): string {
  let statement = asked.get(db);
  if (!statement) {
    statement = db.prepare<[], { own: number }>('SELECT total_changes() AS own');
    asked.set(db, statement);
  }
  // `data_version` counts what other connections wrote, `total_changes` what this one did.
  return `${String(db.pragma('data_version', { simple: true }))}:${statement.get()?.own ?? 0}`;
}
