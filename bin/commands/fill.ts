/** `dense-pack fill`: counts one box, or one a line from a file or standard input. */
import { type EditionId, editionOf } from '@dense-pack/core/edition/index';
import { CsvRefused } from '@dense-pack/core/exchange/csv';
import { tally } from '@dense-pack/core/fill/tally';
import { type Certainty, certaintyOf } from '@dense-pack/core/certainty/certainty';
import { certaintyJson } from '@dense-pack/core/certainty/certainty-json';
import { tallyJson } from '@dense-pack/core/fill/tally-json';
import type { BoxDocument } from '@dense-pack/core/box/document';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { unreadableWords } from '@dense-pack/core/shorthand/errors';
import type { VolumeUnit } from '@dense-pack/core/quantity/volume';
import { type Command, Option } from 'commander';
import { EXIT, type ExitCode, exitOf, worse } from './exit.ts';
import { forEachCsvRow, isFile, linesOf, openInput, say } from './input.ts';
import { editionChosen, editionOption } from './options.ts';
import { tapeText } from './tape.ts';

interface FillOptions {
  readonly json: boolean;
  readonly edition: EditionId;
  readonly units?: VolumeUnit;
  /** A verdict that is not certain ends with 3. */
  readonly strict: boolean;
  /** Somebody chose the edition of lines that name none. */
  readonly chosen: boolean;
}

export function addFill(program: Command): void {
  program
    .command('fill')
    .description('count one box given as a count line; “-” or a file: one box a line; a .csv file: its boxes')
    .argument('<line>', 'a count line such as "18 in3 plastic, 3x 12/2, duplex", a file, or -')
    .option('--json', 'print JSON, one object a line', false)
    .addOption(editionOption())
    .addOption(
      new Option('-u, --units <unit>', 'units of the tape; JSON keeps those of the edition').choices([
        'in3',
        'ml',
      ]),
    )
    .option('--strict', 'a verdict that an open fact could change ends with 3', false)
    .addHelpText('after', '\nExit code: 0 legal, 1 over, 3 unknown, 2 unreadable; of many lines, the worst.')
    .action(async (line: string, given: Omit<FillOptions, 'chosen'>, command: Command) => {
      const options = { ...given, chosen: editionChosen(command) };
      if (line !== '-' && !isFile(line)) {
        process.exitCode = fillOne(line, options);
      } else if (line.toLowerCase().endsWith('.csv')) {
        process.exitCode = await fillCsv(openInput(line), options);
      } else {
        process.exitCode = await fillStream(openInput(line), options);
      }
    });
}

function count(box: BoxDocument, options: FillOptions): { text: string; exit: ExitCode } {
  const edition = editionOf(box.edition ?? options.edition);
  const counted = tally(box, edition);
  const certainty = certaintyOf(box, edition, counted, {
    chosen: box.edition !== undefined || options.chosen,
  });
  const text = options.json
    ? JSON.stringify({ ...tallyJson(counted), ...certaintyJson(certainty) })
    : [tapeText(counted, certainty, options.units), ...openText(certainty)].join('\n');
  return { text, exit: options.strict && !certainty.certain ? EXIT.unknown : exitOf(counted.verdict) };
}

/** What is open, as lines of text: the question, and what to add to the line for each answer. */
const openText = ({ open }: Certainty): string[] =>
  open.flatMap(({ question, answers }) => [
    `open: ${question}`,
    ...answers.map(({ say, words, verdict }) => `  ${words}: add “${say}” (${verdict})`),
  ]);

function fillOne(line: string, options: FillOptions): ExitCode {
  const read = readCountLine(line, options.edition);
  if (!read.ok) {
    console.error(unreadableWords(read.error));
    return EXIT.unreadable;
  }
  const { text, exit } = count(read.box, options);
  console.log(text);
  return exit;
}

async function fillStream(stream: NodeJS.ReadableStream, options: FillOptions): Promise<ExitCode> {
  let worst: ExitCode = EXIT.legal;
  for await (const line of linesOf(stream)) {
    const read = readCountLine(line, options.edition);
    if (read.ok) {
      const { text, exit } = count(read.box, options);
      worst = worse(worst, exit);
      await say(options.json ? text : `${line}\n${text}\n`);
    } else {
      worst = EXIT.unreadable;
      await say(
        options.json ? JSON.stringify({ error: read.error }) : `${line}\n${unreadableWords(read.error)}\n`,
      );
    }
  }
  return worst;
}

async function fillCsv(stream: NodeJS.ReadableStream, options: FillOptions): Promise<ExitCode> {
  let worst: ExitCode = EXIT.legal;
  try {
    await forEachCsvRow(stream, options.edition, async (row) => {
      if (row.ok) {
        const { text, exit } = count(row.fields.box, options);
        worst = worse(worst, exit);
        await say(options.json ? text : `row ${row.row}, ${row.fields.name}\n${text}\n`);
      } else {
        worst = EXIT.unreadable;
        await say(
          options.json
            ? JSON.stringify({ error: { item: row.line, row: row.row, expected: row.why } })
            : `row ${row.row}: ${row.why}\n`,
        );
      }
    });
  } catch (error) {
    if (!(error instanceof CsvRefused)) throw error;
    console.error(error.message);
    return EXIT.unreadable;
  }
  return worst;
}
