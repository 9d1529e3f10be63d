/**
 * The outage plan (docs/trade.md#testing), against an integer program solved by a library of the registry
 * (javascript-lp-solver) and against every order there is.
 */
import solver from 'javascript-lp-solver';
import { dice } from '../tests/simulated-cables.ts';
import { OutageAsk } from './ask.ts';
import { type OutagePlan, planOutage } from './plan.ts';

type Asked = {
  boxes: { name: string; circuits: string[]; minutes: number }[];
  limit?: Record<string, number>;
};
const plan = (ask: Asked): OutagePlan => planOutage(OutageAsk.parse(ask));
const total = ({ off }: OutagePlan) => Object.values(off).reduce((sum, one) => sum + one, 0);

test('the example of docs/count-line.md', () => {
  const answer = plan({
    boxes: [
      { name: 'A', circuits: ['4', '7'], minutes: 40 },
      { name: 'B', circuits: ['4'], minutes: 55 },
    ],
    limit: { 4: 120 },
  });
  expect(answer).toMatchObject({
    order: ['B', 'A'],
    switchings: 4,
    off: { 4: 95, 7: 40 },
    kept: true,
    steps: ['4 off', 'B', '7 off', 'A', '4 on, 7 on'],
  });
});

function invented(seed: number, many: number, circuits: number): Asked {
  const roll = dice(seed);
  return {
    boxes: Array.from({ length: many }, (_, nth) => ({
      name: `box ${nth}`,
      circuits: [...new Set(Array.from({ length: 1 + roll(2) }, () => String(1 + roll(circuits))))],
      minutes: 5 + roll(60),
    })),
  };
}

/** Least minutes off with every circuit switched once: boxes in places, a circuit off from its first to its last. */
function byIntegerProgram({ boxes }: Asked): number {
  const places = boxes.map((_, nth) => nth);
  const circuits = [...new Set(boxes.flatMap((box) => box.circuits))];
  const variables: Record<string, Record<string, number>> = {};
  const constraints: Record<string, { min?: number; max?: number; equal?: number }> = {};
  const binaries: Record<string, 1> = {};
  const variable = (name: string) => (variables[name] ??= {});
  for (const b of places)
    for (const p of places) {
      binaries[`x${b}.${p}`] = 1;
      Object.assign(variable(`x${b}.${p}`), { [`box${b}`]: 1, [`place${p}`]: 1 });
      constraints[`box${b}`] = { equal: 1 };
      constraints[`place${p}`] = { equal: 1 };
    }
  for (const c of circuits)
    for (const p of places) {
      // off in a place where one of its boxes is not after it and one is not before it
      for (const one of places)
        for (const two of places)
          if (boxes[one]?.circuits.includes(c) && boxes[two]?.circuits.includes(c)) {
            const rule = `off${c}.${p}.${one}.${two}`;
            constraints[rule] = { max: 1 };
            for (const q of places) {
              const x = variable(`x${one}.${q}`);
              if (q <= p) x[rule] = (x[rule] ?? 0) + 1;
              const y = variable(`x${two}.${q}`);
              if (q >= p) y[rule] = (y[rule] ?? 0) + 1;
            }
            variable(`off${c}.${p}`)[rule] = -1;
          }
      for (const b of places) {
        const rule = `w${c}.${p}.${b}`;
        constraints[rule] = { max: 1 };
        Object.assign(variable(rule), { minutes: boxes[b]?.minutes ?? 0, [rule]: -1 });
        variable(`x${b}.${p}`)[rule] = 1;
        variable(`off${c}.${p}`)[rule] = 1;
      }
    }
  const solved = solver.Solve({ optimize: 'minutes', opType: 'min', constraints, variables, binaries }) as {
    feasible: boolean;
    result: number;
  };
  expect(solved.feasible).toBe(true);
  return solved.result;
}

test.each([1, 2, 3, 4, 5, 6])('as few minutes off as an integer program finds (%i)', (seed) => {
  const ask = invented(seed, 4, 3);
  const answer = plan(ask);
  expect(answer.switchings).toBe(2 * new Set(ask.boxes.flatMap((box) => box.circuits)).size);
  expect(total(answer)).toBeCloseTo(byIntegerProgram(ask), 6);
});

const orders = <T>(all: readonly T[]): T[][] =>
  all.length === 0
    ? [[]]
    : all.flatMap((one, nth) => orders(all.filter((_, at) => at !== nth)).map((rest) => [one, ...rest]));

/** Every order, and for every circuit every choice of where it stays off between its boxes. */
function byTryingAll({ boxes, limit = {} }: Asked): [throws: number, minutes: number] | undefined {
  const circuits = [...new Set(boxes.flatMap((box) => box.circuits))];
  let best: [number, number] | undefined;
  for (const order of orders(boxes)) {
    let sum: [number, number] | undefined = [0, 0];
    for (const circuit of circuits) {
      const uses = order.flatMap((box, at) => (box.circuits.includes(circuit) ? [at] : []));
      let own: [number, number] | undefined;
      for (let stays = 0; stays < 1 << (uses.length - 1); stays += 1) {
        let [throws, minutes, kept] = [0, 0, true];
        for (let from = 0; from < uses.length;) {
          let to = from;
          while (to + 1 < uses.length && (stays >> to) & 1) to += 1;
          const stretch = order
            .slice(uses[from], (uses[to] ?? 0) + 1)
            .reduce((all, box) => all + box.minutes, 0);
          if (stretch > (limit[circuit] ?? Infinity)) kept = false;
          throws += 2;
          minutes += stretch;
          from = to + 1;
        }
        if (kept && (!own || throws < own[0] || (throws === own[0] && minutes < own[1])))
          own = [throws, minutes];
      }
      if (!own || !sum) sum = undefined;
      else sum = [sum[0] + own[0], sum[1] + own[1]];
    }
    if (sum && (!best || sum[0] < best[0] || (sum[0] === best[0] && sum[1] < best[1]))) best = sum;
  }
  return best;
}

test('with limits as good as every order tried, or not kept where none keeps them', () => {
  let [kept, not, broken] = [0, 0, 0];
  for (let seed = 0; seed < 120; seed += 1) {
    const roll = dice(seed + 9000);
    const ask = { ...invented(seed, 3 + roll(3), 3), limit: { 1: 40 + roll(80), 2: 50 + roll(90) } };
    const answer = plan(ask);
    const best = byTryingAll(ask);
    expect([seed, answer.kept]).toEqual([seed, best !== undefined]);
    if (!best) {
      not += 1;
      expect(answer.over.length).toBeGreaterThan(0);
      continue;
    }
    kept += 1;
    if (best[0] > 2 * Object.keys(answer.off).length) broken += 1;
    expect([seed, answer.switchings, total(answer)]).toEqual([seed, ...best]);
    expect(answer.over).toEqual([]);
  }
  // There was something of each to prove.
  expect([kept > 20, not > 5, broken > 5]).toEqual([true, true, true]);
});

/** Follows the steps with a hand on each breaker. */
function follow(ask: Asked, { steps }: OutagePlan) {
  const off = new Set<string>();
  let throws = 0;
  const minutes: Record<string, number> = {};
  const done: string[] = [];
  for (const step of steps) {
    const box = ask.boxes.find(({ name }) => name === step);
    if (box) {
      for (const circuit of box.circuits)
        expect([step, circuit, off.has(circuit)]).toEqual([step, circuit, true]);
      for (const circuit of off) minutes[circuit] = (minutes[circuit] ?? 0) + box.minutes;
      done.push(step);
      continue;
    }
    for (const move of step.split(', ')) {
      const [circuit = '', how] = move.split(' ');
      // Nothing is switched to where it stands.
      expect([step, off.has(circuit)]).toEqual([step, how === 'on']);
      if (how === 'on') off.delete(circuit);
      else off.add(circuit);
      throws += 1;
    }
  }
  expect(off.size).toBe(0);
  return { throws, minutes, done };
}

test.each([
  ['few', 9, {}],
  ['with limits', 9, { 1: 70, 2: 90 }],
  ['many', 30, { 1: 200 }],
])(
  'the steps, followed, work on every box with its circuits off, and everything is on after (%s)',
  (_, many, limit) => {
    for (let seed = 0; seed < 4; seed += 1) {
      const ask = { ...invented(seed + 50, many, 5), limit: limit as Record<string, number> };
      const answer = plan(ask);
      const done = follow(ask, answer);
      expect(done.throws).toBe(answer.switchings);
      expect(done.minutes).toEqual(answer.off);
      expect(done.done).toEqual(answer.order);
      expect([...answer.order].sort()).toEqual(ask.boxes.map(({ name }) => name).sort());
      expect(answer.exact).toBe(many < 11);
    }
  },
);

test('beyond ten boxes it is hardly worse than exact', () => {
  // Twelve boxes without a limit are exact; a limit that never bites makes it search.
  for (let seed = 0; seed < 4; seed += 1) {
    const ask = invented(seed + 300, 12, 5);
    const exact = plan(ask);
    const good = plan({ ...ask, limit: { 1: 10_000 } });
    expect([exact.exact, good.exact]).toEqual([true, false]);
    expect(total(good) / total(exact)).toBeLessThan(1.1);
  }
});

test.each<[string, unknown, string]>([
  [
    'a name twice',
    {
      boxes: [
        { name: 'A', circuits: ['1'], minutes: 5 },
        { name: 'A', circuits: ['2'], minutes: 5 },
      ],
    },
    'boxes.1.name',
  ],
  ['a circuit twice', { boxes: [{ name: 'A', circuits: ['1', '1'], minutes: 5 }] }, 'boxes.0.circuits'],
  ['no circuit', { boxes: [{ name: 'A', circuits: [], minutes: 5 }] }, 'boxes.0.circuits'],
  ['no minutes', { boxes: [{ name: 'A', circuits: ['1'], minutes: 0 }] }, 'boxes.0.minutes'],
  ['no box', { boxes: [] }, 'boxes'],
  [
    'a limit below nothing',
    { boxes: [{ name: 'A', circuits: ['1'], minutes: 5 }], limit: { 1: -5 } },
    'limit.1',
  ],
])('%s is refused with its field', (_, ask, field) => {
  const parsed = OutageAsk.safeParse(ask);
  expect(parsed.success).toBe(false);
  expect(parsed.error?.issues.map(({ path }) => path.join('.'))).toContain(field);
});

test('names an object already has are circuits like others', () => {
  const boxes = ['constructor', 'toString', '__proto__'].map((circuit, nth) => ({
    name: `box ${nth}`,
    circuits: [circuit],
    minutes: 10,
  }));
  const answer = plan({ boxes });
  expect(answer).toMatchObject({ kept: true, switchings: 6, over: [] });
  expect(Object.entries(answer.off).sort()).toEqual([
    ['__proto__', 10],
    ['constructor', 10],
    ['toString', 10],
  ]);
});
