/**
 * Free conductor: NEC 300.14, at least 6 in from where it leaves the sheath or raceway and 3 in past an
 * opening under 8 in; CEC 150 mm. From memory.
 */
import { lengthIn } from '../box/document.ts';
import { type Check, DOES_NOT_APPLY, finds, notChecked, notRecorded, PASS, together } from './finding.ts';

export const freeConductor: Check = ({ box, cables, edition }) => {
  if (cables.length === 0 && !box.items.some((item) => item.kind === 'conductors')) return DOES_NOT_APPLY;
  const section = edition.checks.sections['free-conductor'];
  if (section === null) return notRecorded('free-conductor', edition);
  const { free, past } = box.site ?? {};
  if (free === undefined) return notChecked('free-conductor', section, 'the free length of the conductors');
  const { least, past: leastPast } = edition.checks.freeConductor;
  const length = lengthIn(free);
  const short =
    length < least
      ? finds('free-conductor', { is: length, limit: least, past: false }, { severity: 'violation', section })
      : PASS;
  if (leastPast === null) return short;
  if (past === undefined) {
    return together([
      short,
      notChecked('free-conductor', section, 'how far conductors reach past the opening'),
    ]);
  }
  return together([
    short,
    lengthIn(past) < leastPast
      ? finds(
          'free-conductor',
          { is: lengthIn(past), limit: leastPast, past: true },
          { severity: 'violation', section },
        )
      : PASS,
  ]);
};
