/**
 * Volumes, exact in both systems at once.
 *
 * A volume is a whole number of 10⁻¹⁰ mL. Because 1 in³ is exactly 16.387064 mL, one ten-thousandth
 * of a cubic inch (16 387 064 atoms) and one ten-thousandth of a millilitre (1 000 000 atoms) are both
 * whole, so adding, subtracting and comparing never round. Up to 54 000 in³ fit in a safe integer.
 */
import { inAtoms, NUMBER, plainFractions, printDecimal, readNumber, readTenThousandths } from './number.ts';

declare const volume: unique symbol;
/** A volume in atoms of 10⁻¹⁰ mL: always an integer. */
export type Volume = number & { readonly [volume]: true };

export type VolumeUnit = 'in3' | 'ml';

/** Atoms in 1 in³: 16.387064 mL by definition of the inch (25.4 mm exactly). */
export const ATOMS_PER_CUBIC_INCH = 163_870_640_000;
const ATOMS_PER_ML = 10_000_000_000;
/** Atoms in 1/10 000 in³, the finest step a cubic-inch figure is printed with. */
const ATOMS_PER_STEP = 16_387_064;

const PATTERN = new RegExp(`^(${NUMBER})\\s*([a-zµ³3. ]*)$`, 'i');
const UNITS: Readonly<Record<string, VolumeUnit>> = {
  '': 'in3',
  in3: 'in3',
  'in³': 'in3',
  cuin: 'in3',
  inch3: 'in3',
  inches3: 'in3',
  cubicinch: 'in3',
  cubicinches: 'in3',
  ml: 'ml',
  cm3: 'ml',
  'cm³': 'ml',
  cc: 'ml',
};

/** Words {@link readVolume} takes for a unit, for messages. */
export const VOLUME_UNITS = 'in3, in³, cu in, ml, cm3, cm³';

/** A volume as it was written: the amount and the unit the person used. */
export interface WrittenVolume {
  readonly volume: Volume;
  readonly unit: VolumeUnit;
}

/**
 * Reads `18`, `20.25 in3`, `20 1/4 in³`, `295 mL`, `344 cm³`. Without a unit: cubic inches.
 * @returns undefined when it is no volume, or is finer than 1/10 000 in³ or 10⁻¹⁰ mL
 */
export function readVolume(text: string): WrittenVolume | undefined {
  const found = PATTERN.exec(plainFractions(text.trim()));
  if (!found) return undefined;
  const unit = UNITS[(found[2] ?? '').toLowerCase().replace(/[ .]/g, '')];
  const number = readNumber(found[1] ?? '');
  if (unit === undefined || number === undefined) return undefined;
  const atoms = inAtoms(number, unit === 'in3' ? ATOMS_PER_CUBIC_INCH : ATOMS_PER_ML);
  if (atoms === undefined || (unit === 'in3' && atoms % ATOMS_PER_STEP !== 0)) return undefined;
  return { volume: atoms as Volume, unit };
}

/** Reads the form stored documents have, `18.05 in3` or `295 ml`; anything else goes the long way. */
export function readStoredVolume(text: string): Volume | undefined {
  const plain = readTenThousandths(text);
  if (plain) {
    const unit = text.slice(plain.end);
    if (unit === ' in3') return (plain.steps * ATOMS_PER_STEP) as Volume;
    if (unit === ' ml') return (plain.steps * 1_000_000) as Volume;
  }
  return readVolume(text)?.volume;
}

/** A whole number of ten-thousandths of a cubic inch. @example tenThousandths(22500) // 2.25 in³ */
export function tenThousandths(steps: number): Volume {
  return (steps * ATOMS_PER_STEP) as Volume;
}

/** Cubic inches with up to four decimals, for tables. @example cubicInches(30.3) */
export function cubicInches(amount: number): Volume {
  return tenThousandths(Math.round(amount * 10_000));
}

/** Millilitres with up to four decimals, for tables. @example millilitres(24.6) */
export function millilitres(amount: number): Volume {
  return (Math.round(amount * 10_000) * 1_000_000) as Volume;
}

/**
 * The volume rounded down to 1/10 000 in³, so that it can be printed in cubic inches.
 * Fill is always a whole number of 1/16 in³, so rounding a capacity down never changes a verdict.
 */
export function floorToInchSteps(amount: Volume): Volume {
  return (Math.floor(amount / ATOMS_PER_STEP) * ATOMS_PER_STEP) as Volume;
}

/**
 * Prints a volume as an exact decimal without its unit.
 * Cubic inches have at most four decimals (rounded down beyond that), millilitres ten.
 */
export function printVolume(amount: Volume, unit: VolumeUnit): string {
  return unit === 'in3' ? printDecimal(Math.floor(amount / ATOMS_PER_STEP), 4) : printDecimal(amount, 10);
}

/**
 * Prints a volume for reading at a glance: at least `places` decimals, more when it is not exact with those.
 * @example showVolume(cubicInches(18), 'in3') // '18.00'
 */
export function showVolume(amount: Volume, unit: VolumeUnit, places = unit === 'in3' ? 2 : 1): string {
  const exact = printVolume(amount, unit);
  const [whole = '0', decimals = ''] = exact.split('.');
  return `${whole}.${decimals.padEnd(places, '0')}`;
}

/** Both unit names as a person reads them. */
export const UNIT_NAMES: Readonly<Record<VolumeUnit, string>> = { in3: 'in³', ml: 'mL' };
