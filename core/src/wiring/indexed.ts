/**
 * A wiring with everything that is looked up in it at hand: which joint an end is in, what lands on a terminal, which
 * pigtail an end is of. The simulation and the wiring rules do not use it: they read the wiring themselves.
 */
import {
  type End,
  isPigtail,
  type JointId,
  jointId,
  type LandingEnd,
  type LooseEnd,
  pigtailEnd,
  type PigtailEnd,
  pigtailId,
  type PigtailId,
  readEnd,
} from './end.ts';
import type { Joint, Pigtail, Wiring } from './wiring.ts';

type Parts = Pick<Wiring, 'joints' | 'pigtails' | 'lands'>;

export interface IndexedWiring {
  readonly joint: (id: JointId) => Joint | undefined;
  /** The place of a joint in the order of making up, from 1. */
  readonly numberOf: (id: JointId) => number | undefined;
  /** The joints an end is in: a pigtail can be in two. */
  readonly jointsOf: (end: End) => readonly Joint[];
  /** The first joint an end is in. */
  readonly jointOf: (end: End) => Joint | undefined;
  /** The terminals an end is landed on: a jumper is on two. */
  readonly terminalsOf: (end: End) => readonly LandingEnd[];
  /** The first terminal an end is landed on. */
  readonly terminalOf: (end: End) => LandingEnd | undefined;
  /** What is landed on a terminal. */
  readonly landedOn: (at: End) => readonly LooseEnd[];
  readonly pigtail: (end: End) => Pigtail | undefined;
  /** In how many joints and on how many terminals an end is. */
  readonly placesOf: (end: End) => number;
  /** The color of a conductor or pigtail; undefined for a terminal, and for a pigtail that is not in the wiring. */
  readonly colorOf: (end: End) => string | undefined;
}

/** Everything of one wiring that is looked up. @param wiring it is not changed afterwards */
export function indexed(wiring: Parts): IndexedWiring {
  const known = made.get(wiring);
  if (known) return known;
  const index = indexOf(wiring);
  made.set(wiring, index);
  return index;
}

const made = new WeakMap<Parts, IndexedWiring>();

function indexOf({ joints, pigtails, lands }: Parts): IndexedWiring {
  const byId = new Map(joints.map((joint) => [joint.id, joint]));
  const numbers = new Map(joints.map(({ id }, index) => [id, index + 1]));
  const jointsBy = grouped(joints.flatMap((joint) => joint.ends.map((end) => [end, joint] as const)));
  const terminalsBy = grouped(lands.map(({ end, at }) => [end, at] as const));
  const landedBy = grouped(lands.map(({ end, at }) => [at, end] as const));
  const tails = new Map<string, Pigtail>(pigtails.map((one) => [pigtailEnd(one.id), one]));
  const jointsOf = (end: End) => jointsBy.get(end) ?? [];
  const terminalsOf = (end: End) => terminalsBy.get(end) ?? [];
  return {
    joint: (id) => byId.get(id),
    numberOf: (id) => numbers.get(id),
    jointsOf,
    jointOf: (end) => jointsOf(end)[0],
    terminalsOf,
    terminalOf: (end) => terminalsOf(end)[0],
    landedOn: (at) => landedBy.get(at) ?? [],
    pigtail: (end) => tails.get(end),
    placesOf: (end) => jointsOf(end).length + terminalsOf(end).length,
    colorOf(end) {
      const read = readEnd(end);
      return read?.kind === 'wire' ? read.colour : tails.get(end)?.colour;
    },
  };
}

function grouped<T>(pairs: readonly (readonly [string, T])[]): ReadonlyMap<string, readonly T[]> {
  const groups = new Map<string, T[]>();
  for (const [key, value] of pairs) {
    const group = groups.get(key);
    if (group) group.push(value);
    else groups.set(key, [value]);
  }
  return groups;
}

const nextOf = (ids: readonly string[]) =>
  ids.reduce((most, id) => Math.max(most, Number(id.slice(1))), 0) + 1;

/** The next free id of a joint and of a pigtail: one more than the highest, so that none is given twice. */
export const nextJointId = ({ joints }: Pick<Wiring, 'joints'>): JointId =>
  jointId(nextOf(joints.map(({ id }) => id)));
export const nextPigtailId = ({ pigtails }: Pick<Wiring, 'pigtails'>): PigtailId =>
  pigtailId(nextOf(pigtails.map(({ id }) => id)));

/** Whether an end is a pigtail of this wiring. */
export const hasPigtail = (wiring: Parts, end: End): end is PigtailEnd =>
  isPigtail(end) && indexed(wiring).pigtail(end) !== undefined;
