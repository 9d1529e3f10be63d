/**
 * Conductors against the breaker: NEC 240.4(D), 15 A 14 AWG or larger, 20 A 12, 30 A 10. From memory.
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
