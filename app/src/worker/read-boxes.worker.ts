/** Reads many boxes off the screen's own thread: pasted lines or a CSV file, each row with its verdict. */
import { previewBoxes, type ReadRequest } from '../ui/jobs/preview-boxes';

globalThis.onmessage = (event: MessageEvent<ReadRequest>) => {
  globalThis.postMessage(previewBoxes(event.data));
};
