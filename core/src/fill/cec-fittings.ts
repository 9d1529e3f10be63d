/** CEC 12-3034: one in all where the box has one or more fixture studs or hickeys. */
import { type Rule } from './claim.ts';

export const fittingsTogether: Rule = (census, edition, into) => {
  const found = census.hardware.filter(({ kind }) => kind === 'fitting');
  if (found.length === 0) return;
  const what = 'fixture stud or hickey';
  const section = edition.sections['fittings-together'];
  if (census.largestInsulated === undefined) {
    into.notCounted.push({
      what,
      reason: 'No conductor is recorded yet to size it from.',
      section,
      ids: found.map(({ id }) => id),
    });
    return;
  }
  into.claims.push({
    topic: 'fixture fittings',
    rule: 'fittings-together',
    section,
    what,
    why: 'One or more fixture studs or hickeys count as one conductor in all.',
    count: 1,
    size: census.largestInsulated,
    from: found.map(({ id }, index) => ({ id, count: index === 0 ? 1 : 0 })),
  });
};
