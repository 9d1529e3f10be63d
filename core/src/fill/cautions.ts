/** What a person must know about an answer that the lines alone do not say. */
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
  warnings.push({
    code: 'flap-school',
    text:
      box.flaps === 'count'
        ? 'Push-in flaps are counted as clamps here: the cautious school.'
        : 'Push-in flaps are left out here: the school that counts only clamps that grip. The cautious school counts them too.',
  });
}

/** A device that needs more gangs than the box has. */
export function warnOfWideDevices(box: BoxDocument, warnings: Warning[]): void {
  for (const { item } of gathered(box.items)) {
    if (item.kind !== 'device' || item.wide <= box.shell.gangs) continue;
    warnings.push({
      code: 'device-wide',
      text: `The ${DEVICES[item.device]} needs ${item.wide} gangs; this box is recorded with ${box.shell.gangs}. Check both.`,
    });
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
  warnings.push({
    code: 'table-rounding',
    text: `Over by only ${showAmount((fill - basis.capacity) as Amount, 'ml')} mL, less than the rounding of ${edition.allowances.section}. By volume it stays over: ask the inspector.`,
  });
}
