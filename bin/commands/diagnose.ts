/** `dense-pack diagnose`: what is wrong in a box, from readings that are not as they should be. */
import { DiagnoseAsk } from '@dense-pack/core/diagnose/ask';
import { diagnose, UNSEEN } from '@dense-pack/core/diagnose/diagnose';
import { inEdition } from '@dense-pack/core/box/ground-wire';
import { nextOf, withWork } from '@dense-pack/core/box/set-up';
import { physicalOf } from '@dense-pack/core/physical/physical';
import { planBox } from '@dense-pack/core/plan/planned';
import { workOf } from '@dense-pack/core/plan/suggest';
import type { EditionId } from '@dense-pack/core/edition/index';
import type { Command } from 'commander';
import { EXIT } from './exit.ts';
import { readJsonFile } from './json-file.ts';
import { readOneLine } from './one-line.ts';
import { editionOption } from './options.ts';

const EXAMPLE =
  '{"line": "18 in3, 12/2 feed, duplex", "readings": [{"at": "i3.0:top", "lamps": {"HN": true, "HG": false, "NG": false}}]}';
const CAUTION =
  'Power off, locked or tagged, and every conductor proved dead before a joint is touched; licensed work and the local code decide.';

export function addDiagnose(program: Command): void {
  program
    .command('diagnose')
    .description('find the simplest mistakes in a wiring that explain every reading taken in its box')
    .argument('<file>', 'JSON of a count line, what the box does, and readings, or - for standard input')
    .option('--json', 'print JSON', false)
    .addOption(editionOption())
    .addHelpText(
      'after',
      '\nExit code: 0 as planned, 1 not: mistakes that explain it, 3 none explains it, 2 unreadable.',
    )
    .action((file: string, options: { readonly json: boolean; readonly edition: EditionId }) => {
      const ask = readJsonFile(file, DiagnoseAsk, EXAMPLE);
      if (!ask) return;
      const read = readOneLine(ask.line, options.edition);
      if (!read) return;
      const box = ask.work ? withWork(read.box, ask.work, nextOf(read.box, ask.work)).box : read.box;
      const work = ask.work ?? workOf(box);
      // A wiring that was entered as found is what is looked at; without one, the plan.
      const { wiring } = planBox(box, work, read.edition, undefined, work.found ? 'found' : 'plan');
      const found = diagnose(physicalOf(inEdition(box, read.edition), work), work, wiring, ask.readings);
      if ('field' in found) {
        console.error(`${found.field}: ${found.found}; accepted is ${found.accepted}`);
        process.exitCode = EXIT.unreadable;
        return;
      }
      const { asPlanned, fits, untested, next } = found;
      process.exitCode = asPlanned ? EXIT.legal : fits.length > 0 ? EXIT.over : EXIT.unknown;
      if (options.json) {
        console.log(JSON.stringify({ ...found, unseen: UNSEEN }));
        return;
      }
      console.log(
        [
          asPlanned
            ? 'Every reading is as it should be.'
            : fits.length === 0
              ? 'No one or two mistakes explain every reading: read again, with a proved instrument.'
              : 'What would explain every reading, the likeliest first:',
          ...fits.map(({ words, where, alike }) => `${alike}. ${words} Look first at ${where}.`),
          ...(next
            ? [
                `next: read ${next.read} at ${next.at}${Object.keys(next.switches).length > 0 ? ` with ${Object.keys(next.switches).join(', ')} thrown` : ''}`,
              ]
            : []),
          ...(untested.length > 0 ? [`not tested: ${untested.join(', ')}`] : []),
          UNSEEN,
          CAUTION,
        ].join('\n'),
      );
    });
}
