/**
 * CEC 12-3034: each pair of insulated wire connectors counts once, at the largest conductor under the
 * pair; one left over counts nothing.
 */
import { warning } from '../finding/finding.ts';
import type { Size } from '../edition/index.ts';
import { BySize, plural, type Rule } from './claim.ts';

export const connectorPairs: Rule = (census, edition, into) => {
  const section = edition.sections['connector-pairs'];
  const each: { id: string; size: Size }[] = [];
  let recorded = false;
  let unsized = 0;
  let entering = 0;
  for (const item of census.wires) {
    if (item.kind === 'cable') entering += 1;
    if (item.kind === 'conductors' && item.run === 'enters') entering += item.count;
  }
  for (const item of census.hardware) {
    if (item.kind !== 'connectors') continue;
    recorded = true;
    const size = item.size ?? census.largestInsulated;
    if (size === undefined) unsized += item.count;
    else for (let nth = 0; nth < item.count; nth += 1) each.push({ id: item.id, size });
  }
  if (!recorded && entering > 1) {
    into.warnings.push(warning('connectors-unrecorded', {}, section));
  }
  // Pair the largest with the largest: no pairing of the same connectors takes more room.
  each.sort((a, b) => a.size - b.size);
  const pairs = new BySize();
  for (let nth = 0; nth + 1 < each.length; nth += 2) {
    const first = each[nth];
    if (first) pairs.add(first.size, first.id, 1);
  }
  pairs.forEach((size, count, from) =>
    into.claims.push({
      topic: 'connectors',
      rule: 'connector-pairs',
      section,
      what: `${plural(count, 'pair')} of connectors, ${size} AWG`,
      why: 'Each pair of insulated wire connectors counts as one conductor; one left over counts nothing.',
      count,
      size,
      from,
    }),
  );
  const odd = each.length % 2 === 1 ? each.at(-1) : undefined;
  if (odd) {
    into.notCounted.push({
      what: '1 connector left over',
      reason: 'Connectors count by the pair: one left over counts nothing.',
      section,
      ids: [odd.id],
    });
  }
  if (unsized > 0) {
    into.notCounted.push({
      what: plural(unsized, 'connector'),
      reason: 'No conductor is recorded yet to size them from.',
      section,
      ids: census.hardware.filter((item) => item.kind === 'connectors').map((item) => item.id),
    });
  }
};
