/** The two ways of marking a box side by side: the wire-count stamp against the volume. */
import type { Warning } from '../box/assembled.ts';
import type { BoxDocument } from '../box/document.ts';
import type { Edition } from '../edition/index.ts';
import type { Basis } from './basis.ts';
import { oneSizeOf } from './basis.ts';
import type { Claim } from './claim.ts';

/** Where a box has both marks: says where they do not agree, and which decided. */
export function warnOfStamp(
  box: BoxDocument,
  edition: Edition,
  basis: Basis,
  claims: readonly Claim[],
  warnings: Warning[],
): void {
  const { marks } = box.shell;
  if (marks === undefined || basis.unit === 'conductors' || basis.capacity === null) return;
  const size = oneSizeOf(claims);
  if (claims.length > 0 && size === undefined) {
    warnings.push({
      code: 'stamp-mixed',
      text: 'Mixed sizes: the wire-count stamp holds for one size only, so the volume decides.',
    });
  }
  for (const mark of marks) {
    const allowance = edition.allowances.value[mark.size];
    if (allowance === undefined) continue;
    const fits = Math.floor(basis.capacity / allowance);
    if (mark.count !== fits) {
      const lower = mark.count < fits;
      warnings.push({
        code: 'stamp-lower',
        text: `The stamp says ${mark.count} of ${mark.size} AWG, the volume gives ${fits}: the volume decides here${lower ? ', the stamp is the more careful' : '; check that both were read right'}.`,
      });
    }
    if (mark.size !== size) continue;
    const allowances = claims.reduce((sum, claim) => sum + claim.count / (claim.share ?? 1), 0);
    if (allowances > mark.count && allowances <= basis.capacity / allowance) {
      warnings.push({
        code: 'stamp-over',
        text: `By the stamp this box is over: ${allowances} allowances of ${mark.size} AWG where ${mark.count} are stamped. Ask the inspector which mark governs.`,
      });
    }
  }
}
