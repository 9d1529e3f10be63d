/**
 * NM sheath: at least ¼ in inside the box and past the clamp (NEC 314.17, from memory).
 */
import { inches, showInches } from '../quantity/length.ts';
import { type Check, finds, notChecked, PASS, recorded } from './finding.ts';

const LEAST_SHEATH = inches(0.25);

export const sheath: Check = ({ box, cables }) => {
  const section = '314.17';
  if (!cables.some(({ make }) => make === 'nm' || make === 'uf')) return PASS;
  const inside = box.site?.sheath;
  if (inside === undefined) return notChecked('sheath', section, 'how much sheath is inside the box');
  return recorded(inside) >= LEAST_SHEATH
    ? PASS
    : finds({
        check: 'sheath',
        severity: 'violation',
        section,
        words: `Only ${showInches(recorded(inside))} in of sheath inside the box: ¼ in past the clamp is the least.`,
        cure: 'Push the cable in until the sheath shows.',
      });
};
