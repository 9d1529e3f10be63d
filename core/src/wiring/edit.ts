/** Changes to a wiring, as values: each takes a wiring and gives the changed one. Hand entry and the faults of diagnosing use them. */
import { type End, type JointId, type LandingEnd, type LooseEnd, type TabName } from './end.ts';
import { nextJointId, nextPigtailId } from './indexed.ts';
import type { Land, Pigtail, Wiring } from './wiring.ts';

/** A wiring in which nothing is joined. */
export const NOTHING_JOINED: Wiring = {
  joints: [],
  pigtails: [],
  lands: [],
  broken: [],
  marked: [],
  backstabbed: [],
};

/** A wiring with the ends of each joint changed; a joint that loses all its ends is gone. */
export function withEnds(wiring: Wiring, change: (joint: Wiring['joints'][number]) => End[]): Wiring {
  const joints = wiring.joints.map((joint) => ({ ...joint, ends: change(joint) }));
  return { ...wiring, joints: joints.filter(({ ends }) => ends.length > 0) };
}

/** Puts ends under one connector, in a joint that is there or a new one. */
export function join(wiring: Wiring, ends: readonly End[], joint?: JointId): Wiring {
  if (joint !== undefined)
    return withEnds(wiring, (one) => (one.id === joint ? [...one.ends, ...ends] : one.ends));
  const made = { id: nextJointId(wiring), ends: [...ends], connectors: [] };
  return { ...wiring, joints: [...wiring.joints, made] };
}

/** Takes one end out of one joint. */
export const takeOut = (wiring: Wiring, joint: JointId, end: End): Wiring =>
  withEnds(wiring, (one) => (one.id === joint ? one.ends.filter((each) => each !== end) : one.ends));

/** Opens a joint; its ends are in nothing afterwards. */
export const takeApart = (wiring: Wiring, joint: JointId): Wiring => ({
  ...wiring,
  joints: wiring.joints.filter(({ id }) => id !== joint),
});

/** Lands a conductor or pigtail on a terminal. */
export const land = (wiring: Wiring, end: LooseEnd, at: LandingEnd): Wiring => ({
  ...wiring,
  lands: [...wiring.lands, { end, at }],
});

/** Takes a conductor or pigtail off a terminal. */
export const lift = (wiring: Wiring, { end, at }: Land): Wiring => ({
  ...wiring,
  lands: wiring.lands.filter((one) => one.end !== end || one.at !== at),
});

/** A wiring with each landing changed. */
export const withLands = (wiring: Wiring, change: (one: Land) => Land): Wiring => ({
  ...wiring,
  lands: wiring.lands.map(change),
});

/** Two conductors with each other’s places. */
export function exchange(wiring: Wiring, a: LooseEnd, b: LooseEnd): Wiring {
  const other = <T extends End>(end: T): T | LooseEnd => (end === a ? b : end === b ? a : end);
  return withLands(
    withEnds(wiring, ({ ends }) => ends.map(other)),
    ({ end, at }) => ({ end: other(end), at }),
  );
}

/** Breaks a tab, or makes it whole. */
export const turnTab = (wiring: Wiring, tab: TabName): Wiring => ({
  ...wiring,
  broken: wiring.broken.includes(tab) ? wiring.broken.filter((one) => one !== tab) : [...wiring.broken, tab],
});

/** Cuts a pigtail. @returns the wiring with it; it is its last pigtail */
export const cut = (wiring: Wiring, pigtail: Omit<Pigtail, 'id'>): Wiring => ({
  ...wiring,
  pigtails: [...wiring.pigtails, { id: nextPigtailId(wiring), ...pigtail }],
});
