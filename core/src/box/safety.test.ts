/** Making safe (docs/trade.md#making-safe, #identifying). That every circuit must be off and every conductor proved is stated there. */
import { boxOf } from '../tests/layouts.ts';
import {
  circuitsIn,
  conductorsIn,
  inTheWall,
  restedTooLong,
  Safety,
  safetyAnew,
  safetyOf,
  withCircuit,
} from './safety.ts';
import type { SafeStep } from './words.ts';

const BOX = boxOf('32 in3 2-gang, 14/2, 12/3 mc, 4x 12 through, duplex, switch');
const ALL = conductorsIn(BOX).map(({ id }) => id);
const told = (safe: SafeStep[], safety: Partial<Safety>, circuit = '4, 7') => ({
  circuit,
  box: BOX,
  seen: { safe, safety: Safety.parse(safety) },
});
const STEPS: SafeStep[] = ['found', 'proved', 'again'];
const OFF = { 4: true, 7: true };

test.each([
  ['7', ['7']],
  ['12, 4', ['4', '12']],
  ['4 and 7', ['4', '7']],
  ['4; 4 & 9', ['4', '9']],
  ['', []],
])('the circuits named by “%s”', (circuit, expected) => {
  expect(circuitsIn({ circuit, box: BOX })).toEqual(expected);
});

test('a circuit that was set up for the joints counts too', () => {
  const work = {
    circuits: [
      { id: 'a', name: '7' },
      { id: 'b', name: '2' },
    ],
  };
  expect(circuitsIn({ circuit: '7', box: { ...BOX, work } as never })).toEqual(['2', '7']);
});

test('a second feed is another circuit: the box is not safe while nobody named it', () => {
  const box = boxOf('32 in3 2-gang, 12/2 feed, 12/2 feed, duplex');
  const dead = conductorsIn(box).map(({ id }) => id);
  const state = (circuit: string, off: Record<string, boolean>) =>
    safetyOf({ circuit, box, seen: { safe: STEPS, safety: Safety.parse({ off, dead }) } });
  expect(state('4', { 4: true })).toMatchObject({ unnamed: 1, done: false });
  expect(state('4, 7', OFF)).toMatchObject({ unnamed: 0, done: true });
  // Both hots of a two-pole breaker have one name.
  const range = { ...box, items: box.items.slice(0, 1) };
  const work = {
    circuits: [
      { id: 'a', name: '8', partner: 'b' },
      { id: 'b', name: '' },
    ],
  };
  expect(
    safetyOf({
      circuit: '8',
      box: { ...range, work } as never,
      seen: { safe: STEPS, safety: Safety.parse({ off: { 8: true }, dead }) },
    }).unnamed,
  ).toBe(0);
});

test.each([
  ['', '7', '7'],
  ['4', '7', '4, 7'],
  ['4, 7', '7', '4, 7'],
  ['4', '  ', '4'],
])('“%s” and “%s” more: “%s”', (before, more, after) => {
  expect(withCircuit(before, more)).toBe(after);
});

test('every insulated conductor is listed, those that pass through too; grounds and devices are not', () => {
  expect(conductorsIn(BOX).map(({ name }) => name)).toEqual([
    ...['black', 'white'],
    ...['black', 'red', 'white'],
    ...['1', '2', '3', '4'],
  ]);
  expect(new Set(ALL).size).toBe(9);
});

test('it is done only when every breaker is tagged, every conductor dead, and the tester proved before and after', () => {
  expect(safetyOf(told(STEPS, { off: OFF, dead: ALL })).done).toBe(true);
  for (const step of STEPS)
    expect(
      safetyOf(
        told(
          STEPS.filter((one) => one !== step),
          { off: OFF, dead: ALL },
        ),
      ).done,
    ).toBe(false);
  for (const out of ALL)
    expect(safetyOf(told(STEPS, { off: OFF, dead: ALL.filter((id) => id !== out) })).done).toBe(false);
  expect(safetyOf(told(STEPS, { off: { 4: true }, dead: ALL })).done).toBe(false);
  // Off, but anybody may switch it on.
  expect(safetyOf(told(STEPS, { off: { ...OFF, 7: false }, dead: ALL })).done).toBe(false);
  // Nobody knows which breaker.
  expect(safetyOf(told(STEPS, { dead: ALL }, '')).done).toBe(false);
});

test('a cable that comes in later is to be proved too', () => {
  const more = boxOf('32 in3 2-gang, 14/2, 12/3 mc, 4x 12 through, 14/2, duplex, switch');
  expect(safetyOf({ ...told(STEPS, { off: OFF, dead: ALL }), box: more }).done).toBe(false);
});

test('after half an hour it is asked again; what breaker it is stays known', () => {
  const at = '2026-11-26T10:00:00.000Z';
  const after = (minutes: number) => Date.parse(at) + minutes * 60_000;
  const safety = Safety.parse({ off: OFF, dead: ALL, at });
  expect([29, 31].map((minutes) => restedTooLong(safety, after(minutes)))).toEqual([false, true]);
  expect(restedTooLong(Safety.parse({}), after(600))).toBe(false);
  expect(safetyAnew({ safe: STEPS, safety })).toEqual({
    safe: ['found'],
    safety: { off: {}, dead: [], at: null },
  });
});

test('a cable that is only planned is not in the wall yet; what was built is', () => {
  const found = boxOf('18 in3, 12/2, duplex');
  const box = boxOf('18 in3, 2x 12/2, duplex');
  expect(inTheWall({ box, found, stage: 'planned' })).toBe(found);
  expect(inTheWall({ box, found, stage: 'built' })).toBe(box);
  expect(inTheWall({ box, found: null, stage: 'planned' })).toBe(box);
});

test('a circuit may be called anything: “constructor” is not off before it was turned off', () => {
  const state = safetyOf(told(STEPS, { dead: ALL }, 'constructor'));
  expect(state.circuits).toEqual([{ name: 'constructor', off: false, tagged: false }]);
});
