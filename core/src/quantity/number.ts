/**
 * Numbers as a person writes them, read without rounding.
 *
 * `2.125`, `2 1/8`, `2-1/8`, `2⅛` and `17/8` all read as the same rational number.
 */

/** An exact rational number, `over` greater than zero. */
export interface Rational {
  readonly of: bigint;
  readonly over: bigint;
}

const VULGAR: Readonly<Record<string, string>> = {
  '¼': '1/4',
  '½': '1/2',
  '¾': '3/4',
  '⅛': '1/8',
  '⅜': '3/8',
  '⅝': '5/8',
  '⅞': '7/8',
  '⅓': '1/3',
  '⅔': '2/3',
};
const SUPER = '⁰¹²³⁴⁵⁶⁷⁸⁹';
const SUB = '₀₁₂₃₄₅₆₇₈₉';

/** Turns typographic fractions (`2⅛`, `1¹³⁄₁₆`) into plain ones (`2 1/8`, `1 13/16`). */
export function plainFractions(text: string): string {
  if (!/[²-⅞]/.test(text)) return text.trim();
  return text
    .replace(/[¼½¾⅛⅜⅝⅞⅓⅔]/g, (sign) => ` ${VULGAR[sign] ?? ''}`)
    .replace(
      /([⁰¹²³⁴⁵⁶⁷⁸⁹]+)[⁄/]([₀₁₂₃₄₅₆₇₈₉]+)/g,
      (_, above: string, below: string) =>
        ` ${[...above].map((d) => SUPER.indexOf(d)).join('')}/${[...below].map((d) => SUB.indexOf(d)).join('')}`,
    )
    .replace(/⁄/g, '/')
    .trim();
}

/** The pattern of one number as {@link readNumber} takes it, for use inside a larger pattern. */
export const NUMBER = String.raw`(?:\d+[ -]+\d+\/\d+|\d+\/\d+|\d+(?:\.\d+)?|\.\d+)`;
const SHAPE = /^(?:(\d+)[ -]+)?(\d+)\/(\d+)$|^(\d*)(?:\.(\d+))?$/;

/**
 * Reads a number that is not negative.
 * @returns undefined when the text is no number, has more than 15 digits in a part, or divides by zero
 */
export function readNumber(text: string): Rational | undefined {
  const plain = plainFractions(text);
  const found = SHAPE.exec(plain);
  if (!found || plain === '' || plain === '.') return undefined;
  const [, whole = '0', above, below, digits = '', decimals = ''] = found;
  if ([whole, above ?? '', below ?? '', digits + decimals].some((part) => part.length > 15)) {
    return undefined;
  }
  if (above !== undefined && below !== undefined) {
    const over = BigInt(below);
    return over === 0n ? undefined : { of: BigInt(whole) * over + BigInt(above), over };
  }
  return { of: BigInt(`${digits}${decimals}` || '0'), over: 10n ** BigInt(decimals.length) };
}

/**
 * A rational number of units as a whole number of atoms.
 * @param atoms how many atoms one unit has
 * @returns undefined when it does not come out whole, or is beyond 2^53
 */
export function inAtoms(number: Rational, atoms: number): number | undefined {
  const product = number.of * BigInt(atoms);
  if (product % number.over !== 0n) return undefined;
  const whole = product / number.over;
  return whole <= BigInt(Number.MAX_SAFE_INTEGER) ? Number(whole) : undefined;
}

/**
 * The plain decimal at the start of a text, as a whole number of 10⁻⁴: the form stored documents have.
 * It takes no regular expression, because a count reads several of them.
 * @returns the number and where it ends; undefined when there is none, or it has more than four decimals
 */
export function readTenThousandths(text: string): { steps: number; end: number } | undefined {
  let steps = 0;
  let decimals = -1;
  let at = 0;
  for (; at < text.length && at < 12; at += 1) {
    const digit = text.charCodeAt(at) - 48;
    if (digit >= 0 && digit <= 9) {
      steps = steps * 10 + digit;
      if (decimals >= 0) decimals += 1;
    } else if (digit === -2 && decimals < 0) decimals = 0;
    else break;
  }
  if (at === 0 || at >= 12 || decimals > 4) return undefined;
  for (let missing = 4 - Math.max(decimals, 0); missing > 0; missing -= 1) steps *= 10;
  return { steps, end: at };
}

/**
 * Prints an integer of 10^-places as a plain decimal without trailing zeros.
 * @example printDecimal(202500, 4) // '20.25'
 * @example printDecimal(-5, 1) // '-0.5'
 */
export function printDecimal(amount: number, places: number): string {
  const sign = amount < 0 ? '-' : '';
  const digits = String(Math.abs(amount)).padStart(places + 1, '0');
  const whole = digits.slice(0, digits.length - places);
  const decimals = digits.slice(digits.length - places).replace(/0+$/, '');
  return `${sign}${whole}${decimals === '' ? '' : `.${decimals}`}`;
}
