/**
 * Connectors, cut list, and what stands in the way of a plan. Capacities: docs/trade.md#joints-and-pigtails (M 2×14 to 3×12, L 2×12
 * to 5×12, 5 × 14 under an L, 3 × 14 under an M), common practice; conductor areas NEC chapter 9, Table 8, from
 * memory. The optimum is compared with javascript-lp-solver, an integer-programming solver.
 */
import { wordsOf } from '../finding/finding.ts';
import { saidOf } from '../tests/words.ts';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import solver from 'javascript-lp-solver';
import { nextOf, withWork } from '../box/set-up.ts';
import { Schools, WorkPlan } from '../box/work.ts';
import { countedIds } from '../box/piece-id.ts';
import { editionOf, type Size } from '../edition/index.ts';
import { tally } from '../fill/tally.ts';
import { boxOf, LAYOUTS } from '../tests/harder-layouts.ts';
import { cheapest, chooseConnectors, costOf, waysOf } from './choose-connectors.ts';
import { CONNECTORS, FAMILIES, holds, STRIP } from '../connector/connectors.ts';
import { partsOf, sumParts } from './cut-list.ts';
import { withConnectors } from './recount.ts';
import { suggestWork, workOf } from './suggest.ts';
import { obstaclesOf } from './needs.ts';
import { synthesise } from './synthesise.ts';
import { wireEnd } from '../wiring/end.ts';
import type { JointToMake } from './draft.ts';

const nec = editionOf('nec2023');
const of = (...pairs: [number, Size][]) =>
  pairs.flatMap(([count, size]) => Array.from({ length: count }, () => size));
function kind(id: string) {
  const found = CONNECTORS.find((one) => one.id === id);
  if (!found) throw new Error(`there is no connector “${id}”`);
  return found;
}

describe('what a connector holds', () => {
  test.each([
    ['twist-m', of([2, 14]), true],
    ['twist-m', of([3, 14]), true],
    ['twist-m', of([3, 12]), true],
    ['twist-m', of([4, 12]), false],
    ['twist-m', of([5, 14]), false],
    ['twist-l', of([5, 14]), true],
    ['twist-l', of([5, 12]), true],
    ['twist-l', of([6, 12]), false],
    ['twist-l', of([2, 14]), false],
    ['lever-3', of([3, 12]), true],
    ['lever-3', of([4, 14]), false],
    ['lever-5', of([2, 10]), false],
    ['push-4', of([4, 12]), true],
    ['twist-s', of([1, 14]), true],
  ] as const)('%s for %j: %s', (id, sizes, answer) => {
    expect(holds(kind(id), sizes, false)).toBe(answer);
  });

  test('a crimp sleeve is for grounds only', () => {
    expect(holds(kind('crimp'), of([3, 12]), true)).toBe(true);
    expect(holds(kind('crimp'), of([3, 12]), false)).toBe(false);
  });
});

describe('choosing', () => {
  const choose = (sizes: readonly Size[], counts: Record<string, number> = {}, kinds = CONNECTORS) => {
    const ends = sizes.map((_, nth) => wireEnd(`i${nth}.0`, 'black'));
    return chooseConnectors(
      {
        joints: [{ signal: 'H:a', ends }],
        sizes: new Map(ends.map((end, nth) => [end, sizes[nth] ?? 12])),
      },
      Schools.parse({}),
      '110.14(B)',
      { kinds, counts },
    );
  };

  test('the next size up where the right one is not at hand, then two with a jumper, then what is missing', () => {
    expect(choose(of([3, 12])).joints[0]?.connectors).toEqual(['twist-m']);
    expect(choose(of([3, 12]), { 'twist-m': 0 }).joints[0]?.connectors).toEqual(['twist-l']);
    const two = choose(
      of([5, 12]),
      {},
      CONNECTORS.filter(({ id }) => id === 'twist-m'),
    );
    expect(two.missing).toEqual([]);
    expect(two.joints).toHaveLength(3);
    expect(two.jumpers).toHaveLength(2);
    // Every end is under one connector, every jumper under two.
    const all = two.joints.flatMap(({ ends }) => ends);
    for (let nth = 0; nth < 5; nth += 1)
      expect(all.filter((end) => end === `w:i${nth}.0:black`)).toHaveLength(1);
    for (const { id } of two.jumpers) expect(all.filter((end) => end === `p:${id}`)).toHaveLength(2);
    expect(choose(of([3, 12]), {}, []).missing.map((one) => wordsOf(one))).toEqual([
      'No connector at hand holds 3 × 12 AWG: bring one that is listed for them.',
    ]);
  });

  test('a stock that does not reach says what to bring', () => {
    const joints: JointToMake[] = [
      { signal: 'H:a', ends: ['w:i1.0:black', 'w:i2.0:black'] },
      { signal: 'N:a', ends: ['w:i1.0:white', 'w:i2.0:white'] },
    ];
    const { missing } = chooseConnectors(
      { joints, sizes: new Map(joints.flatMap(({ ends }) => ends.map((end) => [end, 12 as Size]))) },
      Schools.parse({}),
      '110.14(B)',
      { kinds: [kind('twist-m')], counts: { 'twist-m': 1 } },
    );
    expect(missing.map((one) => wordsOf(one))).toEqual([
      'The connectors at hand do not reach for all joints of this box: bring 1 more twist-on M.',
    ]);
  });

  test('never dearer than an integer-programming solver finds, and the stock is kept to', () => {
    const joint = fc.array(fc.constantFrom<Size>(14, 12, 10), { minLength: 1, maxLength: 6 });
    const stock = fc.record({
      'twist-m': fc.integer({ min: 0, max: 3 }),
      'twist-l': fc.integer({ min: 0, max: 2 }),
      'lever-3': fc.integer({ min: 0, max: 2 }),
      'push-4': fc.integer({ min: 0, max: 2 }),
    });
    let both = 0;
    fc.assert(
      fc.property(fc.array(joint, { minLength: 1, maxLength: 4 }), stock, (joints, counts) => {
        const usable = CONNECTORS.filter(({ id }) => id in counts && counts[id as keyof typeof counts] > 0);
        const options = joints.map((sizes) => waysOf(sizes, false, usable, 'twist', true));
        const ours = cheapest(options, counts);
        const variables: Record<string, Record<string, number>> = {};
        options.forEach((ways, nth) =>
          ways.forEach((way, at) => {
            const one: Record<string, number> = { cost: way.cost / 1000, [`j${nth}`]: 1 };
            for (const part of way.parts) one[part.kind] = (one[part.kind] ?? 0) + 1;
            variables[`${nth}-${at}`] = one;
          }),
        );
        const solved = solver.Solve({
          optimize: 'cost',
          opType: 'min',
          constraints: {
            ...Object.fromEntries(joints.map((_, nth) => [`j${nth}`, { equal: 1 }])),
            ...Object.fromEntries(Object.entries(counts).map(([id, max]) => [id, { max }])),
          },
          variables,
          ints: Object.fromEntries(Object.keys(variables).map((name) => [name, 1])),
        }) as { feasible: boolean; result: number };
        const able = options.every((ways) => ways.length > 0) && solved.feasible;
        expect(ours !== undefined).toBe(able);
        if (!ours) return;
        both += 1;
        expect(Math.abs(ours.cost / 1000 - solved.result)).toBeLessThan(1);
      }),
      { numRuns: 120 },
    );
    expect(both).toBeGreaterThan(20);
  });

  test('a preferred kind is taken where it needs no more parts', () => {
    const [first] = waysOf(of([3, 14]), false, CONNECTORS, 'lever');
    expect(first?.parts.map((part) => part.kind)).toEqual(['lever-3']);
    expect(costOf(kind('lever-3'), 'lever')).toBeLessThan(costOf(kind('twist-m'), 'lever'));
  });
});

describe('the cut list', () => {
  test('a 12 in piece of 14/2 yields two each of black, white and bare at 6 in (docs/trade.md#joints-and-pigtails)', () => {
    const layout = LAYOUTS.find(({ name }) => name === 'receptacle tapped from a switch box');
    if (!layout) throw new Error('the layout is missing');
    const work: WorkPlan = { ...layout.work, schools: Schools.parse({ pigtail: 6, spareNeutral: false }) };
    const plan = synthesise(layout.box, work, nec);
    const parts = partsOf(layout.box, work, plan.wiring);
    // Two blacks (switch, receptacle), one white, two bares: two pieces of 6 in.
    expect(parts.cuts.map(({ colour, count }) => [colour, count])).toEqual([
      ['bare', 2],
      ['white', 1],
      ['black', 2],
    ]);
    expect(parts.strips).toEqual([{ size: 14, conductors: 2, length: 12 }]);
    expect(parts.connectors.reduce((sum, { count }) => sum + count, 0)).toBe(plan.wiring.joints.length);
    const twice = sumParts([parts, parts]);
    expect(twice.strips).toEqual([{ size: 14, conductors: 2, length: 24 }]);
    expect(twice.cuts.map(({ count }) => count)).toEqual([4, 2, 4]);
  });
});

describe('what stands in the way is said in words', () => {
  const obstacles = (line: string, told: Parameters<typeof WorkPlan.parse>[0]) => {
    const [box, work] = [boxOf(line), WorkPlan.parse(told)];
    return saidOf({ box, work }, obstaclesOf(box, work));
  };
  const a = [{ id: 'a', name: '5', breaker: 20 }];
  test.each([
    [
      'a device with no feed',
      '18 in3, 12/2, duplex',
      { circuits: a, runs: [{ of: 'i1.0', does: 'out', hots: ['a'] }], devices: [{ of: 'i2.0' }] },
      'Duplex receptacle has no feed: no cable brings the hot of circuit 5 here.',
    ],
    [
      'two feeds of one circuit',
      '18 in3, 2x 12/2, duplex',
      {
        circuits: a,
        runs: [
          { of: 'i1.0', does: 'feed', circuits: ['a'] },
          { of: 'i1.1', does: 'feed', circuits: ['a'] },
        ],
        devices: [],
      },
      'Two cables are called the feed of circuit 5',
    ],
    [
      'two circuits on one neutral',
      '30 in3, 2x 12/2, 12/3',
      {
        circuits: [...a, { id: 'b', name: '7' }],
        runs: [
          { of: 'i1.0', does: 'feed', circuits: ['a'] },
          { of: 'i1.1', does: 'feed', circuits: ['b'] },
          { of: 'i2.0', does: 'out', hots: ['a', 'b'] },
        ],
        devices: [],
      },
      'would put two circuits on one neutral',
    ],
    [
      'a switch that controls nothing',
      '18 in3, 12/2, switch',
      { circuits: a, runs: [{ of: 'i1.0', does: 'feed', circuits: ['a'] }], devices: [{ of: 'i2.0' }] },
      'Switch controls nothing',
    ],
    [
      'a neutral that is not in the box',
      '18 in3, 12/2 loop, duplex, switch',
      {
        circuits: a,
        runs: [{ of: 'i1.0', does: 'loop-in', circuits: ['a'], hots: ['i3.0'] }],
        devices: [{ of: 'i2.0' }, { of: 'i3.0' }],
      },
      'none comes into the box: run a cable that brings it, or feed the outlet from another box',
    ],
    [
      'a smart switch on a two-wire loop',
      '18 in3, 14/2 loop, smart',
      {
        circuits: a,
        runs: [{ of: 'i1.0', does: 'loop-in', circuits: ['a'], hots: ['i2.0'] }],
        devices: [{ of: 'i2.0' }],
      },
      'none comes into the box: choose one made to work without a neutral, run a cable',
    ],
    [
      'a loop that no switch here answers',
      '18 in3, 14/3 loop, duplex',
      {
        circuits: a,
        runs: [{ of: 'i1.0', does: 'loop-in', circuits: ['a'], hots: [] }],
        devices: [{ of: 'i2.0' }],
      },
      'say which switch here sends its hot back to the light',
    ],
    [
      '14 AWG on 20 A',
      '18 in3, 14/2, duplex',
      { circuits: a, runs: [{ of: 'i1.0', does: 'feed', circuits: ['a'] }], devices: [{ of: 'i2.0' }] },
      '14 AWG on the 20 A breaker of circuit 5 wants 12 AWG',
    ],
    [
      'a cable with too few conductors',
      '18 in3, 2x 12/2, 2x switch',
      {
        circuits: a,
        runs: [
          { of: 'i1.0', does: 'feed', circuits: ['a'] },
          { of: 'i1.1', does: 'leg', hots: ['i2.0', 'i2.1'] },
        ],
        devices: [{ of: 'i2.0' }, { of: 'i2.1' }],
      },
      'has 2 insulated conductors and must carry 3',
    ],
    [
      'a three-way without travelers',
      '18 in3, 12/2, 3way',
      {
        circuits: a,
        runs: [{ of: 'i1.0', does: 'feed', circuits: ['a'] }],
        devices: [{ of: 'i2.0', chain: 'way-1', end: 'line' }],
      },
      'wants one pair of travelers to the next switch; none is told: say which cable has them',
    ],
    [
      'a piece that is gone',
      '18 in3, 12/2',
      {
        circuits: a,
        runs: [
          { of: 'i1.0', does: 'feed', circuits: ['a'] },
          { of: 'i9.0', does: 'out', hots: ['a'] },
        ],
        devices: [],
      },
      '“i9.0” is not in the box any more',
    ],
    [
      'a load nothing switches',
      '18 in3, 2x 12/2',
      {
        circuits: a,
        runs: [
          { of: 'i1.0', does: 'feed', circuits: ['a'] },
          { of: 'i1.1', does: 'leg', hots: ['i7.0'] },
        ],
        devices: [],
      },
      'nothing in the box gives what its black must carry',
    ],
  ])('%s', (_what, line, work, words) => {
    expect(obstacles(line, work).join('\n')).toContain(words);
  });

  test('more conductors than any connector holds, with nothing to chain', () => {
    const box = boxOf('60 in3, 6x 6/3 no-ground');
    const work = WorkPlan.parse({
      circuits: [{ id: 'a' }],
      runs: [
        { of: 'i1.0', does: 'feed', circuits: ['a'] },
        ...[1, 2, 3, 4, 5].map((nth) => ({ of: `i1.${nth}`, does: 'out', hots: ['a'] })),
      ],
      devices: [],
    });
    const plan = synthesise(box, work, nec);
    expect(plan.complete).toBe(false);
    expect(saidOf({ box, work }, plan.obstacles).join()).toContain('No connector at hand holds 6 × 6 AWG');
  });
});

describe('the first guess', () => {
  test.each([
    [
      '18 in3, 12/2, 12/2 out, duplex',
      [
        ['feed', ''],
        ['out', 'a'],
      ],
    ],
    [
      '34 in3 2-gang, 14/2 feed, 14/2 leg "porch", 14/2 leg "hall", 2x switch',
      [
        ['feed', ''],
        ['leg', 'i4.0'],
        ['leg', 'i4.1'],
      ],
    ],
    ['18 in3, 14/2 loop, switch', [['loop-in', 'i2.0']]],
    [
      '20 in3, 14/2 feed, 14/3 leg, 2x switch',
      [
        ['feed', ''],
        ['leg', 'i3.0,i3.1'],
      ],
    ],
    // A cable of three conductors beside two switches takes both switched hots, wherever it stands in the line.
    [
      '34 in3 2-gang, 12/2, 12/2, 12/3, 2x switch',
      [
        ['feed', ''],
        ['out', 'a'],
        ['leg', 'i4.0,i4.1'],
      ],
    ],
    [
      '34 in3 2-gang, 12/3, 12/2, 12/2, 2x switch',
      [
        ['leg', 'i4.0,i4.1'],
        ['feed', ''],
        ['out', 'a'],
      ],
    ],
    [
      '18 in3, 12/2, 12/2, switch',
      [
        ['feed', ''],
        ['leg', 'i3.0'],
      ],
    ],
  ] as const)('%s', (line, runs) => {
    const box = boxOf(line);
    const work = suggestWork(box, '5');
    expect(work.runs.map(({ does, hots }) => [does, hots.join()])).toEqual(runs);
    expect(obstaclesOf(box, work)).toEqual([]);
  });

  test('what was recorded stays when the box changes, and only new pieces are guessed', () => {
    const box = boxOf('34 in3 2-gang, 14/2 feed, 14/2 leg, switch, duplex');
    const work = suggestWork(box);
    const told: WorkPlan = { ...work, runs: work.runs.map((run) => ({ ...run, name: 'told' })) };
    const more = boxOf('34 in3 2-gang, 14/2 feed, 14/2 leg, switch, duplex, 14/2 out');
    const now = workOf(withWork(more, told, nextOf(more, told)).box);
    expect(now.runs.map(({ name }) => name)).toEqual(['told', 'told', undefined]);
    const few = boxOf('34 in3 2-gang, 14/2 feed');
    const less = workOf(withWork(few, told, nextOf(few, told)).box);
    expect(less.runs).toHaveLength(1);
    expect(less.devices).toHaveLength(0);
  });
});

describe('the fill with the connectors of the plan', () => {
  test('CEC: each pair counts once, one left over nothing (12-3034, docs/trade.md#fill-cec); NEC: they never count', () => {
    const box = boxOf('cec2021, box 4sq-1.5, 2x 12/2, duplex');
    const work = suggestWork(box);
    const plan = synthesise(box, work, editionOf('cec2021'));
    const recounted = withConnectors(box, work, plan.wiring, countedIds());
    const joints = plan.wiring.joints.length;
    expect(joints).toBe(3);
    const [before, after] = [tally(box, editionOf('cec2021')), tally(recounted, editionOf('cec2021'))];
    // Three connectors are one pair: one conductor more, counted in quarters.
    expect(after.unit).toBe('conductors');
    expect(after.fill - before.fill).toBe(4);
    expect(withConnectors(recounted, work, plan.wiring, countedIds())).toEqual(recounted);
    const american = { ...box, edition: 'nec2023' as const };
    expect(tally(withConnectors(american, work, plan.wiring, countedIds()), nec).fill).toBe(
      tally(american, nec).fill,
    );
  });
});

test('docs/joining.md says of every connector what the planner uses', () => {
  const page = readFileSync(join(__dirname, '../../../docs/joining.md'), 'utf8');
  for (const { name, family, least, most, smallest, largest, ports } of CONNECTORS) {
    const row = page
      .split('\n')
      .find((line) => line.startsWith(`| ${ports === undefined ? name : `${FAMILIES[family]},`}`));
    expect([name, row]).toEqual([name, expect.stringContaining(`${smallest} to ${largest}`)]);
    if (least && most)
      expect(row).toMatch(new RegExp(`${least[0]} × ${least[1]}\\s*\\|\\s*${most[0]} × ${most[1]}`));
  }
  for (const strip of Object.values(STRIP))
    expect(page).toContain(strip.split(',')[0]?.replace('by the gauge on the device', 'gauge'));
});

// Common practice, no source: a range or dryer outlet is fed by a three-wire cable from a two-pole breaker.
test('a dryer receptacle is given both hots of its breaker; a two-wire cable cannot feed it', () => {
  const three = boxOf('30 in3, 10/3, dryer');
  const work = workOf(three, '14');
  expect(work.circuits).toMatchObject([
    { id: 'a', name: '14', partner: 'b' },
    { id: 'b', name: '14' },
  ]);
  expect(obstaclesOf(three, work)).toEqual([]);
  const { lands } = synthesise(three, work, nec).wiring;
  expect(lands.map(({ end, at }) => [end.split(':')[2], at.split(':')[2]])).toEqual([
    ['bare', 'ground'],
    ['white', 'neutral'],
    ['black', 'hot-1'],
    ['red', 'hot-2'],
  ]);
  // Set up before the dryer came: its cable brings the second hot all the same, and nothing set up is lost.
  const early = workOf(boxOf('30 in3, 10/3'), '14');
  const set = {
    ...early,
    runs: [],
    circuits: [
      { id: 'a', name: 'laundry' },
      { id: 'c', name: '3' },
    ],
  };
  expect(workOf({ ...three, work: set }, '14').circuits).toEqual([
    { id: 'a', name: 'laundry', partner: 'b' },
    { id: 'b', name: '14' },
    { id: 'c', name: '3' },
  ]);
  const two = boxOf('30 in3, 10/2, dryer');
  expect(obstaclesOf(two, workOf(two)).map(({ code }) => code)).toContain('no-feed');
  // Without a partner one sentence says what is missing, and no circuit is made up.
  const alone = { ...work, circuits: work.circuits.slice(0, 1).map(({ partner: _none, ...one }) => one) };
  const told = obstaclesOf(three, {
    ...alone,
    runs: work.runs.map((one) => ({ ...one, circuits: ['a'] })),
  });
  expect(told.map(({ code }) => code)).toEqual(['one-hot']);
});
