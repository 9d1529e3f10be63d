/** What the cables of a box can be, worked out by a worker whenever a reading comes or goes. */
import { useEffect, useMemo, useState } from 'react';
import { hasWorkers, keepingWorker } from '../../client/ask-worker';
import { answerIdentify, IdentifyAnswer, type IdentifyQuestion } from './identify-answers';

const ask = keepingWorker(() => new Worker(new URL('../../../worker/identify.worker', import.meta.url)));

interface Answered {
  readonly question: IdentifyQuestion;
  readonly answer: IdentifyAnswer;
}

/** @returns the newest answer, and whether it is of this very question; undefined until there is one */
export function useIdentified(
  question: IdentifyQuestion,
): { readonly answer: IdentifyAnswer; readonly pending: boolean } | { readonly failed: string } | undefined {
  const here = useMemo(() => (hasWorkers() ? undefined : answerIdentify(question)), [question]);
  const [answered, setAnswered] = useState<Answered>();
  const [failed, setFailed] = useState<string>();
  useEffect(() => {
    if (!hasWorkers()) return undefined;
    const ending = new AbortController();
    ask(IdentifyAnswer, question, ending.signal)
      .then((answer) => {
        if (ending.signal.aborted) return;
        setFailed(undefined);
        setAnswered({ question, answer });
      })
      .catch((error: unknown) => {
        if (!ending.signal.aborted) setFailed(error instanceof Error ? error.message : String(error));
      });
    return () => ending.abort();
  }, [question]);
  if (here) return { answer: here, pending: false };
  if (failed !== undefined) return { failed };
  return answered && { answer: answered.answer, pending: answered.question !== question };
}
