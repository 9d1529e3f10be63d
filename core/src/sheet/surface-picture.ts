/** The wall unfolded with its ceiling, and a run of surface raceway on it; and a row of fixtures seen from above. */
import type { Surface } from '../box/surface.ts';
import { lengthOf } from '../box/texts.ts';
import { type Length, showInches } from '../quantity/length.ts';
import type { RowPlan } from '../space/row.ts';
import type { SurfaceRun } from '../space/surface.ts';
import type { Picture, Shape } from './picture.ts';

const NM = 25_400_000;
const tape = (length: number) => `${showInches(Math.round(length) as Length)} in`;

/** What of the unfolded wall is drawn: nanometres, and points to the inch. */
export interface SurfaceFrame {
  readonly left: number;
  readonly top: number;
  readonly scale: number;
  readonly width: number;
  readonly height: number;
}

/** The least of wall and ceiling that is drawn, and how much round the run, in inches. */
const LEAST = { wide: 72, ceiling: 40 } as const;
const ROUND = 10;
/** The most the drawing is high, in points. */
const HIGH = 430;

/** A frame that holds the run, the floor, the height of the wall and some of the ceiling. */
export function surfaceFrame(surface: Surface, run: SurfaceRun, width: number): SurfaceFrame {
  const xs = [lengthOf(surface.start.x), ...run.nodes.map(({ x }) => x)];
  const ys = run.nodes.map(({ y }) => y);
  const middle = (Math.min(...xs) + Math.max(...xs)) / 2;
  const wide = Math.max(LEAST.wide * NM, Math.max(...xs) - Math.min(...xs) + 2 * ROUND * NM);
  const top = Math.max(lengthOf(surface.height) + LEAST.ceiling * NM, ...ys.map((y) => y + ROUND * NM));
  // The whole wall with its ceiling stays on a phone’s screen.
  const scale = Math.min((width * NM) / wide, (HIGH * NM) / top);
  return { left: middle - ((width / scale) * NM) / 2, top, scale, width, height: (top / NM) * scale };
}

export const surfaceAt = (frame: SurfaceFrame, x: number, y: number) => ({
  x: ((x - frame.left) / NM) * frame.scale,
  y: ((frame.top - y) / NM) * frame.scale,
});

/** The place on the wall under a point of the drawing, nanometres. */
export const placeUnder = (frame: SurfaceFrame, x: number, y: number) => ({
  x: frame.left + (x / frame.scale) * NM,
  y: frame.top - (y / frame.scale) * NM,
});

export function surfacePicture(surface: Surface, run: SurfaceRun, frame: SurfaceFrame): Picture {
  const ceiling = surfaceAt(frame, 0, lengthOf(surface.height)).y;
  const shapes: Shape[] = [
    { kind: 'rect', x: 0, y: 0, width: frame.width, height: ceiling, fill: 'brass', stroke: 'hair' },
    {
      kind: 'rect',
      x: 0,
      y: ceiling,
      width: frame.width,
      height: frame.height - ceiling,
      fill: 'white',
      stroke: 'hair',
    },
    { kind: 'path', d: `M0 ${ceiling} H${frame.width}`, stroke: 'ink', line: 1.5, dash: [8, 4] },
    { kind: 'text', x: 6, y: ceiling - 6, size: 11, text: 'ceiling', fill: 'soft', anchor: 'start' },
    { kind: 'text', x: 6, y: ceiling + 14, size: 11, text: 'wall', fill: 'soft', anchor: 'start' },
    ...run.straights.flatMap((straight): Shape[] => {
      const [a, b] = [
        surfaceAt(frame, straight.from.x, straight.from.y),
        surfaceAt(frame, straight.to.x, straight.to.y),
      ];
      const upright = Math.abs(a.x - b.x) < Math.abs(a.y - b.y);
      return [
        { kind: 'path', d: `M${a.x} ${a.y} L${b.x} ${b.y}`, stroke: 'ink', line: 4 },
        {
          kind: 'text',
          x: (a.x + b.x) / 2 + (upright ? 6 : 0),
          y: (a.y + b.y) / 2 + (upright ? 4 : -6),
          size: 11,
          text: tape(straight.whole),
          fill: 'ink',
          anchor: upright ? 'start' : 'middle',
          strong: true,
        },
      ];
    }),
    ...run.nodes.flatMap((node, nth): Shape[] => {
      const { x, y } = surfaceAt(frame, node.x, node.y);
      const box = node.what === 'starter' || node.what.endsWith(' box');
      const side = box ? 16 : 8;
      return [
        {
          kind: 'rect',
          x: x - side / 2,
          y: y - side / 2,
          width: side,
          height: side,
          fill: 'white',
          stroke: 'ink',
          line: 2,
        },
        ...(box
          ? [
              {
                kind: 'text',
                x: Math.min(x + 12, frame.width - 50),
                y: y + 4,
                size: 11,
                text: nth === 0 ? 'starter' : node.what,
                fill: 'ink',
                anchor: 'start',
              } as const,
            ]
          : []),
      ];
    }),
  ];
  return {
    width: frame.width,
    height: frame.height,
    alt: `The wall with its ceiling folded up: ${run.nodes.length < 2 ? 'no run yet' : run.straights.map(({ from, to, whole }) => `${from.what} to ${to.what} ${tape(whole)}`).join('; ')}.`,
    shapes,
  };
}

/** The row seen from above: its ends, the fixtures with their distances, joists across. @param length of the row, nm */
export function rowPicture(
  plan: RowPlan,
  length: number,
  joists: { readonly first: number; readonly pitch: number } | undefined,
  width: number,
): Picture {
  const [left, right, top, bottom] = [10, width - 10, 26, 96];
  const x = (at: number) => left + (at / length) * (right - left);
  const middle = (top + bottom) / 2;
  const shown: number[] = [];
  if (joists)
    for (
      let at = joists.first + Math.ceil(-joists.first / joists.pitch) * joists.pitch;
      at <= length;
      at += joists.pitch
    )
      shown.push(at);
  const shapes: Shape[] = [
    {
      kind: 'rect',
      x: left,
      y: top,
      width: right - left,
      height: bottom - top,
      fill: 'white',
      stroke: 'ink',
      line: 1.5,
    },
    ...shown.slice(0, 80).map((at): Shape => ({
      kind: 'path',
      d: `M${x(at)} ${top - 8} V${bottom + 8}`,
      stroke: 'soft',
      line: 3,
      dash: [6, 4],
    })),
    ...plan.places.flatMap(({ at }, nth): Shape[] => [
      { kind: 'circle', x: x(at), y: middle, r: 8, fill: 'grey', stroke: 'ink' },
      {
        kind: 'text',
        x: x(at),
        y: middle + 4,
        size: 10,
        text: String(nth + 1),
        fill: 'ink',
        anchor: 'middle',
        strong: true,
      },
      {
        kind: 'text',
        x: x(at),
        y: bottom + (nth % 2 === 0 ? 20 : 36),
        size: 11,
        text: tape(at),
        fill: 'ink',
        anchor: 'middle',
        strong: true,
      },
    ]),
    {
      kind: 'text',
      x: (left + right) / 2,
      y: 14,
      size: 11,
      text: tape(length),
      fill: 'soft',
      anchor: 'middle',
    },
  ];
  return {
    width,
    height: 136,
    alt: `The row from above, ${tape(length)} long: ${plan.places.map(({ at }, nth) => `fixture ${nth + 1} at ${tape(at)}`).join(', ')}.`,
    shapes,
  };
}
