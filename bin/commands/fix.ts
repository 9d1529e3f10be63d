/** `dense-pack fix`: what makes a box legal, cheapest first. */
import { countedIds } from '@dense-pack/core/box/piece-id';
import type { EditionId } from '@dense-pack/core/edition/index';
import { printAmount, showAmount, unitName } from '@dense-pack/core/fill/amount';
import { tally } from '@dense-pack/core/fill/tally';
import { tallyJson } from '@dense-pack/core/fill/tally-json';
import { verdictWords } from '@dense-pack/core/fill/verdict';
import { addsAtHand, boxesAtHand, inTruck, Kit, newKit } from '@dense-pack/core/parts/kit';
import { FOLDS_WORDS } from '@dense-pack/core/fold/fold-words';
import { foldProposals } from '@dense-pack/core/parts/rank-by-fold';
import { findRemedies } from '@dense-pack/core/remedy/search';
import { printCountLine } from '@dense-pack/core/shorthand/print';
import type { Command } from 'commander';
import { exitOf } from './exit.ts';
import { readJsonFile } from './json-file.ts';
import { readOneLine } from './one-line.ts';
import { editionOption } from './options.ts';

export function addFix(program: Command): void {
  program
    .command('fix')
    .description('find what makes a box legal, cheapest first; costs are common practice')
    .argument('<line>', 'a count line')
    .option('--json', 'print JSON', false)
    .option('--kit <file>', 'JSON of the truck, weights and assumptions (as the app keeps them)')
    .addOption(editionOption())
    .addHelpText('after', '\nExit code as for fill: that of the box as it is.')
    .action((line: string, options: { json: boolean; edition: EditionId; kit?: string }) => {
      const read = readOneLine(line, options.edition);
      if (!read) return;
      const { box, edition } = read;
      const kit =
        options.kit === undefined
          ? newKit()
          : readJsonFile(options.kit, Kit, '{"only": true, "here": ["plastic-1g-old-20"]}');
      if (!kit) return;
      const counted = tally(box, edition);
      const { proposals, asks, notes } = findRemedies(box, edition, counted, {
        weights: kit.weights,
        newId: countedIds(),
        boxes: boxesAtHand(edition, kit),
        added: addsAtHand(edition, kit),
      });
      const folded = foldProposals(proposals, edition, kit);
      const { unknown } = inTruck(edition, kit);
      if (unknown.length > 0) console.error(`in the truck but not known: ${unknown.join(', ')}`);
      process.exitCode = exitOf(counted.verdict);
      if (options.json) {
        console.log(
          JSON.stringify({
            ...tallyJson(counted),
            remedies: folded.ways.map(({ proposal: one, fits }) => ({
              fits,
              kind: one.kind,
              steps: one.ids,
              words: one.words,
              cost: one.cost,
              weight: one.weight,
              gained: printAmount(one.gained, one.counted.unit),
              spare: one.spare,
              line: printCountLine(one.box),
              margin: one.counted.margin === null ? null : printAmount(one.counted.margin, one.counted.unit),
            })),
            asks,
            notes: [...notes, ...folded.notes],
          }),
        );
        return;
      }
      console.log(
        [
          verdictWords(counted),
          ...folded.ways.map(
            ({ proposal: one, fits }, nth) =>
              `${nth + 1}. ${one.words.join(' ')} Then ${verdictWords(one.counted)}; gained ${showAmount(one.gained, one.counted.unit)} ${unitName(one.counted.unit)}, about ${one.cost.minutes} min, ${FOLDS_WORDS[fits]}.`,
          ),
          ...notes,
          ...folded.notes,
        ].join('\n'),
      );
    });
}
