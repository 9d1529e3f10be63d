/**
 * Simulated instruments against the physics of docs/trade.md#testing: which lamps of a plug tester light for each
 * fault, what a meter reads, what a tester near a conductor says; and the mistakes of section 19 as a person
 * would find them in a box.
 */
import { saidOf } from '../tests/words.ts';
import { WorkPlan } from '../box/work.ts';
import type { Wiring } from '../wiring/wiring.ts';
import { editionOf } from '../edition/index.ts';
import { synthesise } from '../plan/synthesise.ts';
import { checkWiring } from '../wiring-rules/rules.ts';
import { landingsOf } from '../plan/landings.ts';
import { facesOf } from '../plan/faces.ts';
import { boxOf, LAYOUTS } from '../tests/harder-layouts.ts';
import { bench } from './instruments.ts';
import { wired } from '../judge/judge.ts';
import { prove } from './prove.ts';
import { NOTHING_JOINED, withLands } from '../wiring/edit.ts';
import type { TerminalEnd, WireEnd } from '../wiring/end.ts';

const nec = editionOf('nec2023');
const END = layoutOf('receptacle at the end of a run');
function layoutOf(name: string) {
  const layout = LAYOUTS.find((one) => one.name === name);
  if (!layout) throw new Error(`there is no layout “${name}”`);
  return layout;
}
const [H, N, G]: readonly WireEnd[] = ['w:i1.0:black', 'w:i1.0:white', 'w:i1.0:bare'];
const at = (hot?: WireEnd, neutral?: WireEnd, ground?: WireEnd): Wiring => {
  const on = (end: WireEnd | undefined, screw: TerminalEnd) =>
    end === undefined ? [] : [{ end, at: screw }];
  return {
    ...NOTHING_JOINED,
    lands: [
      ...on(hot, 't:i2.0:brass-top'),
      ...on(neutral, 't:i2.0:silver-top'),
      ...on(ground, 't:i2.0:ground'),
    ],
  };
};

test.each([
  ['right', at(H, N, G), 'HN HG', /as it should be/],
  ['open ground', at(H, N), 'HN', /open ground/],
  ['open neutral', at(H, undefined, G), 'HG', /open neutral/],
  ['open hot', at(undefined, N, G), '', /open hot/],
  ['hot and neutral reversed', at(N, H, G), 'HN NG', /hot and neutral reversed/],
  ['hot and ground reversed', at(G, N, H), 'HN', /./],
  ['neutral and ground exchanged: it cannot see it', at(H, G, N), 'HN HG', /looks the same/],
])('a plug tester in a receptacle with %s', (what, wiring, lamps, says) => {
  const model = wired(END.box, END.work, wiring);
  const [point] = model.physical.uses;
  if (!point) throw new Error('there is no receptacle');
  const reading = bench(model, END.work, { positions: {} }).plug(point);
  const lit = [reading.hn && 'HN', reading.hg && 'HG', reading.ng && 'NG'].filter(Boolean).join(' ');
  // Hot and ground exchanged: H at ground, N at neutral lights HG and NG.
  expect(lit).toBe(what === 'hot and ground reversed' ? 'HG NG' : lamps);
  if (what !== 'hot and ground reversed') expect(reading.says).toMatch(says);
});

test('a meter reads 120 to neutral and ground, 240 across a multiwire circuit, nothing with the breaker off', () => {
  const { box, work } = layoutOf('split duplex on a multiwire circuit, which goes on');
  const model = wired(box, work, synthesise(box, work, nec).wiring);
  const on = bench(model, work, { positions: {} });
  expect(on.meter('w:i1.0:black', 'w:i1.0:white')).toBe('120 V');
  expect(on.meter('w:i1.0:black', 'w:i1.0:bare')).toBe('120 V');
  expect(on.meter('w:i1.0:black', 'w:i1.0:red')).toBe('240 V');
  expect(on.meter('w:i1.0:white', 'w:i1.0:bare')).toBe('0 V');
  const off = bench(model, work, { positions: {}, off: ['a', 'b'] });
  expect(off.meter('w:i1.0:black', 'w:i1.0:white')).toMatch(/unsteady|0 V/);
  expect(off.nonContact('w:i2.0:black')).toBe('silent');
  // One breaker off is not enough: the other hot is in the same cable.
  const half = bench(model, work, { positions: {}, off: ['a'] });
  expect(half.nonContact('w:i1.0:red')).toBe('beeps');
});

test('a switched hot is dead until its switch is on, and reads through its load when the neutral is open', () => {
  const { box, work } = layoutOf('single-pole switch, feed in the box');
  const { wiring } = synthesise(box, work, nec);
  const model = wired(box, work, wiring);
  expect(bench(model, work, { positions: { 'i3.0': 1 } }).nonContact('w:i2.0:black')).toBe('beeps');
  expect(bench(model, work, { positions: {} }).nonContact('w:i2.0:black')).toBe('silent');
  const open: Wiring = {
    ...wiring,
    joints: wiring.joints.map((joint) => ({
      ...joint,
      ends: joint.ends.filter((end) => end !== 'w:i2.0:white'),
    })),
  };
  const floating = bench(wired(box, work, open), work, { positions: { 'i3.0': 1 } });
  expect(floating.at('w:i2.0:white')).toMatchObject({ volts: 120, through: 'load' });
  expect(prove(wired(box, work, open), work, nec).faults.map(({ code }) => code)).toContain('open-neutral');
});

describe('mistakes of section 19, entered as found', () => {
  const wrong = (name: string, change: (wiring: Wiring) => Wiring) => {
    const { box, work } = layoutOf(name);
    const wiring = change(synthesise(box, work, nec).wiring);
    return [
      ...prove(wired(box, work, wiring), work, nec).faults.map(({ code }) => code as string),
      ...checkWiring(box, work, wiring, nec).map(({ code }) => code),
    ];
  };
  const moved = (end: WireEnd, from: TerminalEnd, to: TerminalEnd) => (wiring: Wiring) =>
    withLands(wiring, (land) => (land.end === end && land.at === from ? { end, at: to } : land));
  test.each([
    [
      'a feed-out on GFCI LOAD by accident',
      'GFCI that protects one feed-out and not the other',
      (w: Wiring): Wiring => ({
        ...w,
        joints: w.joints.map((joint) => ({
          ...joint,
          ends: joint.ends.filter((end) => end !== 'w:i2.0:black'),
        })),
        lands: [...w.lands, { end: 'w:i2.0:black', at: 't:i4.0:load-hot' }],
      }),
      'guard-kills',
    ],
    [
      'only one tab broken for two circuits',
      'disposer and dishwasher on one split receptacle, two circuits',
      (w: Wiring): Wiring => ({ ...w, broken: ['i2.0:hot'] }),
      'mixed-neutrals',
    ],
    [
      'no tab broken on a half-switched outlet',
      'half-switched duplex, the switch elsewhere',
      (w: Wiring): Wiring => ({ ...w, broken: [] }),
      'stays-on',
    ],
    [
      'the white of a loop not marked',
      'switch loop with its white marked',
      (w: Wiring): Wiring => ({ ...w, marked: [] }),
      'unmarked-white',
    ],
    [
      'the return on the marked white',
      'switch loop with its white marked',
      (w: Wiring): Wiring => ({
        ...w,
        lands: w.lands.map((land) =>
          land.at.endsWith(':line')
            ? { ...land, end: 'w:i1.0:black' }
            : land.at.endsWith(':load')
              ? { ...land, end: 'w:i1.0:white' }
              : land,
        ),
      }),
      'white-return',
    ],
    [
      'the ground on the device’s screw only',
      'the same, fed through the device',
      (w: Wiring): Wiring => ({
        ...w,
        joints: w.joints.filter(({ ends }) => !ends.includes('w:i1.0:bare')),
        pigtails: [],
        lands: [
          ...w.lands.filter(({ at: place }) => !place.endsWith(':ground')),
          { end: 'w:i1.0:bare', at: 't:i3.0:ground' },
          { end: 'w:i2.0:bare', at: 't:i3.0:ground' },
        ],
      }),
      'device-carries-ground',
    ],
    [
      'two bare grounds under one screw',
      'the same, fed through the device',
      (w: Wiring): Wiring => ({
        ...w,
        lands: [...w.lands, { end: 'w:i2.0:bare', at: 't:i3.0:ground' }],
      }),
      'two-under-screw',
    ],
    [
      'a 14 AWG ground pigtail on a 20 A circuit',
      'receptacle in the middle of a run',
      (w: Wiring): Wiring => ({
        ...w,
        pigtails: w.pigtails.map((one) => (one.colour === 'bare' ? { ...one, size: 14 as const } : one)),
      }),
      'thin-ground',
    ],
    [
      '12 AWG in a push-in hole',
      'receptacle at the end of a run',
      (w: Wiring): Wiring => ({ ...w, backstabbed: ['w:i1.0:black'] }),
      'backstab',
    ],
    [
      'the neutral of another circuit',
      'two switches on two circuits',
      (w: Wiring): Wiring => ({
        ...w,
        joints: w.joints.map((joint) =>
          joint.ends.includes('w:i1.0:white')
            ? { ...joint, ends: joint.ends.map((end) => (end === 'w:i2.0:white' ? 'w:i2.1:white' : end)) }
            : joint.ends.includes('w:i1.1:white')
              ? { ...joint, ends: joint.ends.map((end) => (end === 'w:i2.1:white' ? 'w:i2.0:white' : end)) }
              : joint,
        ),
      }),
      'foreign-neutral',
    ],
    [
      'hot and neutral exchanged at the device',
      'receptacle at the end of a run',
      (w: Wiring): Wiring =>
        moved(
          'w:i1.0:white',
          't:i2.0:silver-top',
          't:i2.0:brass-top',
        )(moved('w:i1.0:black', 't:i2.0:brass-top', 't:i2.0:silver-top')(w)),
      'reversed',
    ],
    [
      'a metal box without its bond',
      'receptacle in a metal box',
      (w: Wiring): Wiring => ({ ...w, lands: w.lands.filter(({ at: place }) => place !== 'x:box:ground') }),
      'unbonded',
    ],
    [
      'the multiwire neutral through the device',
      'split duplex on a multiwire circuit, which goes on',
      (w: Wiring): Wiring => ({
        ...w,
        joints: w.joints.filter(({ ends }) => !ends.includes('w:i1.0:white')),
        lands: [
          ...w.lands.filter(({ at: place }) => !place.includes('silver')),
          { end: 'w:i1.0:white', at: 't:i3.0:silver-top' },
          { end: 'w:i2.0:white', at: 't:i3.0:silver-bottom' },
        ],
      }),
      'device-carries-neutral',
    ],
  ] as const)('%s', (_what, name, change, code) => {
    expect(wrong(name, change)).toContain(code);
  });
});

test('with a breaker off its circuit is dead and the other goes on; joined circuits are told', () => {
  const { box, work } = layoutOf('two switches on two circuits');
  const { wiring } = synthesise(box, work, nec);
  const model = wired(box, work, wiring);
  const positions = { 'i3.0': 1, 'i3.1': 1 };
  const live = (off: string[]) => {
    const test = bench(model, work, { positions, off });
    return (['w:i2.0:black', 'w:i2.1:black'] as const).map((end) => test.at(end).volts === 120);
  };
  expect([live([]), live(['a']), live(['b']), live(['a', 'b'])]).toEqual([
    [true, true],
    [false, true],
    [true, false],
    [false, false],
  ]);
  // The feeds exchanged at the switches: each light works, by the wrong breaker.
  const exchanged: Wiring = {
    ...wiring,
    lands: wiring.lands.map((land) => ({
      ...land,
      end:
        land.end === 'w:i1.0:black'
          ? 'w:i1.1:black'
          : land.end === 'w:i1.1:black'
            ? 'w:i1.0:black'
            : land.end,
    })),
  };
  const { faults } = prove(wired(box, work, exchanged), work, nec);
  const words = saidOf({ box, work }, faults).join('\n');
  expect(words).toMatch(/stays live with the breaker of circuit 1 off/);
  expect(words).toMatch(/is fed by circuit 2 and is meant for circuit 1/);
});

test('under the CEC a 14 AWG ground pigtail on 20 A is allowed (Table 16, from memory)', () => {
  const { box, work } = layoutOf('receptacle in the middle of a run');
  const { wiring } = synthesise(box, work, nec);
  const thin = {
    ...wiring,
    pigtails: wiring.pigtails.map((one) => (one.colour === 'bare' ? { ...one, size: 14 as const } : one)),
  };
  const codes = (edition: 'nec2023' | 'cec2021') =>
    checkWiring(box, work, thin, editionOf(edition)).map(({ code }) => code);
  expect(codes('nec2023')).toContain('thin-ground');
  expect(codes('cec2021')).not.toContain('thin-ground');
});

test('the schedule of a device names what lands, what the tab feeds and what is left', () => {
  const { box, work } = layoutOf('receptacle in the middle of a run');
  const { wiring } = synthesise(box, work, nec);
  const [face] = facesOf(box, work);
  if (!face) throw new Error('there is no device');
  const { landings } = landingsOf(face, wiring);
  expect(landings.map(({ terminal, ends, byTab }) => [terminal.name, ends.length, byTab])).toEqual([
    ['brass-top', 1, false],
    ['brass-bottom', 0, true],
    ['silver-top', 1, false],
    ['silver-bottom', 0, true],
    ['ground', 1, false],
  ]);
});

test('an old box without any ground gets none invented', () => {
  const box = boxOf('14 in3 metal, 14/2 no-ground, duplex');
  const work = WorkPlan.parse({
    circuits: [{ id: 'a' }],
    runs: [{ of: 'i1.0', does: 'feed', circuits: ['a'] }],
    devices: [{ of: 'i2.0' }],
  });
  const plan = synthesise(box, work, nec);
  expect(plan.notes.join()).toContain('none may be invented');
  expect(plan.wiring.lands.some(({ at: place }) => place.includes('ground'))).toBe(false);
});
