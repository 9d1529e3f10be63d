/** Amounts of a tally: volumes, or conductors where printed counts decide. */
import { printDecimal } from '../quantity/number.ts';
import { printVolume, showVolume, UNIT_NAMES, type Volume, type VolumeUnit } from '../quantity/volume.ts';

/** What a tally is counted in. */
export type TallyUnit = VolumeUnit | 'conductors';

declare const amount: unique symbol;
/** An exact integer: atoms of volume, or quarters of a conductor in a tally by count. */
export type Amount = number & { readonly [amount]: true };

/** Atoms of one conductor in a tally by count: quarters, for the ¼ allowances. */
export const QUARTERS = 4;

const asVolume = (value: Amount) => value as number as Volume;

/** An amount as an exact decimal without its unit. */
export function printAmount(value: Amount, unit: TallyUnit): string {
  return unit === 'conductors' ? printDecimal(value * 25, 2) : printVolume(asVolume(value), unit);
}

/** Decimals of a millilitre that are shown; JSON and the verdict keep all of them. */
const SHOWN_ML = 3;

/**
 * An amount for reading: two decimals in in³, at most three in mL, none for conductors unless it has
 * quarters. What is cut off is cut, not rounded, and never down to nothing.
 */
export function showAmount(value: Amount, unit: TallyUnit): string {
  if (unit === 'conductors') return printAmount(value, unit);
  const exact = showVolume(asVolume(value), unit);
  if (unit === 'in3') return exact;
  const short = exact.slice(0, exact.indexOf('.') + 1 + SHOWN_ML);
  return Number(short) === 0 ? exact : short;
}

/** The unit's name as a person reads it. */
export function unitName(unit: TallyUnit): string {
  return unit === 'conductors' ? 'conductors' : UNIT_NAMES[unit];
}

/** An amount with its unit, as it is read. @example amountWords(4, 'conductors') // '1 conductor' */
export function amountWords(value: Amount, unit: TallyUnit): string {
  const shown = showAmount(value, unit);
  return `${shown} ${unit === 'conductors' && shown === '1' ? 'conductor' : unitName(unit)}`;
}
