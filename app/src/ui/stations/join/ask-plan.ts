/**
 * Has boxes planned by a worker. It is kept for the next question; where the box changes while it is still at
 * the last one, it is ended and another begun: a mistyped number never holds up the screen.
 */
import { askWorker } from '../../client/ask-worker';
import { PlanAnswer, type PlanQuestion } from './plan-answers';

let idle: Worker | undefined;

/** Whether there are workers here at all. */
export const hasWorkers = (): boolean => typeof Worker !== 'undefined';

/** @param signal ends the work when the box has changed */
export function askPlan(question: PlanQuestion, signal: AbortSignal): Promise<PlanAnswer> {
  const worker = idle ?? new Worker(new URL('../../../worker/plan.worker', import.meta.url));
  idle = undefined;
  return askWorker(worker, PlanAnswer, question, signal, (answered) => {
    if (idle === undefined) idle = answered;
    else answered.terminate();
  });
}
