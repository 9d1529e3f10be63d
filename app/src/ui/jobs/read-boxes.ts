/** Has many boxes read by a worker; where there is none, by this thread. The answer passes its schema. */
import { askWorker } from '../client/ask-worker';
import { Preview, previewBoxes, type ReadRequest } from './preview-boxes';

/** @param signal ends the work when the text has changed */
export function readBoxes(request: ReadRequest, signal: AbortSignal): Promise<Preview> {
  if (typeof Worker === 'undefined') return Promise.resolve(previewBoxes(request));
  const worker = new Worker(new URL('../../worker/read-boxes.worker', import.meta.url));
  return askWorker(worker, Preview, request, signal);
}
