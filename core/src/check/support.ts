/**
 * Support of NM cable: within 12 in of a box with clamps, 8 in of a single-gang plastic box without (NEC
 * 334.30, 314.17); CEC within 300 mm. Fished in a finished wall it is excused. From memory.
 */
import { lengthIn } from '../box/document.ts';
import { inches, readLength, showInches } from '../quantity/length.ts';
import { type Check, finds, notChecked, PASS } from './finding.ts';

const MOST = {
  clamped: inches(12),
  unclamped: inches(8),
  CEC: readLength('300 mm') ?? inches(11.8),
};

export const support: Check = ({ box, cables, edition }) => {
  const section = edition.code === 'NEC' ? '334.30' : '12-510';
  if (!cables.some(({ make }) => make === 'nm')) return PASS;
  if (box.site?.finished === true && edition.code === 'NEC') {
    return finds({
      check: 'support',
      severity: 'advice',
      section,
      words: 'Fished in a finished wall: support is excused there, not where the wall is open.',
    });
  }
  const distance = box.site?.support;
  if (distance === undefined) return notChecked('support', section, 'the distance to the nearest support');
  const clamped = box.items.some((item) => item.kind === 'clamps' && item.hold === 'grip');
  const single = box.shell.gangs === 1 && box.shell.material === 'plastic' && !clamped;
  const most = edition.code === 'CEC' ? MOST.CEC : single ? MOST.unclamped : MOST.clamped;
  return lengthIn(distance) <= most
    ? PASS
    : finds({
        check: 'support',
        severity: 'violation',
        section,
        words: `The cable is held ${showInches(lengthIn(distance))} in from the box; ${showInches(most)} in is the most${single ? ' at a single-gang plastic box without clamps' : ''}.`,
        cure: 'Staple or strap it nearer.',
      });
};
