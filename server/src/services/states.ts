/** Every state a box was stored in, with its date: written with each write of the box, never changed. */
import { BoxDocument, type BoxRecord, bringUpToDate, type BoxState, type Stage } from '@dense-pack/core';
import type { Db } from '../database.ts';

interface StateRow {
  version: number;
  at: string;
  stage: Stage;
  document: string;
  found: string | null;
}

/** A stored document, brought up to date and parsed. */
export function documentIn(text: string): BoxDocument {
  return BoxDocument.parse(bringUpToDate(JSON.parse(text)));
}

/** Keeps the state a box was just stored in. */
export function keepState(db: Db, { id, version, updatedAt, stage, box, found }: BoxRecord): void {
  db.prepare(
    'INSERT OR REPLACE INTO box_state (box_id, version, at, stage, document, found) VALUES (?, ?, ?, ?, ?, ?)',
  ).run(id, version, updatedAt, stage, JSON.stringify(box), found && JSON.stringify(found));
}

/** The states of a box, newest first; at most `most` of them. */
export function statesOf(db: Db, boxId: string, most = 200): BoxState[] {
  return db
    .prepare<[string, number], StateRow>(
      `SELECT version, at, stage, document, found FROM box_state
       WHERE box_id = ? ORDER BY version DESC LIMIT ?`,
    )
    .all(boxId, most)
    .map(({ document, found, ...rest }) => ({
      ...rest,
      box: documentIn(document),
      found: found === null ? null : documentIn(found),
    }));
}
