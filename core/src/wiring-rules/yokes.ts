/** Two circuits on one yoke, and the hots of a multiwire circuit, open together (210.7, 210.4(B); from memory). */
import { readHot } from '../physical/hot.ts';
import { type WiringFinding, type WiringRule, wrong } from './subject.ts';

export const yokes: WiringRule = ({ physical, work, edition }) => {
  const { sections } = edition.terminals;
  const found: WiringFinding[] = [];
  for (const { work: device, key } of physical.devices) {
    const circuits = new Set(
      (device.halves ?? []).flatMap((ref) => {
        const hot = readHot(ref);
        return hot.kind === 'circuit' ? [hot.id] : [];
      }),
    );
    if (circuits.size > 1)
      found.push(wrong('yoke', { piece: key }, { pieces: [key] }, sections['shared-yoke'], 'look'));
  }
  if (work.circuits.some(({ partner }) => partner !== undefined))
    found.push(wrong('multiwire', {}, {}, sections.multiwire, 'look'));
  return found;
};
