/** Asks a worker one question; the answer passes its schema before anyone sees it. */
import type { z } from 'zod';

/**
 * @param signal ends the worker when the answer is no longer wanted; the promise then stays open
 * @param done what becomes of the worker once it has answered; without it, it is ended
 */
export function askWorker<S extends z.ZodType>(
  worker: Worker,
  schema: S,
  question: unknown,
  signal: AbortSignal,
  done: (worker: Worker) => void = (one) => one.terminate(),
): Promise<z.output<S>> {
  return new Promise((resolve, reject) => {
    const end = () => worker.terminate();
    signal.addEventListener('abort', end);
    worker.onmessage = (event) => {
      signal.removeEventListener('abort', end);
      done(worker);
      const answer = schema.safeParse(event.data);
      if (answer.success) resolve(answer.data);
      else reject(answer.error);
    };
    worker.onerror = (event) => {
      end();
      reject(new Error(event.message));
    };
    worker.postMessage(question);
  });
}

/**
 * Questions to one kind of worker. It is kept for the next question; where its answer is no longer wanted while it
 * is still at it, it is ended and another begun: a mistyped number never holds up the screen.
 */
export function keepingWorker(make: () => Worker) {
  let idle: Worker | undefined;
  return <S extends z.ZodType>(schema: S, question: unknown, signal: AbortSignal): Promise<z.output<S>> => {
    const worker = idle ?? make();
    idle = undefined;
    return askWorker(worker, schema, question, signal, (answered) => {
      if (idle === undefined) idle = answered;
      else answered.terminate();
    });
  };
}

/** Whether there are workers here at all. */
export const hasWorkers = (): boolean => typeof Worker !== 'undefined';
