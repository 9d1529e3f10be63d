/**
 * Closing a box (docs/trade.md#testing): what is tested follows from the circuit; passed is said only when every point was
 * tested with a proved instrument. Honest answers are taken with the simulated instruments, not with what the walk
 * expects.
 */
import { type Closing, Closing as ClosingSchema, outcomeOf, type Said, wiredAs } from '../box/closing.ts';
import type { Wiring } from '../wiring/wiring.ts';
import { changeItem, removeItem } from '../box/edit.ts';
import { diagnose, pointAt } from '../diagnose/diagnose.ts';
import { faultsOf, placesOf } from '../diagnose/faults.ts';
import { editionOf } from '../edition/index.ts';
import { judgeWiring } from '../judge/judge.ts';
import { physicalOf } from '../physical/physical.ts';
import { synthesise } from '../plan/synthesise.ts';
import { circuitryOf } from '../simulate/circuit.ts';
import { bench } from '../simulate/instruments.ts';
import { fedFrom } from '../simulate/state.ts';
import { LAYOUTS } from '../tests/harder-layouts.ts';
import { feed, layout, leg, out } from '../tests/layouts.ts';
import { against, answered, closedOf, readingsOf } from './closed.ts';
import { readingId, type Test, walkOf } from './walk.ts';
import { withLands } from '../wiring/edit.ts';
import type { TerminalEnd } from '../wiring/end.ts';

const nec = editionOf('nec2023');
type Layout = (typeof LAYOUTS)[number];
const wiringOf = ({ box, work }: Layout) => synthesise(box, work, nec).wiring;
const walk = (one: Layout, beside: Partial<Parameters<typeof walkOf>[0]> = {}) =>
  walkOf({
    physical: physicalOf(one.box, one.work),
    work: one.work,
    wiring: wiringOf(one),
    further: [],
    labels: [],
    ...beside,
  });
const testsOf = (...args: Parameters<typeof walk>) => walk(...args).flatMap(({ tests }) => tests);
const points = (tests: readonly Test[]) =>
  tests.flatMap(({ point, words, expects }) => (point ? [`${words}: ${expects}`] : []));

const PROVED: Closing = ClosingSchema.parse({
  proved: { plug: ['2026-03-02T08:00:00.000Z'], meter: ['2026-03-02T08:00:00.000Z'] },
});
const AT = '2026-03-02T09:00:00.000Z';

/** What an honest person would answer at a wiring as it really is. */
function honest(one: Layout, real: Wiring, test: Test): Said {
  if (test.read === 'hots') return { read: 'hots', volts: 241 };
  if (!test.point) return test.read === 'on' ? { read: 'on', on: false } : { read: 'done', good: true };
  const { use, switches, tripped } = test.point;
  const physical = physicalOf(one.box, one.work);
  const circuitry = circuitryOf(physical, real, one.work.schools.ground);
  const told = bench(circuitry, one.work, { positions: switches, tripped });
  if (test.read === 'receptacle') {
    const { hn, hg, ng } = told.plug(use);
    return { read: 'lamps', HN: hn, HG: hg, NG: ng };
  }
  return { read: 'on', on: fedFrom(told.state, use) !== undefined };
}

function closing(one: Layout, real: Wiring, of = wiredAs(one.box)): Closing {
  const legs = walk(one);
  return legs
    .flatMap(({ tests }) => tests)
    .reduce(
      (now, test) =>
        answered(
          legs,
          now,
          { test: test.id, says: honest(one, real, test), at: AT, by: 'T. Example', of },
          true,
        ),
      PROVED,
    );
}

const tapped = layout('an outlet and a switch with its lamp', '20 in3 plastic, 12/2 feed, 12/2 leg, combo', {
  runs: [feed('i1.0'), leg('i2.0', 'i3.0')],
  devices: [{ of: 'i3.0', second: 'receptacle' }],
});
const half = layout('a half-switched receptacle', '32 in3 2-gang plastic, 12/2 feed, switch, duplex', {
  runs: [feed('i1.0')],
  devices: [{ of: 'i2.0' }, { of: 'i3.0', halves: ['a', 'i2.0'] }],
});

describe('what is tested follows from the circuit (docs/trade.md#testing)', () => {
  test('each half of a receptacle, in each position of the switch that matters', () => {
    expect(points(testsOf(half))).toEqual([
      'duplex receptacle, top: lamps HN and HG lit',
      'duplex receptacle, bottom: no lamp lit',
      'duplex receptacle, bottom: lamps HN and HG lit',
    ]);
  });

  test('a tapped receptacle stays on while the lamp is off', () => {
    const first = walk(tapped).find(({ words }) => words === 'Power on, every switch off');
    expect(points(first?.tests ?? [])).toEqual(
      expect.arrayContaining([expect.stringMatching(/outlet: lamps HN and HG lit/), '12/2 load: off']),
    );
  });

  test('a three-way from every place; its load is off when the walk begins', () => {
    const chains = LAYOUTS.filter(({ work }) => work.devices.some(({ chain }) => chain !== undefined));
    expect(chains.length).toBeGreaterThan(5);
    let asked = 0;
    for (const one of chains) {
      const physical = physicalOf(one.box, one.work);
      if (!judgeWiring(one.box, one.work, wiringOf(one), nec).good) continue;
      for (const use of physical.uses) {
        const mine = testsOf(one).flatMap(({ point }) =>
          point?.use.id === use.id && point.tripped.length === 0 ? [point] : [],
        );
        const [first, ...others] = mine;
        if (others.length < 2) continue;
        asked += 1;
        expect(first?.should.on).toBe(false);
        // From each place alone the load comes on; with two of them thrown it is off again.
        expect(others.map(({ should }) => should.on)).toEqual([
          ...others.slice(0, Math.ceil((others.length + 1) / 2)).map(() => true),
          ...others.slice(Math.ceil((others.length + 1) / 2)).map((_, nth) => nth % 2 === 1),
        ]);
      }
    }
    expect(asked).toBeGreaterThan(5);
  });

  test('a GFCI by its own button, with what it protects here and in other boxes', () => {
    const gfci = layout('through a GFCI', '20 in3 plastic, 12/2 feed, 12/2 out, gfci', {
      runs: [feed('i1.0'), { ...out('i2.0'), guard: 'i3.0' }],
      devices: [{ of: 'i3.0' }],
    });
    const title = physicalOf(gfci.box, gfci.work).guards[0]?.name;
    const bath = { id: 'bath-0001', name: 'By the basin', room: 'Bath', guard: title };
    const attic = { id: 'attic-001', name: 'Attic lamp', room: '', guard: undefined };
    const legs = walk(gfci, { further: [bath, attic] });
    const pressed = legs.find(({ id }) => id.startsWith('guard|'));
    expect(pressed?.tests.map(({ words, expects }) => `${words}: ${expects}`)).toEqual([
      `${title}: off`,
      '12/2 feed-out: no power at its far end',
      'By the basin: Bath: dead as long as it is tripped',
      `Press RESET on the ${title}: it holds, and all comes back on`,
    ]);
    expect(legs.find(({ id }) => id === 'further')?.tests.map(({ box }) => box)).toEqual([
      'bath-0001',
      'attic-001',
    ]);
  });

  test('each handle; two hots with one neutral are measured against each other (210.4, 300.13(B))', () => {
    const shared = LAYOUTS.find(({ work }) => work.circuits.some(({ partner }) => partner !== undefined));
    if (!shared) throw new Error('no layout with a shared neutral');
    const [hots] = testsOf(shared).filter(({ read }) => read === 'hots');
    if (!hots) throw new Error('not asked');
    expect(against(hots, { read: 'hots', volts: 240 })).toBeUndefined();
    expect(against(hots, { read: 'hots', volts: 0 })).toMatch(/one leg/);
    // Both hots go off with one handle (210.4(B), from memory): one test, for a tied pair never goes off alone.
    expect(testsOf(shared).filter(({ id }) => id.startsWith('handle|'))).toMatchObject([
      { id: `handle|${shared.work.circuits.map(({ id }) => id).join('|')}`, words: /^One handle of / },
    ]);
  });

  test('a label that was wrong is to be put right; the fold and the plate are looked at', () => {
    const all = testsOf(half, { labels: [{ id: 'c7', name: '7', reads: 'Den' }] });
    expect(all.at(-1)).toMatchObject({ words: 'Breaker 7 is labelled anew', expects: 'it reads “Den”' });
    expect(all.slice(0, 3).map(({ id }) => id)).toEqual(['finish|fold', 'finish|screws', 'finish|level']);
  });
});

const sound = LAYOUTS.filter((one) => judgeWiring(one.box, one.work, wiringOf(one), nec).good);

test('every sound wiring passes with honest answers, and each point of it was asked', () => {
  expect(sound.length).toBeGreaterThan(60);
  for (const one of sound) {
    const of = wiredAs(one.box);
    const done = closedOf(walk(one), closing(one, wiringOf(one)), of, true);
    expect([one.name, done.verdict, done.count.wrong]).toEqual([one.name, 'passed', 0]);
    const asked = new Set(testsOf(one).map(({ point }) => point?.use.id));
    for (const { id } of physicalOf(one.box, one.work).uses) expect(asked).toContain(id);
    expect(new Set(testsOf(one).map(({ id }) => id)).size).toBe(testsOf(one).length);
  }
});

test('each mistake that honest instruments can see fails the box, and its readings lead to it', () => {
  let failed = 0;
  for (const [nth, one] of sound.entries()) {
    const physical = physicalOf(one.box, one.work);
    const wiring = wiringOf(one);
    const of = wiredAs(one.box);
    const opened = wiring.lands.map(({ end }) => ({
      ...wiring,
      lands: wiring.lands.filter((land) => land.end !== end),
    }));
    const real = opened[nth % Math.max(1, opened.length)];
    if (!real) continue;
    const done = closedOf(walk(one), closing(one, real), of, true);
    const differs = testsOf(one).some(
      (test) =>
        test.point && JSON.stringify(honest(one, real, test)) !== JSON.stringify(honest(one, wiring, test)),
    );
    expect([one.name, done.verdict]).toEqual([one.name, differs ? 'failed' : 'passed']);
    if (!differs) continue;
    failed += 1;
    const found = diagnose(physical, one.work, wiring, readingsOf(done, of));
    if ('field' in found) throw new Error(found.field);
    expect([one.name, found.asPlanned, found.fits.length > 0]).toEqual([one.name, false, true]);
  }
  expect(failed).toBeGreaterThan(30);
});

describe('passed is said of every point, a proved instrument and this wiring', () => {
  const of = wiredAs(half.box);
  const legs = walk(half);
  const full = closing(half, wiringOf(half));
  test('what agrees with a wiring that is not proved has passed nothing', () => {
    expect(closedOf(legs, full, of, true).verdict).toBe('passed');
    expect(closedOf(legs, full, of, false).verdict).toBe('open');
  });
  test('one point less is not passed', () => {
    const less = { ...full, results: full.results.slice(1) };
    const { verdict, count } = closedOf(legs, less, of, true);
    expect([verdict, count.open]).toEqual(['open', 1]);
  });
  test.each([
    ['never', []],
    ['afterwards', ['2026-03-02T10:00:00.000Z']],
    ['the day before', ['2026-03-01T08:00:00.000Z']],
  ])('a plug tester that was proved %s proves nothing', (_when, plug) => {
    const { verdict, count } = closedOf(legs, { ...full, proved: { plug, meter: [] } }, of, true);
    expect([verdict, count.unproved]).toEqual(['open', 3]);
  });
  test('a failed answer that was mended is right; the record keeps both', () => {
    const [test] = legs.flatMap(({ tests }) => tests.filter(({ read }) => read === 'receptacle'));
    const told = (HG: boolean, at: string) => ({
      test: test?.id ?? '',
      says: { read: 'lamps', HN: true, HG, NG: false } as const,
      at,
      by: '',
      of,
    });
    const wrong = answered(legs, full, told(false, '2026-03-02T09:10:00.000Z'), true);
    expect([wrong.outcome?.verdict, outcomeOf(half.box, wrong)]).toEqual(['failed', 'failed']);
    const mended = answered(legs, wrong, told(true, '2026-03-02T09:20:00.000Z'), true);
    expect([mended.outcome?.verdict, mended.results.length]).toEqual(['passed', full.results.length + 2]);
  });
  test('a cable more, and every reading is one of before; a name or a bigger box changes nothing', () => {
    const other = removeItem(half.box, half.box.items[1]?.id ?? '');
    expect(wiredAs(other)).not.toBe(of);
    expect(outcomeOf(other, full)).toBe('open');
    expect(closedOf(legs, full, wiredAs(other), true).count).toMatchObject({
      right: 0,
      earlier: full.results.length,
    });
    const [cable] = half.box.items;
    expect(wiredAs(changeItem(half.box, cable?.id ?? '', { label: 'from the attic' }))).toBe(of);
    const bigger = { ...half.box, shell: { ...half.box.shell, volume: '40 in3' } };
    expect(wiredAs(bigger)).toBe(of);
  });
});

describe('what a meter shows and lamps do not (docs/trade.md#testing, common practice)', () => {
  const [receptacle] = testsOf(half).filter(({ read }) => read === 'receptacle');
  if (!receptacle) throw new Error('no receptacle');
  const volts = (HN: number, HG: number, NG: number) => against(receptacle, { read: 'volts', HN, HG, NG });
  test.each([
    [120, 121, 1, undefined],
    [114, 114, 0, undefined],
    [118, 121, 3, undefined],
    [112, 112, 0, /ordinary is 114 to 126 V/],
    [118, 122, 4, /poor neutral joint/],
    [113, 121, 0, /so far apart/],
    [121, 2, 120, /^Hot and neutral reversed/],
    [121, 0, 0, /^Open ground/],
  ])('%d, %d, %d V', (HN, HG, NG, words) => {
    const told = volts(HN, HG, NG);
    if (words === undefined) expect(told).toBeUndefined();
    else expect(told).toMatch(words);
  });
});

test('LINE and LOAD exchanged is told apart by the GFCI’s own button (docs/trade.md#terminals, #mistakes)', () => {
  const one = layout('through a GFCI', '20 in3 plastic, 12/2 feed, 12/2 out, gfci', {
    runs: [feed('i1.0'), { ...out('i2.0'), guard: 'i3.0' }],
    devices: [{ of: 'i3.0' }],
  });
  const wiring = wiringOf(one);
  const other = (at: string) =>
    at.includes(':line-') ? at.replace(':line-', ':load-') : at.replace(':load-', ':line-');
  const real = withLands(wiring, ({ end, at }) => ({ end, at: other(at) as TerminalEnd }));
  const of = wiredAs(one.box);
  const done = closedOf(walk(one), closing(one, real), of, true);
  expect(done.verdict).toBe('failed');
  const found = diagnose(physicalOf(one.box, one.work), one.work, wiring, readingsOf(done, of));
  if ('field' in found) throw new Error(found.field);
  expect(found.fits[0]).toMatchObject({ fault: { kind: 'line-load' }, alike: 1 });
  expect(placesOf(found.fits[0]?.fault.ends ?? [], wiring).devices).toEqual(['i3.0']);
});

test('both breakers of a multiwire circuit on one leg are found by the figure between their hots (docs/trade.md#testing)', () => {
  const shared = sound.find(({ work }) => work.circuits.some(({ partner }) => partner !== undefined));
  if (!shared) throw new Error('no sound layout with a shared neutral');
  const of = wiredAs(shared.box);
  const full = closing(shared, wiringOf(shared));
  const zero = {
    ...full,
    results: full.results.map((one) =>
      one.says.read === 'hots' ? { ...one, says: { read: 'hots' as const, volts: 2 } } : one,
    ),
  };
  const found = (told: Closing) => {
    const readings = readingsOf(closedOf(walk(shared), told, of, true), of);
    const answer = diagnose(physicalOf(shared.box, shared.work), shared.work, wiringOf(shared), readings);
    if ('field' in answer) throw new Error(answer.field);
    return answer;
  };
  expect(found(full).asPlanned).toBe(true);
  const { asPlanned, fits } = found(zero);
  expect([asPlanned, fits.map(({ fault, where }) => `${fault.kind}, ${where}`)]).toEqual([
    false,
    ['one-leg, the panel'],
  ]);
  const bad = diagnose(physicalOf(half.box, half.work), half.work, wiringOf(half), [
    { at: 'a|b', hots: 0, switches: {} },
  ]);
  expect(bad).toMatchObject({ field: 'readings.0.at', found: expect.stringMatching(/no pair of circuits/) });
});

test('the reading that tells faults apart can be asked for by its id, and says how to stand the switches', () => {
  const physical = physicalOf(half.box, half.work);
  const top = pointAt(physical, 'i3.0:top');
  const id = readingId(top?.id ?? '', { 'i2.0': 1 });
  expect(testsOf(half).some((test) => test.id === id)).toBe(false);
  const asked = testsOf(half, { more: [id, id, 'read|i9.0:top|', 'read|i3.0:top|i8.0', 'finish|fold'] });
  expect(
    asked.filter((test) => !testsOf(half).some((one) => one.id === test.id)).map(({ words }) => words),
  ).toEqual(['duplex receptacle, top, with switch thrown']);
});

test('the answer to a test with every switch a box can have thrown is kept', () => {
  const thrown = Object.fromEntries(
    Array.from({ length: 240 }, (_, nth) => [`01JQ${String(nth).padStart(22, '0')}`, 1]),
  );
  const test_ = readingId('01JQ0000000000000000000000:outlet', thrown, ['01JQ0000000000000000000001']);
  expect(test_.length).toBeGreaterThan(6000);
  const kept = {
    test: test_,
    says: { read: 'on', on: true },
    at: AT,
    by: 'x'.repeat(60),
    of: wiredAs(half.box),
  };
  expect(ClosingSchema.parse({ results: [kept] }).results[0]?.test).toBe(test_);
});

test('a fault lies where its ends are: a joint, a device, a tab', () => {
  const wiring = wiringOf(half);
  const faults = faultsOf(physicalOf(half.box, half.work), half.work, wiring);
  const open = faults.find(({ kind, where }) => kind === 'open' && where === 'joint 1');
  expect(placesOf(open?.ends ?? [], wiring).joints).toContain(wiring.joints[0]?.id);
  const tab = faults.find(({ kind }) => kind === 'tab');
  expect(placesOf(tab?.ends ?? [], wiring).devices).toEqual(['i3.0']);
});
