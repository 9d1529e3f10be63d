/**
 * Each rule of a wiring breaks on its own mistake and on no sound plan. Sections 110.14, 200.7, 200.10,
 * 250.119, 250.148, Table 250.122, from memory (docs/trade.md#joints-and-pigtails, #grounding, #terminals, #mistakes).
 */
import { saidOf } from '../tests/words.ts';
import fc from 'fast-check';
import type { TerminalEnd } from '../wiring/end.ts';
import type { Wiring } from '../wiring/wiring.ts';
import { editionOf } from '../edition/index.ts';
import { readCountLine } from '../shorthand/read.ts';
import { linesOf } from '../plan/ends.ts';
import { facesOf } from '../plan/faces.ts';
import { workOf } from '../plan/suggest.ts';
import { synthesise } from '../plan/synthesise.ts';
import { boxOf, LAYOUTS } from '../tests/harder-layouts.ts';
import { LINE } from '../tests/lines.ts';
import { namesOf } from '../physical/name.ts';
import { checkWiring } from './rules.ts';

const nec = editionOf('nec2023');

function layoutOf(name: string) {
  const layout = LAYOUTS.find((one) => one.name === name);
  if (!layout) throw new Error(`there is no layout “${name}”`);
  return layout;
}
function broken(name: string, change: (wiring: Wiring) => Wiring) {
  const { box, work } = layoutOf(name);
  const { wiring } = synthesise(box, work, nec);
  expect(checkWiring(box, work, wiring, nec).filter(({ severity }) => severity === 'violation')).toEqual([]);
  return checkWiring(box, work, change(wiring), nec);
}
const MIDDLE = 'receptacle in the middle of a run';
const END = 'receptacle at the end of a run';
const LOOP = 'switch loop with its white marked';

test.each<[string, string, string, (wiring: Wiring) => Wiring, RegExp]>([
  [
    'a loose conductor',
    END,
    'loose',
    (w) => ({ ...w, lands: w.lands.slice(1) }),
    /is loose: every conductor is joined, landed or capped/,
  ],
  [
    'a conductor in two places',
    END,
    'twice',
    (w) => ({ ...w, lands: [...w.lands, { end: 'w:i1.0:black', at: 't:i2.0:brass-bottom' }] }),
    /is in 2 places at once/,
  ],
  [
    'an end that is not in the box',
    END,
    'unknown-end',
    (w) => ({ ...w, lands: [...w.lands, { end: 'w:i9.0:black', at: 't:i2.0:brass-bottom' }] }),
    /“w:i9.0:black” is not in this box/,
  ],
  [
    'two under one screw',
    MIDDLE,
    'two-under-screw',
    (w) => ({ ...w, lands: [...w.lands, { end: 'w:i1.0:black', at: 't:i3.0:brass-top' }] }),
    /2 conductors under the brass top/,
  ],
  [
    'a joint without a connector',
    MIDDLE,
    'no-connector',
    (w) => ({ ...w, joints: w.joints.map((one) => ({ ...one, connectors: [] })) }),
    /has no connector/,
  ],
  [
    'a connector nobody knows',
    MIDDLE,
    'unknown-connector',
    (w) => ({ ...w, joints: w.joints.map((one) => ({ ...one, connectors: ['mystery'] })) }),
    /No connector is known as “mystery”/,
  ],
  [
    'too many under a small connector',
    MIDDLE,
    'overfull-connector',
    (w) => ({ ...w, joints: w.joints.map((one) => ({ ...one, connectors: ['twist-s'] })) }),
    /is not made for 3 conductors of 12 AWG/,
  ],
  [
    'a ground joined with a white',
    MIDDLE,
    'ground-in-joint',
    (w) => ({
      ...w,
      joints: w.joints.map((one) =>
        one.ends.includes('w:i1.0:white') ? { ...one, ends: [...one.ends, 'w:i1.0:bare'] } : one,
      ),
    }),
    /A ground is joined with an insulated conductor/,
  ],
  [
    'a white on brass, not marked',
    END,
    'colour',
    (w) => ({
      ...w,
      lands: w.lands.map((one) => (one.end === 'w:i1.0:white' ? { ...one, at: 't:i2.0:brass-top' } : one)),
    }),
    /is not marked as a hot/,
  ],
  [
    'a black on silver',
    END,
    'colour',
    (w) => ({
      ...w,
      lands: w.lands.map((one) => (one.end === 'w:i1.0:black' ? { ...one, at: 't:i2.0:silver-top' } : one)),
    }),
    /white goes to silver/,
  ],
  [
    'a black on the green screw',
    END,
    'colour',
    (w) => ({
      ...w,
      lands: w.lands.map((one) => (one.end === 'w:i1.0:black' ? { ...one, at: 't:i2.0:ground' } : one)),
    }),
    /grounds go to green, and nothing else does/,
  ],
  [
    'an empty screw that must have its conductor',
    END,
    'empty',
    (w) => ({ ...w, lands: w.lands.filter(({ at }) => !at.endsWith('ground')) }),
    /Nothing lands on the ground/,
  ],
  [
    'a metal box without its bond',
    'receptacle in a metal box',
    'unbonded',
    (w) => ({ ...w, lands: w.lands.filter(({ at }) => at !== 'x:box:ground') }),
    /The metal box has no bond/,
  ],
  [
    'a black on the box’s ground screw',
    'receptacle in a metal box',
    'colour',
    (w) => ({ ...w, lands: [...w.lands, { end: 'w:i1.0:black', at: 'x:box:ground' }] }),
    /is on the box’s ground screw/,
  ],
  [
    'a thin pigtail',
    MIDDLE,
    'thin-pigtail',
    (w) => ({ ...w, pigtails: w.pigtails.map((one) => ({ ...one, size: 14 })) }),
    /is 14 AWG on the 20 A breaker of circuit 1: 12 AWG is the least/,
  ],
  [
    'a thin pigtail that is a ground by where it lands, whatever its color (250.122, from memory)',
    MIDDLE,
    'thin-ground',
    (w) => ({
      ...w,
      pigtails: w.pigtails.map((one) =>
        one.colour === 'bare' ? { ...one, size: 14, colour: 'black' } : one,
      ),
    }),
    /250\.122|14 AWG/,
  ],
  [
    'an unmarked white that carries a hot',
    LOOP,
    'unmarked-white',
    (w) => ({ ...w, marked: [] }),
    /carries a hot: mark it with tape or a marker, here and at its other end/,
  ],
  [
    '14 AWG in a spring hole',
    LOOP,
    'backstab',
    (w) => ({ ...w, backstabbed: ['w:i1.0:black'] }),
    /most practitioners move it to the screw/,
  ],
  [
    'line and load of a dimmer exchanged',
    'dimmer without neutral',
    'line-load',
    (w) => ({
      ...w,
      joints: w.joints.map((one) => ({
        ...one,
        ends: one.ends.map((end) =>
          end.endsWith(':line')
            ? (end.replace(':line', ':load') as TerminalEnd)
            : end.endsWith(':load')
              ? (end.replace(':load', ':line') as TerminalEnd)
              : end,
        ),
      })),
    }),
    /The supply is on the load side of the dimmer/,
  ],
  [
    'two circuits on a yoke',
    'disposer and dishwasher on one split receptacle, two circuits',
    'yoke',
    (w) => w,
    /their breakers must open together/,
  ],
  ['a multiwire circuit', 'multiwire circuit that divides', 'multiwire', (w) => w, /must be opened together/],
])('%s', (_what, name, code, change, words) => {
  const found = broken(name, change);
  expect(found.map((one) => one.code)).toContain(code);
  const said = found.filter((one) => one.code === code);
  expect(saidOf(layoutOf(name), said).join('\n')).toMatch(words);
  for (const one of found) expect(one.section).not.toBe('');
});

test('every end has a name of its own that a person knows it by', () => {
  for (const { box, work } of LAYOUTS) {
    const { wiring } = synthesise(box, work, nec);
    const ends = new Set([
      ...wiring.joints.flatMap((joint) => joint.ends),
      ...wiring.lands.flatMap(({ end, at }) => [end, at]),
    ]);
    const names = [...ends].map((end) => namesOf(box, work)(end));
    for (const name of names) expect(name).toMatch(/^(the |pigtail \d)/);
    expect(names.length).toBeGreaterThan(0);
    expect([...new Set(names)]).toEqual(names);
  }
});

test('like cables and devices are numbered; a label is quoted in a sentence', () => {
  const box = boxOf('18 in3, 12/2 feed, 2x 12/2 out, 12/2 out "porch", 2x duplex, switch');
  const work = workOf(box);
  expect(linesOf(box, work).map(({ name }) => name)).toEqual([
    '12/2 feed',
    '12/2 feed-out 1',
    '12/2 feed-out 2',
    'porch',
  ]);
  expect(facesOf(box, work).map(({ title }) => title)).toEqual([
    'duplex receptacle 1',
    'duplex receptacle 2',
    'switch',
  ]);
  const porch = linesOf(box, work)[3]?.wires[0]?.id ?? '';
  expect(namesOf(box, work)(porch)).toBe('the black of “porch”');
});

test('any box has a plan or is told why not: every conductor is somewhere, once, and the same every time', () => {
  fc.assert(
    fc.property(LINE, (items) => {
      const read = readCountLine(items.join(', '));
      if (!read.ok) return;
      const { box } = read;
      const work = workOf(box, '1');
      const edition = editionOf(box.edition ?? 'nec2023');
      const plan = synthesise(box, work, edition);
      expect(synthesise(box, work, edition)).toEqual(plan);
      const places = [
        ...plan.wiring.joints.flatMap(({ ends }) => ends),
        ...plan.wiring.lands.map(({ end }) => end),
      ];
      for (const { wires } of linesOf(box, work))
        for (const { id } of wires) {
          const times = places.filter((one) => one === id).length;
          // A ground with nothing to join is left only where the box has no other.
          expect([id, times]).toEqual([id, 1]);
        }
      for (const { ends } of plan.wiring.joints) expect(ends.length).toBeGreaterThan(0);
      if (plan.complete) expect(plan.obstacles).toEqual([]);
      for (const words of saidOf({ box, work }, plan.obstacles)) expect(words).toMatch(/[.]$/);
      expect(facesOf(box, work).length).toBe(box.items.filter(({ kind }) => kind === 'device').length);
    }),
    { numRuns: 150 },
  );
});

test('a box of which nothing is known has no plan and no fault', () => {
  const box = boxOf('18 in3');
  const plan = synthesise(box, workOf(box), nec);
  expect([plan.wiring.joints, plan.wiring.lands, plan.obstacles]).toEqual([[], [], []]);
});

test.each([
  ['the third conductor of a feed', '18 in3, 12/3 feed, duplex', ['look']],
  ['two conductors that are both used', '18 in3, 12/2 feed, duplex', []],
  ['a spare, which is capped whatever it is', '18 in3, 12/2 feed, 14/3 spare, duplex', []],
  ['a cable that brings no power', '18 in3, 12/2 feed, 12/3 out, duplex', []],
])('%s is measured before it is capped', (_, line, severities) => {
  const box = boxOf(line);
  const work = workOf(box);
  const found = checkWiring(box, work, synthesise(box, work, nec).wiring, nec);
  const left = found.filter(({ code }) => code === 'left-over');
  expect(left.map(({ severity }) => severity)).toEqual(severities);
});
