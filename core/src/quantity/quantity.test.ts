/**
 * Exactness of volumes and lengths. The inch is 25.4 mm by international agreement (1959), so
 * 1 in³ = 16.387064 mL exactly. Conversions are also held against mathjs, a general-purpose library.
 */
import fc from 'fast-check';
import { bignumber, create, all } from 'mathjs';
import {
  inches,
  printLength,
  readLength,
  showInches,
  sixtyFourths,
  unitOfLength,
  writeLength,
  type Length,
} from './length.ts';
import { printDecimal, readNumber } from './number.ts';
import { cubicInches, millilitres, printVolume, readVolume, showVolume } from './volume.ts';

const math = create(all ?? {}, { number: 'BigNumber', precision: 40 });

test.each([
  ['2 1/8', '2.125'],
  ['2-1/8', '2.125'],
  ['2⅛', '2.125'],
  ['2.125', '2.125'],
  ['1¹³⁄₁₆', '1.8125'],
  ['17/8', '2.125'],
  ['.5', '0.5'],
  ['½', '0.5'],
])('%s in reads as %s in', (written, decimal) => {
  expect(printLength(readLength(`${written} in`) as Length)).toBe(`${decimal} in`);
  expect(readVolume(`${written} in3`)?.volume).toBe(readVolume(`${decimal} in³`)?.volume);
});

test.each([
  '',
  'x',
  '-1',
  '1/0',
  '1..2',
  '1e3',
  '2 1',
  '18 gal',
  '18.00001 in3',
  '1/3 in3',
  '12345678901234567',
])('%p is no volume', (text) => expect(readVolume(text)).toBeUndefined());

test('units people write: in³, cu in, mL, cm³, cc', () => {
  expect(readVolume('18 cu in')?.volume).toBe(cubicInches(18));
  expect(readVolume('18cu.in.')?.volume).toBe(cubicInches(18));
  expect(readVolume('295 mL')?.volume).toBe(millilitres(295));
  expect(readVolume('295 cm³')?.volume).toBe(millilitres(295));
  expect(readVolume('295cc')?.unit).toBe('ml');
  expect(readLength('36 mm')).toBe(36_000_000);
  expect(readLength('2.54 cm')).toBe(readLength('1'));
  expect(readLength('1 ft')).toBe(readLength('12 inches'));
});

test('volumes print exactly and for reading', () => {
  expect(printVolume(cubicInches(30.3), 'in3')).toBe('30.3');
  expect(showVolume(cubicInches(18), 'in3')).toBe('18.00');
  expect(printVolume(cubicInches(18), 'ml')).toBe('294.967152');
  expect(printDecimal(-22_500, 4)).toBe('-2.25');
});

test('lengths show as on a tape measure', () => {
  expect(showInches(sixtyFourths(116))).toBe('1¹³⁄₁₆');
  expect(showInches(sixtyFourths(16))).toBe('¹⁄₄');
  expect(showInches(sixtyFourths(128))).toBe('2');
  expect(showInches(readLength('1.4') as Length)).toBe('1.4');
});

test('every ten-thousandth of a cubic inch converts exactly (against mathjs)', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 5_000_000 }), (steps) => {
      const text = printDecimal(steps, 4);
      const ours = printVolume(readVolume(`${text} in3`)?.volume ?? cubicInches(0), 'ml');
      const theirs = math.unit(bignumber(text), 'in^3').to('ml').toNumeric('ml');
      expect(bignumber(ours).equals(theirs as never)).toBe(true);
    }),
    { numRuns: 300 },
  );
});

test('a length prints so that it reads back the same', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 600_000_000 }), (nm) => {
      expect(readLength(printLength(nm as Length))).toBe(nm);
    }),
  );
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 640 }), (parts) => {
      expect(readLength(`${showInches(sixtyFourths(parts))} in`)).toBe(sixtyFourths(parts));
    }),
  );
});

test('a number reads as the rational it is', () => {
  expect(readNumber('2 1/8')).toEqual({ of: 17n, over: 8n });
});

test('a length is written as a person writes it, and reads back the same', () => {
  expect(writeLength(sixtyFourths(78 * 64 + 16), 'in')).toBe('78 1/4 in');
  expect([sixtyFourths(64), sixtyFourths(24), sixtyFourths(1)].map((one) => writeLength(one, 'in'))).toEqual([
    '1 in',
    '3/8 in',
    '1/64 in',
  ]);
  expect(writeLength(inches(0.1), 'in')).toBe('0.1 in');
  expect(writeLength(inches(1), 'mm')).toBe('25.4 mm');
  expect([
    unitOfLength('590 mm'),
    unitOfLength('59 cm'),
    unitOfLength('23 1/4 in'),
    unitOfLength('3'),
  ]).toEqual(['mm', 'mm', 'in', 'in']);
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: 10_000_000_000 }),
      fc.constantFrom('in' as const, 'mm' as const),
      (nm, unit) => {
        expect(readLength(writeLength(nm as Length, unit))).toBe(nm);
      },
    ),
  );
});
