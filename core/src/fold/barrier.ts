/** A barrier makes two spaces of a box. */
import type { BoxDocument } from '../box/document.ts';
import { volumeIn } from '../box/stored-quantities.ts';
import type { Side } from '../box/words.ts';
import { sidesAreTold } from '../fill/spaces.ts';
import { BARRIER_THICK } from './solids.ts';
import { type Inside, type Missing, shared, within } from './zones.ts';

/** The two spaces of a divided box, a on the left: by their volumes where those are told, otherwise half and half. */
export function spacesIn(
  inside: Inside,
  box: BoxDocument,
): Readonly<Record<Side, Inside>> | { readonly missing: Missing } | undefined {
  const barrier = box.items.find((item) => item.kind === 'barrier');
  if (!barrier) return undefined;
  if (!sidesAreTold(box)) return { missing: 'barrier' };
  const [a, b] = barrier.spaces?.map(volumeIn) ?? [1, 1];
  const share = (a ?? 1) / ((a ?? 1) + (b ?? 1));
  const at = Math.round((inside.width - BARRIER_THICK.value) * share);
  const part = (x: number, width: number): Inside => {
    const open = { x, y: 0, width, height: inside.height };
    return {
      ...inside,
      zones: inside.zones.map((zone) => ({ ...zone, columns: within(zone.columns, open) })),
      opening: shared(inside.opening, open) ?? open,
      volume: inside.volume * (width / inside.width),
      assumed: [],
    };
  };
  const from = at + BARRIER_THICK.value;
  const two = { a: part(0, at), b: part(from, inside.width - from) };
  const shut = [two.a, two.b].some(({ zones }) => zones.some(({ columns }) => columns.length === 0));
  return shut ? { missing: 'size' } : two;
}
