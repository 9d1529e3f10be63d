/**
 * Every row and column of the published tables against our data and arithmetic.
 *
 * Sources: NEC (NFPA 70) Table 314.16(A) and Table 314.16(B), in later printings (B)(1); CEC Part I
 * (CSA C22.1) Tables 22 and 23. All values here are written from memory of the published standards.
 */
import { readCountLine } from '../shorthand/read.ts';
import { tally } from '../fill/tally.ts';
import { tallyJson } from '../fill/tally-json.ts';
import { inches } from '../quantity/length.ts';
import { cubicInches, millilitres, printVolume, type Volume } from '../quantity/volume.ts';
import { EDITIONS, editionOf, type Size, standardBox } from './index.ts';

/** Table 314.16(A): code, in³, printed counts for 18, 16, 14, 12, 10, 8, 6 AWG. From memory. */
const NEC_A: readonly [string, number, ...number[]][] = [
  ['oct-1.25', 12.5, 8, 7, 6, 5, 5, 4, 2],
  ['oct-1.5', 15.5, 10, 8, 7, 6, 6, 5, 3],
  ['oct-2.125', 21.5, 14, 12, 10, 9, 8, 7, 4],
  ['4sq-1.25', 18, 12, 10, 9, 8, 7, 6, 3],
  ['4sq-1.5', 21, 14, 12, 10, 9, 8, 7, 4],
  ['4sq-2.125', 30.3, 20, 17, 15, 13, 12, 10, 6],
  ['411sq-1.25', 25.5, 17, 14, 12, 11, 10, 8, 5],
  ['411sq-1.5', 29.5, 19, 16, 14, 13, 11, 9, 5],
  ['411sq-2.125', 42, 28, 24, 21, 18, 16, 14, 8],
  ['dev-3x2x1.5', 7.5, 5, 4, 3, 3, 3, 2, 1],
  ['dev-3x2x2', 10, 6, 5, 5, 4, 4, 3, 2],
  ['dev-3x2x2.25', 10.5, 7, 6, 5, 4, 4, 3, 2],
  ['dev-3x2x2.5', 12.5, 8, 7, 6, 5, 5, 4, 2],
  ['dev-3x2x2.75', 14, 9, 8, 7, 6, 5, 4, 2],
  ['dev-3x2x3.5', 18, 12, 10, 9, 8, 7, 6, 3],
  ['dev-4x2.125x1.5', 10.3, 6, 5, 5, 4, 4, 3, 2],
  ['dev-4x2.125x1.875', 13, 8, 7, 6, 5, 5, 4, 2],
  ['dev-4x2.125x2.125', 14.5, 9, 8, 7, 6, 5, 4, 2],
  ['masonry-2.5', 14, 9, 8, 7, 6, 5, 4, 2],
  ['masonry-3.5', 21, 14, 12, 10, 9, 8, 7, 4],
  ['fs', 13.5, 9, 7, 6, 6, 5, 4, 2],
  ['fd', 18, 12, 10, 9, 8, 7, 6, 3],
  ['fs-multi', 18, 12, 10, 9, 8, 7, 6, 3],
  ['fd-multi', 24, 16, 13, 12, 10, 9, 8, 4],
];
const NEC_SIZES: readonly Size[] = [18, 16, 14, 12, 10, 8, 6];
/** Table 314.16(B), in³ per conductor. From memory. */
const NEC_B: Readonly<Record<number, string>> = {
  18: '1.5',
  16: '1.75',
  14: '2',
  12: '2.25',
  10: '2.5',
  8: '3',
  6: '5',
};

const NEC = EDITIONS.filter((edition) => edition.code === 'NEC');
const CEC = EDITIONS.filter((edition) => edition.code === 'CEC');

describe.each(NEC)('$name', (edition) => {
  test('Table 314.16(B): the allowance of every size', () => {
    const ours = Object.entries(edition.allowances.value).map(([size, volume]) => [
      Number(size),
      printVolume(volume, 'in3'),
    ]);
    expect(Object.fromEntries(ours)).toEqual(NEC_B);
  });

  test('Table 314.16(A): lists these boxes and no others', () => {
    expect(edition.boxes.value.map((box) => box.code)).toEqual(NEC_A.map(([code]) => code));
  });

  test.each(NEC_A)(
    'Table 314.16(A): %s is %p in³ and holds the printed counts',
    (code, volume, ...counts) => {
      expect(standardBox(edition, code)?.volume).toBe(cubicInches(volume));
      NEC_SIZES.forEach((size, nth) => {
        const printed = counts[nth] ?? NaN;
        // As many conductors as printed pass, one more is over: the count is the floor of the volumes.
        for (const [many, verdict] of [
          [printed, 'legal'],
          [printed + 1, 'over'],
        ] as const) {
          const read = readCountLine(`${edition.id}, box ${code}, ${many}x ${size}`);
          if (!read.ok) throw new Error(read.error.expected);
          expect([code, size, many, tally(read.box, edition).verdict]).toEqual([code, size, many, verdict]);
        }
      });
    },
  );
});

/** Table 23: code, mL, the in³ it comes from, counts for 14, 12, 10, 8, 6 AWG. From memory. */
const CEC_23: readonly [string, number, number, ...number[]][] = [
  ['oct-1.5', 245, 15, 10, 8, 6, 5, 3],
  ['oct-2.125', 344, 21, 14, 12, 9, 7, 4],
  ['4sq-1.5', 344, 21, 14, 12, 9, 7, 4],
  ['4sq-2.125', 491, 30, 20, 17, 13, 10, 6],
  ['411sq-1.5', 491, 30, 20, 17, 13, 10, 6],
  ['411sq-2.125', 688, 42, 28, 24, 18, 15, 9],
  ['dev-3x2x1.5', 131, 8, 5, 4, 3, 2, 1],
  ['dev-3x2x2', 163, 10, 6, 5, 4, 3, 2],
  ['dev-3x2x2.25', 163, 10, 6, 5, 4, 3, 2],
  ['dev-3x2x2.5', 204, 12.5, 8, 7, 5, 4, 2],
  ['dev-3x2x3', 245, 15, 10, 8, 6, 5, 3],
  ['dev-4x2x1.5', 147, 9, 6, 5, 4, 3, 2],
  ['dev-4x2.125x1.875', 229, 14, 9, 8, 6, 5, 3],
  ['dev-4x2.375x1.875', 262, 16, 10, 9, 7, 5, 3],
  ['masonry-2.5', 229, 14, 9, 8, 6, 5, 3],
  ['masonry-3.5', 344, 21, 14, 12, 9, 7, 4],
];
/** Table 22: AWG, mL, and the in³ the millilitres are rounded from. From memory. */
const CEC_22: readonly [Size, number, number][] = [
  [14, 24.6, 1.5],
  [12, 28.7, 1.75],
  [10, 36.9, 2.25],
  [8, 45.1, 2.75],
  [6, 73.7, 4.5],
];

describe.each(CEC)('$name', (edition) => {
  test.each(CEC_22)('Table 22: %i AWG takes %p mL, which is %p in³ rounded', (size, ml, inches) => {
    expect(edition.allowances.value[size]).toBe(millilitres(ml));
    expect(Math.abs(inches * 16.387064 - ml)).toBeLessThan(0.06);
  });

  test('Table 23: lists these boxes and no others', () => {
    expect(edition.boxes.value.map((box) => box.code)).toEqual(CEC_23.map(([code]) => code));
  });

  test.each(CEC_23)(
    'Table 23: %s is %p mL (%p in³) and its printed counts are floors of in³',
    (code, ml, inches, ...counts) => {
      const listed = standardBox(edition, code);
      expect(listed?.volume).toBe(millilitres(ml));
      CEC_22.forEach(([size, , each], nth) => {
        const printed = counts[nth] ?? NaN;
        expect(listed?.counts?.[size]).toBe(printed);
        expect(Math.floor(inches / each)).toBe(printed);
        for (const [many, verdict] of [
          [printed, 'legal'],
          [printed + 1, 'over'],
        ] as const) {
          const read = readCountLine(`${edition.id}, box ${code}, ${many}x ${size}`);
          if (!read.ok) throw new Error(read.error.expected);
          const counted = tallyJson(tally(read.box, edition));
          expect([code, size, counted]).toMatchObject([
            code,
            size,
            { unit: 'conductors', fill: String(many), verdict },
          ]);
        }
      });
    },
  );

  test('a same-size box goes by the printed count where the millilitres would say less', () => {
    // CEC Table 23: 245 mL holds ten 14 AWG; 245 ÷ 24.6 is 9.96.
    const read = readCountLine(`${edition.id}, box oct-1.5, 10x 14`);
    if (!read.ok) throw new Error(read.error.expected);
    expect(tally(read.box, edition).verdict).toBe('legal');
    const byVolume = readCountLine(`${edition.id}, 245 ml, 10x 14`);
    if (!byVolume.ok) throw new Error(byVolume.error.expected);
    expect(tallyJson(tally(byVolume.box, edition))).toMatchObject({
      unit: 'ml',
      fill: '246',
      verdict: 'over',
    });
  });
});

test('every value says where it comes from and how sure we are', () => {
  for (const edition of EDITIONS) {
    for (const cited of [
      edition.allowances,
      edition.boxes,
      edition.yoke,
      edition.grounds,
      edition.fixtureWires,
    ]) {
      expect(cited.section).toMatch(/^(Table )?\d/);
      expect(['published', 'from memory', 'common practice']).toContain(cited.confidence);
    }
  }
  expect(editionOf('nec2023').barrier.metal.value).toBe(cubicInches(0.5));
  expect(editionOf('nec2023').barrier.plastic.value as Volume).toBe(cubicInches(1));
});

test('outline and depth of each standard box are those of its printed trade size', () => {
  const parts: Readonly<Record<string, number>> = {
    '¼': 1 / 4,
    '½': 1 / 2,
    '¾': 3 / 4,
    '⅛': 1 / 8,
    '⅜': 3 / 8,
    '⅞': 7 / 8,
    '¹¹⁄₁₆': 11 / 16,
  };
  const measure = (text: string) => {
    const [, whole = '0', part = ''] = /^(\d*)(\D.*)?$/.exec(text) ?? [];
    return Number(whole || 0) + (part === '' ? 0 : (parts[part] ?? Number.NaN));
  };
  let seen = 0;
  for (const { boxes } of EDITIONS)
    for (const { code, shape, trade, outline } of boxes.value) {
      if (shape === 'fs' || shape === 'fd') {
        expect([code, outline]).toEqual([code, null]);
        continue;
      }
      const printed = trade
        .replace(/ (round|octagonal|square|device|masonry).*$/, '')
        .split(' × ')
        .map(measure);
      const depth = printed.at(-1) ?? 0;
      const [height = 0, width = height] = printed.slice(0, -1);
      expect([code, outline?.depth, outline?.height, outline?.width]).toEqual([
        code,
        inches(depth),
        inches(height),
        inches(shape === 'octagon' || shape === 'square' ? height : width),
      ]);
      seen += 1;
    }
  expect(seen).toBeGreaterThan(60);
});
