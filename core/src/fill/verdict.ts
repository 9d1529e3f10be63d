/** The verdict in words, as the screen, the sheet and the command line say it. */
import type { WarningCode } from '../box/assembled.ts';
import { editionOf, SIZES, type Size } from '../edition/index.ts';
import { type Amount, amountWords, QUARTERS } from './amount.ts';
import type { Tally, TallyLine } from './tally.ts';

/** The size most of the fill is made of: the one a person means by “one more”. */
function commonSize(lines: readonly TallyLine[]): Size | undefined {
  const sums = new Map<Size, number>();
  for (const line of lines) {
    if (line.size !== null) sums.set(line.size, (sums.get(line.size) ?? 0) + line.count);
  }
  return [...sums].sort((a, b) => b[1] - a[1] || a[0] - b[0])[0]?.[0];
}

/** How many whole allowances of the common size the margin still takes. */
export function allowancesLeft(tally: Tally): { size: Size; count: number } | undefined {
  const size = commonSize(tally.lines) ?? SIZES.find((one) => one === 12);
  if (size === undefined || tally.margin === null || tally.margin < 0) return undefined;
  const each = tally.unit === 'conductors' ? QUARTERS : editionOf(tally.edition).allowances.value[size];
  return each === undefined ? undefined : { size, count: Math.floor(tally.margin / each) };
}

const NUMBER_WORDS = ['no', 'one', 'two', 'three', 'four', 'five', 'six', 'seven', 'eight', 'nine'];

/** The verdict in two parts: what it is, and what that means. */
export interface VerdictParts {
  /** `legal, 2.25 in³ left`, `over by 2.25 in³`, `no legal volume`. */
  readonly head: string;
  /** `one more 12 AWG allowance`, `read the stamp`; undefined where the head says it all. */
  readonly more?: string;
}

/** Why there is no answer, by the first of these that was found, and what to do. */
const NO_ANSWER: readonly (readonly [WarningCode, VerdictParts])[] = [
  ['device-unsized', { head: 'no answer', more: 'a device has no conductor to be sized from' }],
  ['size-not-in-table', { head: 'no answer', more: 'a size has no allowance in this edition' }],
  ['barrier-spaces', { head: 'no answer', more: 'say what is in each space' }],
  ['not-listed', { head: 'no legal volume', more: 'this edition does not list the box' }],
  ['stamp-mixed', { head: 'no legal volume', more: 'read the volume stamp' }],
  ['stamp-waits', { head: 'nothing in the box yet', more: 'its wire counts decide' }],
  ['measured', { head: 'no legal volume', more: 'an estimate is never a pass' }],
];

export function verdictParts(tally: Tally): VerdictParts {
  const show = (value: number) => amountWords(Math.abs(value) as Amount, tally.unit);
  const where = tally.spaces ? ' in the tighter space' : '';
  if (tally.margin === null) {
    // A conduit body without splices wants no volume (314.16(C)(1)).
    if (tally.warnings.some(({ code, args }) => code === 'conduit-body' && args['why'] === 'pull-only'))
      return { head: 'no volume wanted', more: 'only pulled through, its cross-section decides' };
    const codes = new Set(tally.warnings.map(({ code }) => code));
    return (
      NO_ANSWER.find(([code]) => codes.has(code))?.[1] ?? { head: 'no legal volume', more: 'read the stamp' }
    );
  }
  if (tally.margin < 0) return { head: `over by ${show(tally.margin)}${where}` };
  if (tally.margin === 0) return { head: `legal, ${show(0)} left${where}`, more: 'nothing more goes in' };
  const head = `legal, ${show(tally.margin)} left${where}`;
  const left = allowancesLeft(tally);
  if (!left) return { head };
  const many = NUMBER_WORDS[left.count] ?? left.count;
  return { head, more: `${many} more ${left.size} AWG allowance${left.count === 1 ? '' : 's'}` };
}

/**
 * The verdict as a sentence.
 * @example 'legal, 2.25 in³ left: one more 12 AWG allowance'
 * @example 'over by 2.25 in³'
 * @example 'no legal volume: read the stamp'
 */
export function verdictWords(tally: Tally): string {
  const { head, more } = verdictParts(tally);
  return more === undefined ? head : `${head}: ${more}`;
}
