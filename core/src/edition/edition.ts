/**
 * What an edition of a code is: data. Tables, constants, the names of the rules that run and the
 * sections they cite. Adding an edition adds a file here and touches no counting code.
 */
import type { CheckRules } from './check-rules.ts';
import type { Length } from '../quantity/length.ts';
import type { Outline } from './outlines.ts';
import type { Volume, VolumeUnit } from '../quantity/volume.ts';

/** Conductor sizes the box-fill tables cover, smallest first. 4 AWG and larger is sized by 314.28. */
export const SIZES = [18, 16, 14, 12, 10, 8, 6] as const;
/** A conductor size in AWG. A smaller number is a larger conductor. */
export type Size = (typeof SIZES)[number];

export const EDITION_IDS = ['nec2014', 'nec2017', 'nec2020', 'nec2023', 'cec2018', 'cec2021'] as const;
export type EditionId = (typeof EDITION_IDS)[number];
export const DEFAULT_EDITION: EditionId = 'nec2023';

/** How sure we are of a value: read in a source we can name, written from memory, or habit of the trade. */
export type Confidence = 'published' | 'from memory' | 'common practice';

/** A number a person could ask about, with where it comes from. */
export interface Cited<T> {
  readonly value: T;
  readonly section: string;
  readonly confidence: Confidence;
  readonly note?: string;
}

/** Counting rules, by name; an edition lists those it uses in the order its section has them. */
export type RuleName =
  | 'conductors'
  | 'clamps'
  | 'fittings'
  | 'devices'
  | 'grounds-together'
  | 'grounds-four-then-quarters'
  | 'terminal-blocks'
  | 'insulated-conductors'
  | 'fittings-together'
  | 'connector-pairs'
  | 'strap-devices';

/** A standard metal box as an edition lists it. */
export interface StandardBox {
  readonly code: BoxCode;
  readonly shape: 'octagon' | 'square' | 'device' | 'masonry' | 'fs' | 'fd';
  /** Trade size in words, such as `4 × 2⅛`. */
  readonly trade: string;
  readonly volume: Volume;
  /** Nominal outline and depth of one gang; null where the table gives none. */
  readonly outline: Outline | null;
  /** The volume is that of one gang or section: ganged sections add (NEC 314.16(A), CEC 12-3034). */
  readonly perGang?: true;
  /** Only with a cover for several devices. */
  readonly multipleCover?: true;
  /** Printed counts by size, where the edition decides same-size boxes by count (CEC Table 23). */
  readonly counts?: Readonly<Partial<Record<Size, number>>>;
}
/** A standard box as the count line names it, such as `4sq-1.5`. */
export type BoxCode = string;

/** Ratings of breakers the rules know, in amperes. */
export const BREAKERS = [15, 20, 25, 30, 40, 50, 60] as const;
export type Breaker = (typeof BREAKERS)[number];

/** What an edition says of joints, terminals and bonding. */
export interface TerminalRules {
  /** The smallest copper conductor of a breaker. */
  readonly leastConductor: Cited<Readonly<Record<Breaker, Size>>>;
  /** The smallest copper conductor of a breaker of 40 A and more where conductors and terminals are of 75 °C. */
  readonly leastAt75: Cited<Readonly<Partial<Record<Breaker, Size>>>>;
  /** The smallest copper equipment ground of a breaker. */
  readonly leastGround: Cited<Readonly<Record<Breaker, Size>>>;
  /** Whether any yoke that is screwed to a bonded metal box is bonded by it. */
  /** Devices that a bonded metal box grounds through their yokes, without a pigtail: with self-grounding yokes, and by metal screws alone. */
  readonly groundedByYoke: Cited<
    Readonly<Record<'self-grounding' | 'yoke', readonly ('receptacle' | 'switch' | 'both')[]>>
  >;
  /** What stands beside each rule of joints and terminals. */
  readonly sections: Readonly<Record<TerminalRule, string>>;
}

/** Rules of joints, terminals and bonding that a finding cites. */
export const TERMINAL_RULES = [
  'loose',
  'joint',
  'one-under-a-screw',
  'ground-colour',
  'neutral-terminal',
  'white-as-hot',
  'box-bond',
  'device-bond',
  'shared-yoke',
  'multiwire',
  'multiwire-neutral',
  'same-cable',
  'parallel',
  'neutral-ground',
  'switched-neutral',
  'no-neutral',
] as const;
export type TerminalRule = (typeof TERMINAL_RULES)[number];

/** One edition of one code. */
export interface Edition {
  readonly id: EditionId;
  /** As printed on the sheet: `NEC 2023`. */
  readonly name: string;
  readonly code: 'NEC' | 'CEC';
  readonly year: number;
  /** The unit volumes are counted and shown in. */
  readonly unit: VolumeUnit;
  readonly allowances: Cited<Readonly<Partial<Record<Size, Volume>>>>;
  readonly boxes: Cited<readonly StandardBox[]>;
  readonly rules: readonly RuleName[];
  /** The section each rule and each reason for not counting cites. */
  readonly sections: Readonly<Record<RuleName | 'volume' | 'stamp' | 'inside-only' | 'conduit-body', string>>;
  /** A loop this long or longer counts twice; null where a loop always counts once. */
  readonly longLoop: Cited<Length> | null;
  /** Volume an unmarked barrier takes. */
  readonly barrier: Readonly<Record<'metal' | 'plastic', Cited<Volume>>>;
  /** Allowances one yoke takes for each gang it needs. */
  readonly yoke: Cited<number>;
  /** Whether a device wider than one gang takes its allowances for each gang. */
  readonly yokePerGang: boolean;
  /** A device deeper than `beyond` takes volume by its depth; null where depth does not matter to fill. */
  readonly deepDevice: Cited<{ readonly beyond: Length; readonly atomsPerNm: number }> | null;
  /** Fixture wires left out: how many, and the largest size that may be. */
  readonly fixtureWires: Cited<{
    readonly upTo: number;
    readonly largest: Size;
    readonly domedOnly: boolean;
  }>;
  /** EGCs covered by the first allowance, and the share of one each further one takes. */
  readonly grounds: Cited<{ readonly first: number; readonly share: number } | 'all' | 'none'>;
  readonly terminalBlocks: Cited<'counted' | 'not in this edition'>;
  /** Whether the armor of AC cable is its ground. Where it is not, the cable has a bare bonding conductor. */
  readonly armorGrounds: Cited<boolean>;
  readonly clamps: Cited<'one in all' | 'none'>;
  readonly connectors: Cited<'none' | 'each pair'>;
  readonly terminals: TerminalRules;
  readonly checks: CheckRules;
}
