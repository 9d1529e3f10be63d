/**
 * The wall with the opening in it, seen from the room, and a section beside it, as plain shapes: the screen, the sheet
 * and the print draw the same. A carpenter’s dimensions: from the face of the stud, the width of the cut, the height.
 */
import { type Length, showInches } from '../quantity/length.ts';
import type { CutIn } from '../space/cut-in.ts';
import { GANG_PITCH } from '../space/sizes.ts';
import { type Rect, rightOf, type Space, topOf } from '../space/wall.ts';
import type { Ink, Picture, Shape } from './picture.ts';

const NM = 25_400_000;

/** The part of the wall that is drawn, in nanometres, and how many points an inch has. */
export interface Frame {
  readonly left: number;
  readonly bottom: number;
  readonly width: number;
  readonly height: number;
  readonly scale: number;
}

/** Where something is on the drawing. */
export const across = (frame: Frame, x: number) => ((x - frame.left) / NM) * frame.scale;
export const down = (frame: Frame, y: number) => ((frame.bottom + frame.height - y) / NM) * frame.scale;

/** Room below the wall for the dimensions, in points. */
const BELOW = 58;
/** How much of the wall is drawn beside the bay and how tall, in inches. */
const BESIDE = 2.5;
const TALL = 13;
/** About how wide a letter is, in points. */
const LETTER = 6.6;

/** The bay that holds a place: the studs to its left and right, by number. */
export function bayAt({ studs }: Space, x: number): readonly [number, number] {
  const after = studs.findIndex(({ at }, nth) => nth > 0 && at >= x);
  const right = after < 0 ? studs.length - 1 : after;
  return [Math.max(0, right - 1), right];
}

/** The part of the wall round a place: its bay and a little beside it. @param width of the drawing, in points */
export function frameAt(plan: CutIn, x: number, width: number): Frame {
  const [first, last] = bayAt(plan.space, x);
  const { studs } = plan.space;
  const left = (studs[first]?.left ?? 0) - BESIDE * NM;
  const right = (studs[last]?.right ?? 0) + BESIDE * NM;
  const wide = right - left;
  const height = Math.max(TALL * NM, plan.space.box.height * 2.2);
  return { left, bottom: plan.y - height / 2, width: wide, height, scale: (width * NM) / wide };
}

const rect = (frame: Frame, it: Rect, more: Partial<Extract<Shape, { kind: 'rect' }>>): Shape => ({
  kind: 'rect',
  x: across(frame, it.left),
  y: down(frame, topOf(it)),
  width: (it.width / NM) * frame.scale,
  height: (it.height / NM) * frame.scale,
  ...more,
});

const words = (
  x: number,
  y: number,
  text: string,
  more: { anchor?: 'start' | 'middle' | 'end'; fill?: Ink; strong?: boolean; size?: number } = {},
): Shape => ({ kind: 'text', x, y, size: 12, text, fill: 'ink', anchor: 'middle', ...more });

const line = (d: string, stroke: Ink, width: number, dash?: readonly [number, number]): Shape => ({
  kind: 'path',
  d,
  stroke,
  line: width,
  ...(dash && { dash }),
});

const tape = (length: number) => `${showInches(Math.round(length) as Length)} in`;

/** A dimension: ticks at both ends, the amount over the line, or beside it where it is too short for words. */
function dimension(from: number, to: number, y: number, text: string): Shape[] {
  const wide = to - from > text.length * 6.5;
  return [
    line(`M${from} ${y} H${to} M${from} ${y - 5} V${y + 5} M${to} ${y - 5} V${y + 5}`, 'ink', 1),
    words((from + to) / 2, wide ? y - 4 : y + 16, text, { strong: true }),
  ];
}

/** What is ruled over with slanting lines, a pattern beside the colour. */
function hatch(frame: Frame, it: Rect, stroke: Ink): Shape {
  const [left, top] = [across(frame, it.left), down(frame, topOf(it))];
  const [width, height] = [(it.width / NM) * frame.scale, (it.height / NM) * frame.scale];
  const step = 7;
  const strokes: string[] = [];
  for (let at = step; at < width + height; at += step) {
    const [x0, y0] = at < height ? [left, top + at] : [left + at - height, top + height];
    const [x1, y1] = at < width ? [left + at, top] : [left + width, top + at - width];
    strokes.push(`M${x0.toFixed(1)} ${y0.toFixed(1)} L${x1.toFixed(1)} ${y1.toFixed(1)}`);
  }
  return line(strokes.join(' ') || `M${left} ${top}`, stroke, 1);
}

/** Cut to what is drawn; undefined where nothing of it is. */
function seenPart(frame: Frame, it: Rect): Rect | undefined {
  const left = Math.max(it.left, frame.left);
  const right = Math.min(rightOf(it), frame.left + frame.width);
  const bottom = Math.max(it.bottom, frame.bottom);
  const top = Math.min(topOf(it), frame.bottom + frame.height);
  if (right < left || top < bottom) return undefined;
  return {
    left: left as Length,
    bottom: bottom as Length,
    width: (right - left) as Length,
    height: (top - bottom) as Length,
  };
}

/**
 * The wall round the opening.
 * @param wished an opening that was asked for and cannot be, drawn crossed
 */
export function wallPicture(plan: CutIn, frame: Frame, wished?: Rect): Picture {
  const { space, best } = plan;
  const height = (frame.height / NM) * frame.scale;
  const width = (frame.width / NM) * frame.scale;
  const shapes: Shape[] = [
    { kind: 'rect', x: 0, y: 0, width, height, fill: 'white', stroke: 'hair' },
    ...space.studs.flatMap((stud) => framing(frame, stud.left, stud.right, height)),
    ...space.obstacles.flatMap((obstacle) => {
      const part = seenPart(frame, obstacle);
      if (!part) return [];
      const [from, to] = [across(frame, part.left), across(frame, rightOf(part))];
      const beside = to - from < obstacle.what.length * LETTER;
      const room = to + obstacle.what.length * LETTER < width;
      return [
        rect(frame, part, {
          fill: 'grey',
          stroke: obstacle.face ? 'ink' : 'soft',
          line: obstacle.face ? 2 : 1,
        }),
        words(
          beside ? (room ? to + 4 : from - 4) : (from + to) / 2,
          Math.max(12, down(frame, topOf(part)) + 13),
          obstacle.what,
          { anchor: beside ? (room ? 'start' : 'end') : 'middle' },
        ),
      ];
    }),
    ...(space.old && !space.patched
      ? [rect(frame, space.old, { fill: 'tan', stroke: 'soft', line: 1.5 })]
      : []),
  ];
  if (best) {
    shapes.push(
      rect(frame, best.plate, { stroke: 'soft', line: 1, round: 4 }),
      ...best.cuts.map((cut) => hatch(frame, cut, 'over')),
      rect(frame, best.opening, { stroke: 'ink', line: 2.5 }),
      ...centres(frame, plan),
    );
  }
  if (wished) {
    const part = rect(frame, wished, { stroke: 'over', line: 2 });
    shapes.push(part, crossed(frame, wished));
  }
  shapes.push(...freeBand(frame, plan, height), ...dimensions(frame, plan, height));
  return { width, height: height + BELOW, alt: altOf(plan), shapes };
}

function framing(frame: Frame, left: number, right: number, height: number): Shape[] {
  const [from, to] = [across(frame, left), across(frame, right)];
  if (to < 0 || from > (frame.width / NM) * frame.scale) return [];
  return [
    { kind: 'rect', x: from, y: 0, width: to - from, height, fill: 'brass' },
    line(`M${from} 0 V${height} M${to} 0 V${height}`, 'soft', 1.2, [6, 4]),
  ];
}

/** The middle of each gang, and the level line. */
function centres(frame: Frame, { space, best }: CutIn): Shape[] {
  if (!best) return [];
  const { gangs } = space.box;
  const y = down(frame, best.y);
  const first = best.x - ((gangs - 1) * GANG_PITCH.value) / 2;
  return Array.from({ length: gangs }, (_, nth) => {
    const x = across(frame, first + nth * GANG_PITCH.value);
    return line(`M${x - 6} ${y} H${x + 6} M${x} ${y - 6} V${y + 6}`, 'ink', 1.2);
  });
}

function crossed(frame: Frame, it: Rect): Shape {
  const [left, right] = [across(frame, it.left), across(frame, rightOf(it))];
  const [top, bottom] = [down(frame, topOf(it)), down(frame, it.bottom)];
  return line(`M${left} ${top} L${right} ${bottom} M${left} ${bottom} L${right} ${top}`, 'over', 1.5);
}

/** Where the centre may lie, as bars under the wall. */
function freeBand(frame: Frame, { ranges }: CutIn, height: number): Shape[] {
  const width = (frame.width / NM) * frame.scale;
  return ranges.flatMap(({ range: [from, to] }): Shape[] => {
    const [left, right] = [Math.max(0, across(frame, from)), Math.min(width, across(frame, to))];
    if (right < 0 || left > width) return [];
    return [
      {
        kind: 'rect',
        x: left - 1.5,
        y: height + 4,
        width: Math.max(3, right - left + 3),
        height: 7,
        fill: 'green',
        stroke: 'ink',
        line: 1,
      },
    ];
  });
}

function dimensions(frame: Frame, { space, best, y }: CutIn, height: number): Shape[] {
  if (!best) return [];
  const [first, last] = bayAt(space, best.x);
  const [from, to] = [space.studs[first]?.right ?? 0, space.studs[last]?.left ?? 0];
  const { opening } = best;
  const at = height + 32;
  const level = `centre ${tape(y)} from the ${space.ceiling ? 'edge' : 'floor'}`;
  const parts = [
    [from, opening.left],
    [opening.left, rightOf(opening)],
    [rightOf(opening), to],
  ] as const;
  return [
    ...parts.flatMap(([a, b]) =>
      b > a ? dimension(across(frame, a), across(frame, b), at, tape(b - a)) : [],
    ),
    { kind: 'rect', x: 2, y: height - 22, width: 8 + level.length * LETTER, height: 20, fill: 'white' },
    words(6, height - 8, level, { anchor: 'start', strong: true }),
  ];
}

function altOf({ space, best, y }: CutIn): string {
  if (!best) return 'The wall; there is no place for the opening at this height.';
  const [first, last] = bayAt(space, best.x);
  return `The wall seen from the room: an opening ${tape(best.opening.width)} wide and ${tape(best.opening.height)} high, ${tape(best.opening.left - (space.studs[first]?.right ?? 0))} from the ${space.ceiling ? 'joist' : 'stud'} on the left and ${tape((space.studs[last]?.left ?? 0) - rightOf(best.opening))} from the one on the right, its centre ${tape(y)} from the ${space.ceiling ? 'edge' : 'floor'}.`;
}

/** The section at the middle of the box: layers, cavity, the box in it, what is behind, the depth that is left. */
export function sectionPicture({ space, best }: CutIn, width: number, height: number): Picture {
  const whole = space.layers + space.cavity;
  const scale = (width - 16) / whole;
  const x = (depth: number) => 8 + depth * scale;
  const [top, bottom] = [26, height - 34];
  const middle = (top + bottom) / 2;
  const tall = Math.min((bottom - top) * 0.55, 70);
  const behind = best?.behind === undefined ? undefined : space.obstacles[best.behind];
  const end = x(space.box.depth);
  const limit = behind ? x(whole - behind.depth) : x(whole);
  const shapes: Shape[] = [
    {
      kind: 'rect',
      x: x(0),
      y: top,
      width: x(space.layers) - x(0),
      height: bottom - top,
      fill: 'white',
      stroke: 'ink',
      line: 1,
    },
    {
      kind: 'rect',
      x: x(space.layers),
      y: top,
      width: x(whole) - x(space.layers),
      height: bottom - top,
      fill: 'brass',
    },
    line(`M${x(whole)} ${top} V${bottom}`, 'soft', 1.5, [6, 4]),
    ...(behind
      ? [
          {
            kind: 'rect',
            x: limit,
            y: middle - tall / 2 - 6,
            width: x(whole) - limit,
            height: tall + 12,
            fill: 'grey',
            stroke: 'ink',
            line: 1,
          } as const,
        ]
      : []),
    {
      kind: 'rect',
      x: x(0),
      y: middle - tall / 2,
      width: end - x(0),
      height: tall,
      fill: 'white',
      stroke: 'ink',
      line: 2.5,
    },
    words(x(0), 14, 'room', { anchor: 'start', fill: 'soft' }),
    ...dimension(x(0), end, bottom + 20, tape(space.box.depth)),
  ];
  if (best && best.depthLeft > 0) {
    shapes.push(
      line(`M${end} ${middle} H${limit}`, 'ink', 1),
      words(
        limit - end < 70 ? width - 2 : (end + limit) / 2,
        middle - tall / 2 - 8,
        `${tape(best.depthLeft)} left`,
        {
          anchor: limit - end < 70 ? 'end' : 'middle',
          strong: true,
        },
      ),
    );
  }
  const left = best ? `${tape(best.depthLeft)} of depth left` : 'no place';
  return {
    width,
    height,
    alt: `Section: board and finish ${tape(space.layers)}, cavity ${tape(space.cavity)}, box ${tape(space.box.depth)} deep, ${left}${behind ? ` in front of the ${behind.what}` : ''}.`,
    shapes,
  };
}
