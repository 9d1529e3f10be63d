/**
 * Exposed NM cable needs protection from damage (NEC 334.15, from memory).
 */
import { type Check, finds, PASS } from './finding.ts';

export const exposedCable: Check = ({ box, cables }) => {
  if (!cables.some(({ make }) => make === 'nm')) return PASS;
  return box.site?.exposed === true
    ? finds({
        check: 'exposed-cable',
        severity: 'violation',
        section: '334.15',
        words: 'Nonmetallic cable lies open to damage: it needs protection.',
        cure: 'MC cable or raceway there, or a guard.',
      })
    : PASS;
};
