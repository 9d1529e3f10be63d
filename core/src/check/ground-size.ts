/**
 * The size of equipment grounds by the breaker: NEC Table 250.122 (15 A 14, 20 A 12, 30 to 60 A 10) and
 * CEC Table 16 (20 A may be 14, 30 A 12, 40 and 60 A 10). Copper, values from memory.
 */
import { hasGroundWire } from '../box/ground-wire.ts';
import { type Check, DOES_NOT_APPLY, finds, notChecked, PASS, together } from './finding.ts';

export const groundSize: Check = ({ box, cables, edition }) => {
  const { value, section } = edition.terminals.leastGround;
  const grounds = box.items.flatMap((item) => {
    if (item.kind === 'ground') return [{ id: item.id, size: item.size }];
    if (item.kind === 'cable' && hasGroundWire(item, edition))
      return [{ id: item.id, size: item.groundSize ?? item.size }];
    return [];
  });
  const none = cables.filter((cable) => !cable.ground);
  const missing = together(
    none.length === 0
      ? []
      : [
          finds(
            'ground-size',
            { none: none.length },
            { severity: 'look', section: edition.checks.noGround, ids: none.map(({ id }) => id) },
          ),
        ],
  );
  if (grounds.length === 0) return none.length === 0 ? DOES_NOT_APPLY : missing;
  const breaker = box.site?.breaker;
  if (breaker === undefined)
    return together([missing, notChecked('ground-size', section, 'the breaker’s rating', 'breaker')]);
  const least = value[breaker];
  const small = grounds.filter(({ size }) => size > least);
  const [first] = small;
  return together([
    missing,
    first === undefined
      ? PASS
      : finds(
          'ground-size',
          { size: first.size, breaker, least },
          { severity: 'violation', section, ids: small.map(({ id }) => id) },
        ),
  ]);
};
