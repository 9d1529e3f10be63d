/**
 * Whether the box stands flush in its wall: its depth against the cavity less what is behind it
 * (docs/trade.md#openings, common practice).
 */
import { boxDepth } from '../box/depth.ts';
import { lengthIn } from '../box/stored-quantities.ts';

import { type Check, DOES_NOT_APPLY, finds, notChecked, PASS, recorded } from './finding.ts';

export const boxInWall: Check = ({ box, edition }) => {
  const section = 'common practice';
  const { cavity, behind } = box.site ?? {};
  if (cavity === undefined || box.shell.form === 'surface' || box.shell.form === 'pan') return DOES_NOT_APPLY;
  const inside = boxDepth(box, edition);
  if (inside === null) return notChecked('box-in-wall', section, 'the depth of the box', 'depth');
  const room = lengthIn(cavity) - (behind === undefined ? 0 : recorded(behind));
  return inside <= room
    ? PASS
    : finds('box-in-wall', { is: inside, limit: room }, { severity: 'violation', section });
};
