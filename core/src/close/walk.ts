/**
 * What is tested when a box is closed, as it follows from its circuits and its run (docs/trade.md#folding, #testing): each half of
 * a receptacle, each load with the switches that matter, each GFCI by its own button, each handle, everything further
 * on, the fold and the plate. In the order of one walk.
 */
import { type Pair, PAIRS, type Said } from '../box/closing.ts';
import type { WorkPlan } from '../box/work.ts';
import type { Wiring } from '../wiring/wiring.ts';
import { predictor, type Predict } from '../diagnose/predict.ts';
import { handleGroups, multiwirePairs, nameOfCircuit } from '../physical/circuits.ts';
import type { Physical, Use } from '../physical/physical.ts';
import { type Control, requirementsOf } from '../simulate/required.ts';
import type { Positions } from '../simulate/state.ts';

/** One thing to test. */
export interface Test {
  /** The same test has the same id, whatever else is in the box. */
  readonly id: string;
  /** What is tested, or done. */
  readonly words: string;
  /** How it should be. */
  readonly expects: string;
  /** How it is answered: three lamps or three figures, one figure between hots, on or off, good or not. */
  readonly read: 'receptacle' | Exclude<Said['read'], 'lamps' | 'volts'>;
  /** The point it is read at, with the switches and the GFCIs as they then stand: what a diagnosis needs. */
  readonly point?: PointTest;
  /** Another box of the house. */
  readonly box?: string;
}

export interface PointTest {
  readonly use: Use;
  readonly switches: Positions;
  readonly tripped: readonly string[];
  readonly should: Readonly<Record<Pair | 'on', boolean>>;
}

/** Tests that are done in one go, as the switches then stand. */
export interface Leg {
  readonly id: string;
  /** How things stand, or what is done first. */
  readonly words: string;
  readonly tests: readonly Test[];
}

/** Another box that must be tested, and whether it hangs on a GFCI of this one. */
export interface FurtherBox {
  readonly id: string;
  readonly name: string;
  readonly room: string;
  /** The GFCI of this box that protects it, by what it is called here. */
  readonly guard: string | undefined;
}

export interface WalkOf {
  readonly physical: Physical;
  readonly work: WorkPlan;
  /** The wiring as it should be. */
  readonly wiring: Wiring;
  /** What is tested in other boxes. */
  readonly further: readonly FurtherBox[];
  /** Readings that were asked for beside the walk, by their ids: those that tell faults apart. */
  readonly more?: readonly string[];
  /** Breakers whose label in the panel is to be put right. */
  readonly labels: readonly { readonly id: string; readonly name: string; readonly reads: string }[];
}

/** What the fold and the plate are looked at for (docs/trade.md#folding; 314.20 and 314.17(B) from memory). */
const FINISH = [
  {
    id: 'fold',
    words: 'Folded in by hand: grounds at the back, neutrals, hots last, each on the side of its terminal',
    expects: 'no strain, nothing pinched, no bare conductor where it can touch a terminal',
  },
  {
    id: 'screws',
    words: 'The device went home by hand, then the screws',
    expects: 'screws snug, none used as a press; ears flat on the wall or the box',
  },
  {
    id: 'level',
    words: 'Device and plate',
    expects: 'level, the plate flat and whole, no gap round the box',
  },
] as const;

/** Everything to test, in the order of the walk. Nothing to read in a box leaves the fold and the plate. */
export function walkOf({ physical, work, wiring, further, labels, more = [] }: WalkOf): Leg[] {
  const predict = predictor(physical, work, wiring);
  const controls = new Map(requirementsOf(physical, work).map(({ use, control }) => [use.id, control]));
  const rest = restOf(physical, predict, controls);
  const legs: Leg[] = [
    {
      id: 'finish',
      words:
        physical.devices.length > 0
          ? 'Power still off: the fold and the plate'
          : 'Power still off: the fold and the cover',
      tests: FINISH.filter(({ id }) => id !== 'screws' || physical.devices.length > 0).map(
        ({ id, words, expects }) => ({ id: `finish|${id}`, words, expects, read: 'done' }),
      ),
    },
    ...states(physical, predict, controls, rest),
    ...physical.guards.map((guard) => pressed(guard, physical, predict, controls, further)),
    ...(further.length > 0 ? [beyond(further)] : []),
    handles(physical, work),
    ...(labels.length > 0 ? [directory(labels)] : []),
  ];
  const there = new Set(legs.flatMap(({ tests }) => tests.map(({ id }) => id)));
  const asked = [...new Set(more)].flatMap((id) =>
    there.has(id) ? [] : (readingOf(id, physical, predict) ?? []),
  );
  return [...legs, { id: 'asked', words: 'To tell faults apart', tests: asked }].filter(
    ({ tests }) => tests.length > 0,
  );
}

/** The id of a reading at a point, with these switches thrown and these GFCIs tripped. */
export const readingId = (use: string, switches: Positions, tripped: readonly string[] = []): string =>
  ['read', use, key(switches), ...tripped].join('|');

/** The reading an id means; undefined where its point, a switch or a GFCI is not in the box. */
function readingOf(id: string, physical: Physical, predict: Predict): Test | undefined {
  const [what, at, thrown = '', ...tripped] = id.split('|');
  const use = physical.uses.find((one) => one.id === at);
  const ids = thrown === '' ? [] : thrown.split('+');
  const switches = ids.flatMap((one) => physical.switches.find((each) => each.id === one) ?? []);
  const guards = tripped.flatMap((one) => physical.guards.find(({ of }) => of === one) ?? []);
  if (what !== 'read' || !use || switches.length < ids.length || guards.length < tripped.length)
    return undefined;
  const test = testOf(use, Object.fromEntries(ids.map((one) => [one, 1])), predict, physical, tripped);
  const with_ = [
    ...(switches.length > 0 ? [`${switches.map(({ name }) => name).join(', ')} thrown`] : []),
    ...(guards.length > 0 ? [`TEST pressed on the ${guards.map(({ name }) => name).join(', ')}`] : []),
  ];
  return with_.length > 0 ? { ...test, words: `${test.words}, with ${with_.join(' and ')}` } : test;
}

const key = (positions: Positions) =>
  Object.entries(positions)
    .filter(([, position]) => position !== 0)
    .map(([id]) => id)
    .sort()
    .join('+');

/**
 * How the switches stand at first: single ones off, and three-ways so that what they control is off. Which position
 * of a three-way that is cannot be told from outside; the walk begins from it.
 */
function restOf(physical: Physical, predict: Predict, controls: ReadonlyMap<string, Control>): Positions {
  const rest: Record<string, number> = {};
  for (const use of physical.uses) {
    const control = controls.get(use.id);
    const [first] = control?.kind === 'chain' ? control.members : [];
    if (first !== undefined && rest[first] === undefined && predict(use, rest).on) rest[first] = 1;
  }
  return rest;
}

/** Each way the switches are stood, with what changes by it. */
function states(
  physical: Physical,
  predict: Predict,
  controls: ReadonlyMap<string, Control>,
  rest: Positions,
): Leg[] {
  const { uses, switches } = physical;
  const nameOf = (id: string) => switches.find((one) => one.id === id)?.name ?? id;
  const thrown = (ids: readonly string[]): Positions => ({
    ...rest,
    ...Object.fromEntries(ids.map((id) => [id, 1 - (rest[id] ?? 0)])),
  });
  const leg = (ids: readonly string[], words: string, read: readonly Use[]): Leg => ({
    id: `state|${ids.join('+')}`,
    words,
    tests: read.map((use) => testOf(use, thrown(ids), predict, physical)),
  });
  const by = (control: Control, id: string) =>
    control.kind === 'switch' ? control.id === id : control.kind === 'chain' && control.members.includes(id);
  const alone = switches.flatMap(({ id }): Leg[] => {
    const mine = uses.filter((use) => by(controls.get(use.id) ?? { kind: 'always' }, id));
    return mine.length === 0 ? [] : [leg([id], `Throw ${nameOf(id)}, alone`, mine)];
  });
  // From every place: with the other places of a chain thrown too, one more each time.
  const chains = new Map(
    [...controls.values()].flatMap((one) => (one.kind === 'chain' ? [[one.id, one] as const] : [])),
  );
  const together = [...chains.values()].flatMap(({ id: chain, members }): Leg[] => {
    const mine = uses.filter((use) => {
      const control = controls.get(use.id);
      return control?.kind === 'chain' && control.id === chain;
    });
    if (mine.length === 0) return [];
    return members
      .slice(1)
      .map((_, nth) =>
        leg(
          members.slice(0, nth + 2),
          `Leave ${nameOf(members[nth] ?? '')} so and throw ${nameOf(members[nth + 1] ?? '')} too`,
          mine,
        ),
      );
  });
  const first = switches.length > 0 ? 'Power on, every switch off' : 'Power on';
  return [
    leg([], chains.size > 0 ? `${first}, three-ways so that their load is off` : first, uses),
    ...alone,
    ...together,
  ];
}

/** @param use read with the switches so */
function testOf(
  use: Use,
  switches: Positions,
  predict: Predict,
  physical: Physical,
  tripped: readonly string[] = [],
): Test {
  const should = predict(use, switches, tripped);
  const receptacle = isReceptacle(use) && tripped.length === 0;
  return {
    id: readingId(use.id, switches, tripped),
    words: use.name,
    expects: receptacle ? lampWords(should) : onWords(use, should.on, physical),
    read: receptacle ? 'receptacle' : 'on',
    point: { use, switches, tripped, should },
  };
}

function lampWords(should: PointTest['should']): string {
  const lit = PAIRS.filter((pair) => should[pair]);
  return lit.length === 0 ? 'no lamp lit' : `lamps ${lit.join(' and ')} lit`;
}

/** A cable that feeds on has no lamp of its own: it is power that is looked for. */
function onWords({ of, doubled }: Use, on: boolean, { cables }: Physical): string {
  if (on && doubled) return 'on, 240 V between its hots';
  if (cables.find(({ key: cable }) => cable === of)?.run.does === 'out')
    return `${on ? 'power' : 'no power'} at its far end`;
  return on ? 'on' : 'off';
}

/** Whether a plug tester or a meter can be put in it. */
const isReceptacle = ({ here, ground, doubled }: Use) => here && ground !== undefined && !doubled;

/** A GFCI by its own button: what it protects goes dead, and comes back. */
function pressed(
  { of, name }: Physical['guards'][number],
  physical: Physical,
  predict: Predict,
  controls: ReadonlyMap<string, Control>,
  further: readonly FurtherBox[],
): Leg {
  const { uses, switches } = physical;
  // What is switched is seen to go dead only when it is on.
  const on: Record<string, number> = {};
  for (const { id } of switches) on[id] = 1;
  for (const use of uses) {
    const control = controls.get(use.id);
    const [first] = control?.kind === 'chain' ? control.members : [];
    if (first !== undefined && !predict(use, on).on) on[first] = 0;
  }
  const guarded = uses.filter((use) => predict(use, on).on && !predict(use, on, [of]).on);
  const after = further.filter(({ guard }) => guard === name);
  return {
    id: `guard|${of}`,
    words: `${switches.length > 0 ? 'Everything switched on: press' : 'Press'} TEST on the ${name}`,
    tests: [
      ...guarded.map((use) => testOf(use, on, predict, physical, [of])),
      ...after.map(({ id, name: box, room }): Test => ({
        id: `guard|${of}|box|${id}`,
        words: box,
        expects: `${room === '' ? '' : `${room}: `}dead as long as it is tripped`,
        read: 'on',
        box: id,
      })),
      {
        id: `guard|${of}|reset`,
        words: `Press RESET on the ${name}`,
        expects: 'it holds, and all comes back on',
        read: 'done',
      },
    ],
  };
}

/** Everything further on, in other boxes. */
const beyond = (further: readonly FurtherBox[]): Leg => ({
  id: 'further',
  words: 'Further on: what this box feeds, and the other places of its three-ways',
  tests: further.map(({ id, name, room }) => ({
    id: `box|${id}`,
    words: name,
    expects: `${room === '' ? '' : `${room}: `}every outlet, load and switch works as before`,
    read: 'done',
    box: id,
  })),
});

/** Each handle kills what it should and nothing else; two hots with one neutral are on two legs. */
function handles(physical: Physical, work: WorkPlan): Leg {
  const brought = new Set(
    physical.sources.flatMap(({ held }) => (held.kind === 'hot' ? [held.circuit] : [])),
  );
  const mine = handleGroups(physical, work)
    .map((group) => group.filter((id) => brought.has(id)))
    .filter((group) => group.length > 0);
  const pairs = multiwirePairs(physical, work);
  return {
    id: 'handles',
    words: 'At the panel',
    tests: [
      ...pairs.map(([a, b]): Test => ({
        id: `hots|${a}|${b}`,
        words: `Meter between the hots of ${nameOfCircuit(work, a)} and ${nameOfCircuit(work, b)}`,
        expects: '240 V: they share a neutral and must be on two legs (210.4, 300.13(B))',
        read: 'hots',
      })),
      ...mine.map((group): Test => ({
        id: `handle|${group.join('|')}`,
        words:
          group.length === 1
            ? `Handle of ${nameOfCircuit(work, group[0] ?? '')} off, then on again`
            : `One handle of ${group.map((id) => nameOfCircuit(work, id)).join(' and ')} off, then on again`,
        expects:
          group.length === 1
            ? 'what hangs on it goes dead, and nothing else'
            : 'all of them go off together and what hangs on them goes dead, nothing else (210.4(B), 210.7; from memory)',
        read: 'done',
      })),
    ],
  };
}

const directory = (labels: WalkOf['labels']): Leg => ({
  id: 'directory',
  words: 'The panel’s directory',
  tests: labels.map(({ id, name, reads }) => ({
    id: `label|${id}`,
    words: `Breaker ${name} is labelled anew`,
    expects: `it reads “${reads}”`,
    read: 'done',
  })),
});
