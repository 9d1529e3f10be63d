/** Whether boxes fold, worked out by a worker whenever they change. */
import { keepingWorker } from '../../client/ask-worker';
import { type Answered, useAnswer } from '../../client/use-answer';
import {
  answerFits,
  answerFolding,
  FitsAnswer,
  type FitsQuestion,
  FoldingAnswer,
  type FoldQuestion,
} from './fold-answers';

const ask = keepingWorker(() => new Worker(new URL('../../../worker/fold.worker', import.meta.url)));
const FOLDING = { ask, schema: FoldingAnswer, here: (question: FoldQuestion) => answerFolding(question) };
const FITS = { ask, schema: FitsAnswer, here: (question: FitsQuestion) => answerFits(question) };

export const useFolding = (question: FoldQuestion | undefined): Answered<FoldingAnswer> =>
  useAnswer(FOLDING, question);
export const useFits = (question: FitsQuestion | undefined): Answered<FitsAnswer> =>
  useAnswer(FITS, question);
