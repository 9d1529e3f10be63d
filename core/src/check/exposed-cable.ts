/**
 * Cable that lies open to damage: NM and UF need protection (NEC 334.15, 340.12; CEC 12-518). The armor of MC and AC takes some abuse, yet
 * they are not for places where something can hit them (330.12, 320.12; CEC 12-604). From memory.
 */
import { type Check, DOES_NOT_APPLY, finds, notChecked, type Outcome, PASS, together } from './finding.ts';

export const exposedCable: Check = ({ box, cables, edition }) => {
  const { exposed, struck } = edition.checks;
  if (cables.length === 0) return DOES_NOT_APPLY;
  if (box.site?.exposed !== true) return PASS;
  const { damage } = box.site;
  const makes = [...new Set(cables.map(({ make }) => make))];
  return together(
    makes.map((make): Outcome => {
      const ids = cables.filter((one) => one.make === make).map(({ id }) => id);
      const soft = exposed[make];
      if (soft !== null) return finds('exposed-cable', {}, { severity: 'violation', section: soft, ids });
      if (make !== 'mc' && make !== 'ac') return PASS;
      const section = struck[make];
      if (damage === undefined)
        return notChecked('exposed-cable', section, 'whether something can hit the cable', 'damage');
      return damage === 'unlikely'
        ? PASS
        : finds('exposed-cable', { make }, { severity: 'violation', section, ids });
    }),
  );
};
