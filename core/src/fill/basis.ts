/**
 * By what a box is decided: volume, or the count printed or stamped for one size.
 *
 * CEC Table 23 boxes with one size go by the printed count; a box known only by its wire-count stamp
 * goes by the stamp where all is one size. Everything else goes by volume.
 */
import { warning } from '../finding/finding.ts';
import type { Assembled, Warning } from '../box/assembled.ts';
import type { BoxDocument } from '../box/document.ts';
import type { Edition, Size } from '../edition/index.ts';
import { type Amount, QUARTERS, type TallyUnit } from './amount.ts';
import type { Claim } from './claim.ts';

export interface Basis {
  readonly unit: TallyUnit;
  readonly capacity: Amount | null;
}

/** The one size that all claims have; undefined when they differ, go by depth, or there are none. */
export function oneSizeOf(claims: readonly Claim[]): Size | undefined {
  const size = claims[0]?.size ?? undefined;
  return claims.every((claim) => claim.size === size) ? size : undefined;
}

const conductors = (count: number) => (count * QUARTERS) as Amount;

/** Chooses the basis and its capacity; adds a warning where a stamp cannot be used. */
export function chooseBasis(
  box: BoxDocument,
  edition: Edition,
  assembled: Assembled,
  claims: readonly Claim[],
  warnings: Warning[],
): Basis {
  const size = oneSizeOf(claims);
  if (assembled.counts !== null && size !== undefined) {
    const printed = assembled.counts[size];
    if (printed !== undefined) return { unit: 'conductors', capacity: conductors(printed) };
  }
  const byVolume: Basis = {
    unit: edition.unit,
    capacity: assembled.capacity as number as Amount | null,
  };
  const { marks, volume, box: code } = box.shell;
  if (marks === undefined || volume !== undefined || code !== undefined) return byVolume;
  const { stamp: section } = edition.sections;
  const stamps = marks.map((mark) => `${mark.count}/${mark.size}`).join(' · ');
  if (size === undefined) {
    warnings.push(
      claims.length > 0
        ? warning('stamp-mixed', { why: 'mixed', stamps }, section)
        : warning('stamp-waits', { stamps }, section),
    );
    return byVolume;
  }
  const mark = marks.find((one) => one.size === size);
  if (!mark) {
    warnings.push(warning('stamp-mixed', { why: 'other-size', stamps, size }, section));
    return byVolume;
  }
  if (box.items.some((item) => item.kind === 'added' && item.volume !== undefined)) {
    warnings.push(warning('stamp-mixed', { why: 'added' }, section));
  }
  return { unit: 'conductors', capacity: conductors(mark.count) };
}
