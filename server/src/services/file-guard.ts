/**
 * Watches over the database file: SQLite goes on writing into a file that was deleted or replaced under it, and what it writes there
 * is lost. Once something is wrong nothing is written any more, and every client learns why.
 */
import { spawn } from 'node:child_process';
import { statSync } from 'node:fs';
import type { Db } from '../database.ts';

/** What tells a file from another one at the same path; undefined where there is none. */
function fileAt(path: string): string | undefined {
  const found = statSync(path, { throwIfNoEntry: false });
  return found && `${found.dev}:${found.ino}`;
}

export interface FileGuard {
  /** Why nothing may be written, in one sentence; undefined where all is well. */
  readonly trouble: () => string | undefined;
  /** Remembers that the pages of the file were found damaged: that stays until the server is started on another file. */
  readonly damaged: (how: string) => void;
}

const KEEP = 'Stop the server, keep what is there, and start from a backup or an archive.';

/** @param file the path of the open database */
export function guardFile(file: string): FileGuard {
  const parts = [
    { path: file, name: 'The database file' },
    { path: `${file}-wal`, name: 'The write-ahead log of the database' },
  ].map((part) => ({ ...part, was: fileAt(part.path) }));
  let damage: string | undefined;
  return {
    trouble() {
      for (const { path, name, was } of parts) {
        const is = fileAt(path);
        if (is === was) continue;
        return `${name} was ${is === undefined ? 'deleted' : 'replaced'} while the server runs. ${KEEP}`;
      }
      return damage;
    },
    damaged(how) {
      damage = `The database file is damaged (${how}). ${KEEP}`;
    },
  };
}

/**
 * Reads and writes the database, as a write of a person would.
 * @throws what SQLite says where it cannot
 */
export function tryOut(db: Db): void {
  db.transaction(() => {
    db.prepare('UPDATE clock SET tried = tried + 1').run();
    db.prepare('SELECT count(*) FROM job').get();
  })();
}

/**
 * Checks every page of the file in a process of its own: it takes seconds for a large one.
 * @param command the program that checks a file: the last line of its output is `ok`, or what is wrong
 */
export function checkPages(guard: FileGuard, command: readonly [string, ...string[]]): Promise<void> {
  return new Promise((done) => {
    const [program, ...args] = command;
    const child = spawn(program, args, { stdio: ['ignore', 'pipe', 'ignore'] });
    let said = '';
    child.stdout.setEncoding('utf8').on('data', (text: string) => (said += text));
    // What could not be checked is not damaged: it is checked next time.
    child.on('error', () => done());
    child.on('close', (code) => {
      const state = said.trim().split('\n').at(-1) ?? '';
      if (code === 0 && state !== 'ok') guard.damaged(state);
      done();
    });
  });
}
