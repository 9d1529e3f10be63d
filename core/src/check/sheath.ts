/**
 * Sheath of NM and UF cable: at least ¼ in inside the box and past the clamp (NEC 314.17, from memory).
 */
import { type Check, DOES_NOT_APPLY, finds, lookedAt, notRecorded, PASS, recorded } from './finding.ts';

export const sheath: Check = ({ box, cables, edition }) => {
  if (!cables.some(({ make }) => make === 'nm' || make === 'uf')) return DOES_NOT_APPLY;
  const section = edition.checks.sections.sheath;
  const least = edition.checks.sheath;
  if (section === null || least === null) return notRecorded('sheath', edition);
  const inside = box.site?.sheath;
  if (inside === undefined)
    return lookedAt(
      'sheath',
      { box },
      { section, needs: 'how much sheath is inside the box', fact: 'sheath' },
    );
  return recorded(inside) >= least
    ? PASS
    : finds('sheath', { is: recorded(inside), limit: least }, { severity: 'violation', section });
};
