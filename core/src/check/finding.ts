/**
 * What a check beyond fill says. A fact that was not recorded gives “not checked”, never a silent pass.
 */
import { type BoxDocument, type Item, type ItemOf, lengthIn } from '../box/document.ts';
import type { Edition } from '../edition/index.ts';
import type { Tally } from '../fill/tally.ts';
import type { Length } from '../quantity/length.ts';

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
}

/** What every check knows of a box. */
export interface Subject {
  readonly box: BoxDocument;
  readonly edition: Edition;
  readonly counted: Tally;
  readonly cables: readonly ItemOf<'cable'>[];
  readonly devices: readonly ItemOf<'device'>[];
}

export type Check = (subject: Subject) => Outcome;

export const CHECKS_IN_ORDER = [
  'gangs',
  'circuit-conductor',
  'circuit-receptacle',
  'ground-size',
  'device-depth',
  'free-conductor',
  'sheath',
  'support',
  'entries',
  'connectors',
  'setback',
  'gap',
  'stud-edge',
  'exposed-cable',
  'fire-stop',
  'rated-box',
  'box-in-wall',
  'neutral-at-switch',
  'white-as-hot',
  'sheath-colour',
  'protection',
] as const;
export type CheckName = (typeof CHECKS_IN_ORDER)[number];

export const PASS: Outcome = { findings: [], notChecked: [] };

/** One finding. */
export function finds(finding: Finding): Outcome {
  return { findings: [finding], notChecked: [] };
}

/** A fact is missing. */
export function notChecked(check: CheckName, section: string, needs: string): Outcome {
  return { findings: [], notChecked: [{ check, section, needs }] };
}

/** Several outcomes as one. */
export function together(outcomes: readonly Outcome[]): Outcome {
  return {
    findings: outcomes.flatMap((one) => one.findings),
    notChecked: outcomes.flatMap((one) => one.notChecked),
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
