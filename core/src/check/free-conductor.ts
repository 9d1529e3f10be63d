/**
 * Free conductor: NEC 300.14, at least 6 in from where it leaves the sheath or raceway and 3 in past an
 * opening under 8 in, for conductors that are spliced or end in the box; CEC 150 mm. From memory.
 */
import { lengthIn } from '../box/stored-quantities.ts';
import {
  type Check,
  DOES_NOT_APPLY,
  finds,
  lookedAt,
  notRecorded,
  type Outcome,
  PASS,
  together,
} from './finding.ts';
import type { Length } from '../quantity/length.ts';

export const freeConductor: Check = ({ box, cables, edition }) => {
  // Conductors that pass through, neither spliced nor ended here, are exempt.
  const ends = box.items.some((item) => item.kind === 'conductors' && item.run === 'enters');
  if (cables.length === 0 && !ends) return DOES_NOT_APPLY;
  const section = edition.checks.sections['free-conductor'];
  if (section === null) return notRecorded('free-conductor', edition);
  const { free, past } = box.site ?? {};
  const { least, past: leastPast } = edition.checks.freeConductor;
  const isFree = 'the free length of the conductors';
  const reach = 'how far conductors reach past the opening';
  const judged = (length: string | undefined, limit: Length, isPast: boolean): Outcome => {
    if (length === undefined)
      return isPast
        ? lookedAt('free-conductor', { box }, { section, needs: reach, fact: 'past' })
        : lookedAt('free-conductor', { box }, { section, needs: isFree, fact: 'free' });
    const is = lengthIn(length);
    return is >= limit
      ? PASS
      : finds('free-conductor', { is, limit, past: isPast }, { severity: 'violation', section });
  };
  return together([judged(free, least, false), leastPast === null ? PASS : judged(past, leastPast, true)]);
};
