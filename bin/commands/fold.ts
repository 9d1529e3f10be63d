/** `dense-pack fold`: whether a box folds, where every joint lies, and in which order. */
import { nextOf, withWork } from '@dense-pack/core/box/set-up';
import { WorkPlan } from '@dense-pack/core/box/work';
import type { EditionId } from '@dense-pack/core/edition/index';
import { foldBox } from '@dense-pack/core/fold/fold';
import { answerFold, FOLD_ANSWERS, GROUND_SIDES, type GroundSide } from '@dense-pack/core/fold/fold-words';
import { roughIn } from '@dense-pack/core/fold/rough-in';
import { answerRoughIn, ROUGH_IN_ANSWERS } from '@dense-pack/core/fold/rough-in-words';
import { planBox } from '@dense-pack/core/plan/planned';
import { workOf } from '@dense-pack/core/plan/suggest';
import { type Command, Option } from 'commander';
import { EXIT } from './exit.ts';
import { readJsonFile } from './json-file.ts';
import { readOneLine } from './one-line.ts';
import { editionOption } from './options.ts';

interface Options {
  readonly json: boolean;
  readonly edition: EditionId;
  readonly work?: string;
  readonly ground: GroundSide;
  readonly roughIn: boolean;
}

const CODES = { yes: EXIT.legal, tight: EXIT.legal, no: EXIT.over, unknown: EXIT.unknown } as const;

export function addFold(program: Command): void {
  program
    .command('fold')
    .description('say whether a box folds: where every joint lies, in which order, and the depth left over')
    .argument('<line>', 'a count line')
    .option('--json', 'print JSON', false)
    .addOption(new Option('--work <file>', 'JSON of what the box does (without it, as far as roles tell)'))
    .addOption(
      new Option('--ground <side>', 'where the ground of the devices stands, seen from the front')
        .choices([...GROUND_SIDES])
        .default('down'),
    )
    .option('--rough-in', 'whether the curled ends are clear of the router that cuts the board', false)
    .addOption(editionOption())
    .addHelpText(
      'after',
      '\nExit code: 0 it folds, tightly too, 1 it does not, 2 unreadable, 3 it cannot be told.',
    )
    .action((line: string, options: Options) => {
      const read = readOneLine(line, options.edition);
      if (!read) return;
      const told =
        options.work === undefined
          ? undefined
          : readJsonFile(
              options.work,
              WorkPlan,
              '{"circuits": [{"id": "a"}], "runs": [...], "devices": [...]}',
            );
      if (options.work !== undefined && !told) return;
      const box = told ? withWork(read.box, told, nextOf(read.box, told)).box : read.box;
      if (options.roughIn) {
        const curled = roughIn(box, read.edition);
        process.exitCode = CODES[curled.fits];
        const said = answerRoughIn(curled);
        console.log(
          options.json
            ? JSON.stringify(said)
            : [
                `${ROUGH_IN_ANSWERS[curled.fits]} (an estimate)`,
                ...said.why,
                ...said.order,
                ...said.assumed,
              ].join('\n'),
        );
        return;
      }
      const planned = planBox(box, told ?? workOf(box), read.edition);
      const fold = foldBox(box, read.edition, planned);
      const said = answerFold(fold, options.ground, planned);
      process.exitCode = CODES[fold.fits];
      if (options.json) {
        console.log(JSON.stringify(said));
        return;
      }
      console.log(
        [
          `${FOLD_ANSWERS[fold.fits]}${said.depthLeft === null ? '' : `: ${said.depthLeft} of depth left over`}${said.share === null ? '' : `, ${said.share} of the space taken`} (an estimate)`,
          ...said.why,
          ...said.order.map((step, nth) => `${nth + 1}. ${step}`),
          ...said.assumed,
        ].join('\n'),
      );
    });
}
