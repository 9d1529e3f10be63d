/**
 * Currents, followed out and back: NEC 300.3(B) and 300.20(A) for cables, the physics of a ground-fault
 * interrupter (it trips where what goes out does not come back through it), 210.4 and 300.13 for neutrals
 * (docs/trade.md#simulation, #testing; sections from memory). Wirings are made by hand here: no planner has a part in it.
 */
import { nextOf, withWork } from '../box/set-up.ts';
import { WorkPlan } from '../box/work.ts';
import { Wiring } from '../wiring/wiring.ts';
import { editionOf } from '../edition/index.ts';
import { wired } from '../judge/judge.ts';
import { planBox } from '../plan/planned.ts';
import { workOf } from '../plan/suggest.ts';
import { boxOf } from '../tests/harder-layouts.ts';
import { prove } from './prove.ts';

const nec = editionOf('nec2023');
const joints = (...all: string[][]) =>
  all.map((ends, nth) => ({ id: `j${nth + 1}`, ends, connectors: ['twist-l'] }));

function faultsOf(line: string, said: object, wiring: object): string[] {
  const box = boxOf(line);
  const work = WorkPlan.parse({
    circuits: [{ id: 'a', name: '1', breaker: 20 }],
    devices: [],
    runs: [],
    ...said,
  });
  const { faults } = prove(
    wired(
      box,
      work,
      Wiring.parse({ joints: [], pigtails: [], lands: [], broken: [], marked: [], ...wiring }),
    ),
    work,
    nec,
  );
  return faults.map(({ code }) => code);
}

const GUARDED = '34 in3 2-gang, 12/2, 12/3 out, gfci, switch';
const GUARDED_WORK = {
  runs: [
    { of: 'i1.0', does: 'feed', circuits: ['a'] },
    { of: 'i2.0', does: 'out', hots: ['a', 'i4.0'], guard: 'i3.0' },
  ],
  devices: [{ of: 'i3.0' }, { of: 'i4.0' }],
};

describe('a GFCI, a three-wire feed-out and a switch', () => {
  const grounds = ['w:i1.0:bare', 'w:i2.0:bare', 'p:p1', 'p:p2'];
  const common = {
    pigtails: ['p1', 'p2', 'p3', 'p4'].map((id) => ({ id, size: 12, colour: 'black' })),
    lands: [
      { end: 'p:p1', at: 't:i3.0:ground' },
      { end: 'p:p2', at: 't:i4.0:ground' },
      { end: 'p:p3', at: 't:i3.0:line-hot' },
      { end: 'w:i1.0:white', at: 't:i3.0:line-neutral' },
      { end: 'w:i2.0:white', at: 't:i3.0:load-neutral' },
      { end: 'w:i2.0:red', at: 't:i4.0:load' },
    ],
  };

  test('a red from before the GFCI on the white of its LOAD would trip it', () => {
    const faults = faultsOf(GUARDED, GUARDED_WORK, {
      ...common,
      joints: joints(grounds, ['w:i1.0:black', 'p:p3', 'p:p4']),
      lands: [
        ...common.lands,
        { end: 'w:i2.0:black', at: 't:i3.0:load-hot' },
        { end: 'p:p4', at: 't:i4.0:line' },
      ],
    });
    expect(faults).toContain('guard-trips');
  });

  test('with the switch fed from LOAD it does not', () => {
    const faults = faultsOf(
      GUARDED,
      { ...GUARDED_WORK, devices: [{ of: 'i3.0' }, { of: 'i4.0', guard: 'i3.0' }] },
      {
        ...common,
        pigtails: [...common.pigtails, { id: 'p5', size: 12, colour: 'black' }],
        joints: joints(grounds, ['w:i2.0:black', 'p:p4', 'p:p5']),
        lands: [
          ...common.lands.filter(({ end }) => end !== 'p:p3'),
          { end: 'w:i1.0:black', at: 't:i3.0:line-hot' },
          { end: 'p:p5', at: 't:i3.0:load-hot' },
          { end: 'p:p4', at: 't:i4.0:line' },
        ],
      },
    );
    expect(faults).toEqual([]);
  });

  test('the planner says so before it plans, and plans it when the switch is put behind the GFCI', () => {
    const box = boxOf(GUARDED);
    const circuits = [{ id: 'a', name: '1', breaker: 20 }];
    const wrong = planBox(box, WorkPlan.parse({ ...GUARDED_WORK, circuits }), nec);
    expect(wrong.good).toBe(false);
    expect(wrong.plan.obstacles.map(({ code }) => code)).toEqual(['split-guard']);
    const right = planBox(
      box,
      WorkPlan.parse({ ...GUARDED_WORK, circuits, devices: [{ of: 'i3.0' }, { of: 'i4.0', guard: 'i3.0' }] }),
      nec,
    );
    expect([right.troubles, right.good]).toEqual([[], true]);
  });
});

test('a neutral of LOAD joined with the line’s is a way past the GFCI', () => {
  const faults = faultsOf(
    '22.5 in3, 12/2, 12/2 out, gfci',
    {
      runs: [
        { of: 'i1.0', does: 'feed', circuits: ['a'] },
        { of: 'i2.0', does: 'out', hots: ['a'], guard: 'i3.0' },
      ],
      devices: [{ of: 'i3.0' }],
    },
    {
      pigtails: ['p1', 'p2', 'p3'].map((id) => ({ id, size: 12, colour: 'white' })),
      joints: joints(
        ['w:i1.0:bare', 'w:i2.0:bare', 'p:p1'],
        ['w:i1.0:white', 'w:i2.0:white', 'p:p2', 'p:p3'],
      ),
      lands: [
        { end: 'p:p1', at: 't:i3.0:ground' },
        { end: 'p:p2', at: 't:i3.0:line-neutral' },
        { end: 'p:p3', at: 't:i3.0:load-neutral' },
        { end: 'w:i1.0:black', at: 't:i3.0:line-hot' },
        { end: 'w:i2.0:black', at: 't:i3.0:load-hot' },
      ],
    },
  );
  expect(faults).toContain('guard-trips');
});

test('a hot by one cable and its neutral by another is told, on two-wire travelers too', () => {
  // Two feeds of one circuit: the hot of the one, the neutral of the other.
  const crossed = faultsOf(
    '34 in3 2-gang, 2x 12/2, 12/2 out',
    {
      runs: [
        { of: 'i1.0', does: 'feed', circuits: ['a'] },
        { of: 'i1.1', does: 'feed', circuits: ['a'] },
        { of: 'i2.0', does: 'out', hots: ['a'] },
      ],
    },
    {
      joints: joints(
        ['w:i1.0:bare', 'w:i1.1:bare', 'w:i2.0:bare'],
        ['w:i1.0:black', 'w:i2.0:black'],
        ['w:i1.1:white', 'w:i2.0:white'],
        ['w:i1.0:white'],
        ['w:i1.1:black'],
      ),
    },
  );
  expect(crossed).toEqual(['split-current', 'split-current']);
  // Travelers in one two-wire cable to a lamp that takes its neutral elsewhere: the old shortcut.
  const box = boxOf('22.5 in3, 14/2, 14/2 travelers, 3way');
  const work = WorkPlan.parse({
    circuits: [{ id: 'a', name: '1', breaker: 15 }],
    runs: [
      { of: 'i1.0', does: 'feed', circuits: ['a'] },
      { of: 'i2.0', does: 'travelers', circuits: ['a'], chain: 'way-1', leads: 'load' },
    ],
    devices: [{ of: 'i3.0', chain: 'way-1', end: 'line' }],
  });
  const { good, proof } = planBox(box, work, nec);
  expect(good).toBe(false);
  expect(proof.faults.map(({ code }) => code)).toContain('split-current');
});

test('two cables side by side for one load divide its current', () => {
  const faults = faultsOf(
    '34 in3 2-gang, 2x 12/2, 12/2 out',
    {
      runs: [
        { of: 'i1.0', does: 'feed', circuits: ['a'] },
        { of: 'i1.1', does: 'feed', circuits: ['a'] },
        { of: 'i2.0', does: 'out', hots: ['a'] },
      ],
    },
    {
      joints: joints(
        ['w:i1.0:bare', 'w:i1.1:bare', 'w:i2.0:bare'],
        ['w:i1.0:black', 'w:i1.1:black', 'w:i2.0:black'],
        ['w:i1.0:white', 'w:i1.1:white', 'w:i2.0:white'],
      ),
    },
  );
  expect(faults).toContain('divided-current');
});

test('three circuits cannot share one neutral: two of them are on one leg', () => {
  const circuits = [
    { id: 'a', name: '1', partner: 'b' },
    { id: 'b', name: '3' },
    { id: 'c', name: '5', partner: 'a' },
  ];
  expect(
    faultsOf('21 in3, 12/2', { circuits, runs: [{ of: 'i1.0', does: 'feed', circuits: ['a'] }] }, {}),
  ).toContain('overloaded-neutral');
});

describe('nothing is proved where there is nothing to prove', () => {
  const feed = [{ of: 'i1.0', does: 'feed', circuits: ['a'] }];
  test.each<[string, string, object, RegExp]>([
    ['a feed that is capped', '18 in3, 12/2', { runs: feed }, /nothing is set up that uses the hot/],
    [
      'no feed at all',
      '18 in3, 12/2',
      { runs: [{ of: 'i1.0', does: 'spare' }] },
      /no cable is set up that brings a hot/,
    ],
    [
      'a switch that controls nothing',
      '18 in3, 12/2, switch',
      { runs: feed, devices: [{ of: 'i2.0' }] },
      /nothing is set up that uses/,
    ],
    [
      'a chain that nothing feeds and nothing uses',
      '21 in3 metal, 2x 14/3',
      {
        runs: ['i1.0', 'i1.1'].map((of) => ({
          of,
          does: 'travelers',
          circuits: ['a'],
          chain: 'way-1',
          leads: 'line',
          third: 'neutral',
        })),
      },
      /nothing is set up that uses the hot/,
    ],
  ])('%s', (_name, line, said, words) => {
    const work = WorkPlan.parse({ circuits: [{ id: 'a' }], devices: [], ...said });
    const { proof, good, troubles } = planBox(boxOf(line), work, nec);
    expect([proof.proved, proof.good, good]).toEqual([0, false, false]);
    expect(troubles.join(' ')).toMatch(words);
  });

  test('a junction that only passes travelers on has something to prove', () => {
    const box = boxOf('21 in3 plastic, 12/2 feed, 12/2 out');
    const { proof, good } = planBox(box, workOf(box), nec);
    expect([proof.proved, good]).toEqual([1, true]);
  });
});

test('hot and neutral may come by two pulls of one raceway, and not by two raceways (300.3(B))', () => {
  const faults = (line: string, second: string) => {
    const work = WorkPlan.parse({
      circuits: [
        { id: 'a', name: '1', partner: 'b' },
        { id: 'b', name: '3' },
      ],
      runs: [
        { of: 'i1.0', does: 'feed', circuits: ['a'], wires: 2 },
        { of: second, does: 'feed', circuits: ['b'], wires: 2 },
      ],
      devices: [{ of: line.includes('4x') ? 'i3.0' : 'i4.0' }],
    });
    const raw = boxOf(line);
    const { box } = withWork(raw, work, nextOf(raw, work));
    const device = work.devices[0]?.of ?? '';
    const wiring = Wiring.parse({
      joints: joints(['w:i1.0:white'], [`w:${second}:black`]),
      pigtails: [],
      lands: [
        { end: 'w:i1.0:black', at: `t:${device}:brass-top` },
        { end: `w:${second}:white`, at: `t:${device}:silver-top` },
        { end: 'w:i1.0:bare', at: `t:${device}:ground` },
      ],
      broken: [],
      marked: [],
    });
    return prove(wired(box, work, wiring), work, nec).faults.map(({ code }) => code);
  };
  expect(faults('30 in3 plastic, 4x 12, ground 12, duplex', 'i1.1')).not.toContain('split-current');
  expect(faults('30 in3 plastic, 2x 12, 2x 12, ground 12, duplex', 'i2.0')).toContain('split-current');
});
