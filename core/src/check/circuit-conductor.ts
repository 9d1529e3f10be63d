/**
 * Conductors against the breaker: NEC 240.4(D), 15 A 14 AWG or larger, 20 A 12, 30 A 10. From 40 A on the temperature decides (110.14(C)):
 * NM and UF are of 60 °C (334.80, 340.80); others may be of 75 °C, if the terminals are, which is looked at. Taps (240.4(E)) and
 * circuits of motors and air conditioners (240.4(G)) have rules of their own. From memory.
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
  const warmer = edition.terminals.leastAt75.value[breaker] ?? least;
  const byTemperature = breaker > 30;
  return together([
    PASS,
    ...gathered([...cables, ...singles])
      .filter(({ item }) => item.size > least)
      .map(({ item, items }) => {
        const cool = item.kind === 'cable' && (item.make === 'nm' || item.make === 'uf');
        const looks = byTemperature && !cool && item.size <= warmer;
        return finds(
          'circuit-conductor',
          {
            size: item.size,
            breaker,
            least,
            other: edition.checks.otherSizes,
            ...(byTemperature ? { warm: looks } : {}),
          },
          {
            severity: looks ? 'look' : 'violation',
            section: byTemperature ? edition.terminals.leastAt75.section : section,
            ids: items.map(({ id }) => id),
          },
        );
      }),
  ]);
};
