/** What a worker answers to a question, worked out anew whenever the question is another one. */
import { useEffect, useMemo, useState } from 'react';
import type { z } from 'zod';
import { hasWorkers, type keepingWorker } from './ask-worker';

/** The newest answer, and whether it is of this very question; why there is none; undefined until there is one. */
export type Answered<A> =
  { readonly answer: A; readonly pending: boolean } | { readonly failed: string } | undefined;

export interface Asking<Q, S extends z.ZodType> {
  readonly ask: ReturnType<typeof keepingWorker>;
  readonly schema: S;
  /** Answers here, where there are no workers. */
  readonly here: (question: Q) => z.output<S>;
}

/** @param question undefined asks nothing */
export function useAnswer<Q, S extends z.ZodType>(
  { ask, schema, here: answer }: Asking<Q, S>,
  question: Q | undefined,
): Answered<z.output<S>> {
  const here = useMemo(
    () => (hasWorkers() || question === undefined ? undefined : { answer: answer(question) }),
    [question, answer],
  );
  const [answered, setAnswered] = useState<{ readonly question: Q; readonly answer: z.output<S> }>();
  const [failed, setFailed] = useState<string>();
  useEffect(() => {
    if (!hasWorkers() || question === undefined) return undefined;
    const ending = new AbortController();
    ask(schema, question, ending.signal)
      .then((told) => {
        if (ending.signal.aborted) return;
        setFailed(undefined);
        setAnswered({ question, answer: told });
      })
      .catch((error: unknown) => {
        if (!ending.signal.aborted) setFailed(error instanceof Error ? error.message : String(error));
      });
    return () => ending.abort();
  }, [question, ask, schema]);
  if (question === undefined) return undefined;
  if (here) return { ...here, pending: false };
  if (failed !== undefined) return { failed };
  return answered && { answer: answered.answer, pending: answered.question !== question };
}
