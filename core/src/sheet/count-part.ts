/** The count on a sheet, line by line. */
import type { Edition } from '../edition/edition.ts';
import { type Amount, showAmount, unitName } from '../fill/amount.ts';
import type { Tally } from '../fill/tally.ts';
import { wordsOf } from '../finding/finding.ts';
import type { Part } from './part.ts';

/** How the volume is known. */
export function volumeWords({ volumeParts, estimate, unit }: Tally): string {
  if (volumeParts.length === 0) return estimate ? 'measured: an estimate, no legal volume' : 'not known';
  return volumeParts
    .map(({ what, volume, section }) => {
      const much =
        volume === null || unit === 'conductors' ? '' : ` ${showAmount(volume as number as Amount, unit)}`;
      return `${what}${much} (${section})`;
    })
    .join('; ');
}

export function countPart(counted: Tally, edition: Edition): Part {
  const show = (value: Amount) => showAmount(value, counted.unit);
  return {
    title: `Count by ${edition.name}, ${unitName(counted.unit)}`,
    widths: [47, 23, 16, 14],
    figures: 2,
    rows: [
      ...counted.lines.map(({ what, section, count, each, total, space }) => ({
        cells: [
          `${what}${space === undefined ? '' : ` (space ${space})`}`,
          section,
          `${count} × ${show(each)}`,
          show(total),
        ],
      })),
      { cells: ['Fill', '', '', show(counted.fill)], strong: true },
      ...(counted.capacity === null
        ? []
        : [{ cells: ['Box', '', '', show(counted.capacity)], strong: true }]),
      ...(counted.margin === null
        ? []
        : [
            {
              cells: [
                counted.margin < 0 ? 'Over by' : 'Left',
                '',
                '',
                show(Math.abs(counted.margin) as Amount),
              ],
              strong: true,
            },
          ]),
      ...counted.notCounted.map(({ what, section, reason }) => ({
        cells: [`Not counted: ${what}. ${reason}`, section, '', ''],
      })),
      ...counted.warnings.map((one) => ({ cells: [wordsOf(one), '', '', ''] })),
    ],
  };
}
