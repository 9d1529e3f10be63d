/** A remedy: something one can do to a box, what it costs, and what it makes of the box. */
import type { BoxDocument } from '../box/document.ts';
import type { NewId } from '../box/piece-id.ts';
import type { CheckFinding } from '../check/finding.ts';
import type { Cited } from '../edition/index.ts';
import type { Amount } from '../fill/amount.ts';
import type { Tally } from '../fill/tally.ts';

/** What a remedy takes. All are typical, common practice, no source; the person edits the weights. */
export interface Cost {
  /** Parts, in the price of one small box. */
  readonly parts: number;
  readonly minutes: number;
  /** Damage to the wall: 0 none, 1 a patch under the plate, 2 seen beside it, 3 wallboard to mend. */
  readonly damage: number;
}

/** How much each part of a cost counts for. */
export interface Weights {
  readonly parts: number;
  readonly minutes: number;
  readonly damage: number;
  /** Allowances one wants left. */
  readonly spare: number;
  /** What each allowance that is missing of them counts for. */
  readonly missing: number;
}

export const DEFAULT_WEIGHTS: Cited<Weights> = {
  value: { parts: 4, minutes: 1, damage: 12, spare: 1, missing: 8 },
  section: 'ranking',
  confidence: 'common practice',
  note: 'A minute is one; a small part four; each step of wall damage twelve minutes of mending, an allowance missing eight.',
};

/** What kind of thing is done; two of one family never go together. */
export type Family =
  'box' | 'volume' | 'clamps' | 'through' | 'yoke' | 'dead-cable' | 'move-cable' | 'smaller-wire';

/** One thing one can do. */
export interface Step {
  readonly id: string;
  readonly family: Family;
  /** One sentence. */
  readonly words: string;
  readonly cost: Cost;
  readonly apply: (box: BoxDocument, newId: NewId) => BoxDocument;
}

/** One or more steps that make the box legal, counted and checked by the same engine as everything else. */
export interface Proposal {
  readonly ids: readonly string[];
  readonly words: readonly string[];
  readonly cost: Cost;
  /** Its cost by the weights, with what is missing of the spare allowances. */
  readonly weight: number;
  readonly box: BoxDocument;
  readonly counted: Tally;
  /** How much more room there is than before. */
  readonly gained: Amount;
  /** Whole allowances of the common size that stay free. */
  readonly spare: number;
  /** Findings it would leave or bring that the box does not have now. */
  readonly findings: readonly CheckFinding[];
}

export function addCosts(costs: readonly Cost[]): Cost {
  return costs.reduce(
    (sum, one) => ({
      parts: sum.parts + one.parts,
      minutes: sum.minutes + one.minutes,
      // The wall is mended once: the worst of them.
      damage: Math.max(sum.damage, one.damage),
    }),
    { parts: 0, minutes: 0, damage: 0 },
  );
}

/** What a proposal weighs. @param spare allowances it leaves */
export function weigh(cost: Cost, weights: Weights, spare: number = weights.spare): number {
  return (
    cost.parts * weights.parts +
    cost.minutes * weights.minutes +
    cost.damage * weights.damage +
    Math.max(0, weights.spare - spare) * weights.missing
  );
}
