/**
 * The one verdict of a box: the worst of its fill and of all other checks. No screen says legal above a violation, and none says
 * legal while something nobody recorded could change it.
 */
import type { Certainty } from '../certainty/certainty.ts';
import { certainParts, type Standing, standingOf } from '../certainty/words.ts';
import type { Tally } from '../fill/tally.ts';
import type { VerdictParts } from '../fill/verdict.ts';
import { type OtherFindings, NO_OTHER_FINDINGS } from './other-findings.ts';
import { type CheckFinding, violatedIn } from './finding.ts';

/** A verdict in two parts and the class it is shown as. */
export interface BoxVerdict extends VerdictParts {
  readonly is: Standing | 'violation';
}

/**
 * @param findings what the other checks found
 * @param other what else is wrong or open
 * @example { is: 'violation', head: 'fill legal, 1 violation: 240.4(D)' }
 */
export function boxVerdict(
  counted: Tally,
  certainty: Certainty,
  findings: readonly CheckFinding[],
  other: OtherFindings = NO_OTHER_FINDINGS,
): BoxVerdict {
  const fill = certainParts(counted, certainty);
  const standing = standingOf(counted.verdict, certainty);
  const sections = violatedIn(findings);
  const cited = sections.length === 0 ? undefined : sections.join(', ');
  const [worst, ...rest] = [...other.wrong, ...other.open];
  const others = worst === undefined ? undefined : [worst, ...rest].join('; ');
  const isWrong = other.wrong.length > 0;
  const and = (...words: readonly (string | undefined)[]) => {
    const said = words.filter((one) => one !== undefined);
    return said.length === 0 ? {} : { more: said.join('; ') };
  };
  if (standing !== 'legal') {
    const is = standing !== 'over' && (cited !== undefined || isWrong) ? 'violation' : standing;
    const violations = cited === undefined ? undefined : `${violationsOf(sections.length)}: ${cited}`;
    return { is, head: fill.head, ...and(fill.more, violations, others) };
  }
  const left = fill.head.replace(/^legal, /, '');
  if (cited !== undefined) {
    const many = violationsOf(sections.length);
    return sections.length === 1
      ? { is: 'violation', head: `fill legal, ${many}: ${cited}`, ...and(left, others) }
      : { is: 'violation', head: `fill legal, ${many}`, ...and(cited, left, others) };
  }
  // The words stay where they are while it is worked out: nothing moves when it is known.
  if (worst === undefined && other.pending)
    return { is: 'open', head: `fill ${fill.head}`, more: 'wiring not worked out yet' };
  if (worst === undefined) return { is: 'legal', head: fill.head, ...and(other.unknown ?? fill.more) };
  return { is: isWrong ? 'violation' : 'open', head: `fill legal, ${worst}`, ...and(left, ...rest) };
}

const violationsOf = (many: number) => `${many} ${many === 1 ? 'violation' : 'violations'}`;
