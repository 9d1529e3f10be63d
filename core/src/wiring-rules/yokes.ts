/** Two circuits on one yoke, and the hots of a multiwire circuit, open together (210.7, 210.4(B); from memory). */
import { readHot } from '../physical/hot.ts';
import type { WiringFinding, WiringRule } from './subject.ts';

export const yokes: WiringRule = ({ physical, work, edition }) => {
  const { sections } = edition.terminals;
  const found: WiringFinding[] = [];
  for (const { work: device, title, key } of physical.devices) {
    const circuits = new Set(
      (device.halves ?? []).flatMap((ref) => {
        const hot = readHot(ref);
        return hot.kind === 'circuit' ? [hot.id] : [];
      }),
    );
    if (circuits.size > 1)
      found.push({
        code: 'yoke',
        severity: 'look',
        section: sections['shared-yoke'],
        words: `Two circuits are on the yoke of the ${title}: their breakers must open together.`,
        where: [key],
      });
  }
  if (work.circuits.some(({ partner }) => partner !== undefined))
    found.push({
      code: 'multiwire',
      severity: 'look',
      section: sections.multiwire,
      words:
        'The hots of a multiwire circuit must be opened together: a two-pole breaker or listed handle ties.',
      where: [],
    });
  return found;
};
