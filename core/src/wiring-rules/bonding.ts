/** A metal box is bonded by a screw used for nothing else, or a listed clip (250.148(C); from memory). */
import { BOX_SCREW } from '../wiring/end.ts';
import { isGroundColour } from '../physical/pieces.ts';
import { type WiringRule, wrong } from './subject.ts';

export const bonding: WiringRule = ({ physical, wiring, conductors, edition }) =>
  physical.metal &&
  !wiring.lands.some(({ at }) => at === BOX_SCREW) &&
  [...conductors.values()].some(({ colour }) => isGroundColour(colour))
    ? [wrong('unbonded', {}, { ends: [BOX_SCREW] }, edition.terminals.sections['box-bond'])]
    : [];
