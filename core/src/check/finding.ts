/**
 * What a check beyond fill says. A fact that was not recorded gives “not checked”, never a silent pass.
 */
import type { BoxDocument, Item, ItemOf } from '../box/document.ts';
import { lengthIn } from '../box/stored-quantities.ts';
import type { Looked, Site } from '../box/site.ts';
import type { CheckName, Edition } from '../edition/index.ts';
import type { Tally } from '../fill/tally.ts';
import { type ArgsOf, type Argument, type Finding, finding, type Severity } from '../finding/finding.ts';
import type { Length } from '../quantity/length.ts';

/** What a check finds; its code is the check’s name. */
export type CheckFinding = Finding<'check'>;

/** A check that could not be made, and the facts it needs. */
export interface NotChecked {
  readonly check: CheckName;
  readonly section: string;
  /** The fact that is missing, as “not checked: …” goes on. */
  readonly needs: string;
  /** The fact by its name in the record; undefined where no fact would help, as for a rule that is not recorded. */
  readonly fact?: WantedFact;
}

/** A fact that a check can want. */
export type WantedFact = keyof Site | Looked | 'amps' | 'material' | 'clamps';

export interface Outcome {
  readonly findings: readonly CheckFinding[];
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
}

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

/** One finding. @param ids pieces it is about; without them, the box as a whole */
export function finds<C extends CheckName>(
  check: C,
  args: ArgsOf<'check', C> & Readonly<Record<string, Argument>>,
  { severity, section, ids }: { severity: Severity; section: string; ids?: readonly string[] },
): Outcome {
  const found = finding('check', check, args, { severity, section, at: ids ? { pieces: ids } : {} });
  return { findings: [found], notChecked: [], made: true };
}

/** A fact is missing. */
export function notChecked(check: CheckName, section: string, needs: string, fact?: WantedFact): Outcome {
  const wanted = { check, section, needs, ...(fact === undefined ? {} : { fact }) };
  return { findings: [], notChecked: [wanted], made: true };
}

/** A fact is missing that somebody tells by eye: passed where they looked and it is right. */
export function lookedAt(
  check: CheckName,
  { box }: Pick<Subject, 'box'>,
  { section, needs, fact }: { readonly section: string; readonly needs: string; readonly fact: Looked },
): Outcome {
  return box.site?.right?.includes(fact) ? PASS : notChecked(check, section, needs, fact);
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

/** What a headline calls a finding that no section of a code is cited for. */
const UNCITED: Readonly<Partial<Record<CheckName, string>>> = {
  gangs: 'too few gangs',
  'box-in-wall': 'box deeper than its wall',
};

/** What is violated, each once: the sections, or the thing itself where no section is cited. */
export const violatedIn = (findings: readonly CheckFinding[]): readonly string[] => [
  ...new Set(
    findings
      .filter(({ severity }) => severity === 'violation')
      .map(({ code, section }) => UNCITED[code] ?? section),
  ),
];
