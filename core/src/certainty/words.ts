/** A verdict in words where something that is open could still change it: the condition stands in the headline. */
import { type Amount, amountWords } from '../fill/amount.ts';
import type { Tally, Verdict } from '../fill/tally.ts';
import { verdictParts, type VerdictParts } from '../fill/verdict.ts';
import type { Certainty, JudgedAnswer, OpenFact } from './certainty.ts';

/** The three answers a person is given, and the fourth where there is none: only the first is green. */
export type Standing = 'legal' | 'over' | 'open' | 'unknown';

/** The class a verdict is shown as: nothing that could change is shown as legal or over. */
export function standingOf(verdict: Verdict, { certain }: Pick<Certainty, 'certain'>): Standing {
  if (verdict === 'unknown' || certain) return verdict;
  return 'open';
}

const marginWords = ({ verdict, margin, unit }: JudgedAnswer): string => {
  if (margin === null) return 'no answer';
  const amount = amountWords(Math.abs(margin) as Amount, unit);
  return verdict === 'over' ? `over by ${amount}` : `legal, ${amount} left`;
};

/** What the answers to one fact decide: `legal if no clamps are inside; over by 1.75 in³ if clamps are inside`. */
function conditionWords({ name, answers }: OpenFact): string | undefined {
  const holds = answers.filter(({ verdict }) => verdict === 'legal');
  const fails = answers.filter(({ verdict }) => verdict !== 'legal');
  const [good] = holds;
  const [bad] = fails;
  if (!good || !bad) return undefined;
  // Of volumes the smallest that still holds says all; of others the first two.
  const said = name === 'stamp' ? holds.slice(-1) : holds.slice(0, 2);
  const conditions = [...new Set(said.map(({ condition }) => condition))];
  return `legal if ${conditions.join(' or ')}; ${marginWords(bad)} if ${bad.condition}`;
}

/** The verdict of a count with what is open. One that is certain is told as it is. */
export function certainParts(counted: Tally, { certain, open }: Certainty): VerdictParts {
  const plain = verdictParts(counted);
  if (certain || counted.verdict === 'unknown') return plain;
  const [first] = open;
  const condition = first && conditionWords(first);
  if (condition !== undefined) {
    const [head = condition, more] = condition.split('; ');
    return { head, ...(more === undefined ? {} : { more }) };
  }
  // No one answer turns it alone: several together do.
  const many = open.length === 1 ? 'one open question could' : `${open.length} open questions together could`;
  return { head: 'not certain', more: `${plain.head} as recorded; ${many} change that` };
}

/** The verdict as a sentence. @example 'legal if no clamps are inside; over by 1.75 in³ if clamps are inside' */
export function certainWords(counted: Tally, certainty: Certainty): string {
  const { head, more } = certainParts(counted, certainty);
  if (more === undefined) return head;
  return certainty.certain || counted.verdict === 'unknown' ? `${head}: ${more}` : `${head}; ${more}`;
}
