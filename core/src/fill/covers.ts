/** A blank cover is no device: no yoke, no allowance (NEC 314.16(B)(4); CEC 12-3034). */
import { type Rule } from './claim.ts';

export const covers: Rule = (census, edition, into) => {
  if (census.covers.length === 0) return;
  into.notCounted.push({
    what: census.covers.length === 1 ? 'blank cover' : `${census.covers.length} blank covers`,
    reason: 'A blank cover is no device: it takes no allowance.',
    section: edition.sections.devices,
    ids: census.covers.map(({ id }) => id),
  });
};
