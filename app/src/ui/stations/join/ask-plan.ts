/** Has boxes planned by a worker. */
import { keepingWorker } from '../../client/ask-worker';
import { PlanAnswer, type PlanQuestion } from './plan-answers';

const ask = keepingWorker(() => new Worker(new URL('../../../worker/plan.worker', import.meta.url)));

/** @param signal ends the work when the box has changed */
export const askPlan = (question: PlanQuestion, signal: AbortSignal): Promise<PlanAnswer> =>
  ask(PlanAnswer, question, signal);
