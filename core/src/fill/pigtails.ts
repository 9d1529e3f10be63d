/**
 * Conductors no part of which leaves the box: pigtails and device jumpers. Neither code counts them
 * (NEC 314.16(B)(1); CEC 12-3034).
 */
import { plural, type Rule } from './claim.ts';

export const pigtails: Rule = (census, edition, into) => {
  for (const item of census.hardware) {
    if (item.kind !== 'pigtails') continue;
    into.notCounted.push({
      what: `${plural(item.count, 'pigtail')}, ${item.size} AWG`,
      reason: 'A conductor that begins and ends in the box takes no allowance.',
      section: edition.sections['inside-only'],
      ids: [item.id],
    });
  }
};
