/** What hand entry offers: the ends that are nowhere yet. */
import { type End, type LooseEnd, isPigtail, isWire, pigtailEnd } from '@dense-pack/core/wiring/end';
import { indexed } from '@dense-pack/core/wiring/indexed';
import type { Wiring } from '@dense-pack/core/wiring/wiring';
import type { Planned } from '@dense-pack/core/plan/planned';

export const toggled = <T extends string>(list: readonly T[], one: T): T[] =>
  list.includes(one) ? list.filter((other) => other !== one) : [...list, one];

/** Whether an end can land on a terminal: a lead of a device cannot. */
export const isLoose = (end: End): end is LooseEnd => isWire(end) || isPigtail(end);

/** Ends that are nowhere yet; a pigtail is named until both of its ends are somewhere. */
export function placesLeft({ lines, faces }: Pick<Planned, 'lines' | 'faces'>, wiring: Wiring): End[] {
  const { placesOf } = indexed(wiring);
  const leads = faces.flatMap(({ terminals }) =>
    terminals.filter(({ metal, signal }) => metal === 'lead' && signal !== undefined).map(({ id }) => id),
  );
  const wires = lines.flatMap((line) => line.wires.map(({ id }) => id));
  return [
    ...[...wires, ...leads].filter((end) => placesOf(end) === 0),
    ...wiring.pigtails.map(({ id }) => pigtailEnd(id)).filter((end) => placesOf(end) < 2),
  ];
}
