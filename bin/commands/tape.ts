/** The tape as text, its figures under one another. */
import { wordsOf } from '@dense-pack/core/finding/finding';
import { type Amount, showAmount, unitName } from '@dense-pack/core/fill/amount';
import type { Volume, VolumeUnit } from '@dense-pack/core/quantity/volume';
import { showVolume, UNIT_NAMES } from '@dense-pack/core/quantity/volume';
import { editionOf } from '@dense-pack/core/edition/index';
import type { Tally } from '@dense-pack/core/fill/tally';
import type { Certainty } from '@dense-pack/core/certainty/certainty';
import { certainWords } from '@dense-pack/core/certainty/words';

/**
 * The whole count as lines of text: what counts, what it adds up to, what was left out, what to know.
 * @param certainty what of the verdict is open
 * @param units show volumes in these; a count by conductors stays one
 */
export function tapeText(counted: Tally, certainty: Certainty, units?: VolumeUnit): string {
  const other = counted.unit !== 'conductors' && units !== undefined && units !== counted.unit;
  const show = (value: Amount) =>
    other ? showVolume(value as number as Volume, units) : showAmount(value, counted.unit);
  const rows: [what: string, sum: string, total: string][] = counted.lines.map((line) => [
    `${line.section}  ${line.what}${line.space === undefined ? '' : ` (space ${line.space})`}`,
    `${line.count} × ${show(line.each)}`,
    show(line.total),
  ]);
  rows.push(['fill', '', show(counted.fill)]);
  if (counted.capacity !== null) rows.push(['box', '', show(counted.capacity)]);
  if (counted.margin !== null) {
    rows.push([counted.margin < 0 ? 'over by' : 'left', '', show(Math.abs(counted.margin) as Amount)]);
  }
  const wide = Math.max(...rows.map(([what]) => what.length));
  const sums = Math.max(...rows.map(([, sum]) => sum.length));
  const totals = Math.max(...rows.map(([, , total]) => total.length));
  const lines = rows.map(
    ([what, sum, total]) => `${what.padEnd(wide)}  ${sum.padStart(sums)}  ${total.padStart(totals)}`,
  );
  const words = certainWords(counted, certainty);
  return [
    `${editionOf(counted.edition).name}, ${other ? UNIT_NAMES[units] : unitName(counted.unit)}`,
    ...lines,
    ...counted.notCounted.map((one) => `not counted: ${one.what}. ${one.reason}`),
    ...counted.warnings.map((warning) => `note: ${wordsOf(warning)}`),
    words.toUpperCase().slice(0, 1) + words.slice(1),
  ].join('\n');
}
