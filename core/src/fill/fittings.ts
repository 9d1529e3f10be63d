/** NEC 314.16(B)(3): studs count once in all and hickeys once in all, at the largest conductor present. */
import { FITTINGS } from '../box/words.ts';
import { type Rule } from './claim.ts';

export const fittings: Rule = (census, edition, into) => {
  for (const kind of FITTINGS) {
    const found = census.hardware.filter((item) => item.kind === 'fitting' && item.fitting === kind);
    if (found.length === 0) continue;
    const many = kind === 'stud' ? 'luminaire studs' : 'hickeys';
    if (census.largest === undefined) {
      into.notCounted.push({
        what: many,
        reason: 'No conductor is recorded yet to size them from.',
        section: edition.sections.fittings,
        ids: found.map((item) => item.id),
      });
      continue;
    }
    into.claims.push({
      topic: many,
      rule: 'fittings',
      section: edition.sections.fittings,
      what: many,
      why: `All ${many} together count once, at the largest conductor in the box; studs and hickeys are two kinds.`,
      count: 1,
      size: census.largest,
      from: found.map((item, nth) => ({ id: item.id, count: nth === 0 ? 1 : 0 })),
    });
  }
};
