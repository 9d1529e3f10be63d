/** What is open in a box as other programs read it. */
import { printAmount } from '../fill/amount.ts';
import type { Certainty } from './certainty.ts';

/** `certain` and `open` of `dense-pack fill --json`; keys may be added, none is taken away. */
export const certaintyJson = ({ certain, open }: Certainty) => ({
  certain,
  open: open.map(({ name, question, answers }) => ({
    fact: name,
    question,
    answers: answers.map(({ say, words, verdict, margin, unit }) => ({
      say,
      words,
      verdict,
      margin: margin === null ? null : printAmount(margin, unit),
      unit,
    })),
  })),
});
