/**
 * A bored hole or cable at least 1¼ in from the face of the stud, or a steel plate (NEC 300.4, from memory).
 */
import { inches, showInches } from '../quantity/length.ts';
import { type Check, finds, notChecked, PASS, recorded } from './finding.ts';

const LEAST_EDGE = inches(1.25);

export const studEdge: Check = ({ box, cables }) => {
  const section = '300.4';
  if (cables.length === 0 || box.site?.plate === true) return PASS;
  const edge = box.site?.edge;
  if (edge === undefined)
    return notChecked('stud-edge', section, 'how near holes and cables come to the stud’s face');
  return recorded(edge) >= LEAST_EDGE
    ? PASS
    : finds({
        check: 'stud-edge',
        severity: 'violation',
        section,
        words: `A hole or cable ${showInches(recorded(edge))} in from the stud’s face: 1¼ in is the least without a steel plate.`,
        cure: 'Fit a steel plate over it.',
      });
};
