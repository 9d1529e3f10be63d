/** Has remedies searched by a worker; where there is none, by this thread. */
import { answerRemedies, RemedyAnswer, type RemedyQuestion } from './remedy-answers';

/** @param signal ends the search when the box has changed */
export function askRemedies(question: RemedyQuestion, signal: AbortSignal): Promise<RemedyAnswer> {
  if (typeof Worker === 'undefined') return Promise.resolve(answerRemedies(question));
  return new Promise((resolve, reject) => {
    const worker = new Worker(new URL('../../worker/remedies.worker', import.meta.url));
    const end = () => worker.terminate();
    signal.addEventListener('abort', end);
    worker.onmessage = (event) => {
      end();
      const answer = RemedyAnswer.safeParse(event.data);
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
