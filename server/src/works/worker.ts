/** The thread that works: it opens the database file itself and runs one task after the other. */
import type { MessagePort } from 'node:worker_threads';
import { type Db, openForWorker } from '../database.ts';
import { Refused } from '../services/failures.ts';
import { countsBy } from '../services/verdicts.ts';
import { PortWritable, type Said } from './port.ts';
import { runTask, type Task } from './tasks.ts';

/** What a thread is asked. */
export interface Asked {
  readonly file: string;
  /** Which program counts. */
  readonly program: string;
  readonly task: Task;
  readonly port: MessagePort;
}

/** The answer of a worker. An error of ours travels as its parts: the class of an object is lost between threads. */
export type Answered =
  | { readonly answer: unknown }
  | { readonly refused: { readonly status: number; readonly title: string; readonly more: Refused['more'] } };

let opened: { readonly file: string; readonly db: Db } | undefined;

/** The connection of this thread. */
function connection(file: string): Db {
  if (opened?.file !== file) {
    opened?.db.close();
    opened = { file, db: openForWorker(file) };
  }
  return opened.db;
}

/** @public `scripts/worker.mjs` runs it from its bundle. */
export default async function work({ file, program, task, port }: Asked): Promise<Answered> {
  countsBy(program);
  try {
    const into = new PortWritable(port);
    const ended = new Promise<void>((resolve) => void into.once('finish', resolve));
    const progress = (at: { readonly done: number; readonly of: number }) =>
      port.postMessage({ progress: at } satisfies Said);
    const answer = await runTask(connection(file), task, { into, progress });
    if (answer === undefined) await ended;
    else into.end();
    return { answer };
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    const { status, title, more } = error;
    return { refused: { status, title, more } };
  } finally {
    port.close();
  }
}
