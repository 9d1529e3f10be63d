/**
 * Cable that lies open to damage needs protection: NM and UF (NEC 334.15, 340.12; CEC 12-518; from memory). The
 * armor of MC and AC stands it.
 */
import { type Check, DOES_NOT_APPLY, finds, PASS } from './finding.ts';

export const exposedCable: Check = ({ box, cables, edition }) => {
  const { exposed } = edition.checks;
  const soft = cables.filter(({ make }) => exposed[make] !== null);
  const [first] = soft;
  if (first === undefined) return DOES_NOT_APPLY;
  return box.site?.exposed === true
    ? finds(
        'exposed-cable',
        {},
        { severity: 'violation', section: exposed[first.make] ?? '', ids: soft.map(({ id }) => id) },
      )
    : PASS;
};
