/** Plans and proves a box off the screen's own thread. */
import { answerPlan } from '../ui/stations/join/plan-answers';

globalThis.onmessage = (event: MessageEvent<unknown>) => {
  globalThis.postMessage(answerPlan(event.data));
};
