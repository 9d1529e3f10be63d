/** Searches remedies off the screen's own thread. */
import { answerRemedies } from '../ui/box/remedy-answers';

globalThis.onmessage = (event: MessageEvent<unknown>) => {
  globalThis.postMessage(answerRemedies(event.data));
};
