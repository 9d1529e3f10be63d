/** Every state a box was stored in, with its date: written with each write of the box, never changed. */
import { type BoxDocument, type BoxRecord, type BoxState, type Stage, StoredBox } from '@dense-pack/core';
import { type Db, prepared } from '../database.ts';

interface StateRow {
  version: number;
  at: string;
  stage: Stage;
  document: string;
  found: string | null;
}

/** A stored document, brought up to date and parsed. @throws Unread for what this program cannot read */
export const documentIn = (text: string): BoxDocument => documentFrom(JSON.parse(text));

/** A document of any version. @throws Unread for what this program cannot read */
export function documentFrom(value: unknown): BoxDocument {
  const read = StoredBox.safeParse(value);
  if (read.success) return read.data;
  throw new Unread(
    read.error.issues
      .map(({ path, message }) => (path[0] === 'version' ? message : `${path.join('.')}: ${message}`))
      .join('; '),
  );
}

/** A stored document of a newer program, or a spoilt one. It is kept as it is. */
export class Unread extends Error {}

/** Keeps the state a box was just stored in. */
export function keepState(db: Db, { id, version, updatedAt, stage, box, found }: BoxRecord): void {
  prepared(
    db,
    'INSERT OR REPLACE INTO box_state (box_id, version, at, stage, document, found) VALUES (?, ?, ?, ?, ?, ?)',
  ).run(id, version, updatedAt, stage, JSON.stringify(box), found && JSON.stringify(found));
}

/** The states of a box, newest first; at most `most` of them, and how many cannot be read here. */
export function statesOf(
  db: Db,
  boxId: string,
  most = 200,
): { readonly states: readonly BoxState[]; readonly unreadable: number } {
  const rows = prepared<[string, number], StateRow>(
    db,
    `SELECT version, at, stage, document, found FROM box_state
       WHERE box_id = ? ORDER BY version DESC LIMIT ?`,
  ).all(boxId, most);
  const states = rows.flatMap(({ document, found, ...rest }): BoxState[] => {
    try {
      return [{ ...rest, box: documentIn(document), found: found === null ? null : documentIn(found) }];
    } catch (error) {
      if (error instanceof Unread) return [];
      throw error;
    }
  });
  return { states, unreadable: rows.length - states.length };
}
