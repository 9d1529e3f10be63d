/** The graduated scale beside the vessel: round steps that leave room for their figures. */
import { ATOMS_PER_CUBIC_INCH, millilitres } from '../quantity/volume.ts';
import { type Amount, QUARTERS, type TallyUnit } from '../fill/amount.ts';

/** One mark of the scale. */
export interface Graduation {
  readonly at: Amount;
  /** The figure beside it; marks between figures have none. */
  readonly figure?: string;
}

const STEPS = [1, 2, 5, 10, 20, 50, 100, 200, 500];

function atomsOf(unit: TallyUnit): number {
  if (unit === 'conductors') return QUARTERS;
  return unit === 'in3' ? ATOMS_PER_CUBIC_INCH : millilitres(1);
}

/**
 * Marks from 0 up to `most`, with at most `figures` figures and a mark between each two.
 * @param most the height of the drawing, in the tally's atoms
 */
export function graduations(most: Amount, unit: TallyUnit, figures: number): Graduation[] {
  const one = atomsOf(unit);
  const whole = most / one;
  const step = STEPS.find((size) => whole / size <= figures) ?? 1000;
  const marks: Graduation[] = [];
  const half = step % 2 === 0 || unit !== 'conductors' ? step / 2 : step;
  for (let nth = 0; nth * half <= whole; nth += 1) {
    const value = nth * half;
    const at = Math.round(value * one) as Amount;
    marks.push(value % step === 0 ? { at, figure: String(value) } : { at });
  }
  return marks;
}
