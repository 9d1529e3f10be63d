/** A remedy: something one can do to a box, what it costs, and what it makes of the box. */
import type { BoxDocument } from '../box/document.ts';
import type { Mount } from '../box/words.ts';
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

/** How a box stands to the one it replaces. */
export type Replacement = 'deeper' | 'wider' | 'pocket' | 'metal' | 'shape';

/** What a person would call a remedy; the best of each kind is told. */
export type RemedyKind = Replacement | Exclude<Family, 'box'> | 'junction' | 'together';

export const REMEDY_KINDS: Readonly<Record<RemedyKind, string>> = {
  deeper: 'Deeper, same gangs',
  wider: 'Wider',
  pocket: 'Side pocket',
  metal: 'Metal box',
  shape: 'Another shape',
  volume: 'Volume added',
  clamps: 'Clamps outside',
  through: 'Left unbroken',
  yoke: 'One yoke for two',
  'dead-cable': 'Dead cable out',
  'move-cable': 'From another box',
  junction: 'Junction box before it',
  'smaller-wire': '14 in place of 12',
  together: 'Together',
};

/** What a search would ask before it can tell; one touch each. */
export const REMEDY_ASKS = ['mount', 'form'] as const;
export type RemedyAsk = (typeof REMEDY_ASKS)[number];

/** One thing one can do. */
export interface Step {
  readonly id: string;
  readonly family: Family;
  /** What a person would call it. */
  readonly kind: Exclude<RemedyKind, 'together'>;
  /** How the box of a replacement is fitted. */
  readonly mounts?: readonly Mount[];
  /** One sentence. */
  readonly words: string;
  readonly cost: Cost;
  readonly apply: (box: BoxDocument, newId: NewId) => BoxDocument;
}

/** One or more steps that make the box legal, counted and checked by the same engine as everything else. */
export interface Proposal {
  readonly kind: RemedyKind;
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

const DAMAGE = ['no wall damage', 'a patch under the plate', 'seen beside the plate', 'wallboard to mend'];

/** What the wall suffers, in words. */
export const damageWords = ({ damage }: Cost): string => DAMAGE[Math.min(3, Math.ceil(damage))] ?? '';
