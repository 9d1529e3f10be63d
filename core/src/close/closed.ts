/**
 * How far a box is tested: every test with its newest answer, whether that is as it should be, and what may be said
 * of the whole. Passed is said only when every point was tested with a proved instrument (docs/trade.md#testing).
 */
import {
  type Closing,
  instrumentOf,
  isProved,
  PAIRS,
  type Said,
  type TestResult,
  type TestVerdict,
} from '../box/closing.ts';
import { LIVE_FROM, type PointReading } from '../diagnose/ask.ts';
import type { Leg, PointTest, Test } from './walk.ts';

export const STANDINGS = {
  right: 'right',
  wrong: 'not right',
  unproved: 'read with an instrument that was not proved',
  earlier: 'read before the box was changed',
  open: 'not tested',
} as const;
export type Standing = keyof typeof STANDINGS;

export interface Tested {
  readonly test: Test;
  /** The newest answer, of this wiring or an earlier one. */
  readonly result: TestResult | undefined;
  readonly standing: Standing;
  /** What is not right, in words. */
  readonly why: string | undefined;
}

export interface Closed {
  readonly legs: readonly { readonly leg: Leg; readonly tests: readonly Tested[] }[];
  readonly count: Readonly<Record<Standing, number>>;
  readonly verdict: TestVerdict;
  /** Answers to tests that this box, as it is now, does not have. */
  readonly beside: readonly TestResult[];
}

/**
 * @param of the box as it is wired now, in short
 * @param sound the wiring itself is proved: what agrees with one that is not has passed nothing
 */
export function closedOf(legs: readonly Leg[], closing: Closing, of: string, sound: boolean): Closed {
  const newest = new Map<string, TestResult>();
  for (const result of closing.results) {
    const before = newest.get(result.test);
    if (!before || before.at <= result.at) newest.set(result.test, result);
  }
  const told = legs.map((leg) => ({
    leg,
    tests: leg.tests.map((test) => stand(test, newest.get(test.id), closing, of)),
  }));
  const all = told.flatMap(({ tests }) => tests);
  const count = { right: 0, wrong: 0, unproved: 0, earlier: 0, open: 0 };
  for (const { standing } of all) count[standing] += 1;
  const known = new Set(all.map(({ test }) => test.id));
  return {
    legs: told,
    count,
    verdict:
      count.wrong > 0 ? 'failed' : sound && all.length > 0 && count.right === all.length ? 'passed' : 'open',
    beside: [...newest.values()].filter(({ test }) => !known.has(test)),
  };
}

function stand(test: Test, result: TestResult | undefined, closing: Closing, of: string): Tested {
  if (!result) return { test, result, standing: 'open', why: undefined };
  if (result.of !== of) return { test, result, standing: 'earlier', why: undefined };
  const why = against(test, result.says);
  if (why !== undefined) return { test, result, standing: 'wrong', why };
  return {
    test,
    result,
    standing: isProved(instrumentOf(result.says), result.at, closing) ? 'right' : 'unproved',
    why: undefined,
  };
}

/** Neutral to ground under load, V: more is a poor joint (docs/trade.md#testing). Common practice, no source. */
export const NEUTRAL_GROUND_MOST = 3;
/** Hot to neutral unlike hot to ground by more, V: a poor joint. Common practice, no source. */
export const UNLIKE_MOST = 5;
/** What a house’s 120 V is, V (ANSI C84.1 range A, from memory). */
export const ORDINARY = { least: 114, most: 126 } as const;

/** What is not as it should be; undefined where all is. */
export function against({ expects, point }: Test, says: Said): string | undefined {
  switch (says.read) {
    case 'done':
      return says.good ? undefined : `Not so: ${expects}.`;
    case 'on': {
      const should = point?.should.on ?? false;
      return says.on === should
        ? undefined
        : `${says.on ? 'On' : 'Off'}, and should be ${should ? 'on' : 'off'}.`;
    }
    case 'hots':
      if (says.volts < LIVE_FROM)
        return 'Both hots are on one leg: their neutral carries both currents and can burn (210.4, 300.13(B); from memory). One breaker must go to the other leg.';
      return says.volts >= 2 * ORDINARY.least && says.volts <= 2 * ORDINARY.most
        ? undefined
        : `${says.volts} V: ordinary is ${2 * ORDINARY.least} to ${2 * ORDINARY.most} V.`;
    case 'lamps':
    case 'volts':
      return (
        point && (lampsAgainst(point, says) ?? (says.read === 'volts' ? figures(point, says) : undefined))
      );
  }
}

/** The lamps that are lit, or the pairs with a voltage. */
export const litIn = (says: Extract<Said, { readonly read: 'lamps' | 'volts' }>) =>
  PAIRS.filter((pair) => (says.read === 'lamps' ? says[pair] : says[pair] >= LIVE_FROM));

function lampsAgainst(
  { should }: PointTest,
  says: Extract<Said, { readonly read: 'lamps' | 'volts' }>,
): string | undefined {
  const lit = litIn(says);
  const right = PAIRS.every((pair) => should[pair] === lit.includes(pair));
  return right ? undefined : (LAMPS[lit.join('+')] ?? 'Lamps that no single fault of one receptacle lights.');
}

/** What the lamps of a plug tester mean, by physics (docs/trade.md#testing). */
const LAMPS: Readonly<Record<string, string>> = {
  '': 'No lamp: open hot, or it is off.',
  'HN+HG': 'Wired as a receptacle should be, and yet it should read otherwise here.',
  HN: 'Open ground.',
  HG: 'Open neutral.',
  'HN+NG': 'Hot and neutral reversed.',
  'HG+NG': 'Hot and ground reversed.',
};

/** What a meter shows that lamps do not. */
function figures(
  { should }: PointTest,
  { HN, HG, NG }: Extract<Said, { readonly read: 'volts' }>,
): string | undefined {
  if (!should.HN) return undefined;
  if (NG > NEUTRAL_GROUND_MOST)
    return `${NG} V from neutral to ground: under load more than ${NEUTRAL_GROUND_MOST} V tells of a poor neutral joint.`;
  if (Math.abs(HN - HG) > UNLIKE_MOST)
    return `Hot to neutral ${HN} V and hot to ground ${HG} V: so far apart tells of a poor joint.`;
  if (HN < ORDINARY.least || HN > ORDINARY.most)
    return `${HN} V: ordinary is ${ORDINARY.least} to ${ORDINARY.most} V (ANSI C84.1, from memory).`;
  return undefined;
}

/** @example saidWords({ read: 'lamps', HN: true, HG: true, NG: false }) // 'HN and HG lit' */
export function saidWords(says: Said): string {
  switch (says.read) {
    case 'lamps':
      return `${litIn(says).join(' and ') || 'no lamp'} lit`;
    case 'volts':
      return `HN ${says.HN} V, HG ${says.HG} V, NG ${says.NG} V`;
    case 'hots':
      return `${says.volts} V`;
    case 'on':
      return says.on ? 'On' : 'Off';
    case 'done':
      return says.good ? 'So it is' : 'Not so';
  }
}

/** What is kept once a test is answered: the answer at the end, and what may be said of the whole. */
export function answered(
  legs: readonly Leg[],
  closing: Closing,
  result: TestResult,
  sound: boolean,
): Closing {
  const after = { ...closing, results: [...closing.results, result] };
  const { verdict } = closedOf(legs, after, result.of, sound);
  return { ...after, outcome: { verdict, at: result.at, of: result.of } };
}

/** What may be said of the whole once something else of the box was answered. Where nothing was tested, nothing is said. */
export function settled(
  legs: readonly Leg[],
  closing: Closing,
  { of, at, sound }: { readonly of: string; readonly at: string; readonly sound: boolean },
): Closing {
  if (closing.results.length === 0) return closing;
  const { verdict } = closedOf(legs, closing, of, sound);
  return { ...closing, outcome: { verdict, at, of } };
}

/** What was read of this wiring, as a diagnosis takes it. */
export function readingsOf({ legs }: Closed, of: string): PointReading[] {
  return legs
    .flatMap(({ tests }) => tests)
    .flatMap(({ test: { id, point }, result }): PointReading[] => {
      if (!result || result.of !== of) return [];
      if (result.says.read === 'hots')
        return [{ at: id.slice('hots|'.length), hots: result.says.volts, switches: {} }];
      if (!point) return [];
      const { use, switches, tripped } = point;
      const at = { at: use.id, switches: { ...switches }, tripped: [...tripped] };
      const { says } = result;
      if (says.read === 'on') return [{ ...at, on: says.on }];
      if (says.read === 'lamps') return [{ ...at, lamps: { HN: says.HN, HG: says.HG, NG: says.NG } }];
      return says.read === 'volts' ? [{ ...at, volts: { HN: says.HN, HG: says.HG, NG: says.NG } }] : [];
    });
}
