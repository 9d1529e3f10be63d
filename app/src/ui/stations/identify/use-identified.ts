/** What the cables of a box can be, worked out by a worker whenever a reading comes or goes. */
import { keepingWorker } from '../../client/ask-worker';
import { type Answered, useAnswer } from '../../client/use-answer';
import { answerIdentify, IdentifyAnswer, type IdentifyQuestion } from './identify-answers';

const IDENTIFYING = {
  ask: keepingWorker(() => new Worker(new URL('../../../worker/identify.worker', import.meta.url))),
  schema: IdentifyAnswer,
  here: (question: IdentifyQuestion) => answerIdentify(question),
};

/** @returns the newest answer, and whether it is of this very question; undefined until there is one */
export const useIdentified = (question: IdentifyQuestion): Answered<IdentifyAnswer> =>
  useAnswer(IDENTIFYING, question);
