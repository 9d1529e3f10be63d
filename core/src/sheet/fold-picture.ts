/** The box opened: from the front up to a depth, and from the side, as plain shapes. Numbers and patterns tell without colour. */
import type { FoldPlace } from '../fold/contents.ts';
import type { Inside } from '../fold/zones.ts';
import { type GroundSide, turned } from '../fold/fold-words.ts';
import type { Block } from '../fold/pack.ts';
import { COLOURS, type Colour } from '../physical/pieces.ts';
import { jointColours } from '../plan/joint-words.ts';
import type { Planned } from '../plan/planned.ts';
import { type Length, showInches, sixtyFourths } from '../quantity/length.ts';
import type { Ink, Picture, Shape } from './picture.ts';

const tape = (parts: number): string =>
  `${showInches(sixtyFourths(Math.max(0, Math.round(parts))) as Length)} in`;

const FILL: Readonly<Record<string, Ink>> = { ground: 'green', neutral: 'white', hot: 'black' };
const INK: Readonly<Record<string, Ink>> = { ground: 'ink', neutral: 'ink', hot: 'white' };

const LETTER: Readonly<Record<string, string>> = { ground: 'G', neutral: 'N', hot: 'H' };

/** What stands on a solid: the number of its joint with what it carries, a device by its name. */
const nameOf = ({ what, is, layer = 'hot' }: FoldPlace): string => {
  const [, nth, which] = /^joint (\d+)(?:, connector (\d+))?$/.exec(what) ?? [];
  if (is !== 'connector' || nth === undefined) return what;
  return `${nth}${which === undefined ? '' : `.${which}`} ${LETTER[layer] ?? ''}`;
};

/** The inside as it is drawn: its edges, and what is open in it from the back to the front. */
export interface Opened {
  readonly width: number;
  readonly height: number;
  readonly depth: number;
  readonly hollow: readonly Block[];
}

/** What is drawn on the solids beside their names. */
export interface Marks {
  /** What is laid now, by its name. */
  readonly lit?: ReadonlySet<string>;
  /** Letters of the colours that leave a joint, by its name. */
  readonly tails?: ReadonlyMap<string, string>;
}

/** The walls of a box, and what is open between them. */
const walls = (
  outer: { readonly x: number; readonly y: number; readonly width: number; readonly height: number },
  open: readonly {
    readonly x: number;
    readonly y: number;
    readonly width: number;
    readonly height: number;
  }[],
): Shape[] => [
  { kind: 'rect', ...outer, fill: 'grey', stroke: 'ink', line: 3, round: 3 },
  ...open.map((one): Shape => ({ kind: 'rect', ...one, fill: 'hair' })),
];

/**
 * The box from the front, filled up to a layer.
 * @param shown what is laid so far
 */
export function foldFront(
  inside: Opened,
  shown: readonly FoldPlace[],
  { lit = new Set(), tails = new Map() }: Marks,
  width: number,
): Picture {
  const scale = Math.min((width - 8) / inside.width, 300 / inside.height);
  const left = (width - inside.width * scale) / 2;
  const height = inside.height * scale + 8;
  const at = (block: Omit<Block, 'z' | 'depth'>) => ({
    x: left + block.x * scale,
    y: 4 + (inside.height - block.y - block.height) * scale,
    width: block.width * scale,
    height: block.height * scale,
  });
  const shapes: Shape[] = [
    ...walls(at({ x: 0, y: 0, width: inside.width, height: inside.height }), inside.hollow.map(at)),
    ...[...shown]
      .sort((a, b) => a.z - b.z)
      .flatMap((place): Shape[] => solid(place, at(place), lit.has(place.what), tails.get(place.what))),
  ];
  const told = shown.filter(({ is }) => is !== 'folds').map((place) => place.what);
  return {
    width,
    height,
    alt: `The box from the front, ${tape(inside.width)} wide and ${tape(inside.height)} high inside: ${told.length === 0 ? 'nothing laid yet' : told.join(', ')}.`,
    shapes,
  };
}

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

function solid(
  place: FoldPlace,
  { x, y, width, height }: Box,
  lit: boolean,
  tails: string | undefined,
): Shape[] {
  const name = nameOf(place);
  if (place.is === 'folds') {
    const strokes: string[] = [];
    for (let at = 5; at < height; at += place.layer === 'neutral' ? 12 : 8)
      strokes.push(`M${x} ${(y + at).toFixed(1)} H${(x + width).toFixed(1)}`);
    return [
      {
        kind: 'rect',
        x,
        y,
        width,
        height,
        fill: place.layer === 'ground' ? 'green' : place.layer === 'neutral' ? 'white' : 'grey',
        stroke: 'soft',
        line: 1,
      },
      {
        kind: 'path',
        d: strokes.join(' ') || `M${x} ${y}`,
        stroke: 'soft',
        line: 1,
        dash: place.layer === 'hot' ? [6, 3] : [100, 0],
      },
    ];
  }
  if (place.is === 'device')
    return [
      { kind: 'rect', x, y, width, height, fill: 'brass', stroke: 'ink', line: lit ? 3 : 1.5, round: 4 },
      ...(width > 30
        ? [
            {
              kind: 'text',
              x: x + width / 2,
              y: y + height / 2 + 4,
              size: 11,
              text:
                name.length * 6 > width ? `${name.slice(0, Math.max(3, Math.floor(width / 6) - 1))}…` : name,
              fill: 'ink',
              anchor: 'middle',
              strong: true,
            } as const,
          ]
        : []),
    ];
  const ink = INK[place.layer ?? 'hot'] ?? 'ink';
  const told = tails !== undefined && height > 30 && tails.length * 7 < width - 4;
  return [
    {
      kind: 'rect',
      x,
      y,
      width,
      height,
      fill: FILL[place.layer ?? 'hot'] ?? 'grey',
      stroke: 'ink',
      line: lit ? 3 : 1.5,
      round: 5,
    },
    {
      kind: 'text',
      x: x + width / 2,
      y: y + height / 2 + (told ? -2 : 4),
      size: 12,
      text: name,
      fill: ink,
      anchor: 'middle',
      strong: true,
    },
    ...(told
      ? [
          {
            kind: 'text',
            x: x + width / 2,
            y: y + height / 2 + 12,
            size: 11,
            text: tails,
            fill: ink,
            anchor: 'middle',
          } as const,
        ]
      : []),
  ];
}

export interface SideMarks {
  /** Depth that is left over, written below. */
  readonly depthLeft?: number | undefined;
  /** The depth to which it is looked at from the front. */
  readonly cut?: number | undefined;
  /** How far a router’s bit reaches behind the front. */
  readonly reach?: number | undefined;
}

/** Where depths lie in the drawing from the side. */
export function sideFrame(inside: Pick<Opened, 'depth' | 'height'>, width: number) {
  const scale = Math.min((width - 16) / inside.depth, (width * 0.62) / inside.height, 230 / inside.height);
  const wide = inside.depth * scale;
  return { scale, left: (width - wide) / 2, top: 20, wide, high: inside.height * scale };
}

/** The box from the side, its back on the left: how deep everything lies, and the depth that is left over. */
export function foldSide(
  inside: Opened,
  places: readonly FoldPlace[],
  { depthLeft, cut, reach }: SideMarks,
  width: number,
): Picture {
  const { scale, left, top, wide, high } = sideFrame(inside, width);
  const at = ({ z, depth, y, height }: Pick<Block, 'z' | 'depth' | 'y' | 'height'>) => ({
    x: left + z * scale,
    y: top + (inside.height - y - height) * scale,
    width: depth * scale,
    height: height * scale,
  });
  const line = (depth: number, dash: readonly [number, number]): Shape => ({
    kind: 'path',
    d: `M${(left + depth * scale).toFixed(1)} ${top - 4} V${(top + high + 4).toFixed(1)}`,
    stroke: 'over',
    line: 2.5,
    dash,
  });
  const over = depthLeft === undefined ? '' : `, ${tape(depthLeft)} left over`;
  const bit = reach === undefined ? '' : `; a router’s bit reaches ${tape(reach)}`;
  const shapes: Shape[] = [
    { kind: 'text', x: left, y: 13, size: 11, text: 'back', fill: 'soft', anchor: 'start' },
    { kind: 'text', x: left + wide, y: 13, size: 11, text: 'front', fill: 'soft', anchor: 'end' },
    ...walls(at({ z: 0, depth: inside.depth, y: 0, height: inside.height }), inside.hollow.map(at)),
    ...[...places]
      .sort((a, b) => (a.is === 'folds' ? 0 : 1) - (b.is === 'folds' ? 0 : 1))
      .flatMap((place) => solid(place, at(place), false, undefined)),
    ...(cut === undefined
      ? []
      : [
          line(cut, [100, 0]),
          {
            kind: 'circle',
            x: left + cut * scale,
            y: top + high,
            r: 8,
            fill: 'white',
            stroke: 'over',
          } as const,
        ]),
    ...(reach === undefined ? [] : [line(inside.depth - reach, [5, 3])]),
    {
      kind: 'text',
      x: width / 2,
      y: top + high + 22,
      size: 12,
      text: `${tape(inside.depth)} deep${over}${bit}`,
      fill: 'ink',
      anchor: 'middle',
      strong: true,
    },
  ];
  return {
    width,
    height: top + high + 30,
    alt: `The box from the side, ${tape(inside.depth)} deep${over}${bit}: ${places
      .filter(({ is }) => is !== 'folds')
      .map(({ what, z }) => `${what} ${tape(z)} from the back`)
      .join(', ')}.`,
    shapes,
  };
}

/** The inside of a box, to be drawn. */
export const openedOf = ({ width, height, depth, zones }: Inside): Opened => ({
  width,
  height,
  depth,
  hollow: zones.flatMap(({ from, to, columns }) =>
    columns.map((column) => ({ ...column, z: from, depth: to - from })),
  ),
});

/** It turned with its devices. */
export function turnedBox(opened: Opened, ground: GroundSide): Opened {
  const { width, height } = opened;
  const sideways = ground === 'left' || ground === 'right';
  return {
    ...opened,
    hollow: turned(opened.hollow, width, height, ground),
    ...(sideways ? { width: height, height: width } : {}),
  };
}

/** The letters of the colours that leave each joint, by its name. */
export const tailsOf = (planned: Pick<Planned, 'wiring'>): Map<string, string> =>
  new Map(
    planned.wiring.joints.map((_, nth) => [
      `joint ${nth + 1}`,
      jointColours(planned, nth)
        .map((colour) => COLOURS[colour as Colour] ?? '?')
        .join(''),
    ]),
  );
