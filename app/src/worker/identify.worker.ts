/** Tells which cable is what off the screen's own thread. */
import { answerIdentify } from '../ui/stations/identify/identify-answers';

globalThis.onmessage = (event: MessageEvent<unknown>) => {
  globalThis.postMessage(answerIdentify(event.data));
};
