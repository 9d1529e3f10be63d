/** A row of fixtures (docs/trade.md#openings): first at L/(n+1), pitch L/(n+1); or half-pitch ends, L/(2n). */
import fc from 'fast-check';
import { editionOf } from '../edition/index.ts';
import { tally } from '../fill/tally.ts';
import { showInches } from '../quantity/length.ts';
import { readCountLine } from '../shorthand/read.ts';
import { chainLines, planRow, RowAsk } from './row.ts';

const plan = (ask: object) => planRow(RowAsk.parse(ask));
const tape = (ask: object) => plan(ask).places.map(({ at }) => showInches(at));

test('three over a counter of 96 in: at 24, 48 and 72; by halves at 16, 48 and 80', () => {
  expect(tape({ length: '96 in', many: 3 })).toEqual(['24', '48', '72']);
  expect(tape({ length: '96 in', many: 3, school: 'halves' })).toEqual(['16', '48', '80']);
  expect(plan({ length: '96 in', many: 3, width: '25 in' })).toMatchObject({ across: 12.5 * 25_400_000 });
});

test('they are even whatever the length: the same from both ends, the same between, told from the middle too', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 9600 }),
      fc.integer({ min: 1, max: 12 }),
      fc.constantFrom('parts', 'halves'),
      (sixteenths, many, school) => {
        const { places, pitch, end } = plan({ length: `${sixteenths}/16 in`, many, school });
        const whole = (sixteenths / 16) * 25_400_000;
        // Whole nanometres: a place is off by half of one at most.
        places.forEach(({ at, fromMiddle }, nth) => {
          expect(Math.abs(at - (end + nth * pitch))).toBeLessThanOrEqual(many + 1);
          expect(Math.abs(at + (places[many - 1 - nth]?.at ?? 0) - whole)).toBeLessThanOrEqual(1);
          expect(Math.abs(at - whole / 2 - fromMiddle)).toBeLessThanOrEqual(1);
        });
        expect(
          Math.abs(end - (school === 'parts' ? whole / (many + 1) : whole / (2 * many))),
        ).toBeLessThanOrEqual(1);
      },
    ),
  );
});

test('the nearest joist, how it is held there, and the error if it is pulled', () => {
  const joists = { first: '4 in', pitch: '16 in' };
  const free = plan({ length: '96 in', many: 3, joists }).places;
  // Joists at 4, 20, 36, 52, 68: of 24, 48 and 72.
  expect(
    free.map(({ joist, off, fixing }) => [
      showInches(joist ?? (0 as never)),
      (off ?? 0) / 25_400_000,
      fixing,
    ]),
  ).toEqual([
    ['20', -4, 'brace'],
    ['52', 4, 'brace'],
    ['68', -4, 'brace'],
  ]);
  const pulled = plan({ length: '96 in', many: 3, joists, pull: true }).places;
  expect(pulled.map(({ at, pulled: by, fixing }) => [showInches(at), by / 25_400_000, fixing])).toEqual([
    ['20', -4, 'joist'],
    ['52', 4, 'joist'],
    ['68', -4, 'joist'],
  ]);
  expect(
    plan({ length: '96 in', many: 1, joists: { first: '46 in', pitch: '16 in' } }).places[0]?.fixing,
  ).toBe('side');
  expect(plan({ length: '96 in', many: 1 }).places[0]?.fixing).toBe('unknown');
});

test('no joist is nearer than the one that is named', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 16, max: 3000 }),
      fc.integer({ min: 1, max: 8 }),
      fc.integer({ min: -400, max: 400 }),
      fc.integer({ min: 100, max: 400 }),
      (length, many, first, pitch) => {
        const sign = first < 0 ? '-' : '';
        const { places } = plan({
          length: `${length}/16 in`,
          many,
          joists: { first: `${sign}${Math.abs(first)}/16 in`, pitch: `${pitch}/16 in` },
        });
        const sixteenth = 25_400_000 / 16;
        for (const { at, joist = NaN } of places) {
          const all = Array.from({ length: 200 }, (_, nth) => (first + (nth - 90) * pitch) * sixteenth);
          expect(Math.abs(at - joist)).toBeCloseTo(Math.min(...all.map((one) => Math.abs(one - at))), 0);
        }
      },
    ),
  );
});

test('a chain of pans: the middle ones have two cables and are over, the last has one and is legal', () => {
  const lines = chainLines(3, '6 in3 metal pan', '14/2');
  const verdicts = lines.map((line) => {
    const read = readCountLine(line);
    if (!read.ok) throw new Error(read.error.expected);
    return tally(read.box, editionOf('nec2023')).verdict;
  });
  // Two 14 AWG conductors and a ground are 6 in³ of 6 (docs/trade.md#fill-nec); with a second cable 10.
  expect(verdicts).toEqual(['over', 'over', 'legal']);
});

test.each([
  [{ length: '0 in', many: 3 }, 'length: “0 in” must be more than 0'],
  [{ length: '96 in', many: 0 }, 'many: must be at least 1 fixture'],
  [{ length: '96 in', many: 3, pull: true }, 'joists: must be told where fixtures are pulled to joists'],
  [
    { length: '96 in', many: 3, joists: { first: '0 in', pitch: '0 in' } },
    'joists.pitch: “0 in” must be more than 0',
  ],
])('%j is refused with its field', (ask, words) => {
  const issues = RowAsk.safeParse(ask).error?.issues ?? [];
  expect(issues.map(({ path, message }) => `${path.join('.')}: ${message}`)).toContain(words);
});
