/**
 * The plan of an opening (docs/trade.md#openings): everywhere the centre of a box may lie at the wished height, the best of
 * these and why, what is cut away, whether a plate hides it; and where there is no place, what stops it and the smallest
 * changes that would work, each tried by the same planner.
 */
import type { CutInAsk } from '../box/hole.ts';
import { lengthOf } from '../box/texts.ts';
import { inches, type Length, unitOfLength, writeLength } from '../quantity/length.ts';
import { type Free, freeOf, nearestIn, type Range } from './ranges.ts';
import { HABIT, PLATE_MORE, type PlateKind } from './sizes.ts';
import {
  barredOf,
  barsAt,
  fixedAt,
  heightsOf,
  openingAt,
  plateOver,
  type Rect,
  rightOf,
  roomBefore,
  type Space,
  spaceOf,
  topOf,
  type Why,
} from './wall.ts';

/** What stops a box wherever it is put. */
export type Nowhere =
  | { readonly rule: 'too deep'; readonly room: Length }
  | { readonly rule: 'board too thick' | 'board too thin' };

export type Grow = 'left' | 'right' | 'both' | 'none';
export type HeightFrom = 'wish' | 'old box' | 'receptacle' | 'counter' | 'switch';

export interface Plate extends Rect {
  readonly kind: PlateKind;
  /** Whether it hides the new opening and what is left of the old one. */
  readonly covers: boolean;
}

export interface Placed {
  readonly x: Length;
  readonly y: Length;
  readonly opening: Rect;
  readonly grow: Grow;
  /** The old opening lies inside the new one. */
  readonly holdsOld: boolean;
  /** The edge at the stud the old box is fixed to stays where it is. */
  readonly keeps?: 'left' | 'right';
  /** What is sawn out of the board. */
  readonly cuts: readonly Rect[];
  readonly plate: Plate;
  readonly depthLeft: Length;
  /** The obstacle it has in its back. */
  readonly behind?: number;
}

export interface CutIn {
  readonly space: Space;
  readonly y: Length;
  readonly heightFrom: HeightFrom;
  /** Everywhere the centre may lie at that height, with what bars the way at each end. */
  readonly ranges: readonly Free<Why>[];
  readonly best?: Placed;
  /** What stops it everywhere. */
  readonly nowhere: readonly Nowhere[];
  /** What bars the way nearest to where it was wished. */
  readonly stops: readonly Why[];
}

/** Plans an opening. @throws ThereInStud see {@link spaceOf} */
export function planCutIn(ask: CutInAsk): CutIn {
  const space = spaceOf(ask);
  const { y, heightFrom } = heightOf(ask, space);
  const barred = barredOf(space);
  const nowhere = nowhereOf(space);
  const bars = barsAt(barred, y);
  const ranges = nowhere.length > 0 ? [] : rangesOf(space, bars);
  const wished = ask.wish.x === undefined ? space.old?.x : lengthOf(ask.wish.x);
  const at = bestOf(space, ranges, y, ask.wish.x === undefined ? undefined : lengthOf(ask.wish.x));
  return {
    space,
    y,
    heightFrom,
    ranges,
    ...(at !== undefined && { best: placedAt(space, at, y) }),
    nowhere,
    stops: ranges.length > 0 ? [] : stopsAt(bars, wished),
  };
}

function heightOf(ask: CutInAsk, { old }: Space): { y: Length; heightFrom: HeightFrom } {
  if (ask.wish.y !== undefined) return { y: lengthOf(ask.wish.y), heightFrom: 'wish' };
  if (old) return { y: old.y, heightFrom: 'old box' };
  const use = ask.wish.use ?? 'receptacle';
  return { y: HABIT[use], heightFrom: use };
}

function nowhereOf(space: Space): Nowhere[] {
  const { box, clear, layers } = space;
  const found: Nowhere[] = [];
  const room = roomBefore(space, 0);
  if (box.depth > room) found.push({ rule: 'too deep', room });
  if (box.kind !== 'old-work') return found;
  if (layers < clear.clampLeast) found.push({ rule: 'board too thin' });
  if (layers > clear.clampMost) found.push({ rule: 'board too thick' });
  return found;
}

function rangesOf(space: Space, bars: ReturnType<typeof barsAt>): Free<Why>[] {
  const last = space.studs.length - 1;
  const [first, end] = [space.studs[0], space.studs[last]];
  if (!first || !end) return [];
  const free = freeOf<Why>([first.at, end.at], bars, [
    { rule: 'stud', stud: 0 },
    { rule: 'stud', stud: last },
  ]);
  if (space.box.kind === 'old-work') return free;
  return fixedAt(space)
    .filter(({ at }) => free.some(({ range: [from, to] }) => at >= from && at <= to))
    .map(({ at, stud }) => ({
      range: [at, at],
      ends: [
        { rule: 'fixed', stud },
        { rule: 'fixed', stud },
      ],
    }));
}

/** Whether an opening holds the old one. */
function holds(opening: Rect, old: Rect): boolean {
  return (
    opening.left <= old.left &&
    rightOf(opening) >= rightOf(old) &&
    opening.bottom <= old.bottom &&
    topOf(opening) >= topOf(old)
  );
}

/** The best centre: it holds the old opening and keeps its edge at the stud; else nearest to what was wished. */
function bestOf(
  space: Space,
  ranges: readonly Free<Why>[],
  y: number,
  wish: Length | undefined,
): number | undefined {
  const all = ranges.map(({ range }) => range);
  const { old, box } = space;
  const west = Math.floor(box.width / 2);
  const east = box.width - west;
  // As much room behind it as can be, then as far as can be from what bars the way.
  const better = (a: number, b: number) =>
    depthAt(space, b, y).left - depthAt(space, a, y).left || slack(all, b) - slack(all, a);
  if (!old) {
    if (wish !== undefined) return nearestIn(all, wish, better);
    const widest = [...all].sort((a, b) => b[1] - b[0] - (a[1] - a[0]))[0];
    return widest && Math.floor((widest[0] + widest[1]) / 2);
  }
  const holding = all.flatMap(([from, to]): Range[] => {
    const [least, most] = [Math.max(from, rightOf(old) - east), Math.min(to, old.left + west)];
    const keeps = old.bottom >= y - Math.floor(box.height / 2) && holds(openingAt(box, least, y), old);
    return least <= most && keeps ? [[least, most]] : [];
  });
  if (wish !== undefined) return nearestIn(holding.length > 0 ? holding : all, wish, better);
  if (holding.length === 0) return nearestIn(all, old.x, better);
  const side = old.fixed === 'none' ? nearerStud(space, old) : old.fixed;
  return nearestIn(
    holding,
    side === 'left' ? old.left + west : side === 'right' ? rightOf(old) - east : old.x,
    better,
  );
}

/** How far a point is from the ends of the stretch it lies in. */
const slack = (ranges: readonly Range[], x: number) =>
  Math.max(
    0,
    ...ranges.filter(([from, to]) => x >= from && x <= to).map(([from, to]) => Math.min(x - from, to - x)),
  );

/** The side on which the nearer stud stands; none where both are as near. */
function nearerStud({ studs }: Space, old: Rect): 'left' | 'right' | 'none' {
  const left = Math.min(
    ...studs.filter(({ right }) => right <= old.left).map(({ right }) => old.left - right),
  );
  const right = Math.min(
    ...studs.filter((stud) => stud.left >= rightOf(old)).map((stud) => stud.left - rightOf(old)),
  );
  return left < right ? 'left' : right < left ? 'right' : 'none';
}

/** The depth left behind the box at a place, and the obstacle that leaves the least. */
function depthAt(space: Space, x: number, y: number): { left: Length; behind?: number } {
  const body = openingAt(space.box, x, y);
  let least = (roomBefore(space, 0) - space.box.depth) as Length;
  let behind: number | undefined;
  space.obstacles.forEach((obstacle, nth) => {
    const meets =
      obstacle.left < rightOf(body) &&
      rightOf(obstacle) > body.left &&
      obstacle.bottom < topOf(body) &&
      topOf(obstacle) > body.bottom;
    const left = (roomBefore(space, obstacle.depth) - space.box.depth) as Length;
    if (obstacle.face || !meets || left >= least) return;
    least = left;
    behind = nth;
  });
  return { left: least, ...(behind !== undefined && { behind }) };
}

function placedAt(space: Space, x: number, y: number): Placed {
  const { old, box } = space;
  const opening = openingAt(box, x, y);
  const { left: depthLeft, behind } = depthAt(space, x, y);
  const held = old !== undefined && holds(opening, old);
  const grows = { left: held && opening.left < old.left, right: held && rightOf(opening) > rightOf(old) };
  const keeps =
    held && old.fixed !== 'none' && !grows[old.fixed === 'left' ? 'left' : 'right'] ? old.fixed : undefined;
  return {
    x: x as Length,
    y: y as Length,
    opening,
    grow: grows.left && grows.right ? 'both' : grows.left ? 'left' : grows.right ? 'right' : 'none',
    holdsOld: held,
    ...(keeps && { keeps }),
    cuts: cutsOf(opening, held ? old : undefined),
    plate: plateOf(space, x, y, opening),
    depthLeft,
    ...(behind !== undefined && { behind }),
  };
}

/** What is sawn out: the strips of the new opening that the old one, inside it, leaves; else all of it. */
function cutsOf(opening: Rect, old: Rect | undefined): Rect[] {
  if (!old) return [opening];
  const strip = (left: number, bottom: number, right: number, top: number): Rect => ({
    left: left as Length,
    bottom: bottom as Length,
    width: (right - left) as Length,
    height: (top - bottom) as Length,
  });
  return [
    strip(opening.left, opening.bottom, old.left, topOf(opening)),
    strip(rightOf(old), opening.bottom, rightOf(opening), topOf(opening)),
    strip(old.left, topOf(old), rightOf(old), topOf(opening)),
    strip(old.left, opening.bottom, rightOf(old), old.bottom),
  ].filter(({ width, height }) => width > 0 && height > 0);
}

/** The smallest plate that hides the new opening and the old one; the standard one where none does. */
function plateOf({ box, old, patched }: Space, x: number, y: number, opening: Rect): Plate {
  const plates = PLATE_MORE.value.map(({ kind, more }): Plate => {
    const plain = plateOver(box);
    const width = plain.width + 2 * more;
    const height = plain.height + 2 * more;
    const plate = {
      left: Math.round(x - width / 2) as Length,
      bottom: Math.round(y - height / 2) as Length,
      width: width as Length,
      height: height as Length,
    };
    const covers = [opening, ...(old && !patched ? [old] : [])].every((rect) => holds(plate, rect));
    return { kind, ...plate, covers };
  });
  const [standard] = plates;
  const found = plates.find(({ covers }) => covers) ?? standard;
  if (!found) throw new Error('there is no plate');
  return found;
}

/** What bars the way at a place; of everything where no place was wished. */
function stopsAt(bars: ReturnType<typeof barsAt>, x: number | undefined): Why[] {
  const here = x === undefined ? bars : bars.filter(({ from, to }) => x > from && x < to);
  // What bars the way to either side of it, too: a narrow bay has two studs.
  const round = bars.filter((bar) => here.some(({ from, to }) => bar.from < to && bar.to > from));
  return (round.length > 0 ? round : bars).map(({ why }) => why);
}

/** A change that would make a place, or one that holds the old opening. */
export interface CutInChange {
  readonly kind: 'height' | 'shallower' | 'side-screwed' | 'fewer gangs' | 'patch' | 'plain old-work';
  readonly ask: CutInAsk;
  readonly plan: CutIn;
}

/** Depths of deep boxes, deepest first: with a gang less there is often depth instead. Common practice, no source. */
const DEEP = [inches(3.5), inches(3.25), inches(3)];

/** The smallest changes that would work, best first: where nothing fits, or nothing that holds the old opening. */
export function changesOf(ask: CutInAsk, plan: CutIn): CutInChange[] {
  const { old } = plan.space;
  if (plan.best && (!old || plan.best.holdsOld || ask.patched)) return [];
  const good = (tried: CutIn) => tried.best && (!old || tried.best.holdsOld || tried.space.patched);
  const unit = unitOfLength(ask.wall.studs[0] ?? '');
  const print = (amount: number) => writeLength(amount as Length, unit);
  const tries: CutInChange[] = [];
  const put = (kind: CutInChange['kind'], ask: CutInAsk) => {
    const tried = planCutIn(ask);
    const already = plan.best && !good(tried);
    if (tried.best && !already) tries.push({ kind, ask, plan: tried });
  };
  if (ask.new.kind === 'old-work') put('side-screwed', { ...ask, new: { ...ask.new, kind: 'side-screwed' } });
  if (ask.new.kind !== 'old-work') put('plain old-work', { ...ask, new: { ...ask.new, kind: 'old-work' } });
  for (const room of roomsOf(plan.space))
    if (!tries.some(({ kind }) => kind === 'shallower'))
      put('shallower', { ...ask, new: { ...ask.new, depth: print(room) } });
  const fewer = ask.new.gangs - 1;
  if (fewer > 0 && ask.new.width === undefined)
    for (const depth of [...DEEP.filter((deep) => deep > plan.space.box.depth).map(print), ask.new.depth])
      if (!tries.some(({ kind }) => kind === 'fewer gangs'))
        put('fewer gangs', { ...ask, new: { ...ask.new, gangs: fewer, depth } });
  // Elsewhere in height nothing holds the old opening: only where there is no place at all.
  const y = plan.best || plan.nowhere.length > 0 ? undefined : otherHeight(plan.space, plan.y);
  if (y !== undefined) put('height', { ...ask, wish: { ...ask.wish, y: print(y) } });
  if (old && !ask.patched) put('patch', { ...ask, patched: true });
  return tries;
}

/** Depths less than the box’s that something in the way would leave room for, deepest first. */
const roomsOf = (space: Space): Length[] =>
  [0, ...space.obstacles.filter(({ face }) => !face).map(({ depth }) => depth)]
    .map((taken) => roomBefore(space, taken))
    .filter((room) => room > space.layers && room < space.box.depth)
    .sort((a, b) => b - a);

/** The nearest other height at which there is a place. */
function otherHeight(space: Space, y: number): number | undefined {
  const barred = barredOf(space);
  return heightsOf(barred)
    .filter((other) => other !== y && other > 0 && other < space.height)
    .sort((a, b) => Math.abs(a - y) - Math.abs(b - y))
    .find((other) => rangesOf(space, barsAt(barred, other)).length > 0);
}
