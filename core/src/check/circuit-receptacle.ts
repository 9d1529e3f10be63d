/**
 * Receptacles against the circuit: NEC 210.21(B), a 15 A circuit takes 15 A only; one alone on 20 A wants
 * 20 A. From memory.
 */
import { gathered } from '../box/rows.ts';
import { kindOf } from '../device/index.ts';
import { type Check, DOES_NOT_APPLY, finds, notChecked, notRecorded, PASS, together } from './finding.ts';

export const circuitReceptacle: Check = ({ box, devices, edition }) => {
  const section = edition.checks.sections['circuit-receptacle'];
  const receptacles = devices.filter(({ device }) => kindOf(device).rated);
  if (receptacles.length === 0) return DOES_NOT_APPLY;
  if (section === null) return notRecorded('circuit-receptacle', edition);
  const breaker = box.site?.breaker;
  if (breaker === undefined) return notChecked('circuit-receptacle', section, 'the breaker’s rating');
  return together(
    gathered(receptacles).map(({ item: { device, amps }, items }) => {
      const ids = items.map(({ id }) => id);
      if (breaker > 20) {
        return finds({
          check: 'circuit-receptacle',
          severity: 'violation',
          section,
          words: `A ${device} receptacle of 15 or 20 A on a ${breaker} A breaker.`,
          ids,
          cure: 'Feed it from a circuit of 15 or 20 A.',
        });
      }
      if (amps === undefined) {
        return breaker === 15 || !edition.checks.fifteenOnTwenty
          ? notChecked('circuit-receptacle', section, `whether the ${device} is rated 15 or 20 A`)
          : PASS;
      }
      if (breaker === 15 && amps === 20) {
        return finds({
          check: 'circuit-receptacle',
          severity: 'violation',
          section,
          words: 'A 20 A receptacle on a 15 A circuit: only 15 A receptacles are allowed there.',
          ids,
          cure: 'Fit a 15 A receptacle.',
        });
      }
      if (breaker === 20 && amps === 15 && !edition.checks.fifteenOnTwenty) {
        return finds({
          check: 'circuit-receptacle',
          severity: 'violation',
          section,
          words: 'A 15 A receptacle on a 20 A circuit: it must be rated for the breaker.',
          ids,
          cure: 'Fit a 20 A receptacle, or a breaker of 15 A.',
        });
      }
      if (breaker === 20 && amps === 15 && device === 'single') {
        return finds({
          check: 'circuit-receptacle',
          severity: 'look',
          section,
          words: 'A single receptacle alone on a 20 A circuit must be 20 A. Is anything else on the circuit?',
          ids,
        });
      }
      return PASS;
    }),
  );
};
