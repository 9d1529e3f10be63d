/** A hidden mistake can be found: it reads otherwise than the sound wiring and than every other answer offered. */
import { editionOf } from '../edition/index.ts';
import { judgeWiring } from '../judge/judge.ts';
import { physicalOf } from '../physical/physical.ts';
import { synthesise } from '../plan/synthesise.ts';
import { circuitryOf } from '../simulate/circuit.ts';
import { bench } from '../simulate/instruments.ts';
import { LAYOUTS } from '../tests/harder-layouts.ts';
import { layout } from '../tests/layouts.ts';
import { hideFault } from './hidden.ts';
import { offWith } from './predict.ts';

const nec = editionOf('nec2023');
const rolling = (seed: number) => () => {
  seed = (seed * 1103515245 + 12345) & 0x7fffffff;
  return seed / 0x80000000;
};

test('it is one of the answers, and instruments tell them all apart', () => {
  const kinds = new Set<string>();
  let asked = 0;
  LAYOUTS.forEach(({ box, work, name }, nth) => {
    const { wiring } = synthesise(box, work, nec);
    if (!judgeWiring(box, work, wiring, nec).good) return;
    const physical = physicalOf(box, work);
    const riddle = hideFault(physical, work, wiring, rolling(nth + 1));
    if (!riddle) {
      expect([name, physical.uses.length]).toEqual([name, 0]);
      return;
    }
    asked += 1;
    const { choices, answer, off } = riddle;
    kinds.add(choices[answer]?.kind ?? '');
    expect(JSON.stringify(choices[answer]?.applied(wiring))).toBe(JSON.stringify(riddle.wiring));
    // The simulated instruments, point by point, with each switch alone and all together and each GFCI tripped.
    const { switches, guards, uses } = physical;
    const every = (position: number) => Object.fromEntries(switches.map(({ id }) => [id, position]));
    const states = [
      { positions: every(0), tripped: [] as string[] },
      ...switches.map(({ id }) => ({ positions: { ...every(0), [id]: 1 }, tripped: [] as string[] })),
      { positions: every(1), tripped: [] as string[] },
      ...guards.map(({ of }) => ({ positions: every(1), tripped: [of] })),
    ];
    const reads = (real: typeof wiring, dead: readonly string[]) => {
      const circuitry = circuitryOf(physical, real, work.schools.ground);
      return JSON.stringify(
        states.map((state) => {
          const told = bench(circuitry, work, { ...state, off: offWith(circuitry, { ...state, off: dead }) });
          return uses.map((use) => [told.plug(use), told.meter(use.hot, use.neutral)]);
        }),
      );
    };
    const all = [reads(wiring, []), ...choices.map((one) => reads(one.applied(wiring), one.off))];
    expect([name, new Set(all).size]).toEqual([name, all.length]);
    expect(all[answer + 1]).toBe(reads(riddle.wiring, off));
  });
  expect(asked).toBeGreaterThan(60);
  expect(kinds.size).toBeGreaterThan(4);
});

test('the same chance hides the same mistake; a box that uses no power hides none', () => {
  const one = LAYOUTS[0];
  if (!one) throw new Error('no layout');
  const { wiring } = synthesise(one.box, one.work, nec);
  const physical = physicalOf(one.box, one.work);
  const hide = (seed: number) => hideFault(physical, one.work, wiring, rolling(seed))?.answer;
  expect(hide(5)).toBe(hide(5));
  const blank = layout('a spare cable', '18 in3, 12/2 spare, blank', {
    runs: [{ of: 'i1.0', does: 'spare' }],
    devices: [],
  });
  expect(
    hideFault(
      physicalOf(blank.box, blank.work),
      blank.work,
      synthesise(blank.box, blank.work, nec).wiring,
      rolling(1),
    ),
  ).toBeUndefined();
});
