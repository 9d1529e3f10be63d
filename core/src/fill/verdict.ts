/** The verdict in words, as the screen, the sheet and the command line say it. */
import { editionOf, SIZES, type Size } from '../edition/index.ts';
import { type Amount, QUARTERS, showAmount, unitName } from './amount.ts';
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

/**
 * The verdict as a sentence.
 * @example 'legal, 2.25 in³ left: one more 12 AWG allowance'
 * @example 'over by 2.25 in³'
 * @example 'no legal volume: read the stamp'
 */
export function verdictWords(tally: Tally): string {
  const unit = unitName(tally.unit);
  const show = (value: number) => `${showAmount(Math.abs(value) as Amount, tally.unit)} ${unit}`;
  const where = tally.spaces ? ' in the tighter space' : '';
  if (tally.margin === null) {
    const codes = tally.warnings.map((warning) => warning.code);
    if (codes.includes('device-unsized')) return 'no answer: a device has no conductor to be sized from';
    if (codes.includes('size-not-in-table')) return 'no answer: a size has no allowance in this edition';
    if (codes.includes('barrier-spaces')) return 'no answer: say what is in each space';
    if (codes.includes('not-listed')) return 'no legal volume: this edition does not list the box';
    if (codes.includes('measured')) return 'no legal volume: an estimate is never a pass';
    return 'no legal volume: read the stamp';
  }
  if (tally.margin < 0) return `over by ${show(tally.margin)}${where}`;
  const left = allowancesLeft(tally);
  if (tally.margin === 0) return `legal, with ${show(0)} left${where}: nothing more goes in`;
  const more = left
    ? `: ${NUMBER_WORDS[left.count] ?? left.count} more ${left.size} AWG allowance${left.count === 1 ? '' : 's'}`
    : '';
  return `legal, ${show(tally.margin)} left${where}${more}`;
}
