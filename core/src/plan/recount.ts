/** The fill with the connectors a plan needs: in the CEC each pair of them counts (12-3034). */
import type { BoxDocument } from '../box/document.ts';
import { addItem } from '../box/edit.ts';
import type { NewId } from '../box/piece-id.ts';
import type { WorkPlan } from '../box/work.ts';
import { type End, pigtailEnd } from '../wiring/end.ts';
import type { Wiring } from '../wiring/wiring.ts';
import type { Size } from '../edition/index.ts';
import { CONNECTORS, type Connector } from '../connector/connectors.ts';
import { linesOf } from './ends.ts';

/** The box with the insulated connectors of a wiring in place of those recorded. */
export function withConnectors(
  box: BoxDocument,
  work: WorkPlan,
  wiring: Wiring,
  newId: NewId,
  kinds: readonly Connector[] = CONNECTORS,
): BoxDocument {
  const sizes = new Map<End, Size>([
    ...linesOf(box, work).flatMap(({ wires }) => wires.map(({ id, size }) => [id, size] as const)),
    ...wiring.pigtails.map(({ id, size }) => [pigtailEnd(id), size] as const),
  ]);
  const counts = new Map<Size, number>();
  for (const { ends, connectors } of wiring.joints)
    for (const id of connectors) {
      // A bare crimp sleeve is no insulated connector.
      if (kinds.find((one) => one.id === id)?.family === 'crimp') continue;
      const largest = ends
        .map((end) => sizes.get(end) ?? 14)
        .reduce((most, size) => (size < most ? size : most));
      counts.set(largest, (counts.get(largest) ?? 0) + 1);
    }
  const before = box.items.filter((item) => item.kind === 'connectors');
  const without: BoxDocument = { ...box, items: box.items.filter(({ kind }) => kind !== 'connectors') };
  return [...counts].reduce((filled, [size, count]) => {
    const same = before.find((item) => item.size === size && item.side === undefined);
    return same === undefined
      ? addItem(filled, { kind: 'connectors', count, size }, newId).box
      : { ...filled, items: [...filled.items, { ...same, count }] };
  }, without);
}
