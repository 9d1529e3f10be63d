/**
 * Receptacles against the circuit: NEC 210.21(B), a 15 A circuit takes 15 A only; one alone on 20 A wants
 * 20 A. From memory.
 */
import { gathered } from '../box/rows.ts';
import { kindOf } from '../device/index.ts';
import type { Severity } from '../finding/finding.ts';
import { type Check, DOES_NOT_APPLY, finds, notChecked, notRecorded, PASS, together } from './finding.ts';

export const circuitReceptacle: Check = ({ box, devices, edition }) => {
  const section = edition.checks.sections['circuit-receptacle'];
  const receptacles = devices.filter(({ device }) => kindOf(device).rated);
  if (receptacles.length === 0) return DOES_NOT_APPLY;
  if (section === null) return notRecorded('circuit-receptacle', edition);
  const breaker = box.site?.breaker;
  if (breaker === undefined)
    return notChecked('circuit-receptacle', section, 'the breaker’s rating', 'breaker');
  return together(
    gathered(receptacles).map(({ item: { device, amps }, items }) => {
      const ids = items.map(({ id }) => id);
      const found = (
        why: 'large-breaker' | 'twenty-on-fifteen' | 'fifteen-on-twenty' | 'single',
        severity: Severity = 'violation',
      ) => finds('circuit-receptacle', { why, device, breaker }, { severity, section, ids });
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
