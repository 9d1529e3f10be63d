/** Has remedies searched by a worker; where there is none, by this thread. */
import { askWorker } from '../client/ask-worker';
import { answerRemedies, RemedyAnswer, type RemedyQuestion } from './remedy-answers';

/** @param signal ends the search when the box has changed */
export function askRemedies(question: RemedyQuestion, signal: AbortSignal): Promise<RemedyAnswer> {
  if (typeof Worker === 'undefined') return Promise.resolve(answerRemedies(question));
  const worker = new Worker(new URL('../../worker/remedies.worker', import.meta.url));
  return askWorker(worker, RemedyAnswer, question, signal);
}
