/**
 * A white used as a hot is re-identified at both ends and carries the supply to the switch (NEC 200.7,
 * from memory).
 */
import { type Check, finds, PASS } from './finding.ts';

export const whiteAsHot: Check = ({ cables }) => {
  const loops = cables.filter(({ role, conductors }) => role === 'loop' && conductors === 2);
  return loops.length === 0
    ? PASS
    : finds({
        check: 'white-as-hot',
        severity: 'look',
        section: '200.7',
        words:
          'In the switch loop the white is a hot: re-identify it at both ends; it carries the supply to the switch, never the return.',
        ids: loops.map(({ id }) => id),
      });
};
