/**
 * The most telling test: how much it is expected to tell, for its effort and its risk. A dead test comes before
 * a live one of the same worth; a cable is joined to the line only where it cannot be a feed, the line is known,
 * and nothing in it would short the line (docs/trade.md#identifying).
 */
import type { Behaviour } from './behaviours.ts';
import { Assignments, type Belief } from './belief.ts';
import { pairOf } from './look.ts';
import { type CableTest, type Far, lookOf, type Outcome, outcomesOf } from './outcome.ts';
import type { CableRole } from './roles.ts';

export interface NextTest {
  readonly cable: number;
  readonly test: CableTest;
  /** How many assignments each answer leaves; answers that leave the same are told by the first. */
  readonly left: Readonly<Partial<Record<Outcome, number>>>;
  /** How many are left on average. */
  readonly average: number;
}

/** Effort and risk of a test against a dead one at the box. Common practice, no source. */
const COST = { continuity: 1, volts: 1.5, energize: 3 } as const;
/** To go and throw a switch elsewhere. */
const WALK = 0.6;
/** Minutes with the power on that a test asks for. Common practice, no source. */
export const LIVE_MINUTES = { continuity: 0, volts: 1, energize: 3 } as const;

/** Every test within one cable; the usual pairs first. */
export function testsOf(behaviours: readonly Behaviour[]): readonly CableTest[] {
  const colours = behaviours[0]?.looks[0]?.colours ?? [];
  const pairs = colours.flatMap((one, nth) => colours.slice(nth + 1).map((other) => [one, other] as const));
  const usual = (pair: readonly [string, string]) => pair[0] === 'black' && pair[1] === 'white';
  const ordered = [...pairs.filter(usual), ...pairs.filter((pair) => !usual(pair))];
  const thrown: readonly Far[] = behaviours.some(({ looks }) => looks.length > 1)
    ? [undefined, 'on', 'off']
    : [undefined];
  const within = (['continuity', 'volts'] as const).flatMap((test) =>
    thrown.flatMap((far) => ordered.map((pair): CableTest => ({ test, pair, far }))),
  );
  return [...within, { test: 'energize', far: undefined }];
}

/** What a test costs beside a dead one at the box. */
export const costOf = ({ test, far }: CableTest) => COST[test] + (far === undefined ? 0 : WALK);

/** Whether a cable may be joined to the line, as far as is known. */
function maySafelyJoin(own: readonly Behaviour[], cable: number, shares: Shares): boolean {
  const isFeed = (nth: number) => shares[nth]?.size === 1 && shares[nth].has('feed');
  return (
    shares.some((_, nth) => nth !== cable && isFeed(nth)) &&
    own.every((one) => {
      // Any two of its conductors a closed switch may join: which of them go to the line's hot is the person's doing.
      const short = (lookOf(one, undefined)?.direct.length ?? 1) > 0;
      return one.role !== 'feed' && one.role !== 'loop-in' && !short;
    })
  );
}

type Shares = readonly ReadonlyMap<CableRole, number>[];

/** One answer a test can give. */
export interface Answer {
  readonly says: Outcome;
  readonly chance: number;
  /** The behaviours of the cable it leaves, and how many assignments. */
  readonly kept: readonly Behaviour[];
  readonly left: number;
}

/**
 * What each answer leaves, and how likely it is: each assignment counts alike, within a role its ways by weight.
 * @param own the behaviours of the cable that are possible
 * @param share how many assignments each of its roles has
 */
export function answersOf(
  own: readonly Behaviour[],
  share: ReadonlyMap<CableRole, number>,
  test: CableTest,
  leftIf: (kept: readonly Behaviour[]) => number,
): readonly Answer[] {
  const total = [...share.values()].reduce((sum, count) => sum + count, 0);
  const weights = new Map<CableRole, number>();
  for (const { role, weight } of own) weights.set(role, (weights.get(role) ?? 0) + weight);
  const chances = new Map<Outcome, number>();
  for (const one of own) {
    const outcomes = outcomesOf(one, test);
    const chance = ((share.get(one.role) ?? 0) / total) * (one.weight / (weights.get(one.role) ?? 1));
    for (const says of outcomes) chances.set(says, (chances.get(says) ?? 0) + chance / outcomes.length);
  }
  return [...chances].map(([says, chance]) => {
    const kept = own.filter((one) => outcomesOf(one, test).includes(says));
    return { says, chance, kept, left: leftIf(kept) };
  });
}

interface Candidate {
  readonly cable: number;
  readonly test: CableTest;
  readonly answers: readonly Answer[];
}

const averageOf = (answers: readonly Answer[]) =>
  answers.reduce((sum, one) => sum + one.chance * one.left, 0);
/** What it tells, in bits. */
const bitsOf = (answers: readonly Answer[], now: number) =>
  answers.reduce((sum, one) => sum + one.chance * Math.log2(now / Math.max(1, one.left)), 0);

/** A cable that a non-contact tester called live is looked at first; more than that a hint cannot do. */
const HINTED = 1.05;

/** One word for a test of a cable, whichever end is named first. */
export const testKey = (cable: number, test: CableTest): string =>
  [cable, test.test, test.far ?? '', test.test === 'energize' ? '' : pairOf(...test.pair)].join(' ');

/** What is known beside what is possible. */
export interface Taken {
  /** Tests that were taken, by `testKey`: asked again they say the same. */
  readonly tests: ReadonlySet<string>;
  /** Cables a hint speaks for. */
  readonly hinted: ReadonlySet<number>;
}
const NOTHING_TAKEN: Taken = { tests: new Set(), hinted: new Set() };

/**
 * @returns undefined when nothing more can be told, or needs telling
 */
export function nextTest(
  belief: Belief,
  assignments = new Assignments(belief),
  { tests, hinted } = NOTHING_TAKEN,
): NextTest | undefined {
  const now = assignments.left;
  if (now <= 1) return undefined;
  const shares = belief.behaviours.map((_, cable) => assignments.shares(cable));
  const candidates = belief.behaviours.flatMap((all, cable): Candidate[] => {
    const share = shares[cable];
    if (!share || share.size < 2) return [];
    const own = all.filter(({ role }) => share.has(role));
    return testsOf(own)
      .filter((one) => !tests.has(testKey(cable, one)))
      .filter(({ test }) => test !== 'energize' || maySafelyJoin(own, cable, shares))
      .map((test) => ({
        cable,
        test,
        answers: answersOf(own, share, test, (kept) => assignments.leftIf(cable, kept)),
      }));
  });
  const worth = ({ cable, test, answers }: Candidate) =>
    (bitsOf(answers, now) / costOf(test)) * (hinted.has(cable) ? HINTED : 1);
  const best =
    first(candidates, worth) ?? first(candidates, (one) => worthOfTwo(one, candidates, assignments));
  return best && { ...best, left: told(best.answers), average: averageOf(best.answers) };
}

/** The candidate of the greatest worth, the first of equals; undefined where none is worth anything. */
function first(candidates: readonly Candidate[], worth: (one: Candidate) => number): Candidate | undefined {
  let best: { readonly one: Candidate; readonly worth: number } | undefined;
  for (const one of candidates) {
    const its = worth(one);
    if (its > (best?.worth ?? 0) + 1e-9) best = { one, worth: its };
  }
  return best?.one;
}

/** Where no test alone tells roles apart, two together may: a switch thrown on, then off. */
function worthOfTwo(one: Candidate, candidates: readonly Candidate[], assignments: Assignments): number {
  const now = assignments.left;
  const then = one.answers.reduce((sum, { chance, kept }) => {
    const share = new Map<CableRole, number>();
    for (const role of new Set(kept.map(({ role: its }) => its)))
      share.set(
        role,
        assignments.leftIf(
          one.cable,
          kept.filter((its) => its.role === role),
        ),
      );
    const bits = candidates
      .filter(({ cable }) => cable === one.cable)
      .map(({ test }) =>
        bitsOf(
          answersOf(kept, share, test, (less) => assignments.leftIf(one.cable, less)),
          now,
        ),
      );
    return sum + chance * Math.max(0, ...bits);
  }, 0);
  return then / costOf(one.test);
}

/** Answers that leave just the same are one: told by the plainest word. */
function told(answers: readonly Answer[]): Readonly<Partial<Record<Outcome, number>>> {
  const same = (a: Answer, b: Answer) =>
    a.kept.length === b.kept.length && a.kept.every((one, nth) => one === b.kept[nth]);
  const zero = answers.find(({ says }) => says === '0');
  return Object.fromEntries(
    answers
      .filter((one) => one.says !== 'float' || !zero || !same(one, zero))
      .map(({ says, left }) => [says, left] as const),
  );
}
