/** What a person must know about an answer that the lines alone do not say. */
import { warning } from '../finding/finding.ts';
import type { Warning } from '../box/assembled.ts';
import type { BoxDocument } from '../box/document.ts';
import { gathered } from '../box/rows.ts';
import { DEVICES } from '../box/words.ts';
import type { Edition } from '../edition/index.ts';
import { type Amount, showAmount } from './amount.ts';
import type { Basis } from './basis.ts';
import { oneSizeOf } from './basis.ts';
import type { Claim } from './claim.ts';

/** Names the school the box's push-in flaps are counted by. Common practice, no source: both are taught. */
export function nameFlapSchool(box: BoxDocument, warnings: Warning[]): void {
  if (!box.items.some((item) => item.kind === 'clamps' && item.hold === 'flap')) return;
  warnings.push(
    warning('flap-school', { counted: box.flaps === 'count' }, 'common practice', undefined, 'advice'),
  );
}

/** A device that needs more gangs than the box has. */
export function warnOfWideDevices(box: BoxDocument, warnings: Warning[]): void {
  const wide = box.items.filter((item) => item.kind === 'device' && item.wide > box.shell.gangs);
  if (wide.length === 0) return;
  for (const { item, items } of gathered(wide)) {
    if (item.kind !== 'device') continue;
    const told = { device: DEVICES[item.device], needs: item.wide, gangs: box.shell.gangs };
    warnings.push(
      warning(
        'device-wide',
        told,
        'contradiction',
        items.map(({ id }) => id),
      ),
    );
  }
}

/** The rounding of one allowance in a table of millilitres: half of its last digit. */
const ROUNDING_ML = 500_000_000;

/** Over by less than the rounding of the millilitre table: still over, but worth a word with the inspector. */
export function warnOfTableRounding(
  edition: Edition,
  basis: Basis,
  claims: readonly Claim[],
  fill: Amount,
  warnings: Warning[],
): void {
  if (basis.unit !== 'ml' || basis.capacity === null || fill <= basis.capacity) return;
  const allowances = claims.reduce((sum, claim) => sum + claim.count, 0);
  if (oneSizeOf(claims) === undefined || fill - basis.capacity > allowances * ROUNDING_ML) return;
  const { section: table } = edition.allowances;
  const over = showAmount((fill - basis.capacity) as Amount, 'ml');
  warnings.push(warning('table-rounding', { over, table }, table, undefined, 'advice'));
}
