/** `dense-pack compare`: one box by two editions, line by line. */
import { EDITION_IDS, type EditionId, editionOf } from '@dense-pack/core/edition/index';
import { showAmount, unitName } from '@dense-pack/core/fill/amount';
import { compareTallies, comparisonJson } from '@dense-pack/core/fill/compare';
import { findRefusals } from '@dense-pack/core/fill/refusals';
import { type Tally, type TallyLine, tally } from '@dense-pack/core/fill/tally';
import { tallyJson } from '@dense-pack/core/fill/tally-json';
import { verdictWords } from '@dense-pack/core/fill/verdict';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { unreadableWords } from '@dense-pack/core/shorthand/errors';
import { type Command, InvalidArgumentError } from 'commander';
import { EXIT, exitOf, worse } from './exit.ts';

function collect(value: string, before: EditionId[] = []): EditionId[] {
  const known = EDITION_IDS.find((id) => id === value.toLowerCase());
  if (!known) throw new InvalidArgumentError(`Accepted: ${EDITION_IDS.join(', ')}.`);
  return [...before, known];
}

export function addCompare(program: Command): void {
  program
    .command('compare')
    .description('count one box by two editions and print the lines that differ')
    .argument('<line>', 'a count line; an edition it names is the first, when only one is given')
    .requiredOption(
      '-e, --edition <edition>',
      'an edition; give it twice, or once with one in the line',
      collect,
    )
    .option('--json', 'print JSON', false)
    .action((line: string, options: { json: boolean; edition: EditionId[] }) => {
      const read = readCountLine(line, options.edition[0]);
      if (!read.ok) return refuse(unreadableWords(read.error));
      const own = read.box.edition;
      const [first, second, ...more] =
        options.edition.length === 1 && own ? [own, ...options.edition] : options.edition;
      if (first === undefined || second === undefined || more.length > 0) {
        return refuse(
          'Two editions are compared: give --edition twice, or once with an edition in the line.',
        );
      }
      for (const id of [first, second]) {
        const refusal = findRefusals(read.box, editionOf(id))[0];
        if (refusal) return refuse(`${editionOf(id).name}: expected ${refusal.expected}.`);
      }
      const before = tally(read.box, editionOf(first));
      const after = tally(read.box, editionOf(second));
      process.exitCode = worse(exitOf(before.verdict), exitOf(after.verdict));
      if (options.json) {
        const tallies = [tallyJson(before), tallyJson(after)];
        console.log(JSON.stringify({ tallies, differences: comparisonJson(before, after) }));
      } else console.log(comparisonText(before, after));
      return undefined;
    });
}

function refuse(why: string): void {
  console.error(why);
  process.exitCode = EXIT.unreadable;
}

function comparisonText(before: Tally, after: Tally): string {
  const sum = (counted: Tally, line: TallyLine | undefined) =>
    line === undefined
      ? 'not counted'
      : `${showAmount(line.total, counted.unit)} ${unitName(counted.unit)} (${line.section})`;
  const { lines } = compareTallies(before, after);
  return [
    `${editionOf(before.edition).name}: ${verdictWords(before)}`,
    `${editionOf(after.edition).name}: ${verdictWords(after)}`,
    ...(lines.length === 0 ? ['No line differs.'] : ['Lines that differ:']),
    ...lines.map((line) => {
      const what = (line.after ?? line.before)?.what ?? line.topic;
      return `  ${what}: ${sum(before, line.before)} → ${sum(after, line.after)}`;
    }),
  ].join('\n');
}
