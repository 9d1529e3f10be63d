/**
 * Receptacles against the circuit: NEC 210.21(B), a 15 A circuit takes 15 A only; one alone on 20 A wants
 * 20 A. From memory.
 */
import { type Check, finds, notChecked, PASS, together } from './finding.ts';

const RECEPTACLES = ['duplex', 'single', 'gfci', 'usb', 'combo'];

export const circuitReceptacle: Check = ({ box, devices }) => {
  const section = '210.21(B)';
  const receptacles = devices.filter(({ device }) => RECEPTACLES.includes(device));
  if (receptacles.length === 0) return PASS;
  const breaker = box.site?.breaker;
  if (breaker === undefined) return notChecked('circuit-receptacle', section, 'the breaker’s rating');
  return together(
    receptacles.map(({ id, device, amps }) => {
      if (breaker > 20) {
        return finds({
          check: 'circuit-receptacle',
          severity: 'violation',
          section,
          words: `A ${device} receptacle of 15 or 20 A on a ${breaker} A breaker.`,
          ids: [id],
          cure: 'Feed it from a circuit of 15 or 20 A.',
        });
      }
      if (amps === undefined) {
        return breaker === 15
          ? notChecked('circuit-receptacle', section, `whether the ${device} is rated 15 or 20 A`)
          : PASS;
      }
      if (breaker === 15 && amps === 20) {
        return finds({
          check: 'circuit-receptacle',
          severity: 'violation',
          section,
          words: 'A 20 A receptacle on a 15 A circuit: only 15 A receptacles are allowed there.',
          ids: [id],
          cure: 'Fit a 15 A receptacle.',
        });
      }
      if (breaker === 20 && amps === 15 && device === 'single') {
        return finds({
          check: 'circuit-receptacle',
          severity: 'look',
          section,
          words: 'A single receptacle alone on a 20 A circuit must be 20 A. Is anything else on the circuit?',
          ids: [id],
        });
      }
      return PASS;
    }),
  );
};
