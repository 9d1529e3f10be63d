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

/** An amount for reading: two decimals in in³, one in mL, none for conductors unless it has quarters. */
export function showAmount(value: Amount, unit: TallyUnit): string {
  return unit === 'conductors' ? printAmount(value, unit) : showVolume(asVolume(value), unit);
}

/** The unit's name as a person reads it. */
export function unitName(unit: TallyUnit): string {
  return unit === 'conductors' ? 'conductors' : UNIT_NAMES[unit];
}
