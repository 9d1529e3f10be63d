/** `dense-pack cutin`: where the opening of a box may lie, the best place and what is cut. */
import { CutInAsk } from '@dense-pack/core/box/hole';
import { answerCutIn } from '@dense-pack/core/space/cut-in-words';
import { ThereInStud } from '@dense-pack/core/space/wall';
import { writeLength } from '@dense-pack/core/quantity/length';
import type { Command } from 'commander';
import { EXIT } from './exit.ts';
import { readJsonFile } from './json-file.ts';

const EXAMPLE =
  '{"wall": {"studs": ["0 in", "16 in"], "cavity": "3 1/2 in", "board": "1/2 in"}, "new": {"gangs": 2, "kind": "old-work", "depth": "2 7/8 in"}, "wish": {"y": "14 in"}}';

export function addCutIn(program: Command): void {
  program
    .command('cutin')
    .description('find where the opening of a box may lie, the best place and what is cut')
    .argument(
      '<file>',
      'JSON of the wall, the box that is there and the one that is wanted, or - for standard input',
    )
    .option('--json', 'print JSON', false)
    .addHelpText('after', '\nExit code: 0 there is a place, 1 there is none, 2 unreadable.')
    .action((file: string, options: { readonly json: boolean }) => {
      const ask = readJsonFile(file, CutInAsk, EXAMPLE);
      if (!ask) return;
      const said = answered(file, ask);
      if (!said) return;
      process.exitCode = said.fits ? EXIT.legal : EXIT.over;
      if (options.json) {
        console.log(JSON.stringify(said));
        return;
      }
      console.log(
        [
          said.box && said.opening
            ? `centre at ${said.box.x}, ${said.box.y}; opening ${said.opening.width} × ${said.opening.height} from ${said.opening.left}, ${said.opening.bottom}`
            : 'there is no place for it',
          ...said.ranges.map(([from, to], nth) => `free ${from} to ${to} (${said.limits[nth]?.join('; ')})`),
          ...said.reasons,
          ...said.changes.map(({ words }) => `would work: ${words}`),
          ...said.remove.map((step, nth) => `old box ${nth + 1}. ${step}`),
          ...said.cautions,
        ].join('\n'),
      );
    });
}

/** The answer, or what is wrong with what was measured. */
function answered(file: string, ask: CutInAsk) {
  try {
    return answerCutIn(ask);
  } catch (error) {
    if (!(error instanceof ThereInStud)) throw error;
    console.error(
      `${file === '-' ? 'standard input' : file}: there.x: “${ask.there?.x}” puts the box that is there into the stud at ${writeLength(error.stud, 'in')}; measure again, or say its width`,
    );
    process.exitCode = EXIT.unreadable;
    return undefined;
  }
}
