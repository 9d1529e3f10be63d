/**
 * Every single mistake that is usual in a wired box (docs/trade.md#mistakes, #testing): what it is called, where it is, and the wiring
 * as it would be with it. Which come first: common practice, no source.
 */
import type { WorkPlan } from '../box/work.ts';
import type { Wiring } from '../wiring/wiring.ts';
import { cut, exchange, join, land, lift, takeOut, turnTab, withLands } from '../wiring/edit.ts';
import {
  deviceAt,
  type End,
  type JointId,
  type LandingEnd,
  pigtailEnd,
  tabName,
  type TabName,
} from '../wiring/end.ts';
import { hasPigtail, indexed, nextPigtailId } from '../wiring/indexed.ts';
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
  /** Ends it is about, or a tab. */
  readonly ends: readonly (End | TabName)[];
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
  readonly name: (end: End) => string;
  readonly isTail: (end: End) => boolean;
  readonly isGround: (end: End) => boolean;
}

type Maker = (known: Known) => Omit<Fault, 'kind'>[];

/** Every single fault of a wiring, the likeliest kinds first. */
export function faultsOf(physical: Physical, work: WorkPlan, wiring: Wiring): Fault[] {
  const known = knownOf(physical, work, wiring);
  return FAULT_KINDS.flatMap((kind) => MAKERS[kind](known).map((one): Fault => ({ kind, ...one })));
}

function knownOf(physical: Physical, work: WorkPlan, wiring: Wiring): Known {
  const { colorOf, pigtail, terminalOf } = indexed(wiring);
  return {
    physical,
    work,
    wiring,
    joints: wiring.joints.map((joint, nth) => ({ ...joint, where: `joint ${nth + 1}` })),
    isTail: (end) => hasPigtail(wiring, end),
    isGround: (end) => {
      const color = colorOf(end);
      return (color !== undefined && isGroundColour(color)) || end.endsWith(':ground');
    },
    name(end) {
      const tail = pigtail(end);
      if (!tail) return endName(end, physical);
      const to = terminalOf(end);
      return `the ${tail.colour} tail${to === undefined ? ' between two connectors' : ` to ${endName(to, physical)}`}`;
    },
  };
}

/** Where the ends of a fault are in a wiring: joints by their ids, devices by their pieces. */
export function placesOf(
  ends: readonly string[],
  { joints, lands }: Pick<Wiring, 'joints' | 'lands'>,
): { readonly joints: readonly JointId[]; readonly devices: readonly string[] } {
  const there = new Set<string>(ends);
  const landed = lands.filter(({ end, at }) => there.has(end) || there.has(at));
  const tabs = ends.flatMap((end) => /^(.+):(?:hot|neutral)$/.exec(end)?.[1] ?? []);
  return {
    joints: joints.flatMap((joint) => (joint.ends.some((end) => there.has(end)) ? [joint.id] : [])),
    devices: [...new Set([...landed.flatMap(({ at }) => deviceAt(at) ?? []), ...tabs])],
  };
}

const cap = (text: string) => `${text.charAt(0).toUpperCase()}${text.slice(1)}`;

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
        applied: (one: Wiring) => takeOut(one, id, end),
        off: [],
      })),
    ),
  ...wiring.lands.map(({ end, at }) => ({
    ends: [end],
    where: name(at),
    words: isTail(end)
      ? `${cap(name(end))} is loose on its screw.`
      : `${cap(name(end))} is loose on ${name(at)}.`,
    applied: (one: Wiring) => lift(one, { end, at }),
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
        applied: (one) => exchange(one, black, white),
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
        applied: (wired) =>
          withLands(wired, (land) =>
            land.at === one.at
              ? { ...land, at: other.at }
              : land.at === other.at
                ? { ...land, at: one.at }
                : land,
          ),
        off: [],
      })),
  );

const wrongScrew: Maker = ({ physical, wiring, joints, name }) => {
  const used = new Set<End>([...wiring.lands.map(({ at }) => at), ...joints.flatMap(({ ends }) => ends)]);
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
        applied: (one) =>
          withLands(one, (land) => (land.end === end && land.at === at ? { ...land, at: id } : land)),
        off: [],
      })),
  );
};

/** Both conductors of a GFCI’s LINE on its LOAD, and those of its LOAD on its LINE (docs/trade.md#terminals, #mistakes). */
const lineLoad: Maker = ({ physical, wiring }) =>
  physical.guards.flatMap(({ of, name, poles }) => {
    const other = new Map<LandingEnd, LandingEnd>(
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
        applied: (one) => withLands(one, ({ end, at }) => ({ end, at: other.get(at) ?? at })),
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
        applied: (wired) => turnTab(wired, called),
        off: [],
      };
    }),
  );

const wrongJoint: Maker = ({ joints, name, isGround }) =>
  joints.flatMap(({ id, ends, where }) =>
    ends.flatMap((end) =>
      joints
        .filter(
          (to) => to.id !== id && to.ends.length > 1 && to.ends.slice(0, 1).every(isGround) === isGround(end),
        )
        .map((to) => ({
          ends: [end],
          where: to.where,
          words: `${cap(name(end))} is in ${to.where} in place of ${where}.`,
          applied: (one) => join(takeOut(one, id, end), [end], to.id),
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
      ends: [...ends.slice(0, 1), ...other.ends.slice(0, 1)],
      where,
      words: `${cap(where)} and ${other.where} touch or are joined.`,
      applied: (one) => join(one, other.ends, id),
      off: [],
    })),
  );

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
        applied: (one) => {
          const bared = { ...one, lands: one.lands.filter(({ at }) => at !== green) };
          const jumper = pigtailEnd(nextPigtailId(bared));
          return land(land(cut(bared, { size: 14, colour: 'bare' }), jumper, silver), jumper, green);
        },
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
