/**
 * Every single mistake that is usual in a wired box (docs/trade.md#mistakes, #testing): what it is called, where it is, and the wiring
 * as it would be with it. Which come first: common practice, no source.
 */
import type { Wiring, WorkPlan } from '../box/work.ts';
import { pigtailEnd, readEnd, tabName } from '../physical/end.ts';
import { multiwirePairs, nameOfCircuit } from '../physical/circuits.ts';
import { endName } from '../physical/name.ts';
import type { Physical } from '../physical/physical.ts';
import { isGroundColour } from '../physical/pieces.ts';

/** Kinds of mistakes, the likeliest first. */
export const FAULT_KINDS = [
  'off',
  'open',
  'reversed',
  'swapped',
  'wrong-screw',
  'line-load',
  'tab',
  'wrong-joint',
  'one-leg',
  'joined',
  'bootleg',
] as const;
export type FaultKind = (typeof FAULT_KINDS)[number];

export interface Fault {
  readonly kind: FaultKind;
  readonly ends: readonly string[];
  /** Where to look first: `joint 2`, a terminal, the panel. */
  readonly where: string;
  readonly words: string;
  readonly applied: (wiring: Wiring) => Wiring;
  /** Circuits it leaves without power. */
  readonly off: readonly string[];
  /** Two circuits whose breakers it puts on one leg of the service. */
  readonly oneLeg?: readonly [string, string];
}

/** What the makers of faults know of the box. */
interface Known {
  readonly physical: Physical;
  readonly work: WorkPlan;
  readonly wiring: Wiring;
  readonly joints: readonly (Wiring['joints'][number] & { readonly where: string })[];
  /** What an end is called: a tail bears no number in the box, and goes by where it leads. */
  readonly name: (end: string) => string;
  readonly isTail: (end: string) => boolean;
  readonly isGround: (end: string) => boolean;
}

type Maker = (known: Known) => Omit<Fault, 'kind'>[];

/** Every single fault of a wiring, the likeliest kinds first. */
export function faultsOf(physical: Physical, work: WorkPlan, wiring: Wiring): Fault[] {
  const known = knownOf(physical, work, wiring);
  return FAULT_KINDS.flatMap((kind) => MAKERS[kind](known).map((one): Fault => ({ kind, ...one })));
}

function knownOf(physical: Physical, work: WorkPlan, wiring: Wiring): Known {
  const tails = new Map(wiring.pigtails.map((one) => [`p:${one.id}`, one]));
  const colours = new Map<string, string>([
    ...physical.cables.flatMap(({ conductors }) => conductors.map(({ id, colour }) => [id, colour] as const)),
    ...wiring.pigtails.map(({ id, colour }) => [`p:${id}`, colour] as const),
  ]);
  return {
    physical,
    work,
    wiring,
    joints: wiring.joints.map((joint, nth) => ({ ...joint, where: `joint ${nth + 1}` })),
    isTail: (end) => tails.has(end),
    isGround: (end) => isGroundColour(colours.get(end) ?? '') || end.endsWith(':ground'),
    name(end) {
      const tail = tails.get(end);
      if (!tail) return endName(end, physical);
      const to = wiring.lands.find((one) => one.end === end)?.at;
      return `the ${tail.colour} tail${to === undefined ? ' between two connectors' : ` to ${endName(to, physical)}`}`;
    },
  };
}

/** Where the ends of a fault are in a wiring: joints by their ids, devices by their pieces. */
export function placesOf(
  ends: readonly string[],
  { joints, lands }: Pick<Wiring, 'joints' | 'lands'>,
): { readonly joints: readonly string[]; readonly devices: readonly string[] } {
  const there = new Set(ends);
  const landed = lands.filter(({ end, at }) => there.has(end) || there.has(at));
  const tabs = ends.flatMap((end) => /^(.+):(?:hot|neutral)$/.exec(end)?.[1] ?? []);
  return {
    joints: joints.flatMap((joint) => (joint.ends.some((end) => there.has(end)) ? [joint.id] : [])),
    devices: [...new Set([...landed.flatMap(({ at }) => deviceAt(at) ?? []), ...tabs])],
  };
}

const cap = (text: string) => `${text.charAt(0).toUpperCase()}${text.slice(1)}`;
const deviceAt = (at: string) => {
  const read = readEnd(at);
  return read?.kind === 'terminal' ? read.of : undefined;
};
/** A wiring with its landings changed. */
const withLands =
  (change: (all: Wiring['lands']) => Wiring['lands']): Fault['applied'] =>
  (one) => ({ ...one, lands: change(one.lands) });
/** A wiring with one of its joints changed. */
const withEnds =
  (change: (joint: Wiring['joints'][number]) => string[]): Fault['applied'] =>
  (one) => ({ ...one, joints: one.joints.map((joint) => ({ ...joint, ends: change(joint) })) });

/** Two conductors with each other’s places. */
const exchanged =
  (a: string, b: string): Fault['applied'] =>
  (wiring) => {
    const other = (end: string) => (end === a ? b : end === b ? a : end);
    return {
      ...wiring,
      joints: wiring.joints.map((joint) => ({ ...joint, ends: joint.ends.map(other) })),
      lands: wiring.lands.map(({ end, at }) => ({ end: other(end), at })),
    };
  };

const off: Maker = ({ work }) =>
  work.circuits.map(({ id, name }) => ({
    ends: [],
    where: 'the panel',
    words: `The breaker of circuit ${name || id.toUpperCase()} is off, or has tripped.`,
    applied: (one) => one,
    off: [id],
  }));

const open: Maker = ({ joints, wiring, name, isTail }) => [
  ...joints
    .filter(({ ends }) => ends.length > 1)
    .flatMap(({ id, ends, where }) =>
      ends.map((end) => ({
        ends: [end],
        where,
        words: `${cap(name(end))} is loose or open in ${where}.`,
        applied: withEnds((joint) => joint.ends.filter((each) => joint.id !== id || each !== end)),
        off: [],
      })),
    ),
  ...wiring.lands.map(({ end, at }) => ({
    ends: [end],
    where: name(at),
    words: isTail(end)
      ? `${cap(name(end))} is loose on its screw.`
      : `${cap(name(end))} is loose on ${name(at)}.`,
    applied: withLands((all) => all.filter((one) => one.end !== end || one.at !== at)),
    off: [],
  })),
];

const reversed: Maker = ({ physical }) =>
  physical.cables.flatMap(({ run, quoted, conductors }) => {
    const [black, white] = ['black', 'white'].map(
      (colour) => conductors.find((one) => one.colour === colour)?.id,
    );
    if (run.does !== 'feed' || black === undefined || white === undefined) return [];
    return [
      {
        ends: [black, white],
        where: `before this box, at the other end of ${quoted}`,
        words: `Black and white of ${quoted} are exchanged before this box.`,
        applied: exchanged(black, white),
        off: [],
      },
    ];
  });

const swapped: Maker = ({ wiring, name }) =>
  wiring.lands.flatMap((one, nth) =>
    wiring.lands
      .slice(nth + 1)
      .filter((other) => deviceAt(one.at) !== undefined && deviceAt(one.at) === deviceAt(other.at))
      .map((other) => ({
        ends: [one.end, other.end],
        where: name(one.at),
        words: `${cap(name(one.at))} and ${name(other.at)} have each other’s conductors.`,
        applied: withLands((all) =>
          all.map((land) =>
            land.at === one.at
              ? { ...land, at: other.at }
              : land.at === other.at
                ? { ...land, at: one.at }
                : land,
          ),
        ),
        off: [],
      })),
  );

const wrongScrew: Maker = ({ physical, wiring, joints, name }) => {
  const used = new Set([...wiring.lands.map(({ at }) => at), ...joints.flatMap(({ ends }) => ends)]);
  const free = physical.devices.flatMap(({ key, ports }) =>
    ports.flatMap(({ id }) => (used.has(id) ? [] : [{ key, id }])),
  );
  return wiring.lands.flatMap(({ end, at }) =>
    free
      .filter(({ key }) => key === deviceAt(at))
      .map(({ id }) => ({
        ends: [end],
        where: name(id),
        words: `${cap(name(end))} is on ${name(id)} in place of ${name(at)}.`,
        applied: withLands((all) =>
          all.map((land) => (land.end === end && land.at === at ? { ...land, at: id } : land)),
        ),
        off: [],
      })),
  );
};

/** Both conductors of a GFCI’s LINE on its LOAD, and those of its LOAD on its LINE (docs/trade.md#terminals, #mistakes). */
const lineLoad: Maker = ({ physical, wiring }) =>
  physical.guards.flatMap(({ of, name, poles }) => {
    const other = new Map(
      poles.flatMap(
        ([line, load]) =>
          [
            [line, load],
            [load, line],
          ] as const,
      ),
    );
    const touched = wiring.lands.filter(({ at }) => other.has(at));
    if (touched.length < 2) return [];
    return [
      {
        ends: touched.map(({ end }) => end),
        where: `the ${name}`,
        words: `LINE and LOAD of the ${name} are exchanged: what brings power is on LOAD.`,
        applied: withLands((all) => all.map(({ end, at }) => ({ end, at: other.get(at) ?? at }))),
        off: [],
      },
    ];
  });

const tab: Maker = ({ physical, wiring }) =>
  physical.devices.flatMap(({ key, title, ports }) =>
    [...new Set(ports.flatMap((port) => port.tab ?? []))].map((one) => {
      const called = tabName(key, one);
      const broken = wiring.broken.includes(called);
      return {
        ends: [called],
        where: `the ${one} tab of the ${title}`,
        words: `The ${one} tab of the ${title} ${broken ? 'is not broken' : 'is broken'}.`,
        applied: (each) => ({
          ...each,
          broken: broken ? each.broken.filter((text) => text !== called) : [...each.broken, called],
        }),
        off: [],
      };
    }),
  );

const wrongJoint: Maker = ({ joints, name, isGround }) =>
  joints.flatMap(({ id, ends, where }) =>
    ends.flatMap((end) =>
      joints
        .filter((to) => to.id !== id && to.ends.length > 1 && isGround(to.ends[0] ?? '') === isGround(end))
        .map((to) => ({
          ends: [end],
          where: to.where,
          words: `${cap(name(end))} is in ${to.where} in place of ${where}.`,
          applied: withEnds((joint) => {
            if (joint.id === id) return joint.ends.filter((each) => each !== end);
            return joint.id === to.id ? [...joint.ends, end] : joint.ends;
          }),
          off: [],
        })),
    ),
  );

/** Both breakers of a multiwire circuit on one leg: their neutral carries both currents (210.4, 300.13(B); from memory). */
const oneLeg: Maker = ({ physical, work }) =>
  multiwirePairs(physical, work).map((pair) => ({
    ends: [],
    where: 'the panel',
    words: `The breakers of ${nameOfCircuit(work, pair[0])} and ${nameOfCircuit(work, pair[1])} are on one leg: their neutral carries both currents.`,
    applied: (one) => one,
    off: [],
    oneLeg: pair,
  }));

const joined: Maker = ({ joints }) =>
  joints.flatMap(({ id, ends, where }, nth) =>
    joints.slice(nth + 1).map((other) => ({
      ends: [ends[0] ?? '', other.ends[0] ?? ''],
      where,
      words: `${cap(where)} and ${other.where} touch or are joined.`,
      applied: withEnds((joint) => (joint.id === id ? [...joint.ends, ...other.ends] : joint.ends)),
      off: [],
    })),
  );

/** The number of the jumper that makes a ground of a neutral: no plan has as many pigtails. */
const BOOTLEG = 'p9999';

const bootleg: Maker = ({ physical }) =>
  physical.devices.flatMap(({ title, ports }) => {
    const green = ports.find((port) => port.name === 'ground')?.id;
    const silver = ports.find((port) => port.metal === 'silver')?.id;
    if (green === undefined || silver === undefined) return [];
    return [
      {
        ends: [silver, green],
        where: `the ${title}`,
        words: `The ground of the ${title} is made of its neutral (a bootleg), and its own ground is open.`,
        applied: (one) => ({
          ...one,
          pigtails: [...one.pigtails, { id: BOOTLEG, size: 14, colour: 'bare' }],
          lands: [
            ...one.lands.filter(({ at }) => at !== green),
            { end: pigtailEnd(BOOTLEG), at: silver },
            { end: pigtailEnd(BOOTLEG), at: green },
          ],
        }),
        off: [],
      },
    ];
  });

/** One maker a kind of mistake. */
const MAKERS: Readonly<Record<FaultKind, Maker>> = {
  off,
  open,
  reversed,
  swapped,
  'wrong-screw': wrongScrew,
  'line-load': lineLoad,
  tab,
  'wrong-joint': wrongJoint,
  'one-leg': oneLeg,
  joined,
  bootleg,
};
