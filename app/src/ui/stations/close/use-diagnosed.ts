/** What could be wrong in a box, worked out by a worker whenever a reading comes. */
import { keepingWorker } from '../../client/ask-worker';
import { type Answered, useAnswer } from '../../client/use-answer';
import { answerDiagnose, DiagnoseAnswer, type DiagnoseQuestion } from './diagnose-answers';

const DIAGNOSING = {
  ask: keepingWorker(() => new Worker(new URL('../../../worker/diagnose.worker', import.meta.url))),
  schema: DiagnoseAnswer,
  here: (question: DiagnoseQuestion) => answerDiagnose(question),
};

/** @param question undefined where nothing is wrong */
export const useDiagnosed = (question: DiagnoseQuestion | undefined): Answered<DiagnoseAnswer> =>
  useAnswer(DIAGNOSING, question);
