/**
 * What is wrong, from readings. Honest readings are taken with the simulated instruments of `simulate`; the faults
 * are made here by hand, apart from those the diagnosis tries. What a plug tester lights for each fault of one
 * receptacle: docs/trade.md#testing.
 */
import type { Wiring } from '../wiring/wiring.ts';
import { editionOf } from '../edition/index.ts';
import { judgeWiring } from '../judge/judge.ts';
import { type Physical, physicalOf, type Use } from '../physical/physical.ts';
import { synthesise } from '../plan/synthesise.ts';
import { circuitryOf } from '../simulate/circuit.ts';
import { bench } from '../simulate/instruments.ts';
import { prepare } from '../simulate/state.ts';
import { LAYOUTS } from '../tests/harder-layouts.ts';
import { feed, layout, out } from '../tests/layouts.ts';
import { DiagnoseAsk, type PointReading } from './ask.ts';
import { type Diagnosis, diagnose, pointsOf } from './diagnose.ts';
import { faultsOf } from './faults.ts';
import { runs } from '../tests/runs.ts';

const nec = editionOf('nec2023');
const box = layout('middle of a run', '18 in3 plastic, 12/2 feed, 12/2 out, duplex', {
  runs: [feed('i1.0'), out('i2.0')],
  devices: [{ of: 'i3.0' }],
});
const planOf = ({ box: one, work }: typeof box) => synthesise(one, work, nec).wiring;
const asked = (readings: object[]): readonly PointReading[] =>
  DiagnoseAsk.parse({ line: 'x', readings }).readings;
function told(readings: object[], of = box): Diagnosis {
  const found = diagnose(physicalOf(of.box, of.work), of.work, planOf(of), asked(readings));
  if ('field' in found) throw new Error(`${found.field}: ${found.found}`);
  return found;
}
const lamps = (at: string, text: string) => ({
  at,
  lamps: { HN: text.includes('HN'), HG: text.includes('HG'), NG: text.includes('NG') },
});

describe('the three lamps of one receptacle (docs/trade.md#testing)', () => {
  const both = (text: string) => told([lamps('i3.0:top', text), lamps('i3.0:bottom', text)]);
  test('right', () => expect(both('HN HG')).toMatchObject({ asPlanned: true, fits: [], untested: ['i2.0'] }));
  test.each([
    ['open ground', 'HN', 'open', /bare/],
    ['open neutral', 'HG', 'open', /white/],
    ['open hot', '', 'off', /breaker of circuit 1 is off/],
    ['hot and neutral reversed', 'HN NG', 'reversed', /exchanged before this box/],
  ])('%s', (_name, lit, kind, words) => {
    const { asPlanned, fits } = both(lit);
    expect([asPlanned, fits[0]?.fault.kind]).toEqual([false, kind]);
    expect(fits[0]?.words).toMatch(words);
    expect(fits.every(({ explains }) => explains === 2)).toBe(true);
  });

  test('hot and ground reversed is found among exchanged conductors of one device', () => {
    const { fits } = both('HG NG');
    expect(fits.some(({ fault }) => fault.kind === 'swapped')).toBe(true);
  });
});

test('a meter says what the lamps do; a stray below 90 V is none', () => {
  const { fits } = told([{ at: 'i3.0:top', volts: { HN: 121, HG: 40, NG: 12 } }]);
  expect(fits[0]?.fault).toMatchObject({ kind: 'open' });
  expect(fits[0]?.words).toMatch(/bare/);
});

test('one half dead and the other alive: the tab that the plan counts on is broken', () => {
  const { fits } = told([lamps('i3.0:top', 'HN HG'), lamps('i3.0:bottom', '')]);
  expect(fits.map(({ fault }) => fault)).toContainEqual({ kind: 'tab', ends: ['i3.0:hot'] });
});

test('two mistakes are found where no one explains it, and the next reading tells what is left apart', () => {
  const { fits } = told([
    lamps('i3.0:top', 'HN NG'),
    lamps('i3.0:bottom', 'HN NG'),
    { at: 'i2.0', on: false },
  ]);
  expect(fits.length).toBeGreaterThan(0);
  expect(fits.every(({ and }) => and !== undefined)).toBe(true);
  const open = told([{ at: 'i3.0:top', lamps: { HN: false, HG: false, NG: false } }]);
  expect(open.next).not.toBeNull();
  expect(Object.keys(open.next?.left ?? {}).length).toBeGreaterThan(1);
});

test.each([
  [{ at: 'i9.0', on: true }, /readings\.0\.at: “i9\.0” is no point of this box/],
  [{ at: 'i2.0', on: true, switches: { 'i8.0': 1 } }, /readings\.0\.switches: “i8\.0” is no switch/],
])('a reading of what is not there is refused by its field: %j', (reading, words) => {
  expect(() => told([reading])).toThrow(words);
});

test.each([
  [{ at: 'i3.0:top' }, 'a reading has lamps, volts or on, one of them'],
  [{ at: 'i3.0:top', on: true, volts: { HN: 120 } }, 'a reading has lamps, volts or on, one of them'],
  [{ at: 'i3.0:top', volts: { HN: 500 } }, 'must be at most 300 V'],
  [{ at: '', on: true }, 'must name a point of the box'],
])('what cannot be a reading is refused: %j', (reading, words) => {
  const read = DiagnoseAsk.safeParse({ line: 'x', readings: [reading] });
  expect(read.error?.issues.map(({ message }) => message).join()).toMatch(words);
});

/** What honest instruments read at every point, switches one way and the other; a short opens its breaker. */
function honest(physical: Physical, work: typeof box.work, wiring: Wiring): PointReading[] {
  const circuitry = circuitryOf(physical, wiring, work.schools.ground);
  const { switches, uses } = physical;
  return [0, 1].flatMap((position) => {
    const positions = Object.fromEntries(switches.map(({ id }) => [id, position]));
    const off: string[] = [];
    for (let more = true; more;) {
      const { meetings } = prepare(circuitry).at({ positions, off });
      const hots = meetings.flatMap(({ held }) =>
        held.flatMap((one) => (one.kind === 'hot' ? [one.circuit] : [])),
      );
      more = hots.length > 0;
      off.push(...hots);
    }
    const test = bench(circuitry, work, { positions, off });
    return uses.map(({ id, of, here, ...use }: Use): PointReading => {
      const { hn, hg, ng } = test.plug({ id, of, here, ...use });
      return here
        ? { at: id, lamps: { HN: hn, HG: hg, NG: ng }, switches: positions }
        : { at: of, on: hn, switches: positions };
    });
  });
}

/** One mistake made by hand: a connection taken off, two exchanged, one put elsewhere. */
function spoilt(wiring: Wiring, kind: number, a: number, b: number): Wiring {
  const at = <T>(list: readonly T[], nth: number) => list[nth % Math.max(1, list.length)];
  const [land, other] = [at(wiring.lands, a), at(wiring.lands, b)];
  const joint = at(wiring.joints, a);
  const end = joint && at(joint.ends, b);
  if (kind === 0) return { ...wiring, lands: wiring.lands.filter((one) => one !== land) };
  if (kind === 1)
    return {
      ...wiring,
      joints: wiring.joints.map((one) =>
        one === joint ? { ...one, ends: one.ends.filter((each) => each !== end) } : one,
      ),
    };
  if (kind === 2 && land && other && land.at.split(':')[1] === other.at.split(':')[1])
    return {
      ...wiring,
      lands: wiring.lands.map((one) =>
        one === land ? { ...one, at: other.at } : one === other ? { ...one, at: land.at } : one,
      ),
    };
  return wiring;
}

test('of thousands of single faults with honest readings the true one is among the answers, first in most', () => {
  const sound = LAYOUTS.flatMap((one) => {
    const wiring = planOf(one);
    const physical = physicalOf(one.box, one.work);
    // A cable with two loads, and a load of two hots, are read at one of them only: left to the examples.
    const plain = physical.uses.every(({ nth, doubled, here }) => !doubled && (here || nth === 1));
    return plain && judgeWiring(one.box, one.work, wiring, nec).good ? [{ ...one, wiring, physical }] : [];
  });
  let seed = 7;
  const next = (most: number) => {
    seed = (seed * 1103515245 + 12345) & 0x7fffffff;
    return Math.floor(seed / 65536) % most;
  };
  const count = { faults: 0, seen: 0, among: 0, first: 0 };
  for (let nth = 0; nth < runs(5000); nth += 1) {
    const one = sound[next(sound.length)];
    if (!one || pointsOf(one.physical).length === 0) continue;
    const { physical, work, wiring } = one;
    const wrong = spoilt(wiring, next(3), next(97), next(89));
    if (JSON.stringify(wrong) === JSON.stringify(wiring)) continue;
    count.faults += 1;
    const readings = honest(physical, work, wrong);
    const found = diagnose(physical, work, wiring, readings);
    if ('field' in found) throw new Error(found.field);
    if (found.asPlanned) continue;
    count.seen += 1;
    const full = (each: Wiring) => JSON.stringify(honest(physical, work, each));
    const all = faultsOf(physical, work, wiring);
    const same = found.fits.map(({ fault, where, words }) => {
      const made = all.find(
        (each) => each.words === words && each.where === where && each.kind === fault.kind,
      );
      if (!made) return false;
      // With its breaker off all is dead, which is how the fault must read too.
      if (made.off.length > 0)
        return readings.every(({ lamps: lit, on }) => !on && !(lit?.HN || lit?.HG || lit?.NG));
      return full(made.applied(wiring)) === full(wrong);
    });
    if (same.includes(true)) count.among += 1;
    if (same[0]) count.first += 1;
  }
  expect(count.seen).toBeGreaterThan(runs(1500));
  expect(count.among).toBe(count.seen);
  expect(count.first / count.seen).toBeGreaterThanOrEqual(0.8);
});
