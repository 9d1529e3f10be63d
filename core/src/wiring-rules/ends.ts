/** Every end is somewhere, and in one place only; a pigtail has two ends (NEC 110.12, 110.14; from memory). */
import { BOX_SCREW } from '../wiring/end.ts';
import { type WiringFinding, type WiringRule, wrong } from './subject.ts';

export const ends: WiringRule = ({ conductors, pigtails, ports, places, edition }) => {
  const { loose } = edition.terminals.sections;
  const found: WiringFinding[] = [];
  for (const id of conductors.keys()) {
    const many = places.get(id) ?? 0;
    if (many === 0) found.push(wrong('loose', { end: id }, { ends: [id] }, loose));
    if (many > 1) found.push(wrong('twice', { end: id, places: many }, { ends: [id] }, 'contradiction'));
  }
  for (const id of pigtails.keys()) {
    const many = places.get(id) ?? 0;
    if (many !== 2) found.push(wrong('loose', { end: id, placed: many }, { ends: [id] }, loose));
  }
  for (const end of places.keys())
    if (!conductors.has(end) && !pigtails.has(end) && !ports.has(end) && end !== BOX_SCREW)
      found.push(wrong('unknown-end', { end }, { ends: [end] }, 'contradiction'));
  return found;
};
