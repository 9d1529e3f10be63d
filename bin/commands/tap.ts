/** `dense-pack tap`: which of the boxes of a CSV can feed a new outlet, and why the others cannot. */
import { countedIds } from '@dense-pack/core/box/piece-id';
import { DEFAULT_EDITION, type EditionId, editionOf, SIZES } from '@dense-pack/core/edition/index';
import { CsvRefused } from '@dense-pack/core/exchange/csv';
import { verdictWords } from '@dense-pack/core/fill/verdict';
import { findTaps, type TapBox } from '@dense-pack/core/remedy/tap';
import { type Command, InvalidArgumentError, Option } from 'commander';
import { EXIT } from './exit.ts';
import { forEachCsvRow, isFile, openInput } from './input.ts';
import { editionOption } from './options.ts';

interface TapOptions {
  readonly json: boolean;
  readonly edition: EditionId;
  readonly size: (typeof SIZES)[number];
  readonly hot: 'constant' | 'switched';
  readonly circuit?: string;
}

const sizeOf = (text: string) => {
  const size = SIZES.find((one) => String(one) === text);
  if (size === undefined) throw new InvalidArgumentError(`expected one of ${SIZES.join(', ')}.`);
  return size;
};

export function addTap(program: Command): void {
  program
    .command('tap')
    .description('rank the boxes of a CSV by how well they could feed a new outlet')
    .argument('<file>', 'a CSV of boxes, or - for standard input')
    .option('--json', 'print JSON', false)
    .addOption(new Option('-s, --size <awg>', 'size of the new cable').argParser(sizeOf).default(12))
    .addOption(
      new Option('--hot <kind>', 'the hot that is wanted')
        .choices(['constant', 'switched'])
        .default('constant'),
    )
    .option('-c, --circuit <name>', 'only this circuit')
    .addOption(editionOption())
    .addHelpText('after', '\nExit code: 0 a box can feed it, 1 none can, 2 a row cannot be read.')
    .action(async (file: string, options: TapOptions) => {
      const { edition = DEFAULT_EDITION, circuit } = options;
      if (file !== '-' && !isFile(file)) {
        console.error(`${file}: there is no such file`);
        process.exitCode = EXIT.unreadable;
        return;
      }
      const boxes: TapBox[] = [];
      let bad = false;
      try {
        await forEachCsvRow(openInput(file), edition, async (row) => {
          if (row.ok) boxes.push({ id: `row ${row.row}`, ...row.fields });
          else {
            console.error(`row ${row.row}: ${row.why}`);
            bad = true;
          }
        });
      } catch (error) {
        if (!(error instanceof CsvRefused)) throw error;
        console.error(error.message);
        process.exitCode = EXIT.unreadable;
        return;
      }
      const wish = {
        hot: options.hot,
        size: options.size,
        conductors: 2,
        ...(circuit === undefined ? {} : { circuit }),
      } as const;
      const taps = findTaps(boxes, (box) => editionOf(box.edition ?? edition), wish, countedIds());
      const can = taps.some(({ against }) => against.length === 0);
      process.exitCode = bad ? EXIT.unreadable : can ? EXIT.legal : EXIT.over;
      const rows = taps.map(({ from, after, against, needs, remedy }) => ({
        name: from.name,
        can: against.length === 0,
        after: verdictWords(after),
        against,
        needs,
        change: remedy?.words ?? [],
      }));
      if (options.json) console.log(JSON.stringify({ taps: rows }));
      else
        console.log(
          rows
            .map(({ name, can: able, after, against, needs, change }) =>
              able
                ? `yes  ${name}: ${[after, ...change, ...needs].join('; ')}`
                : `no   ${name}: ${against.join('; ')}`,
            )
            .join('\n'),
        );
    });
}
