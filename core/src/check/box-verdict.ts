/**
 * The one verdict of a box: the worst of its fill and of the checks beside it. No screen says legal above a violation, and none says
 * legal while something nobody recorded could change it.
 */
import type { Certainty } from '../certainty/certainty.ts';
import { certainParts, type Standing, standingOf } from '../certainty/words.ts';
import type { Tally } from '../fill/tally.ts';
import type { VerdictParts } from '../fill/verdict.ts';
import type { CheckFinding } from './finding.ts';

/** A verdict in two parts and the class it is shown as. */
export interface BoxVerdict extends VerdictParts {
  readonly is: Standing | 'violation';
}

/** How the wiring of a box stands, where it was worked out: proved, resting on roles nobody said, or wrong. */
export type WiringStanding = 'good' | 'open' | 'wrong';

const WIRING_WORDS: Readonly<Record<WiringStanding, string | undefined>> = {
  good: undefined,
  open: 'roles of cables are assumed',
  wrong: 'the wiring is not right yet',
};

/**
 * @param findings what the checks beside the fill found
 * @param wiring how the wiring stands, as far as it was worked out
 * @param failed whether its tests were answered and failed
 * @example { is: 'violation', head: 'fill legal, 1 violation: 240.4(D)' }
 */
export function boxVerdict(
  counted: Tally,
  certainty: Certainty,
  findings: readonly CheckFinding[],
  wiring: WiringStanding = 'good',
  failed = false,
): BoxVerdict {
  const fill = certainParts(counted, certainty);
  const standing = standingOf(counted.verdict, certainty);
  const sections = [
    ...new Set(findings.filter(({ severity }) => severity === 'violation').map(({ section }) => section)),
  ];
  const cited = sections.length === 0 ? undefined : sections.join(', ');
  const wired = WIRING_WORDS[wiring];
  const and = (...words: readonly (string | undefined)[]) => {
    const said = words.filter((one) => one !== undefined);
    return said.length === 0 ? {} : { more: said.join('; ') };
  };
  if (standing !== 'legal') {
    const worst = standing !== 'over' && (cited !== undefined || wiring === 'wrong') ? 'violation' : standing;
    const violations = cited === undefined ? undefined : `${violationsOf(sections.length)}: ${cited}`;
    return { is: worst, head: fill.head, ...and(fill.more, violations, wired) };
  }
  const left = fill.head.replace(/^legal, /, '');
  if (cited !== undefined) {
    const many = violationsOf(sections.length);
    return sections.length === 1
      ? { is: 'violation', head: `fill legal, ${many}: ${cited}`, ...and(left, wired) }
      : { is: 'violation', head: `fill legal, ${many}`, ...and(cited, left, wired) };
  }
  if (failed) return { is: 'violation', head: `fill ${fill.head}`, ...and('its tests failed', wired) };
  if (wired === undefined) return { is: 'legal', ...fill };
  return { is: wiring === 'wrong' ? 'violation' : 'open', head: `fill ${fill.head}`, ...and(wired) };
}

const violationsOf = (many: number) => `${many} ${many === 1 ? 'violation' : 'violations'}`;
