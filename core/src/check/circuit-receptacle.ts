/**
 * Receptacles against the circuit: NEC 210.21(B), a 15 A circuit takes 15 A only; one alone on 20 A wants 20 A; a range or dryer
 * receptacle is rated for its circuit, 50 A on 40 A too. From memory.
 */
import { gathered } from '../box/rows.ts';
import { kindOf, takesBothHots } from '../device/index.ts';
import type { Severity } from '../finding/finding.ts';
import { type Check, DOES_NOT_APPLY, finds, notChecked, notRecorded, PASS, together } from './finding.ts';

export const circuitReceptacle: Check = ({ box, devices, edition }) => {
  const section = edition.checks.sections['circuit-receptacle'];
  const receptacles = devices.filter(({ device }) => kindOf(device).rated || takesBothHots(device));
  if (receptacles.length === 0) return DOES_NOT_APPLY;
  if (section === null) return notRecorded('circuit-receptacle', edition);
  const breaker = box.site?.breaker;
  if (breaker === undefined)
    return notChecked('circuit-receptacle', section, 'the breaker’s rating', 'breaker');
  return together(
    gathered(receptacles).map(({ item: { device, amps }, items }) => {
      const ids = items.map(({ id }) => id);
      const found = (
        why: 'large-breaker' | 'twenty-on-fifteen' | 'fifteen-on-twenty' | 'single' | 'unlike',
        severity: Severity = 'violation',
      ) =>
        finds(
          'circuit-receptacle',
          { why, device, breaker, ...(amps === undefined ? {} : { amps }) },
          { severity, section, ids },
        );
      if (takesBothHots(device)) {
        if (amps === undefined)
          return notChecked('circuit-receptacle', section, `what the ${device} receptacle is rated`, 'amps');
        return amps === breaker || (amps === 50 && breaker === 40) ? PASS : found('unlike');
      }
      if (breaker > 20) return found('large-breaker');
      if (amps === undefined) {
        return breaker === 15 || !edition.checks.fifteenOnTwenty
          ? notChecked('circuit-receptacle', section, `whether the ${device} is rated 15 or 20 A`, 'amps')
          : PASS;
      }
      if (breaker === 15 && amps === 20) return found('twenty-on-fifteen');
      if (breaker === 20 && amps === 15 && !edition.checks.fifteenOnTwenty) return found('fifteen-on-twenty');
      if (breaker === 20 && amps === 15 && device === 'single') return found('single', 'look');
      return PASS;
    }),
  );
};
