/** Runs tasks in this very thread, over the connection that serves: for a database that no second connection can open, and for tests. */
import { PassThrough } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Db } from '../database.ts';
import { runTask } from './tasks.ts';
import { standings, type Works } from './works.ts';

export function worksHere(db: Db): Works {
  const { standing, follow } = standings();
  return {
    standing,
    close: async () => undefined,
    async run(task, { into, signal, name }) {
      const { heard, ended } = follow(name);
      try {
        const made = new PassThrough();
        const answer = runTask(db, task, { into: made, progress: heard });
        if ('now' in task) {
          answer.catch((error: unknown) => made.destroy(error as Error));
          await Promise.all([answer, pipeline(made, into, { signal })]);
        }
        const value = await answer;
        ended('done');
        return value;
      } catch (error) {
        ended('failed');
        throw error;
      }
    },
  };
}
