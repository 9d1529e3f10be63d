/**
 * Lengths, exact in both systems: a whole number of nanometres.
 *
 * 1 in is 25 400 000 nm, 1/64 in is 396 875 nm, 1/1000 in is 25 400 nm: all whole.
 */
import { inAtoms, NUMBER, plainFractions, printDecimal, readNumber, readTenThousandths } from './number.ts';

declare const length: unique symbol;
/** A length in nanometres: always an integer. */
export type Length = number & { readonly [length]: true };

/** Nanometres in one inch, by definition. */
export const NM_PER_INCH = 25_400_000;
const UNITS: Readonly<Record<string, number>> = {
  '': NM_PER_INCH,
  in: NM_PER_INCH,
  inch: NM_PER_INCH,
  inches: NM_PER_INCH,
  '"': NM_PER_INCH,
  '”': NM_PER_INCH,
  ft: 12 * NM_PER_INCH,
  mm: 1_000_000,
  cm: 10_000_000,
};
const PATTERN = new RegExp(`^(${NUMBER})\\s*([a-z"”]*)$`, 'i');

/** Words {@link readLength} takes for a unit, for messages. */
export const LENGTH_UNITS = 'in, ft, mm, cm';

/**
 * Reads `2.125`, `2 1/8`, `2-1/8`, `2⅛ in`, `14 in`, `36 mm`. Without a unit: inches.
 * @returns undefined when it is no length or is finer than a nanometre
 */
export function readLength(text: string): Length | undefined {
  const found = PATTERN.exec(plainFractions(text.trim()));
  const unit = found ? UNITS[(found[2] ?? '').toLowerCase()] : undefined;
  const number = found ? readNumber(found[1] ?? '') : undefined;
  if (unit === undefined || number === undefined) return undefined;
  return inAtoms(number, unit) as Length | undefined;
}

/** Reads the form stored documents have, `14 in`; anything else goes the long way. */
export function readStoredLength(text: string): Length | undefined {
  const plain = readTenThousandths(text);
  if (plain && text.slice(plain.end) === ' in') return (plain.steps * 2540) as Length;
  return readLength(text);
}

/** A whole number of sixty-fourths of an inch. @example sixtyFourths(116) // 1¹³⁄₁₆ in */
export function sixtyFourths(count: number): Length {
  return (count * 396_875) as Length;
}

/** Inches with up to three decimals, for tables. */
export function inches(amount: number): Length {
  return (Math.round(amount * 1000) * 25_400) as Length;
}

/**
 * Prints a length so that {@link readLength} reads the same length back: decimal inches where six
 * decimals are exact, millimetres otherwise.
 * @example printLength(sixtyFourths(1)) // '0.015625 in'
 */
export function printLength(amount: Length): string {
  const millionths = (amount * 5) / 127;
  return Number.isInteger(millionths) ? `${printDecimal(millionths, 6)} in` : `${printDecimal(amount, 6)} mm`;
}

/** Millimetres, rounded to a tenth. @example showMillimetres(inches(1)) // '25.4' */
export function showMillimetres(amount: Length): string {
  return printDecimal(Math.round(amount / 100_000), 1);
}

const UP = '⁰¹²³⁴⁵⁶⁷⁸⁹';
const DOWN = '₀₁₂₃₄₅₆₇₈₉';
const digits = (value: number, font: string) =>
  [...String(value)].map((digit) => font[Number(digit)] ?? '').join('');

/**
 * Prints inches as a tape measure shows them, or as a decimal (rounded to 1/1000 in) where no sixty-fourth fits.
 * @example showInches(sixtyFourths(116)) // '1¹³⁄₁₆'
 */
export function showInches(amount: Length): string {
  const parts = amount / 396_875;
  if (!Number.isInteger(parts)) return printDecimal(Math.round((amount * 5) / 127_000), 3);
  const whole = Math.floor(parts / 64);
  let above = parts % 64;
  if (above === 0) return String(whole);
  let below = 64;
  while (above % 2 === 0) {
    above /= 2;
    below /= 2;
  }
  return `${whole === 0 ? '' : whole}${digits(above, UP)}⁄${digits(below, DOWN)}`;
}

/** The units a person writes lengths in. */
export type LengthUnit = 'in' | 'mm';

/** The unit a length was written in; feet and inches are inches. @example unitOfLength('590 mm') // 'mm' */
export const unitOfLength = (text: string): LengthUnit => (/(mm|cm)\s*$/i.test(text) ? 'mm' : 'in');

/**
 * Prints a length exactly, as a person writes it: inches with a fraction to the sixty-fourth where one fits, else as
 * a decimal; millimetres as a decimal. {@link readLength} reads the same length back; what lies below nothing has its minus.
 * @example writeLength(inches(78.25), 'in') // '78 1/4 in'
 */
export function writeLength(amount: Length, unit: LengthUnit): string {
  if (amount < 0) return `-${writeLength(-amount as Length, unit)}`;
  if (unit === 'mm') return `${printDecimal(amount, 6)} mm`;
  const parts = amount / 396_875;
  if (!Number.isInteger(parts)) return printLength(amount);
  const whole = Math.floor(parts / 64);
  let above = parts % 64;
  let below = 64;
  if (above === 0) return `${whole} in`;
  while (above % 2 === 0) {
    above /= 2;
    below /= 2;
  }
  return `${whole === 0 ? '' : `${whole} `}${above}/${below} in`;
}
