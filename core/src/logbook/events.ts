/** What happened to a box, told by two of its states: found, planned, built, tested, opened again. */
import { outcomeOf, type TestResult, VERDICTS } from '../box/closing.ts';
import type { BoxRecord } from '../box/record.ts';

export const EVENTS = {
  found: 'recorded',
  planned: 'a change planned',
  dropped: 'the plan dropped',
  built: 'built',
  opened: 'opened again',
  tested: 'tested',
  deleted: 'deleted',
  back: 'brought back from the trash',
} as const;
export type EventKind = keyof typeof EVENTS;

export interface BoxEvent {
  readonly what: EventKind;
  readonly words: string;
}

type State = Pick<BoxRecord, 'box' | 'stage' | 'seen'>;

/**
 * What happened between two states of a box that were stored one after the other.
 * @param before undefined where it was made
 */
export function eventsBetween(before: State | undefined, after: State): BoxEvent[] {
  const events: BoxEvent[] = [];
  if (!before) events.push({ what: 'found', words: EVENTS.found });
  if ((before?.stage ?? 'found') !== after.stage) {
    const what =
      after.stage === 'built'
        ? 'built'
        : after.stage === 'planned'
          ? before?.stage === 'built'
            ? 'opened'
            : 'planned'
          : 'dropped';
    events.push({ what, words: EVENTS[what] });
  }
  const known = new Set(before?.seen.closing.results.map(keyOf));
  const taken = after.seen.closing.results.filter((one) => !known.has(keyOf(one)));
  if (taken.length > 0) {
    const outcome = outcomeOf(after.box, after.seen.closing) ?? 'open';
    const hands = [...new Set(taken.map(({ by }) => by).filter((by) => by !== ''))];
    events.push({
      what: 'tested',
      words: [VERDICTS[outcome], ...(hands.length > 0 ? [`by ${hands.join(', ')}`] : [])].join(', '),
    });
  }
  return events;
}

const keyOf = ({ test, at }: TestResult): string => `${test} ${at}`;
