/**
 * In which order boxes are worked on, so that breakers are thrown as few times as can be, then with the fewest
 * minutes off (docs/trade.md#testing). Exact up to ten boxes: every set of boxes done, with how its circuits stand, is
 * reached in the best way there is. Beyond, the best of many orders that no single move makes better.
 */
import { naturally } from '../box/natural-order.ts';
import type { OutageAsk } from './ask.ts';
import { compare, type Cost, NOTHING, type Standing, sum, waysThrough } from './stretches.ts';

export interface OutagePlan {
  readonly order: readonly string[];
  /** Throws of a breaker: each off and each on is one. */
  readonly switchings: number;
  /** Minutes each circuit is off in all. */
  readonly off: Readonly<Record<string, number>>;
  /** Whether every limit is kept. */
  readonly kept: boolean;
  readonly steps: readonly string[];
  /** Whether no other order can be better. */
  readonly exact: boolean;
  /** Stretches in which each circuit is off, in minutes from the beginning of the work. */
  readonly stretches: Readonly<Record<string, readonly (readonly [from: number, to: number])[]>>;
  /** Circuits longer off at a stretch than they may be. */
  readonly over: readonly string[];
}

interface Job {
  readonly name: string;
  readonly minutes: number;
  readonly needs: readonly boolean[];
}
interface Problem {
  readonly circuits: readonly string[];
  readonly limits: readonly (number | undefined)[];
  /** In the order that stands first among equals: fewest breakers first, then the longest, then as listed. */
  readonly jobs: readonly Job[];
}

/** The most boxes that are gone through exactly, with a limit and without. */
const EXACT = { limited: 10, free: 12 };

/** How many orders are tried beyond. */
const TRIES = 20_000;

/** @returns the plan; where no order keeps the limits, the one that is over them least */
export function planOutage({ boxes, limit }: OutageAsk): OutagePlan {
  const circuits = [...new Set(boxes.flatMap((box) => box.circuits))].sort(naturally);
  const problem: Problem = {
    circuits,
    limits: circuits.map((circuit) =>
      Object.hasOwn(limit, circuit) ? hundredths(limit[circuit] ?? 0) : undefined,
    ),
    jobs: boxes
      .toSorted((a, b) => a.circuits.length - b.circuits.length || b.minutes - a.minutes)
      .map(({ name, minutes, circuits: its }) => ({
        name,
        minutes: hundredths(minutes),
        needs: circuits.map((circuit) => its.includes(circuit)),
      })),
  };
  const limited = problem.limits.some((one) => one !== undefined);
  const exact = boxes.length <= (limited ? EXACT.limited : EXACT.free);
  return told(problem, exact ? bestOrder(problem) : goodOrder(problem), exact);
}

const hundredths = (minutes: number) => Math.round(minutes * 100);

/** How the work stands after some boxes: what it cost, and how each circuit stands. */
interface Standings {
  readonly order: readonly number[];
  readonly cost: Cost;
  readonly standing: readonly Standing[];
}

/** Goes on with one more box in every way its circuits can. */
function goOn(problem: Problem, before: Standings, next: number, done: number): Standings[] {
  const job = problem.jobs[next];
  if (!job) return [];
  let ways: { readonly cost: Cost; readonly standing: readonly Standing[] }[] = [
    { cost: before.cost, standing: [] },
  ];
  for (const [nth] of problem.circuits.entries()) {
    const later = problem.jobs.some((one, at) => at !== next && !((done >> at) & 1) && one.needs[nth]);
    const needs = job.needs[nth] ?? false;
    const steps = waysThrough(
      before.standing[nth] ?? 'on',
      { minutes: job.minutes, needs, later },
      problem.limits[nth],
    );
    ways = ways.flatMap(({ cost, standing }) =>
      steps.map((step) => ({ cost: sum(cost, step.cost), standing: [...standing, step.then] })),
    );
  }
  const order = [...before.order, next];
  return ways.map(({ cost, standing }) => ({ order, cost, standing }));
}

const offFor = (standing: Standing | undefined) =>
  standing === undefined || standing === 'on' ? -1 : standing.offFor;

/** Whether the one is at least as good in every way: what it cost, and how long its circuits have been off. */
function beats(a: Standings, b: Standings): boolean {
  const better = compare(a.cost, b.cost) || compareOrders(a.order, b.order);
  return (
    better <= 0 &&
    a.standing.every((one, nth) => sameKind(one, b.standing[nth]) && offFor(one) <= offFor(b.standing[nth]))
  );
}
const compareOrders = (a: readonly number[], b: readonly number[]) => {
  const at = a.findIndex((one, nth) => one !== b[nth]);
  return at < 0 ? 0 : (a[at] ?? 0) - (b[at] ?? 0);
};
const sameKind = (a: Standing, b: Standing | undefined) => (a === 'on') === (b === 'on');

/** Only circuits with a limit remember how long they have been off. */
function forget(problem: Problem, one: Standings): Standings {
  const standing = one.standing.map((its, nth) =>
    its !== 'on' && problem.limits[nth] === undefined ? { offFor: 0 } : its,
  );
  return { ...one, standing };
}

function bestOrder(problem: Problem): readonly number[] {
  const many = problem.jobs.length;
  const start: Standings = { order: [], cost: NOTHING, standing: problem.circuits.map(() => 'on') };
  const reached: Standings[][] = Array.from({ length: 1 << many }, () => []);
  reached[0] = [start];
  for (let done = 0; done < 1 << many; done += 1)
    for (const before of reached[done] ?? [])
      for (let next = 0; next < many; next += 1) {
        if ((done >> next) & 1) continue;
        const there = reached[done | (1 << next)];
        if (!there) continue;
        for (const way of goOn(problem, before, next, done)) {
          const one = forget(problem, way);
          if (there.some((other) => beats(other, one))) continue;
          const left = there.filter((other) => !beats(one, other));
          there.splice(0, there.length, ...left, one);
        }
      }
  const last = reached[(1 << many) - 1] ?? [];
  return (
    last.reduce<Standings | undefined>((best, one) => (best && beats(best, one) ? best : one), undefined)
      ?.order ?? []
  );
}

/** One circuit through a whole order: what it costs, and from which box to which it is off. */
interface Course {
  readonly cost: Cost;
  readonly parts: readonly (readonly [from: number, to: number])[];
}

/** The best way to part what needs a circuit off into stretches in which it stays off. */
function courseOf({ jobs, limits }: Problem, order: readonly number[], nth: number): Course {
  const limit = limits[nth];
  const uses: { readonly at: number; readonly from: number; readonly to: number }[] = [];
  let now = 0;
  for (const [at, job] of order.entries()) {
    const { minutes = 0, needs = [] } = jobs[job] ?? {};
    if (needs[nth]) uses.push({ at, from: now, to: now + minutes });
    now += minutes;
  }
  /** The best of the first uses: its cost, how often it is on for no time, and where its last stretch begins. */
  const best = [{ cost: NOTHING, broken: 0, begins: 0 }];
  for (const [last, { to, at: end }] of uses.entries()) {
    let found: (typeof best)[number] | undefined;
    // Without a limit it stays off from its first box to its last.
    for (let first = limit === undefined ? 0 : last; first >= 0; first -= 1) {
      const [before, use] = [best[first], uses[first]];
      if (!before || !use) continue;
      const minutes = to - use.from;
      const over = limit === undefined ? 0 : Math.max(0, minutes - limit);
      const cost = sum(before.cost, { over, throws: 2, minutes });
      const broken = before.broken + (use.at > 0 && uses[first - 1]?.at === use.at - 1 ? 1 : 0);
      const better = found === undefined ? -1 : compare(cost, found.cost) || broken - found.broken;
      if (better < 0) found = { cost, broken, begins: first };
    }
    best.push(found ?? { cost: NOTHING, broken: 0, begins: end });
  }
  const parts: [number, number][] = [];
  for (let last = uses.length; last > 0;) {
    const first = best[last]?.begins ?? 0;
    parts.unshift([uses[first]?.at ?? 0, uses[last - 1]?.at ?? 0]);
    last = first;
  }
  return { cost: best.at(-1)?.cost ?? NOTHING, parts };
}

const costOf = (problem: Problem, order: readonly number[]): Cost =>
  problem.circuits.reduce((all, _, nth) => sum(all, courseOf(problem, order, nth).cost), NOTHING);

/** Orders built up box by box from each beginning, each made better by moving one box or turning a part round. */
function goodOrder(problem: Problem): readonly number[] {
  const many = problem.jobs.length;
  let best: { readonly order: readonly number[]; readonly cost: Cost } | undefined;
  let tried = 0;
  for (let begin = 0; begin < many && tried < TRIES; begin += Math.ceil(many / 6)) {
    let order: readonly number[] = nearestFrom(problem, begin);
    let cost = costOf(problem, order);
    for (let better = true; better;) {
      better = false;
      for (const other of neighbours(order)) {
        const its = costOf(problem, other);
        tried += 1;
        if (tried >= TRIES) break;
        if (compare(its, cost) >= 0) continue;
        [order, cost, better] = [other, its, true];
        break;
      }
    }
    if (!best || compare(cost, best.cost) < 0) best = { order, cost };
  }
  return best?.order ?? [];
}

/** Always on with the box that shares most of the circuits that are off. */
function nearestFrom({ jobs }: Problem, begin: number): number[] {
  const order = [begin];
  const left = new Set(jobs.keys());
  left.delete(begin);
  const shared = (a: Job | undefined, b: Job | undefined) =>
    a?.needs.filter((needs, nth) => needs && b?.needs[nth]).length ?? 0;
  while (left.size > 0) {
    const last = jobs[order.at(-1) ?? 0];
    const [next = 0] = [...left].sort((a, b) => shared(last, jobs[b]) - shared(last, jobs[a]) || a - b);
    order.push(next);
    left.delete(next);
  }
  return order;
}

function* neighbours(order: readonly number[]): Generator<readonly number[]> {
  for (let from = 0; from < order.length; from += 1) {
    const without = order.toSpliced(from, 1);
    for (let to = 0; to < order.length; to += 1)
      if (to !== from) yield without.toSpliced(to, 0, order[from] ?? 0);
    for (let to = from + 2; to < order.length; to += 1)
      yield [...order.slice(0, from), ...order.slice(from, to + 1).reverse(), ...order.slice(to + 1)];
  }
}

/** The plan in words and figures. */
function told(problem: Problem, order: readonly number[], exact: boolean): OutagePlan {
  const { circuits, jobs, limits } = problem;
  const courses = circuits.map((_, nth) => courseOf(problem, order, nth));
  const all = courses.reduce((cost, one) => sum(cost, one.cost), NOTHING);
  const starts = [0];
  for (const job of order) starts.push((starts.at(-1) ?? 0) + (jobs[job]?.minutes ?? 0));
  const stretches = courses.map(({ parts }) =>
    parts.map(([from, to]) => [starts[from] ?? 0, starts[to + 1] ?? 0] as const),
  );
  const steps: string[] = [];
  for (let at = 0; at <= order.length; at += 1) {
    const which = [...circuits.keys()];
    const back = which.filter((nth) => courses[nth]?.parts.some(([, to]) => to === at - 1));
    const away = which.filter((nth) => courses[nth]?.parts.some(([from]) => from === at));
    const say = (moved: readonly number[], how: 'on' | 'off') =>
      moved.map((nth) => `${circuits[nth]} ${how}`);
    const [on, off] = [say(back, 'on'), say(away, 'off')];
    // A circuit that was off too long is on before it goes off again.
    const apart = back.some((nth) => away.includes(nth));
    steps.push(...(apart ? [on.join(', '), off.join(', ')] : [[...on, ...off].join(', ')]).filter(Boolean));
    const job = jobs[order[at] ?? -1];
    if (job) steps.push(job.name);
  }
  const longest = (nth: number) => Math.max(0, ...(stretches[nth] ?? []).map(([from, to]) => to - from));
  return {
    order: order.map((job) => jobs[job]?.name ?? ''),
    switchings: all.throws,
    off: Object.fromEntries(
      circuits.map((circuit, nth) => [circuit, (courses[nth]?.cost.minutes ?? 0) / 100]),
    ),
    kept: all.over === 0,
    steps,
    exact,
    stretches: Object.fromEntries(
      circuits.map((circuit, nth) => [
        circuit,
        (stretches[nth] ?? []).map(([from, to]) => [from / 100, to / 100] as const),
      ]),
    ),
    over: circuits.filter((_, nth) => longest(nth) > (limits[nth] ?? Infinity)),
  };
}
