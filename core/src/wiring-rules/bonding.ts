/** A metal box is bonded by a screw used for nothing else, or a listed clip (250.148(C); from memory). */
import { BOX_SCREW } from '../physical/end.ts';
import { isGroundColour } from '../physical/pieces.ts';
import type { WiringRule } from './subject.ts';

export const bonding: WiringRule = ({ physical, wiring, conductors, edition }) =>
  physical.metal &&
  !wiring.lands.some(({ at }) => at === BOX_SCREW) &&
  [...conductors.values()].some(({ colour }) => isGroundColour(colour))
    ? [
        {
          code: 'unbonded',
          severity: 'violation',
          section: edition.terminals.sections['box-bond'],
          words:
            'The metal box has no bond: a pigtail from the grounds to a screw used for nothing else, or a listed clip.',
          where: [BOX_SCREW],
        },
      ]
    : [];
