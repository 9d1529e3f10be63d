/** Runs tasks in worker threads: a limited number at once, canceled when the client goes, with their progress. */
import type { Writable } from 'node:stream';
import { MessageChannel } from 'node:worker_threads';
import { LRUCache } from 'lru-cache';
import { Piscina } from 'piscina';
import { Refused } from '../services/failures.ts';
import { countingProgram } from '../services/verdicts.ts';
import { writeFrom } from './port.ts';
import type { Progress, Task } from './tasks.ts';
import type { Answered, Asked } from './worker.ts';

/** The progress of a task that the client gave a name. */
export type Standing = { readonly is: 'waiting' | 'running' | 'done' | 'failed' } & Partial<Progress>;

export interface WorkAsked {
  /** Where what it makes goes. */
  readonly into: Writable;
  /** Ends it: nobody waits for it any more. */
  readonly signal: AbortSignal;
  /** The name its progress is asked by. */
  readonly name?: string | undefined;
}

export interface Works {
  /** @returns what the task answers @throws Refused, also where too many wait */
  readonly run: (task: Task, asked: WorkAsked) => Promise<unknown>;
  /** The progress of a task by its name; undefined for an unknown name. */
  readonly standing: (name: string) => Standing | undefined;
  readonly close: () => Promise<void>;
}

/** Papers and archives at once, and so many that wait. */
const AT_ONCE = 2;
const WAITING_MOST = 12;
/** A thread that had nothing to do for so long is given up, in ms. */
const IDLE_MS = 15_000;
/** Works whose progress is known. */
const KNOWN_MOST = 200;
/** A thread may hold so much, in MB; a task that wants more is ended. */
const HEAP_MB = 256;
const YOUNG_MB = 8;

const tooMany = () =>
  new Refused(503, 'The server is busy with other papers and archives', {
    detail: `${AT_ONCE} are made at once and ${WAITING_MOST} wait. Nothing was changed. Try again in a moment.`,
  });
const tooLarge = () =>
  new Refused(413, 'This is more than the server can hold at once', {
    detail: 'Nothing was changed. Take a part of it: fewer boxes, or shorter ones.',
  });

/** Keeps how named works stand. */
export function standings() {
  const known = new LRUCache<string, Standing>({ max: KNOWN_MOST });
  return {
    standing: (name: string) => known.get(name),
    /** Follows one work. */
    follow(name: string | undefined) {
      const set = (standing: Standing) => name !== undefined && known.set(name, standing);
      set({ is: 'waiting' });
      return {
        heard: (progress: Progress) => set({ is: 'running', ...progress }),
        ended: (is: 'done' | 'failed') => set({ is }),
      };
    },
  };
}

/**
 * @param worker the script of a thread
 * @param file the database
 */
export function worksIn(worker: string, file: string): Works {
  const pool = new Piscina({
    filename: worker,
    minThreads: 0,
    maxThreads: AT_ONCE,
    maxQueue: WAITING_MOST,
    idleTimeout: IDLE_MS,
    // A small young generation is emptied often, and the thread stays small.
    resourceLimits: { maxOldGenerationSizeMb: HEAP_MB, maxYoungGenerationSizeMb: YOUNG_MB },
  });
  const { standing, follow } = standings();
  return {
    standing,
    close: () => pool.destroy(),
    async run(task, { into, signal, name }) {
      if (pool.queueSize >= WAITING_MOST) throw tooMany();
      const { heard, ended } = follow(name);
      const { port1: port, port2 } = new MessageChannel();
      const written = writeFrom(port, into, heard);
      try {
        const asked: Asked = { file, program: countingProgram(), task, port: port2 };
        const answered = (await pool.run(asked, { transferList: [port2], signal })) as Answered;
        if ('refused' in answered) {
          const { status, title, more } = answered.refused;
          throw new Refused(status, title, more);
        }
        await written;
        ended('done');
        return answered.answer;
      } catch (error) {
        ended('failed');
        if (error instanceof Error && 'code' in error && error.code === 'ERR_WORKER_OUT_OF_MEMORY')
          throw tooLarge();
        throw error;
      } finally {
        port.close();
      }
    },
  };
}
