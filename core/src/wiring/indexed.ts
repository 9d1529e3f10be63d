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
  const byId = firstBy(joints.map((joint) => [joint.id, joint]));
  const numbers = firstBy(joints.map(({ id }, index) => [id, index + 1]));
  const jointsBy = grouped(
    joints.flatMap((joint) => [...new Set(joint.ends)].map((end) => [end, joint] as const)),
  );
  const terminalsBy = grouped(lands.map(({ end, at }) => [end, at] as const));
  const landedBy = grouped(lands.map(({ end, at }) => [at, end] as const));
  const tails = firstBy<string, Pigtail>(pigtails.map((one) => [pigtailEnd(one.id), one]));
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

/** By key; where a record has one id twice, the first of them. */
function firstBy<K, V>(pairs: readonly (readonly [K, V])[]): ReadonlyMap<K, V> {
  const first = new Map<K, V>();
  for (const [key, value] of pairs) if (!first.has(key)) first.set(key, value);
  return first;
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

/** One more than the highest number, so that none is given twice; past the limit of its digits, the lowest that is free. */
function nextOf(ids: readonly string[], limit: number): number {
  const numbers = new Set(ids.map((id) => Number(id.slice(1))));
  let next = Math.max(0, ...numbers) + 1;
  if (next > limit) for (next = 1; numbers.has(next); next += 1);
  return next;
}

/** The next free id of a joint and of a pigtail. */
export const nextJointId = ({ joints }: Pick<Wiring, 'joints'>): JointId =>
  jointId(
    nextOf(
      joints.map(({ id }) => id),
      999,
    ),
  );
export const nextPigtailId = ({ pigtails }: Pick<Wiring, 'pigtails'>): PigtailId =>
  pigtailId(
    nextOf(
      pigtails.map(({ id }) => id),
      9999,
    ),
  );

/** Whether an end is a pigtail of this wiring. */
export const hasPigtail = (wiring: Parts, end: End): end is PigtailEnd =>
  isPigtail(end) && indexed(wiring).pigtail(end) !== undefined;
