/** Every end is somewhere, and in one place only; a pigtail has two ends (NEC 110.12, 110.14; from memory). */
import { BOX_SCREW } from '../physical/end.ts';
import { cap, type WiringFinding, type WiringRule } from './subject.ts';

export const ends: WiringRule = ({ conductors, pigtails, ports, places, name, edition }) => {
  const { loose } = edition.terminals.sections;
  const found: WiringFinding[] = [];
  const add = (code: string, section: string, words: string, end: string) =>
    void found.push({ code, severity: 'violation', section, words, where: [end] });
  for (const id of conductors.keys()) {
    const many = places.get(id) ?? 0;
    if (many === 0)
      add('loose', loose, `${cap(name(id))} is loose: every conductor is joined, landed or capped.`, id);
    if (many > 1) add('twice', 'contradiction', `${cap(name(id))} is in ${many} places at once.`, id);
  }
  for (const id of pigtails.keys()) {
    const many = places.get(id) ?? 0;
    if (many !== 2)
      add(
        'loose',
        loose,
        `${cap(name(id))} has two ends and ${many === 1 ? 'one is' : `${many} are`} put somewhere.`,
        id,
      );
  }
  for (const end of places.keys())
    if (!conductors.has(end) && !pigtails.has(end) && !ports.has(end) && end !== BOX_SCREW)
      add('unknown-end', 'contradiction', `“${end}” is not in this box.`, end);
  return found;
};
