/** Plans the outage of a day off the screen's own thread. */
import { answerOutage } from '../ui/house/outage-answers';

globalThis.onmessage = (event: MessageEvent<unknown>) => {
  globalThis.postMessage(answerOutage(event.data));
};
