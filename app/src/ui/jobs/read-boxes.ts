/** Has many boxes read by a worker; where there is none, by this thread. The answer passes its schema. */
import { Preview, previewBoxes, type ReadRequest } from './preview-boxes';

/** @param signal ends the work when the text has changed */
export function readBoxes(request: ReadRequest, signal: AbortSignal): Promise<Preview> {
  if (typeof Worker === 'undefined') return Promise.resolve(previewBoxes(request));
  return new Promise((resolve, reject) => {
    const worker = new Worker(new URL('../../worker/read-boxes.worker', import.meta.url));
    const end = () => worker.terminate();
    signal.addEventListener('abort', end);
    worker.onmessage = (event) => {
      end();
      const answer = Preview.safeParse(event.data);
      if (answer.success) resolve(answer.data);
      else reject(answer.error);
    };
    worker.onerror = (event) => {
      end();
      reject(new Error(event.message));
    };
    worker.postMessage(request);
  });
}
