/** How a run of raceway is drawn out by touches: each gives the changed run for the run as it stands. */
import { POINTS_MOST, Surface } from '@dense-pack/core/box/surface';
import { lengthOf } from '@dense-pack/core/box/texts';
import { inches, type Length, writeLength } from '@dense-pack/core/quantity/length';

/** A touch means the nearest half inch; a button goes six. */
const GRID = inches(0.5);
export const STEP = inches(6);
const onGrid = (length: number) => Math.round(length / GRID) * GRID;

const say = (length: number) => writeLength(Math.round(length) as Length, 'in');

export type Leg = Surface['legs'][number];
type Point = Leg['points'][number];

/** Where a leg stands at its end. */
export function endOf(surface: Surface, number: number): Point {
  const leg = surface.legs[number];
  const last = leg?.points.at(-1);
  if (last) return last;
  const from = leg?.from;
  return (from && surface.legs[from.leg]?.points[from.point]) ?? surface.start;
}

export const legWith = (
  surface: Surface,
  number: number,
  change: (leg: Leg | undefined) => Leg,
): Surface => ({
  ...surface,
  legs:
    number < surface.legs.length
      ? surface.legs.map((leg, nth) => (nth === number ? change(leg) : leg))
      : [...surface.legs, change(undefined)],
});

/** The leg goes on to a place, straight up or along: one in the way of the last straight lengthens it. */
export function goneTo(surface: Surface, number: number, x: number, y: number): Surface {
  const end = endOf(surface, number);
  const [fromX, fromY] = [lengthOf(end.x), lengthOf(end.y)];
  const along = Math.abs(x - fromX) >= Math.abs(y - fromY);
  const to = { x: onGrid(along ? x : fromX), y: Math.max(0, onGrid(along ? fromY : y)) };
  // The line that is followed keeps its own measure, on the grid or not.
  const point: Point = along ? { x: say(to.x), y: end.y } : { x: end.x, y: say(to.y) };
  if (point.x === end.x && point.y === end.y) return surface;
  return legWith(surface, number, (leg) => {
    const points = leg?.points ?? [];
    const before =
      points.length > 1
        ? points.at(-2)
        : ((leg?.from && surface.legs[leg.from.leg]?.points[leg.from.point]) ?? surface.start);
    const straight =
      points.length > 0 && before !== undefined && (along ? before.y === end.y : before.x === end.x);
    // As many as are kept: the panel says so.
    if (leg && !straight && points.length >= POINTS_MOST) return leg;
    return {
      end: 'blank end',
      ...leg,
      points: straight ? [...points.slice(0, -1), point] : [...points, point],
    };
  });
}

/** The last point of a leg taken back; a leg without points is gone, with what branches from it. */
export function takenBack(surface: Surface, number: number): Surface {
  const leg = surface.legs[number];
  if (!leg) return surface;
  if (leg.points.length > 1) {
    const points = leg.points.slice(0, -1);
    return legWith(surface, number, (now) => ({ end: 'blank end', ...now, points }));
  }
  return { ...surface, legs: surface.legs.slice(0, number) };
}

/** A new leg that branches off at a corner of another, or at the starter. */
export function branched(surface: Surface, from: Leg['from']): Surface {
  const at = from ? surface.legs[from.leg]?.points[from.point] : surface.start;
  if (!at) return surface;
  const point = { x: at.x, y: say(lengthOf(at.y) + STEP) };
  return {
    ...surface,
    legs: [...surface.legs, { ...(from && { from }), points: [point], end: 'blank end' }],
  };
}

/** A run that begins at a box of which nothing is laid yet. */
export const startSurface = (x: string, y: string, height: string): Surface =>
  Surface.parse({ height, start: { x, y } });
