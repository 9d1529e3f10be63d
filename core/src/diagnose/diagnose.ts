/**
 * What is wrong, from readings that are not as they should be (docs/trade.md#testing, #simulation): the simplest mistakes in the
 * wiring, one or else two, of which the simulation gives every reading that was taken; and the next reading that
 * tells the rest apart.
 */
import type { WorkPlan } from '../box/work.ts';
import type { Wiring } from '../wiring/wiring.ts';
import type { Physical, Use } from '../physical/physical.ts';
import type { Positions } from '../simulate/state.ts';
import { multiwirePairs } from '../physical/circuits.ts';
import { LIVE_FROM, type Pair, type PointReading, saidBy } from './ask.ts';
import { type Fault, FAULT_KINDS, type FaultKind, faultsOf } from './faults.ts';
import { type Predict, predictor } from './predict.ts';

/** A mistake, or two, that explain every reading. */
export interface Fit {
  readonly words: string;
  /** Where to look first. */
  readonly where: string;
  readonly fault: { readonly kind: FaultKind; readonly ends: readonly string[] };
  /** The second of two. */
  readonly and?: { readonly kind: FaultKind; readonly ends: readonly string[]; readonly where: string };
  /** Readings it explains. */
  readonly explains: number;
  /** Those with the same number cannot be told from each other by any reading at these points. */
  readonly alike: number;
}

/** The reading that tells most of what is left apart. */
export interface NextReading {
  readonly at: string;
  readonly read: 'lamps' | 'on';
  readonly switches: Positions;
  /** GFCIs whose button is pressed before. */
  readonly tripped?: readonly string[];
  /** How many groups of mistakes each answer would leave. */
  readonly left: Readonly<Record<string, number>>;
}

export interface Diagnosis {
  readonly asPlanned: boolean;
  readonly fits: readonly Fit[];
  /** Points and cables at which nothing was read. */
  readonly untested: readonly string[];
  readonly next: NextReading | null;
}

/** A reading of a point that is not there. */
export interface NoSuchPoint {
  readonly field: string;
  readonly found: string;
  readonly accepted: string;
}

/** No plug tester sees these, whatever it lights (docs/trade.md#testing). */
export const UNSEEN =
  'A plug tester cannot see a neutral and a ground exchanged, a ground made of the neutral, a poor joint that still conducts, or two hots.';

/** The most mistakes that are told. */
const FITS_MOST = 24;
/** The most groups of mistakes of which two are tried together. */
const PAIRED_MOST = 36;

interface Observed {
  readonly use: Use;
  readonly positions: Positions;
  readonly tripped: readonly string[];
  readonly said: readonly (readonly [Pair | 'on', boolean])[];
}

/** A meter between the hots of two circuits that share a neutral: whether it showed a voltage. */
interface Between {
  readonly pair: readonly [string, string];
  readonly live: boolean;
}

interface Candidate {
  readonly faults: readonly Fault[];
  readonly predict: Predict;
}

/** Two hots on two legs, both with power, have 240 V between them. */
const liveBetween = (faults: readonly Fault[], [a, b]: readonly [string, string]): boolean =>
  !faults.some(
    ({ off, oneLeg }) => off.includes(a) || off.includes(b) || (oneLeg?.[0] === a && oneLeg[1] === b),
  );

/** What a point is called: by its own name; the first load at the end of a cable by the cable. */
const pointOf = ({ id, of, here, nth }: Use): string => (here || nth === 2 ? id : of);

/** Where a reading is taken: a point of the box by its own name, or the first load at the end of a cable. */
export const pointAt = ({ uses }: Physical, at: string): Use | undefined =>
  uses.find(({ id }) => id === at) ??
  uses.find(({ of, here }) => of === at && !here) ??
  uses.find(({ of }) => of === at);

/** @param wiring as it was planned */
export function diagnose(
  physical: Physical,
  work: WorkPlan,
  wiring: Wiring,
  readings: readonly PointReading[],
): Diagnosis | NoSuchPoint {
  const observed: Observed[] = [];
  const between: Between[] = [];
  const pairs = multiwirePairs(physical, work);
  for (const [nth, reading] of readings.entries()) {
    if (reading.hots !== undefined) {
      const pair = pairs.find((one) => one.join('|') === reading.at);
      if (!pair)
        return {
          field: `readings.${nth}.at`,
          found: `“${reading.at}” is no pair of circuits that share a neutral here`,
          accepted: `one of ${pairs.map((one) => one.join('|')).join(', ') || 'none: no circuits share a neutral'}`,
        };
      between.push({ pair, live: reading.hots >= LIVE_FROM });
      continue;
    }
    const use = pointAt(physical, reading.at);
    if (!use)
      return {
        field: `readings.${nth}.at`,
        found: `“${reading.at}” is no point of this box`,
        accepted: `one of ${pointsOf(physical).join(', ') || 'none: nothing in this box uses power'}`,
      };
    const unknown = Object.keys(reading.switches).find(
      (id) => !physical.switches.some((one) => one.id === id),
    );
    if (unknown !== undefined)
      return {
        field: `readings.${nth}.switches`,
        found: `“${unknown}” is no switch of this box`,
        accepted: `one of ${physical.switches.map(({ id }) => id).join(', ') || 'none: there is no switch'}`,
      };
    const tripped = reading.tripped ?? [];
    const guard = tripped.find((id) => !physical.guards.some(({ of }) => of === id));
    if (guard !== undefined)
      return {
        field: `readings.${nth}.tripped`,
        found: `“${guard}” is no GFCI of this box`,
        accepted: `one of ${physical.guards.map(({ of }) => of).join(', ') || 'none: there is no GFCI'}`,
      };
    observed.push({ use, positions: reading.switches, tripped, said: saidBy(reading) });
  }
  const read = new Set(observed.map(({ use }) => use.id));
  const untested = [...new Set(physical.uses.filter(({ id }) => !read.has(id)).map(pointOf))];
  const explains = ({ predict, faults }: Candidate) =>
    observed.every((one) => agrees(one, predict)) &&
    between.every(({ pair, live }) => liveBetween(faults, pair) === live);
  const planned = predictor(physical, work, wiring);
  if (explains({ predict: planned, faults: [] })) return { asPlanned: true, fits: [], untested, next: null };

  const trials = trialsOf(physical);
  const singles = faultsOf(physical, work, wiring).map((fault): Candidate => ({
    faults: [fault],
    predict: predictor(physical, work, fault.applied(wiring), fault.off),
  }));
  const able = singles.filter(explains);
  const found =
    able.length > 0 ? able : pairsOf({ physical, work, wiring, singles, observed, between, explains });
  const groups = grouped(found, trials, pairs);
  return {
    asPlanned: false,
    fits: groups
      .flatMap((group, alike) => group.map((one) => fitOf(one, readings.length, alike + 1)))
      .slice(0, FITS_MOST),
    untested,
    next: nextOf(groups, trials),
  };
}

/** Every point where something can be read. */
export const pointsOf = ({ uses }: Physical): string[] => [...new Set(uses.map(pointOf))];

const agrees = ({ use, positions, tripped, said }: Observed, predict: Predict): boolean => {
  const told = predict(use, positions, tripped);
  return said.every(([what, says]) => told[what] === says);
};

const rankOf = ({ faults }: Candidate) =>
  faults.reduce((sum, { kind }) => sum + FAULT_KINDS.indexOf(kind) + 1, 0);

interface Pairing {
  readonly physical: Physical;
  readonly work: WorkPlan;
  readonly wiring: Wiring;
  readonly singles: readonly Candidate[];
  readonly observed: readonly Observed[];
  readonly between: readonly Between[];
  readonly explains: (one: Candidate) => boolean;
}

/** Two mistakes at once, of mistakes that each change something that was read; like ones are tried once. */
function pairsOf({ physical, work, wiring, singles, observed, between, explains }: Pairing): Candidate[] {
  const signature = ({ predict, faults }: Candidate) =>
    [
      ...between.map(({ pair }) => Number(liveBetween(faults, pair))),
      ...observed.map(({ use, positions, tripped, said }) =>
        said.map(([what]) => Number(predict(use, positions, tripped)[what])).join(''),
      ),
    ].join();
  const plain = signature({ predict: predictor(physical, work, wiring), faults: [] });
  const first = new Map<string, Candidate>();
  for (const one of [...singles].sort((a, b) => rankOf(a) - rankOf(b))) {
    const key = signature(one);
    if (key !== plain && !first.has(key)) first.set(key, one);
  }
  const tried = [...first.values()].slice(0, PAIRED_MOST);
  return tried.flatMap((one, nth) =>
    tried.slice(nth + 1).flatMap((other): Candidate[] => {
      const faults = [...one.faults, ...other.faults];
      const both = faults.reduce((now, { applied }) => applied(now), wiring);
      const predict = predictor(
        physical,
        work,
        both,
        faults.flatMap(({ off }) => off),
      );
      return explains({ faults, predict }) ? [{ faults, predict }] : [];
    }),
  );
}

interface Trial {
  readonly use: Use;
  readonly positions: Positions;
  readonly tripped: readonly string[];
}

/**
 * Every reading that could be taken: each point with the switches one way, the other, and each thrown alone; and with
 * each GFCI tripped.
 */
export function trialsOf({ uses, switches, guards }: Physical): Trial[] {
  const all = (position: number) => Object.fromEntries(switches.map(({ id }) => [id, position]));
  const states: Positions[] =
    switches.length === 0 ? [{}] : [all(0), ...switches.map(({ id }) => ({ ...all(0), [id]: 1 })), all(1)];
  // Each GFCI by its own button, with everything on that can be.
  const pressed = guards.map(({ of }): Omit<Trial, 'use'> => ({ positions: all(1), tripped: [of] }));
  return uses.flatMap((use) => [
    ...states.map((positions) => ({ use, positions, tripped: [] })),
    ...pressed.map((one) => ({ use, ...one })),
  ]);
}

/** What every reading would say: mistakes with the same cannot be told apart. */
export const signatureOf = (predict: Predict, trials: readonly Trial[]): string =>
  trials.map((trial) => told({ predict }, trial)).join();

const told = ({ predict }: Pick<Candidate, 'predict'>, { use, positions, tripped }: Trial): string => {
  const { HN, HG, NG, on } = predict(use, positions, tripped);
  return use.here
    ? [HN && 'HN', HG && 'HG', NG && 'NG'].filter(Boolean).join('+') || 'none'
    : on
      ? 'on'
      : 'off';
};

/** Mistakes that no reading tells apart, together; the group with the likeliest first. */
function grouped(
  found: readonly Candidate[],
  trials: readonly Trial[],
  pairs: readonly (readonly [string, string])[],
): Candidate[][] {
  const groups = new Map<string, Candidate[]>();
  for (const one of found) {
    const key = `${signatureOf(one.predict, trials)};${pairs.map((pair) => Number(liveBetween(one.faults, pair))).join('')}`;
    groups.set(key, [...(groups.get(key) ?? []), one]);
  }
  return [...groups.values()]
    .map((group) => group.sort((a, b) => rankOf(a) - rankOf(b)))
    .sort((a, b) => rank(a) - rank(b) || b.length - a.length);
}
/** A group is as likely as its likeliest mistake; of equals the one with more ways to come about. */
const rank = (group: readonly Candidate[]) => Math.min(...group.map(rankOf));

function fitOf({ faults: [first, second] }: Candidate, explains: number, alike: number): Fit {
  const { kind = 'open', ends = [], where = '', words = '' } = first ?? {};
  return {
    words: second ? `${words} And: ${second.words}` : words,
    where,
    fault: { kind, ends },
    ...(second ? { and: { kind: second.kind, ends: second.ends, where: second.where } } : {}),
    explains,
    alike,
  };
}

/** The reading after which fewest groups are left on average; null where one is left, or none tells them apart. */
function nextOf(groups: readonly (readonly Candidate[])[], trials: readonly Trial[]): NextReading | null {
  if (groups.length < 2) return null;
  let best:
    { readonly trial: Trial; readonly left: Record<string, number>; readonly mean: number } | undefined;
  for (const trial of trials) {
    const left: Record<string, number> = {};
    for (const [first] of groups) if (first) left[told(first, trial)] = (left[told(first, trial)] ?? 0) + 1;
    const mean = Object.values(left).reduce((sum, many) => sum + many * many, 0) / groups.length;
    if (Object.keys(left).length > 1 && (!best || mean < best.mean)) best = { trial, left, mean };
  }
  if (!best) return null;
  const { use, positions, tripped } = best.trial;
  return {
    at: pointOf(use),
    read: use.here ? 'lamps' : 'on',
    switches: Object.fromEntries(Object.entries(positions).filter(([, position]) => position !== 0)),
    ...(tripped.length > 0 ? { tripped } : {}),
    left: best.left,
  };
}
