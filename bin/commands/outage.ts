/** `dense-pack outage`: in which order boxes are worked on, so that breakers are thrown as few times as can be. */
import { OutageAsk } from '@dense-pack/core/outage/ask';
import { planOutage } from '@dense-pack/core/outage/plan';
import type { Command } from 'commander';
import { EXIT } from './exit.ts';
import { readJsonFile } from './json-file.ts';

const EXAMPLE = '{"boxes": [{"name": "A", "circuits": ["4"], "minutes": 40}], "limit": {"4": 120}}';
const CAUTION =
  'Each breaker off, locked or tagged, and every conductor of a box proved dead before it is touched; licensed work and the local code decide.';

export function addOutage(program: Command): void {
  program
    .command('outage')
    .description('order the boxes of a job so that breakers are thrown as few times as can be')
    .argument('<file>', 'JSON of boxes with their circuits and minutes, or - for standard input')
    .option('--json', 'print JSON', false)
    .addHelpText(
      'after',
      '\nExit code: 0 a plan, 1 a circuit would be off longer than it may be, 2 unreadable.',
    )
    .action((file: string, options: { readonly json: boolean }) => {
      const ask = readJsonFile(file, OutageAsk, EXAMPLE);
      if (!ask) return;
      const plan = planOutage(ask);
      process.exitCode = plan.kept ? EXIT.legal : EXIT.over;
      const unused = Object.keys(ask.limit).filter((circuit) => !Object.hasOwn(plan.off, circuit));
      if (options.json) {
        console.log(JSON.stringify({ ...plan, unused }));
        return;
      }
      console.log(
        [
          ...plan.over.map(
            (circuit) =>
              `! circuit ${circuit} would be off longer than ${ask.limit[circuit]} min at a stretch`,
          ),
          ...unused.map((circuit) => `! circuit ${circuit} has a limit and no box`),
          ...plan.steps.map((step, nth) => `${nth + 1}. ${step}`),
          `${plan.switchings} throws; off: ${Object.entries(plan.off)
            .map(([circuit, minutes]) => `${circuit} ${minutes} min`)
            .join(', ')}${plan.exact ? '' : '; a good order, perhaps not the best'}`,
          CAUTION,
        ].join('\n'),
      );
    });
}
