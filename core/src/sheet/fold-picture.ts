/** The box opened: from the front up to a depth, and from the side, as plain shapes. Numbers and patterns tell without colour. */
import type { FoldPlace } from '../fold/contents.ts';
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

interface Inside {
  readonly width: number;
  readonly height: number;
  readonly depth: number;
}

/**
 * The box from the front, filled up to a layer.
 * @param shown what is laid so far; @param lit what is laid now
 */
export function foldFront(
  inside: Inside,
  shown: readonly FoldPlace[],
  lit: ReadonlySet<string>,
  width: number,
): Picture {
  const scale = Math.min((width - 8) / inside.width, 300 / inside.height);
  const left = (width - inside.width * scale) / 2;
  const height = inside.height * scale + 8;
  const shapes: Shape[] = [
    {
      kind: 'rect',
      x: left,
      y: 4,
      width: inside.width * scale,
      height: inside.height * scale,
      fill: 'hair',
      stroke: 'ink',
      line: 3,
      round: 3,
    },
    ...[...shown]
      .sort((a, b) => a.z - b.z)
      .flatMap((place): Shape[] =>
        solid(
          place,
          left + place.x * scale,
          4 + (inside.height - place.y - place.height) * scale,
          place.width * scale,
          place.height * scale,
          lit.has(place.what),
        ),
      ),
  ];
  const told = shown.filter(({ is }) => is !== 'folds').map((place) => place.what);
  return {
    width,
    height,
    alt: `The box from the front, ${tape(inside.width)} wide and ${tape(inside.height)} high inside: ${told.length === 0 ? 'nothing laid yet' : told.join(', ')}.`,
    shapes,
  };
}

function solid(place: FoldPlace, x: number, y: number, width: number, height: number, lit: boolean): Shape[] {
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
      y: y + height / 2 + 4,
      size: 12,
      text: name,
      fill: INK[place.layer ?? 'hot'] ?? 'ink',
      anchor: 'middle',
      strong: true,
    },
  ];
}

/** The box from the side, its back on the left: how deep everything lies, and the depth that is left over. */
export function foldSide(
  inside: Inside,
  places: readonly FoldPlace[],
  depthLeft: number | undefined,
  width: number,
): Picture {
  const scale = Math.min((width - 16) / inside.depth, 170 / inside.height);
  const [left, top] = [8, 20];
  const [wide, high] = [inside.depth * scale, inside.height * scale];
  const shapes: Shape[] = [
    { kind: 'text', x: left, y: 13, size: 11, text: 'back', fill: 'soft', anchor: 'start' },
    { kind: 'text', x: left + wide, y: 13, size: 11, text: 'front', fill: 'soft', anchor: 'end' },
    { kind: 'rect', x: left, y: top, width: wide, height: high, fill: 'hair', stroke: 'ink', line: 3 },
    ...[...places]
      .sort((a, b) => (a.is === 'folds' ? 0 : 1) - (b.is === 'folds' ? 0 : 1))
      .flatMap((place) =>
        solid(
          place,
          left + place.z * scale,
          top + (inside.height - place.y - place.height) * scale,
          place.depth * scale,
          place.height * scale,
          false,
        ),
      ),
    {
      kind: 'text',
      x: left,
      y: top + high + 16,
      size: 12,
      text: `${tape(inside.depth)} deep${depthLeft === undefined ? '' : `, ${tape(depthLeft)} left over`}`,
      fill: 'ink',
      anchor: 'start',
      strong: true,
    },
  ];
  return {
    width,
    height: top + high + 24,
    alt: `The box from the side, ${tape(inside.depth)} deep${depthLeft === undefined ? '' : `, ${tape(depthLeft)} left over`}: ${places
      .filter(({ is }) => is !== 'folds')
      .map(({ what, z }) => `${what} ${tape(z)} from the back`)
      .join(', ')}.`,
    shapes,
  };
}
