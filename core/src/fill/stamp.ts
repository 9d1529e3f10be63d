/** The two ways of marking a box side by side: the wire-count stamp against the volume. */
import { warning } from '../finding/finding.ts';
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
  const { stamp: section } = edition.sections;
  if (claims.length > 0 && size === undefined) {
    warnings.push(warning('stamp-mixed', { why: 'volume-decides' }, section));
  }
  for (const mark of marks) {
    const allowance = edition.allowances.value[mark.size];
    if (allowance === undefined) continue;
    const fits = Math.floor(basis.capacity / allowance);
    if (mark.count !== fits) {
      warnings.push(warning('stamp-lower', { stamped: mark.count, size: mark.size, fits }, section));
    }
    if (mark.size !== size) continue;
    const allowances = claims.reduce((sum, claim) => sum + claim.count / (claim.share ?? 1), 0);
    if (allowances > mark.count && allowances <= basis.capacity / allowance) {
      warnings.push(warning('stamp-over', { allowances, size: mark.size, stamped: mark.count }, section));
    }
  }
}
