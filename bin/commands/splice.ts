/** `dense-pack splice`: every joint and terminal of a box; `simulate`: what is live, and whether it works. */
import { nextOf, withWork } from '@dense-pack/core/box/set-up';
import { WorkPlan } from '@dense-pack/core/box/work';
import { wordsOf } from '@dense-pack/core/finding/finding';
import { bench } from '@dense-pack/core/simulate/instruments';
import type { EditionId } from '@dense-pack/core/edition/index';
import { Kit, newKit, stockOf } from '@dense-pack/core/parts/kit';
import { partsOf } from '@dense-pack/core/plan/cut-list';
import { disturbanceOf } from '@dense-pack/core/plan/disturbance';
import { sayHot } from '@dense-pack/core/plan/needs';
import { type JointId, readTab } from '@dense-pack/core/wiring/end';
import { type Obstacle, stands } from '@dense-pack/core/plan/obstacle';
import { planBox } from '@dense-pack/core/plan/planned';
import { assumedRoles } from '@dense-pack/core/plan/assumed';
import { workOf } from '@dense-pack/core/plan/suggest';
import { type Command, InvalidArgumentError, Option } from 'commander';
import { EXIT } from './exit.ts';
import { readJsonFile } from './json-file.ts';
import { toldObstacle, toldWiring } from './told.ts';
import { readOneLine } from './one-line.ts';
import { editionOption } from './options.ts';

interface Options {
  readonly json: boolean;
  readonly edition: EditionId;
  readonly work?: string;
  readonly kit?: string;
  readonly keep?: boolean;
}

/** The box, what it does, and its plan with the proof; undefined where something cannot be read. */
function planned(line: string, options: Options) {
  const read = readOneLine(line, options.edition);
  if (!read) return undefined;
  const { edition } = read;
  const told =
    options.work === undefined
      ? undefined
      : readJsonFile(options.work, WorkPlan, '{"circuits": [{"id": "a"}], "runs": [...], "devices": [...]}');
  const kit =
    options.kit === undefined ? newKit() : readJsonFile(options.kit, Kit, '{"connectors": {"twist-m": 4}}');
  if ((options.work !== undefined && !told) || !kit) return undefined;
  // What the file says is laid down with the pieces: a raceway is split into the runs it tells of.
  const { box, over } = told ? withWork(read.box, told, nextOf(read.box, told)) : { box: read.box, over: [] };
  // What a file leaves open is guessed like what a line leaves open.
  const guess = workOf(box);
  const work: WorkPlan = told ? withGuess(told, guess) : guess;
  const assumed = assumedRoles(
    box,
    work,
    new Set([...(told?.runs ?? []), ...(told?.devices ?? [])].map(({ of }) => of)),
  );
  const tooMany = over.flatMap((one): Obstacle[] =>
    one.code === 'raceway'
      ? [stands('over-told', { piece: one.of, told: one.told, left: one.left }, [one.of])]
      : [],
  );
  // A wiring entered as found is judged as it is; without one, or where it is to be built on, the plan is.
  const judgesFound = work.found !== undefined && !options.keep;
  const done = planBox(box, work, edition, stockOf(kit), judgesFound ? 'found' : 'plan');
  const obstacles = judgesFound ? [] : [...tooMany, ...done.plan.obstacles];
  const works = done.works && obstacles.length === 0;
  // A wiring that was found is there whatever its cables are taken for.
  const open = judgesFound ? [] : assumed;
  return { ...done, box, edition, obstacles, assumed: open, works, good: works && open.length === 0 };
}

/** What a file says, and the guess for the pieces it says nothing of. */
const withGuess = (told: WorkPlan, guess: WorkPlan): WorkPlan => ({
  ...told,
  runs: [...told.runs, ...guess.runs.filter(({ of }) => !told.runs.some((one) => one.of === of))],
  devices: [...told.devices, ...guess.devices.filter(({ of }) => !told.devices.some((one) => one.of === of))],
});

const workOption = () =>
  new Option('--work <file>', 'JSON of what the box does (without it, as far as roles tell)');
const kitOption = () =>
  new Option('--kit <file>', 'JSON of the truck: the connectors at hand (without it, plenty)');
const HELP =
  '\nExit code: 0 it works in every position, 1 it does not or something stands in its way, 2 unreadable, 3 it rests on roles nobody said.';

type Done = NonNullable<ReturnType<typeof planned>>;

/** 3 where roles are assumed: whether it works cannot be told from what is given. */
const exitOfPlan = ({ good, assumed }: Done) =>
  assumed.length > 0 ? EXIT.unknown : good ? EXIT.legal : EXIT.over;

/** Every joint and terminal of a planned box, and what is changed of the wiring that was found. */
function printSplice(done: Done, json: boolean): void {
  const disturbed = disturbanceOf(done);
  const { box, work, plan, wiring, proof, findings, obstacles, good, faces, name, say } = done;
  process.exitCode = exitOfPlan(done);
  const parts = partsOf(box, work, wiring, plan.kept);
  if (json) {
    console.log(
      JSON.stringify({
        good,
        worksIf: done.works,
        assumed: done.assumed.map(({ piece, as, or }) => ({ cable: piece, as, or })),
        edition: done.edition.id,
        work,
        carries: Object.fromEntries(plan.carries),
        obstacles: obstacles.map((one) => toldObstacle(one, say)),
        faults: proof.faults.map((one) => toldWiring(one, say)),
        findings: findings.map((one) => toldWiring(one, say)),
        states: proof.states,
        parts,
        notes: plan.notes,
        ...(disturbed && {
          disturbance: {
            joints: Object.fromEntries(disturbed.joints),
            apart: disturbed.apart,
            ends: Object.fromEntries(disturbed.ends),
            opened: disturbed.opened,
            steps: disturbed.steps.map(({ words }) => words),
            dead: disturbed.dead,
          },
        }),
      }),
    );
    return;
  }
  const carried = (id: JointId) => {
    const signal = plan.carries.get(id);
    return signal === undefined ? 'joined' : sayHot(signal, work, faces);
  };
  console.log(
    [
      good
        ? `It works${proof.states === 1 ? '' : ` in all ${proof.states} positions`}. Power off and proved dead before touching; licensed work and the local code decide.`
        : done.works
          ? 'It works if these roles are right; nobody said so:'
          : 'This is not a good plan:',
      ...done.assumed.map(
        ({ piece, as, or }) => `? ${say.piece(piece)} is taken for: ${as}. It could be: ${or.join(', ')}.`,
      ),
      ...[...obstacles, ...proof.faults, ...findings].map((one) => `! ${wordsOf(one, say)}`),
      ...(disturbed
        ? [
            `${disturbed.opened} of ${disturbed.found} joints opened`,
            ...disturbed.steps.map(({ words }) => `- ${words}`),
            ...disturbed.dead.map((words) => `dead: ${words}`),
          ]
        : []),
      ...wiring.joints.map(
        ({ id, ends, connectors }) =>
          `joint ${id.slice(1)}: ${carried(id)}: ${ends.map(name).join(', ')} [${connectors.join() || 'none'}]`,
      ),
      ...wiring.lands.map(({ end, at }) => `land: ${name(end)} on ${name(at)}`),
      ...wiring.broken.map((text) => {
        const { of, tab } = readTab(text);
        return `break the ${tab} tab of the ${say.piece(of)}`;
      }),
      ...wiring.marked.map((end) => `mark ${name(end)} as a hot`),
      ...parts.cuts.map(
        ({ count, size, colour, length, ends }) =>
          `cut: ${count} × ${size} AWG ${colour}, ${length} in, ${ends.join(' / ')}`,
      ),
      ...parts.strips.map(({ size, conductors, length }) => `strip: ${length} in of ${size}/${conductors}`),
      ...parts.connectors.map(({ count, name: what }) => `bring: ${count} × ${what}`),
      ...plan.notes,
    ].join('\n'),
  );
}

interface Simulated {
  readonly json: boolean;
  readonly on: readonly string[];
  readonly off: readonly string[];
}

/** What is live in a planned box with its switches so. */
function printSimulated(done: Done, options: Simulated): void {
  const { work, lines, circuitry, proof, good, name: nameOf, say } = done;
  const { switches, uses } = circuitry.physical;
  const unknown = options.on.filter((id) => !switches.some((one) => one.id === id));
  if (unknown.length > 0) {
    console.error(
      `${unknown.join(', ')}: there is no such switch; the switches are ${switches.map(({ id }) => id).join(', ') || 'none'}`,
    );
    process.exitCode = EXIT.unreadable;
    return;
  }
  process.exitCode = exitOfPlan(done);
  const test = bench(circuitry, work, {
    positions: Object.fromEntries(options.on.map((id) => [id, 1])),
    off: options.off,
  });
  const conductors = lines.flatMap(({ wires }) =>
    wires.map(({ id, colour }) => ({
      end: id,
      name: nameOf(id),
      colour,
      nonContact: test.nonContact(id),
      volts: test.at(id).volts ?? null,
      through: test.at(id).through,
    })),
  );
  const outlets = uses
    .filter(({ here }) => here)
    .map((point) => ({
      id: point.id,
      name: point.name,
      ...test.plug(point),
      meter: test.meter(point.hot, point.neutral),
    }));
  if (options.json) {
    console.log(
      JSON.stringify({
        good,
        faults: proof.faults.map((one) => toldWiring(one, say)),
        switches: switches.map(({ id, name }) => ({ id, name, on: options.on.includes(id) })),
        conductors,
        outlets,
      }),
    );
    return;
  }
  console.log(
    [
      ...proof.faults.map((one) => `! ${wordsOf(one, say)}`),
      ...conductors.map(
        ({ name, nonContact, volts }) =>
          `${name}: ${volts === null ? 'floats' : `${volts} V`}, tester ${nonContact}`,
      ),
      ...outlets.map(({ name, says, meter }) => `${name}: plug tester “${says}”, meter ${meter}`),
    ].join('\n'),
  );
}

export function addSplice(program: Command): void {
  program
    .command('splice')
    .description('plan every joint, pigtail and terminal of a box, and prove it')
    .argument(
      '<line>',
      'a count line; roles such as “feed”, “out”, “leg”, “loop”, “travelers” tell what cables are',
    )
    .option('--json', 'print JSON', false)
    .addOption(workOption())
    .addOption(kitOption())
    .addOption(
      new Option('--keep', 'plan from the found wiring of the file, opening as few joints as can be').default(
        false,
      ),
    )
    .addOption(editionOption())
    .addHelpText('after', HELP)
    .action((line: string, options: Options) => {
      const done = planned(line, options);
      if (done) printSplice(done, options.json);
    });

  program
    .command('simulate')
    .description(
      'what is live in a box, with switches set and breakers off, and what an instrument would read',
    )
    .argument('<line>', 'a count line')
    .option('--json', 'print JSON', false)
    .addOption(workOption())
    .addOption(kitOption())
    .addOption(
      new Option('--on <pieces>', 'switches that are on or thrown over, such as i3.0,i4.0')
        .argParser((text) => text.split(',').map((one) => one.trim()))
        .default([] as string[]),
    )
    .addOption(
      new Option('--off <circuits>', 'circuits whose breaker is off, such as a,b')
        .argParser((text) => {
          const all = text.split(',').map((one) => one.trim());
          if (!all.every((one) => /^[a-f]$/.test(one)))
            throw new InvalidArgumentError('expected circuits a to f.');
          return all;
        })
        .default([] as string[]),
    )
    .addOption(editionOption())
    .addHelpText('after', HELP)
    .action((line: string, options: Options & { on: string[]; off: string[] }) => {
      const done = planned(line, options);
      if (done) printSimulated(done, options);
    });
}
