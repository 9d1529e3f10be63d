/** `dense-pack identify`: which cable of a box is what, from readings, and the next most telling test. */
import { IdentifyAsk } from '@dense-pack/core/identify/ask';
import { type Identified, identify } from '@dense-pack/core/identify/identify';
import { ROLE_WORDS } from '@dense-pack/core/identify/roles';
import type { Command } from 'commander';
import { EXIT, type ExitCode } from './exit.ts';
import { readJsonFile } from './json-file.ts';

const EXAMPLE = '{"cables": [{"id": "1", "kind": "14/2"}], "readings": [], "proved": true}';

/** Contradicting readings are not good; what is not settled yet cannot be told from what is given. */
function exitOf({ consistent, left }: Identified): ExitCode {
  if (!consistent) return EXIT.over;
  return left === 1 ? EXIT.legal : EXIT.unknown;
}

export function addIdentify(program: Command): void {
  program
    .command('identify')
    .description('tell which cable of a box is what, from readings taken with all conductors apart')
    .argument('<file>', 'JSON of cables and readings, or - for standard input')
    .option('--json', 'print JSON', false)
    .addHelpText(
      'after',
      '\nExit code: 0 every cable is known, 1 the readings contradict each other, 3 more than one answer is left, 2 unreadable.',
    )
    .action((file: string, options: { readonly json: boolean }) => {
      const ask = readJsonFile(file, IdentifyAsk, EXAMPLE);
      if (!ask) return;
      const done = identify(ask);
      if (!done.ok) {
        const { field, found, accepted } = done.problem;
        console.error(`${field}: “${found}” cannot be used; accepted: ${accepted}`);
        process.exitCode = EXIT.unreadable;
        return;
      }
      const { answer } = done;
      process.exitCode = exitOf(answer);
      console.log(options.json ? JSON.stringify(answer) : linesOf(ask, answer).join('\n'));
    });
}

const CAUTION =
  'Colour, screw and place are hints at most. Power off and proved dead before touching; licensed work and the local code decide.';

function linesOf({ cables, proved, readings }: IdentifyAsk, answer: Identified): string[] {
  const { consistent, roles, next, contradiction, left, faults } = answer;
  const named = (id: string) => {
    const label = cables.find((cable) => cable.id === id)?.label;
    return label === undefined ? id : `${id} “${label}”`;
  };
  const next_ =
    next &&
    `next: ${next.test} ${next.cable ?? `${next.from} to ${next.to}`}, power ${next.power}${next.far === undefined ? '' : `, far switch ${next.far}`}. ${next.why}`;
  return [
    ...(proved || readings.length === 0
      ? []
      : ['The tester was not proved on a known live source before and after: nothing is ruled out.']),
    ...(consistent
      ? [`${left} ${left === 1 ? 'possibility' : 'possibilities'} left`]
      : [`Readings ${contradiction.map((nth) => nth + 1).join(', ')} contradict each other.`]),
    ...Object.entries(roles).flatMap(([id, all]) =>
      all.length === 0 ? [] : [`cable ${named(id)}: ${all.map((role) => ROLE_WORDS[role]).join(' | ')}`],
    ),
    ...Object.entries(faults).map(([id, fault]) => `! cable ${named(id)}: ${FAULT_WORDS[fault]}`),
    ...(next_ ? [next_] : []),
    CAUTION,
  ];
}

const FAULT_WORDS: Readonly<Record<Identified['faults'][string], string>> = {
  reversed: 'its white is hot and its black is the neutral',
  'ground-open': 'its ground reaches nothing',
  'one-leg': 'both of its hots are on one leg: their currents add in the shared neutral (300.13, 210.4)',
};
