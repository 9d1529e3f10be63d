/**
 * The inside of a box as far as it is known, zone by zone from its back, and what was assumed for it. A taper, a side
 * pocket, clamps, a ring and an extension each make a zone of their own.
 */
import { assemble } from '../box/assembled.ts';
import { depthOfCode } from '../box/depth.ts';
import type { BoxDocument } from '../box/document.ts';
import { lengthIn } from '../box/stored-quantities.ts';
import { type Edition, standardBox } from '../edition/index.ts';
import { type Length, NM_PER_INCH } from '../quantity/length.ts';
import { ATOMS_PER_CUBIC_INCH } from '../quantity/volume.ts';
import { withParts } from './in-front.ts';
import { octagon, pocketed, straight, tapered } from './shapes.ts';
import { isSquare, OPENING, POCKET_FROM, wideOf } from './solids.ts';
import { withClamps, withFittings } from './stands-out.ts';
import { down, type Told } from './zones.ts';

const NM_PER_64TH = NM_PER_INCH / 64;
/** Of an octagon with sides s across flats the area is 0.8284 s². */
const OCTAGON = 2 * (Math.SQRT2 - 1);
/** No box is a hair deep or a yard wide. */
const EDGES = { least: 0.5, most: 24 } as const;

/** The inside of a box, from what is marked, measured or of the table. */
export function insideOf(box: BoxDocument, edition: Edition): Told {
  const recorded = box.site?.depth === undefined ? null : lengthIn(box.site.depth);
  const first = shellOf(box, edition, recorded);
  if ('missing' in first) return first;
  // A recorded depth is that of the box with its rings and extensions: the box itself is so much less deep.
  const more = recorded === null ? 0 : withParts(first, box, edition).depth - first.depth;
  const own =
    recorded === null || more === 0
      ? first
      : shellOf(box, edition, Math.max(recorded / 4, recorded - more * NM_PER_64TH) as Length);
  if ('missing' in own) return own;
  const edges = [own.width, own.height, own.depth];
  if (edges.some((edge) => edge < EDGES.least * 64 || edge > EDGES.most * 64)) return { missing: 'size' };
  const whole = withParts(withFittings(withClamps(own, box), box), box, edition);
  return whole.depth > EDGES.most * 64 ? { missing: 'size' } : whole;
}

/** The box itself, without what was added to it. @param recorded how deep it was measured */
function shellOf(box: BoxDocument, edition: Edition, recorded: Length | null): Told {
  const { shell } = box;
  if (shell.measured) {
    const [width, height, depth] = shell.measured.map((text) => lengthIn(text) / NM_PER_INCH) as [
      number,
      number,
      number,
    ];
    return straight(down(width), down(height), down(depth), width * height * depth, []);
  }
  const atoms = assemble(box, edition).parts.find(({ ids }) => ids.length === 0)?.volume ?? null;
  if (atoms === null) return { missing: 'volume' };
  const volume = atoms / ATOMS_PER_CUBIC_INCH;
  const listed = shell.box === undefined ? undefined : standardBox(edition, shell.box);
  const outline = listed?.outline;
  const told = recorded ?? depthOfCode(shell.box, edition);
  if (shell.form === 'round' || shell.form === 'pan' || shell.box?.startsWith('oct')) {
    const across = outline ? outline.width / NM_PER_INCH : 4;
    const depth = told === null ? volume / (OCTAGON * across * across) : told / NM_PER_INCH;
    const guess = told === null ? [`Its depth is taken from its volume, ${across} in across.`] : [];
    return octagon(Math.sqrt(volume / depth / OCTAGON), depth, volume, guess);
  }
  const square = isSquare(box);
  const wide = outline
    ? (outline.width / NM_PER_INCH) * (listed?.perGang ? shell.gangs : 1)
    : square
      ? 4
      : wideOf(shell.gangs);
  const high = outline ? outline.height / NM_PER_INCH : square ? 4 : OPENING.value.high;
  const depth = told === null ? volume / (wide * high) : told / NM_PER_INCH;
  const guess =
    told === null ? [`Its depth is taken from its volume, ${wide} × ${high} in inside: measure it.`] : [];
  const area = volume / depth;
  const isDeviceBox = !outline && !square;
  if (isDeviceBox && told !== null && area > POCKET_FROM.value * wide * high)
    return pocketed(wide, high, depth, volume);
  const scale = told === null ? 1 : Math.sqrt(area / (wide * high));
  const [width, height] = [wide * scale, high * scale];
  return isDeviceBox && shell.material === 'plastic'
    ? tapered(width, height, depth, volume, guess)
    : straight(down(width), down(height), down(depth), volume, guess);
}
