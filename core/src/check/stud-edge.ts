/**
 * A bored hole or cable at least 1¼ in from the face of the stud, or a steel plate (NEC 300.4, from memory).
 */
import { type Check, DOES_NOT_APPLY, finds, lookedAt, notRecorded, PASS, recorded } from './finding.ts';

export const studEdge: Check = ({ box, cables, edition }) => {
  if (cables.length === 0) return DOES_NOT_APPLY;
  const section = edition.checks.sections['stud-edge'];
  if (section === null) return notRecorded('stud-edge', edition);
  if (box.site?.plate === true) return PASS;
  const least = edition.checks.studEdge;
  const edge = box.site?.edge;
  if (edge === undefined)
    return lookedAt(
      'stud-edge',
      { box },
      { section, needs: 'how near holes and cables come to the stud’s face', fact: 'edge' },
    );
  return recorded(edge) >= least
    ? PASS
    : finds('stud-edge', { is: recorded(edge), limit: least }, { severity: 'violation', section });
};
