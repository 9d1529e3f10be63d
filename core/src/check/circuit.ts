/**
 * Conductors and receptacles against the breaker: NEC 240.4(D) (15 A: 14 AWG or larger, 20 A: 12, 30 A: 10)
 * and 210.21(B) (15 A circuit: 15 A receptacles only). Values from memory.
 */
import type { Breaker } from '../box/site.ts';
import type { Cited, Size } from '../edition/index.ts';
import { type Check, finds, notChecked, PASS, together } from './finding.ts';

/** The smallest copper conductor of a breaker (240.4(D); 40 A and up by Table 310.16, 60 °C). */
export const SMALLEST_CONDUCTOR: Cited<Readonly<Record<Breaker, Size>>> = {
  value: { 15: 14, 20: 12, 25: 10, 30: 10, 40: 8, 50: 6, 60: 6 },
  section: '240.4(D)',
  confidence: 'from memory',
};

export const circuitConductor: Check = ({ box, cables }) => {
  const section = SMALLEST_CONDUCTOR.section;
  const breaker = box.site?.breaker;
  const singles = box.items.filter((item) => item.kind === 'conductors' || item.kind === 'pigtails');
  if (cables.length + singles.length === 0) return PASS;
  if (breaker === undefined) return notChecked('circuit-conductor', section, 'the breaker’s rating');
  const least = SMALLEST_CONDUCTOR.value[breaker];
  return together(
    [...cables, ...singles]
      .filter((item) => item.size > least)
      .map((item) =>
        finds({
          check: 'circuit-conductor',
          severity: 'violation',
          section,
          words: `${item.size} AWG on a ${breaker} A breaker: it needs ${least} AWG or larger.`,
          ids: [item.id],
          cure: `Fit a breaker that ${item.size} AWG allows, or run ${least} AWG.`,
        }),
      ),
  );
};

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
