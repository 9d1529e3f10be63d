/** `dense-pack raceway`: a run of surface raceway cut to length, with its fittings, supports and wire. */
import { cutRaceway, RacewayAsk } from '@dense-pack/core/space/raceway';
import type { Command } from 'commander';
import { readJsonFile } from './json-file.ts';

const EXAMPLE =
  '{"runs": [{"from": "starter", "to": "flat elbow", "between": "23 1/4 in"}], "add": "3/8 in", "tails": "12 in", "wires": 3, "support": "30 in"}';
const CAUTION =
  'The maker’s sheet says what goes over a tongue and what holds it. Deburr and bush every cut; bond the starter box and each metal box; power off and proved dead; licensed work and the local code decide.';

export function addRaceway(program: Command): void {
  program
    .command('raceway')
    .description('cut a run of surface raceway to length')
    .argument('<file>', 'JSON of straights between fittings, or - for standard input')
    .option('--json', 'print JSON', false)
    .addHelpText('after', '\nExit code: 0 cut, 2 unreadable.')
    .action((file: string, options: { readonly json: boolean }) => {
      const ask = readJsonFile(file, RacewayAsk, EXAMPLE);
      if (!ask) return;
      const said = cutRaceway(ask);
      if (options.json) {
        console.log(JSON.stringify(said));
        return;
      }
      console.log(
        [
          ...said.pieces.map(({ from, to, cut }) => `cut ${cut}: ${from} to ${to}`),
          `fittings: ${Object.entries(said.fittings)
            .map(([name, many]) => `${many} × ${name}`)
            .join(', ')}`,
          `${said.supports} supports, ${said.bushings} bushings, ${said.screws} screws`,
          `wire: ${ask.wires} × ${said.wire.each}, ${said.wire.total} in all`,
          CAUTION,
        ].join('\n'),
      );
    });
}
