/** The inside of a box as far as it is known: edges in sixty-fourths of an inch, and what was assumed for them. */
import { assemble } from '../box/assembled.ts';
import { boxDepth } from '../box/depth.ts';
import { type BoxDocument, lengthIn } from '../box/document.ts';
import { type Edition, standardBox } from '../edition/index.ts';
import { ATOMS_PER_CUBIC_INCH } from '../quantity/volume.ts';

/** A part of the inside, straight from back to front: x from the left, y from the bottom. */
export interface Column {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export interface Inside {
  readonly width: number;
  readonly height: number;
  readonly depth: number;
  /** Its area in columns that do not meet: one for a rectangle, three for an octagon. */
  readonly columns: readonly Column[];
  /** In³. */
  readonly volume: number;
  readonly assumed: readonly string[];
}

/** What must be told before anything can be said. */
export type Missing = 'volume' | 'barrier' | 'size';

const PER_INCH = 64;
const NM = 25_400_000;
const down = (inches: number) => Math.floor(inches * PER_INCH + 1e-9);

/** Inside of a device box: 3 in high, 2⅛ in wide and 1¹³⁄₁₆ in more for each further gang. Common practice, no source. */
const DEVICE_BOX = { high: 3, wide: 2.125, pitch: 1.8125 } as const;
/** Of an octagon with sides s across flats the area is 0.8284 s². */
const OCTAGON = 2 * (Math.SQRT2 - 1);
/** No box is a hair deep or a yard wide. */
const EDGES = { least: 0.5, most: 24 } as const;

/** The inside of a box, from what is marked, measured or of the table. */
export function insideOf(box: BoxDocument, edition: Edition): Inside | { readonly missing: Missing } {
  const { shell, items } = box;
  if (items.some(({ kind }) => kind === 'barrier')) return { missing: 'barrier' };
  if (shell.measured) {
    const [width, height, depth] = shell.measured.map((text) => lengthIn(text) / NM) as [
      number,
      number,
      number,
    ];
    return rectangle(width, height, depth, width * height * depth, []);
  }
  const assembled = assemble(box, edition);
  const atoms = assembled.capacity ?? assembled.estimate?.volume ?? null;
  if (atoms === null) return { missing: 'volume' };
  const volume = atoms / ATOMS_PER_CUBIC_INCH;
  const listed = shell.box === undefined ? undefined : standardBox(edition, shell.box);
  const outline = listed?.outline;
  const told = boxDepth(box, edition);
  if (shell.form === 'round' || shell.form === 'pan' || shell.box?.startsWith('oct')) {
    const across = outline ? outline.width / NM : 4;
    const depth = told === null ? volume / (OCTAGON * across * across) : told / NM;
    const side = Math.sqrt(volume / depth / OCTAGON);
    return bounded(
      octagon(
        side,
        depth,
        volume,
        told === null ? [`Its depth is taken from its volume, ${across} in across.`] : [],
      ),
    );
  }
  const { gangs } = shell;
  const square = shell.form === 'square' || shell.box?.includes('sq');
  const wide = outline
    ? (outline.width / NM) * (listed?.perGang ? gangs : 1)
    : square
      ? 4
      : DEVICE_BOX.wide + DEVICE_BOX.pitch * (gangs - 1);
  const high = outline ? outline.height / NM : square ? 4 : DEVICE_BOX.high;
  if (told !== null) {
    const depth = told / NM;
    const area = volume / depth;
    const scale = Math.sqrt(area / (wide * high));
    return bounded(rectangle(wide * scale, high * scale, depth, volume, []));
  }
  return bounded(
    rectangle(wide, high, volume / (wide * high), volume, [
      `Its depth is taken from its volume, ${wide} × ${high} in inside: measure it.`,
    ]),
  );
}

function bounded(inside: Inside): Inside | { readonly missing: Missing } {
  const edges = [inside.width, inside.height, inside.depth];
  return edges.some((edge) => edge < EDGES.least * PER_INCH || edge > EDGES.most * PER_INCH)
    ? { missing: 'size' }
    : inside;
}

function rectangle(
  width: number,
  height: number,
  depth: number,
  volume: number,
  assumed: readonly string[],
): Inside {
  const [w, h] = [down(width), down(height)];
  return {
    width: w,
    height: h,
    depth: down(depth),
    columns: [{ x: 0, y: 0, width: w, height: h }],
    volume,
    assumed,
  };
}

/** Three columns that lie in an octagon: the whole width where its sides are upright, and less above and below. */
function octagon(side: number, depth: number, volume: number, assumed: readonly string[]): Inside {
  const whole = down(side);
  // The upright sides are 0.414 of the width; on the slanting ones width and height together are 1.414 of it.
  const middle = Math.floor(whole * (Math.SQRT2 - 1));
  const narrow = Math.floor(whole * Math.SQRT1_2);
  const from = Math.floor((whole - middle) / 2);
  const above = Math.floor((narrow - middle) / 2);
  const left = Math.ceil((whole - narrow) / 2);
  return {
    width: whole,
    height: whole,
    depth: down(depth),
    columns: [
      { x: 0, y: from, width: whole, height: middle },
      { x: left, y: from + middle, width: narrow, height: above },
      { x: left, y: from - above, width: narrow, height: above },
    ].filter(({ height }) => height > 0),
    volume,
    assumed: [
      ...assumed,
      'Round boxes and octagons are taken as the octagon, and less of it above and below.',
    ],
  };
}
