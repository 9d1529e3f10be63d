/**
 * The sheath's colour is a hint of size only; the printing decides (docs/trade.md#other-checks, common practice).
 */
import { type Check, DOES_NOT_APPLY, finds } from './finding.ts';

export const sheathColour: Check = ({ cables }) =>
  cables.some(({ make }) => make === 'nm')
    ? finds('sheath-colour', {}, { severity: 'advice', section: 'common practice' })
    : DOES_NOT_APPLY;
