/**
 * Conductors against the breaker: NEC 240.4(D), 15 A 14 AWG or larger, 20 A 12, 30 A 10. From memory.
 */
import { gathered } from '../box/rows.ts';
import { type Check, DOES_NOT_APPLY, finds, notChecked, PASS, together } from './finding.ts';

export const circuitConductor: Check = ({ box, cables, edition }) => {
  const { value, section } = edition.terminals.leastConductor;
  const breaker = box.site?.breaker;
  const singles = box.items.filter((item) => item.kind === 'conductors' || item.kind === 'pigtails');
  if (cables.length + singles.length === 0) return DOES_NOT_APPLY;
  if (breaker === undefined)
    return notChecked('circuit-conductor', section, 'the breaker’s rating', 'breaker');
  const least = value[breaker];
  return together([
    PASS,
    ...gathered([...cables, ...singles])
      .filter(({ item }) => item.size > least)
      .map(({ item, items }) =>
        finds(
          'circuit-conductor',
          { size: item.size, breaker, least },
          { severity: 'violation', section, ids: items.map(({ id }) => id) },
        ),
      ),
  ]);
};
