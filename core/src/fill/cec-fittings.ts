/** CEC 12-3034: each fixture stud or hickey counts once. */
import { plural, type Rule } from './claim.ts';

export const eachFitting: Rule = (census, edition, into) => {
  for (const item of census.hardware) {
    if (item.kind !== 'fitting') continue;
    const what = plural(item.count, item.fitting === 'stud' ? 'fixture stud' : 'hickey');
    const section = edition.sections['each-fitting'];
    if (census.largestInsulated === undefined) {
      into.notCounted.push({
        what,
        reason: 'No conductor is recorded yet to size it from.',
        section,
        ids: [item.id],
      });
      continue;
    }
    into.claims.push({
      topic: item.fitting,
      rule: 'each-fitting',
      section,
      what,
      why: 'Each fixture stud or hickey counts as one conductor.',
      count: item.count,
      size: census.largestInsulated,
      from: [{ id: item.id, count: item.count }],
    });
  }
};
