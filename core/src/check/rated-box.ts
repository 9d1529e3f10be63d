/**
 * A fan, or more than 50 lb, hangs on a box rated for it (NEC 314.27, from memory).
 */
import { type Check, DOES_NOT_APPLY, finds, lookedAt, notRecorded, PASS } from './finding.ts';

export const ratedBox: Check = ({ box, edition }) => {
  const section = edition.checks.sections['rated-box'];
  const { hangs, rated } = box.site ?? {};
  const ceiling = box.shell.form === 'round' || box.shell.form === 'pan';
  if (hangs === undefined && !ceiling) return DOES_NOT_APPLY;
  if (section === null) return notRecorded('rated-box', edition);
  if (hangs === undefined) {
    return ceiling
      ? lookedAt(
          'rated-box',
          { box },
          { section, needs: 'whether a fan or more than 50 lb hangs here', fact: 'hangs' },
        )
      : PASS;
  }
  if (rated === hangs || rated === 'fan') return PASS;
  return finds('rated-box', { hangs }, { severity: 'violation', section });
};
