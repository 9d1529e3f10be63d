/**
 * Free conductor: NEC 300.14, at least 6 in from where it leaves the sheath or raceway and 3 in past an
 * opening under 8 in; CEC 150 mm. From memory.
 */
import { lengthIn } from '../box/document.ts';
import { inches, type Length, readLength, showInches } from '../quantity/length.ts';
import { type Check, finds, notChecked, PASS, together } from './finding.ts';

const LEAST_FREE: Readonly<Record<'NEC' | 'CEC', Length>> = {
  NEC: inches(6),
  CEC: readLength('150 mm') ?? inches(5.9),
};
const LEAST_PAST = inches(3);

export const freeConductor: Check = ({ box, cables, edition }) => {
  const section = edition.code === 'NEC' ? '300.14' : '12-3000';
  if (cables.length === 0 && !box.items.some((item) => item.kind === 'conductors')) return PASS;
  const { free, past } = box.site ?? {};
  if (free === undefined) return notChecked('free-conductor', section, 'the free length of the conductors');
  const least = LEAST_FREE[edition.code];
  const length = lengthIn(free);
  const short =
    length < least
      ? finds({
          check: 'free-conductor',
          severity: 'violation',
          section,
          words: `The shortest conductor has ${showInches(length)} in free; ${edition.code === 'NEC' ? '6 in' : '150 mm'} is the least.`,
          cure: 'Pull more cable in, or splice an extension where the fill allows it.',
        })
      : PASS;
  if (edition.code !== 'NEC') return short;
  if (past === undefined) {
    return together([
      short,
      notChecked('free-conductor', section, 'how far conductors reach past the opening'),
    ]);
  }
  return together([
    short,
    lengthIn(past) < LEAST_PAST
      ? finds({
          check: 'free-conductor',
          severity: 'violation',
          section,
          words: `A conductor reaches ${showInches(lengthIn(past))} in past the opening; 3 in is the least where the opening is under 8 in.`,
        })
      : PASS,
  ]);
};
