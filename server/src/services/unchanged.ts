/** Whether the database is as it was: a token that is another one after any write, by this process or by another. */
import { type Db, prepared } from '../database.ts';

/** @example '3:120', and '3:121' once a row was written */
export function stateOf(db: Db): string {
  const row = prepared<[], { own: number }>(db, 'SELECT total_changes() AS own').get();
  // `data_version` counts what other connections wrote, `total_changes` what this one did.
  return `${String(db.pragma('data_version', { simple: true }))}:${row?.own ?? 0}`;
}
