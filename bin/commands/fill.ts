/** `dense-pack fill`: counts one box, or one a line from a file or standard input. */
import { createInterface } from 'node:readline';
import { createReadStream, existsSync } from 'node:fs';
import { once } from 'node:events';
import { type EditionId, EDITION_IDS, DEFAULT_EDITION, editionOf } from '@dense-pack/core/edition/index';
import { tally, type Tally } from '@dense-pack/core/fill/tally';
import { tallyJson } from '@dense-pack/core/fill/tally-json';
import { readCountLine, type ReadLine } from '@dense-pack/core/shorthand/read';
import { unreadableWords } from '@dense-pack/core/shorthand/errors';
import { type Command, Option } from 'commander';
import { EXIT, type ExitCode, exitOf, worse } from './exit.ts';
import { tapeText } from './tape.ts';

interface FillOptions {
  readonly json: boolean;
  readonly edition: EditionId;
}

/** The option that sets the edition of lines which name none. */
export const editionOption = () =>
  new Option('-e, --edition <edition>', 'edition for lines that name none')
    .choices([...EDITION_IDS])
    .default(DEFAULT_EDITION);

export function addFill(program: Command): void {
  program
    .command('fill')
    .description('count one box given as a count line; “-” or a file: one box a line')
    .argument('<line>', 'a count line such as "18 in3 plastic, 3x 12/2, duplex", a file, or -')
    .option('--json', 'print JSON, one object a line', false)
    .addOption(editionOption())
    .addHelpText('after', '\nExit code: 0 legal, 1 over, 3 unknown, 2 unreadable; of many lines, the worst.')
    .action(async (line: string, options: FillOptions) => {
      const stream = line === '-' ? process.stdin : existsSync(line) ? createReadStream(line) : undefined;
      process.exitCode = stream ? await fillStream(stream, options) : fillOne(line, options);
    });
}

function count(read: Extract<ReadLine, { ok: true }>, fallback: EditionId): Tally {
  return tally(read.box, editionOf(read.box.edition ?? fallback));
}

function fillOne(line: string, options: FillOptions): ExitCode {
  const read = readCountLine(line, options.edition);
  if (!read.ok) {
    console.error(unreadableWords(read.error));
    return EXIT.unreadable;
  }
  const counted = count(read, options.edition);
  console.log(options.json ? JSON.stringify(tallyJson(counted)) : tapeText(counted));
  return exitOf(counted.verdict);
}

async function fillStream(stream: NodeJS.ReadableStream, options: FillOptions): Promise<ExitCode> {
  let worst: ExitCode = EXIT.legal;
  for await (const line of createInterface({ input: stream, crlfDelay: Infinity })) {
    const read = readCountLine(line, options.edition);
    let text: string;
    if (read.ok) {
      const counted = count(read, options.edition);
      worst = worse(worst, exitOf(counted.verdict));
      text = options.json ? JSON.stringify(tallyJson(counted)) : `${line}\n${tapeText(counted)}\n`;
    } else {
      worst = EXIT.unreadable;
      text = options.json
        ? JSON.stringify({ error: read.error })
        : `${line}\n${unreadableWords(read.error)}\n`;
    }
    if (!process.stdout.write(`${text}\n`)) await once(process.stdout, 'drain');
  }
  return worst;
}
