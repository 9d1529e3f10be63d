/** `dense-pack check`: everything beyond fill, and what could not be checked. */
import { plainNamer } from '@dense-pack/core/finding/say';
import { toldCheck } from './told.ts';
import { checkBox } from '@dense-pack/core/check/check-box';
import type { EditionId } from '@dense-pack/core/edition/index';
import { tally } from '@dense-pack/core/fill/tally';
import type { Command } from 'commander';
import { EXIT } from './exit.ts';
import { readOneLine } from './one-line.ts';
import { editionOption } from './options.ts';

const SEVERITIES = { violation: 'violation', look: 'needs a look', advice: 'advice' } as const;

export function addCheck(program: Command): void {
  program
    .command('check')
    .description('check a box beyond its fill: depth, setback, conductors against the breaker, and the rest')
    .argument('<line>', 'a count line, with facts such as “breaker 20” or “setback 3/8 in”')
    .option('--json', 'print JSON', false)
    .addOption(editionOption())
    .addHelpText('after', '\nExit code: 0 no violation, 1 a violation, 2 unreadable line.')
    .action((line: string, options: { json: boolean; edition: EditionId }) => {
      const read = readOneLine(line, options.edition);
      if (!read) return;
      const { box, edition } = read;
      const { findings, notChecked } = checkBox(box, edition, tally(box, edition));
      process.exitCode = findings.some(({ severity }) => severity === 'violation') ? EXIT.over : EXIT.legal;
      const told = findings.map((one) => toldCheck(one, plainNamer(edition.unit)));
      if (options.json) {
        console.log(JSON.stringify({ edition: edition.id, findings: told, notChecked }));
        return;
      }
      const said = [
        ...told.map(
          ({ severity, section, words, cure }) =>
            `${SEVERITIES[severity]}, ${section}: ${words}${cure === undefined ? '' : ` ${cure}`}`,
        ),
        ...notChecked.map(({ section, needs }) => `not checked, ${section}: ${needs}`),
      ];
      console.log(said.length === 0 ? 'Nothing to check is in the box.' : said.join('\n'));
    });
}
