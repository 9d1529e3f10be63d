/** What stands in front of a box and makes it deeper: rings, extensions, domed covers. */
import { depthOfCode } from '../box/depth.ts';
import type { BoxDocument, ItemOf } from '../box/document.ts';
import { volumeIn } from '../box/stored-quantities.ts';
import { type Edition, standardBox } from '../edition/index.ts';
import { NM_PER_INCH } from '../quantity/length.ts';
import { ATOMS_PER_CUBIC_INCH } from '../quantity/volume.ts';
import { isSquare, OPENING, wideOf } from './solids.ts';
import { type Column, down, type Inside, within } from './zones.ts';

/** Rings, extensions and domed covers in front of the box: a ring is as narrow as the gangs of its devices. */
export function withParts(inside: Inside, box: BoxDocument, edition: Edition): Inside {
  const parts = box.items.filter((item) => item.kind === 'added');
  return parts.reduce((now, part) => withPart(now, part, box, edition), inside);
}

function withPart(inside: Inside, part: ItemOf<'added'>, box: BoxDocument, edition: Edition): Inside {
  const gangs = box.items.reduce((sum, item) => sum + (item.kind === 'device' ? item.wide : 0), 0);
  const isRing = part.part === 'ring' && (isSquare(box) || inside.shape === 'round');
  const front = inside.zones.at(-1)?.columns ?? [];
  const columns = isRing ? within(front, middleOf(inside, gangs)) : [...front];
  const area = columns.reduce((sum, { width, height }) => sum + width * height, 0) / 64 ** 2;
  const code = depthOfCode(part.box, edition);
  const listed = part.box === undefined ? undefined : standardBox(edition, part.box);
  const volume =
    part.count *
    (part.volume === undefined
      ? (listed?.volume ?? 0) / ATOMS_PER_CUBIC_INCH
      : volumeIn(part.volume) / ATOMS_PER_CUBIC_INCH);
  const more = code === null ? (area > 0 ? down(volume / area) : 0) : down((code / NM_PER_INCH) * part.count);
  if (more === 0)
    return part.part === 'ring' || part.part === 'ext'
      ? { ...inside, assumed: [...inside.assumed, 'What is not marked adds no depth here: measure it.'] }
      : inside;
  const depth = inside.depth + more;
  return {
    ...inside,
    depth,
    volume: inside.volume + volume,
    zones: [...inside.zones, { from: inside.depth, to: depth, columns }],
    // A ring over slanting sides has no one column: its own edges are the opening.
    opening: isRing ? (columns.length === 1 && columns[0]) || middleOf(inside, gangs) : inside.opening,
  };
}

/** The opening of a ring: as many gangs as stand in it, in the middle. */
function middleOf({ width, height }: Inside, gangs: number): Column {
  const [wide, high] = [down(wideOf(Math.min(2, Math.max(1, gangs)))), down(OPENING.value.high)];
  return {
    x: Math.max(0, Math.floor((width - wide) / 2)),
    y: Math.max(0, Math.floor((height - high) / 2)),
    width: Math.min(wide, width),
    height: Math.min(high, height),
  };
}
