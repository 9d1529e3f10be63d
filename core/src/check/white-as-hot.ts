/**
 * A white used as a hot is re-identified at both ends and carries the supply to the switch (NEC 200.7,
 * from memory).
 */
import { roleOf } from '../box/work.ts';
import { type Check, DOES_NOT_APPLY, finds } from './finding.ts';

export const whiteAsHot: Check = ({ cables, edition }) => {
  const loops = cables.filter(({ duty, conductors }) => roleOf(duty) === 'loop' && conductors === 2);
  return loops.length === 0
    ? DOES_NOT_APPLY
    : finds(
        'white-as-hot',
        {},
        {
          severity: 'look',
          section: edition.checks.sections['white-as-hot'] ?? edition.name,
          ids: loops.map(({ id }) => id),
        },
      );
};
