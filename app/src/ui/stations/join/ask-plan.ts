/**
 * Has boxes planned by a worker. It is kept for the next question; where the box changes while it is still at
 * the last one, it is ended and another begun: a mistyped number never holds up the screen.
 */
import { PlanAnswer, type PlanQuestion } from './plan-answers';

let idle: Worker | undefined;

/** Whether there are workers here at all. */
export const hasWorkers = (): boolean => typeof Worker !== 'undefined';

/** @param signal ends the work when the box has changed */
export function askPlan(question: PlanQuestion, signal: AbortSignal): Promise<PlanAnswer> {
  const worker = idle ?? new Worker(new URL('../../../worker/plan.worker', import.meta.url));
  idle = undefined;
  return new Promise((resolve, reject) => {
    const end = () => worker.terminate();
    signal.addEventListener('abort', end);
    worker.onmessage = (event) => {
      signal.removeEventListener('abort', end);
      if (idle === undefined) idle = worker;
      else end();
      const answer = PlanAnswer.safeParse(event.data);
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
