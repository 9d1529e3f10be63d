/**
 * What a check beyond fill says. A fact that was not recorded gives “not checked”, never a silent pass.
 */
import { type BoxDocument, type Item, type ItemOf, lengthIn } from '../box/document.ts';
import type { CheckName, Edition } from '../edition/index.ts';
import type { Tally } from '../fill/tally.ts';
import { type Length, showInches, showMillimetres } from '../quantity/length.ts';

/** `violation`: a rule is broken; `look`: a person must look; `advice`: good practice, or a reminder. */
export type Severity = 'violation' | 'look' | 'advice';

export interface Finding {
  readonly check: CheckName;
  readonly severity: Severity;
  /** The section it rests on; “common practice” where there is none. */
  readonly section: string;
  /** One plain sentence. */
  readonly words: string;
  /** Items of the box it is about. */
  readonly ids?: readonly string[];
  /** What cures it, where that is plain. */
  readonly cure?: string;
}

/** A check that could not be made, and the facts it needs. */
export interface NotChecked {
  readonly check: CheckName;
  readonly section: string;
  /** The fact that is missing, as “not checked: …” goes on. */
  readonly needs: string;
}

export interface Outcome {
  readonly findings: readonly Finding[];
  readonly notChecked: readonly NotChecked[];
  /** Whether the check looked at something: false where what it is about is not in the box. */
  readonly made: boolean;
}

/** What came of one check of a box. */
export const CHECK_STATUSES = ['finds', 'passes', 'not checked', 'does not apply'] as const;
export type CheckStatus = (typeof CHECK_STATUSES)[number];

/** Told in one word: what it finds counts most, then what it could not see. */
export function statusOf({ findings, notChecked, made }: Outcome): CheckStatus {
  if (findings.length > 0) return 'finds';
  if (notChecked.length > 0) return 'not checked';
  return made ? 'passes' : 'does not apply';
}

/** What every check knows of a box. */
export interface Subject {
  readonly box: BoxDocument;
  readonly edition: Edition;
  readonly counted: Tally;
  readonly cables: readonly ItemOf<'cable'>[];
  readonly devices: readonly ItemOf<'device'>[];
  /** A length as this edition’s practitioners read it: inches with fractions, or millimetres. */
  readonly say: (length: Length) => string;
}

/** Lengths in the unit of an edition. @example saying(editionOf('cec2021'))(inches(12)) // '304.8 mm' */
export const saying =
  ({ unit }: Pick<Edition, 'unit'>) =>
  (length: Length): string =>
    unit === 'ml' ? `${showMillimetres(length)} mm` : `${showInches(length)} in`;

/** A check whose rule is not recorded for this edition: it says so where it would apply. */
export function notRecorded(check: CheckName, { name }: Edition): Outcome {
  return notChecked(check, name, `${name}’s own rule, which is not recorded here`);
}

export type { CheckName };
export type Check = (subject: Subject) => Outcome;

/** Nothing is wrong by a check that was made. */
export const PASS: Outcome = { findings: [], notChecked: [], made: true };
/** The check has nothing to look at in this box: what it is about is not there. */
export const DOES_NOT_APPLY: Outcome = { findings: [], notChecked: [], made: false };

/** One finding. */
export function finds(finding: Finding): Outcome {
  return { findings: [finding], notChecked: [], made: true };
}

/** A fact is missing. */
export function notChecked(check: CheckName, section: string, needs: string): Outcome {
  return { findings: [], notChecked: [{ check, section, needs }], made: true };
}

/** Several outcomes as one. */
export function together(outcomes: readonly Outcome[]): Outcome {
  return {
    findings: outcomes.flatMap((one) => one.findings),
    notChecked: outcomes.flatMap((one) => one.notChecked),
    made: outcomes.some(({ made }) => made),
  };
}

/** Whether an item is of a kind, for filters. */
export const isKind =
  <K extends Item['kind']>(kind: K) =>
  (item: Item): item is ItemOf<K> =>
    item.kind === kind;

/** A recorded length; “0 in” is none at all. */
export function recorded(text: string): Length {
  return text === '0 in' ? (0 as Length) : lengthIn(text);
}
