/** Folds boxes off the screen's own thread. */
import { answerFits, answerFolding, FitsQuestion } from '../ui/stations/fold/fold-answers';

globalThis.onmessage = (event: MessageEvent<unknown>) => {
  const many = FitsQuestion.safeParse(event.data);
  globalThis.postMessage(many.success ? answerFits(many.data) : answerFolding(event.data));
};
