/** Findings of a box in words, for the tests. */
import type { BoxDocument } from '../box/document.ts';
import type { WorkPlan } from '../box/work.ts';
import { type Finding, wordsOf } from '../finding/finding.ts';
import { physicalOf } from '../physical/physical.ts';
import { planNamer } from '../plan/say.ts';

/** @example saidOf({ box, work }, proof.faults) */
export function saidOf(
  { box, work }: { readonly box: BoxDocument; readonly work: WorkPlan },
  findings: readonly Finding[],
): string[] {
  const say = planNamer(physicalOf(box, work), work, { unit: 'in3' });
  return findings.map((one) => wordsOf(one, say));
}
