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

/**
 * @param findings what the checks beside the fill found
 * @example { is: 'violation', head: 'fill legal, 1 violation: 240.4(D)' }
 */
export function boxVerdict(
  counted: Tally,
  certainty: Certainty,
  findings: readonly CheckFinding[],
): BoxVerdict {
  const fill = certainParts(counted, certainty);
  const standing = standingOf(counted.verdict, certainty);
  const sections = [
    ...new Set(findings.filter(({ severity }) => severity === 'violation').map(({ section }) => section)),
  ];
  if (sections.length === 0) return { is: standing, ...fill };
  const many = `${sections.length} ${sections.length === 1 ? 'violation' : 'violations'}: ${sections.join(', ')}`;
  if (standing === 'legal')
    return { is: 'violation', head: `fill legal, ${many}`, more: fill.head.replace(/^legal, /, '') };
  const more = fill.more === undefined ? many : `${fill.more}; ${many}`;
  return { is: standing === 'over' ? 'over' : 'violation', head: fill.head, more };
}
