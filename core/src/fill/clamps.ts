/** NEC 314.16(B)(2): one or more internal clamps count once in all, at the largest conductor present. */
import { type Counting, type Rule, type Share } from './claim.ts';

const SCHOOL = 'push-in flaps of a plastic box';

export const clamps: Rule = (census, edition, into) => {
  const from: Share[] = [];
  const flapIds: string[] = [];
  for (const item of census.hardware) {
    if (item.kind !== 'clamps') continue;
    if (item.hold === 'flap' && !census.flapsCount) flapIds.push(item.id);
    else from.push({ id: item.id, count: from.length === 0 ? 1 : 0 });
  }
  if (from.length === 0) {
    if (flapIds.length > 0) leaveFlaps(into, flapIds, edition.sections.clamps);
    return;
  }
  for (const id of flapIds) from.push({ id, count: 0 });
  if (census.largest === undefined) {
    into.notCounted.push({
      what: 'internal clamps',
      reason: 'No conductor is recorded yet to size them from.',
      section: edition.sections.clamps,
      ids: from.map((share) => share.id),
    });
    return;
  }
  into.claims.push({
    topic: 'clamps',
    rule: 'clamps',
    section: edition.sections.clamps,
    what: 'internal clamps, all together',
    why: 'However many cable clamps are inside, they count once in all, at the largest conductor in the box.',
    count: 1,
    size: census.largest,
    from,
  });
};

function leaveFlaps(into: Counting, ids: string[], section: string) {
  into.notCounted.push({
    what: SCHOOL,
    reason:
      'This box is counted by the school that takes only clamps that grip; the cautious school counts flaps too.',
    section,
    ids,
  });
}
