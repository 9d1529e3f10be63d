/** Finds what is wrong in a wiring off the screen's own thread. */
import { answerDiagnose } from '../ui/stations/close/diagnose-answers';

globalThis.onmessage = (event: MessageEvent<unknown>) => {
  globalThis.postMessage(answerDiagnose(event.data));
};
