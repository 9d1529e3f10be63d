/**
 * A wall or a ceiling in whole nanometres, and what bars the centre of a new box from a place in it (docs/trade.md#openings).
 * Everything that bars is a rectangle of the plane in which the centre may not lie: what is there, grown by the box.
 */
import { type CutInAsk, type Hold, isOnFace } from '../box/hole.ts';
import { lengthOf } from '../box/texts.ts';
import type { Length } from '../quantity/length.ts';
import type { Bar, Range } from './ranges.ts';
import {
  CLAMP_ROOM,
  ganged,
  NAILED_WITHIN,
  OPENING,
  OVERLAP,
  PLATE,
  TAPE_SLIP,
  WALL_PLATES,
} from './sizes.ts';

/** A rectangle of the wall, seen from the room. */
export interface Rect {
  readonly left: Length;
  readonly bottom: Length;
  readonly width: Length;
  readonly height: Length;
}

export const rightOf = ({ left, width }: Rect) => (left + width) as Length;
export const topOf = ({ bottom, height }: Rect) => (bottom + height) as Length;

/** Why a place is barred: a rule with what stands there. */
export type Why =
  | { readonly rule: 'stud'; readonly stud: number }
  | { readonly rule: 'bottom plate' | 'top plate' }
  | { readonly rule: 'behind' | 'clamp' | 'face'; readonly obstacle: number }
  | { readonly rule: 'old opening' }
  /** Such a box is fixed to the side of a stud: nowhere else. */
  | { readonly rule: 'fixed'; readonly stud: number };

/** An open rectangle in which the centre may not lie, but for a closed one inside it. */
interface Barred {
  readonly x: Range;
  readonly y: Range;
  readonly why: Why;
  readonly but?: { readonly x: Range; readonly y: Range };
}

export interface Obstacle extends Rect {
  readonly what: string;
  readonly face: boolean;
  /** How much of the cavity it takes, from the back. */
  readonly depth: Length;
}

/** What is asked, in numbers. */
export interface Space {
  readonly ceiling: boolean;
  /** Studs from left to right. */
  readonly studs: readonly { readonly left: Length; readonly right: Length; readonly at: Length }[];
  readonly height: Length;
  readonly plates: { readonly bottom: Length; readonly top: Length };
  /** Board with what lies over it. */
  readonly layers: Length;
  readonly board: Length;
  readonly cavity: Length;
  readonly obstacles: readonly Obstacle[];
  readonly old?: Rect & {
    readonly gangs: number;
    readonly kind: Hold;
    readonly x: Length;
    readonly y: Length;
    readonly fixed: 'left' | 'right' | 'none';
  };
  readonly box: {
    readonly gangs: number;
    readonly kind: Hold;
    readonly depth: Length;
    readonly width: Length;
    readonly height: Length;
  };
  readonly clear: {
    readonly board: Length;
    readonly swing: Length;
    readonly clampLeast: Length;
    readonly clampMost: Length;
  };
  readonly patched: boolean;
}

/** The opening round a centre: whole nanometres, so the half is rounded to the left and down. */
export const openingAt = ({ width, height }: Space['box'], x: number, y: number): Rect => ({
  left: (x - Math.floor(width / 2)) as Length,
  bottom: (y - Math.floor(height / 2)) as Length,
  width,
  height,
});

const none = 0 as Length;

/** Reads a checked question. @throws ThereInStud where the box that is there is measured into a stud */
export function spaceOf(ask: CutInAsk): Space {
  const half = lengthOf(ask.wall.stud) / 2;
  const studs = ask.wall.studs
    .map(lengthOf)
    .sort((a, b) => a - b)
    .map((at) => ({ at, left: (at - half) as Length, right: (at + half) as Length }));
  const ceiling = ask.wall.kind === 'ceiling';
  const { plates } = ask.wall;
  const sized = ({ gangs, width, height }: CutInAsk['new'] | NonNullable<CutInAsk['there']>) => ({
    width: width === undefined ? ganged(OPENING.value.width, gangs) : lengthOf(width),
    height: height === undefined ? OPENING.value.height : lengthOf(height),
  });
  const cavity = lengthOf(ask.wall.cavity);
  return {
    ceiling,
    studs,
    height: lengthOf(ask.wall.height),
    plates: plates
      ? { bottom: lengthOf(plates.bottom), top: lengthOf(plates.top) }
      : ceiling
        ? { bottom: none, top: none }
        : WALL_PLATES.value,
    board: lengthOf(ask.wall.board),
    layers: (lengthOf(ask.wall.board) + lengthOf(ask.wall.finish)) as Length,
    cavity,
    obstacles: ask.obstacles.map((obstacle) => ({
      what: obstacle.what,
      face: isOnFace(obstacle),
      left: lengthOf(obstacle.x),
      bottom: lengthOf(obstacle.y),
      width: lengthOf(obstacle.width),
      height: lengthOf(obstacle.height),
      depth: obstacle.depth === undefined ? cavity : lengthOf(obstacle.depth),
    })),
    ...(ask.there && { old: oldBox(ask.there, sized(ask.there), studs) }),
    box: {
      gangs: ask.new.gangs,
      kind: ask.new.kind,
      depth: lengthOf(ask.new.depth),
      ...sized(ask.new),
    },
    clear: {
      board: lengthOf(ask.clear.board),
      swing: lengthOf(ask.clear.swing),
      clampLeast: lengthOf(ask.clear.clampLeast),
      clampMost: lengthOf(ask.clear.clampMost),
    },
    patched: ask.patched,
  };
}

/** The old opening, its edges laid against a stud that the tape has them a little inside of. */
function oldBox(
  there: NonNullable<CutInAsk['there']>,
  { width, height }: { readonly width: Length; readonly height: Length },
  studs: Space['studs'],
): NonNullable<Space['old']> {
  const [x, y] = [lengthOf(there.x), lengthOf(there.y)];
  let left = x - Math.floor(width / 2);
  let right = left + width;
  for (const stud of studs) {
    if (right <= stud.left || left >= stud.right) continue;
    const [fromLeft, fromRight] = [stud.right - left, right - stud.left];
    if (Math.min(fromLeft, fromRight) > TAPE_SLIP) throw new ThereInStud(stud.at);
    if (fromLeft < fromRight) left = stud.right;
    else right = stud.left;
  }
  const near = (edge: number, faces: readonly number[]) =>
    Math.min(...faces.map((face) => Math.abs(edge - face)));
  const gaps = {
    left: near(
      left,
      studs.map((stud) => stud.right),
    ),
    right: near(
      right,
      studs.map((stud) => stud.left),
    ),
  };
  const side = gaps.left <= gaps.right ? 'left' : 'right';
  const held = there.kind !== 'old-work' && gaps[side] <= NAILED_WITHIN;
  return {
    gangs: there.gangs,
    kind: there.kind,
    x,
    y,
    left: left as Length,
    width: (right - left) as Length,
    bottom: (y - Math.floor(height / 2)) as Length,
    height,
    fixed: there.fixed ?? (held ? side : 'none'),
  };
}

/** The box that is there is measured further into a stud than a tape slips. */
export class ThereInStud extends Error {
  constructor(readonly stud: Length) {
    super('the box that is there would stand in a stud');
  }
}

/** The depth there is behind the finished face, in front of something that takes so much of the cavity. */
export const roomBefore = ({ layers, cavity }: Space, taken: number) => (layers + cavity - taken) as Length;

/** How far a plate of the box reaches beyond its opening, at the sides and above and below. */
export const plateReach = (box: Space['box']) => {
  const plate = plateOver(box);
  return { x: Math.ceil((plate.width - box.width) / 2), y: Math.ceil((plate.height - box.height) / 2) };
};

/** The plate of so many gangs, or the cover of a box that is wider or taller than one: it overlaps the cut all round. */
export const plateOver = ({ width, height, gangs }: Space['box']): { width: Length; height: Length } => ({
  width: Math.max(ganged(PLATE.value.width, gangs), width + 2 * OVERLAP.value) as Length,
  height: Math.max(PLATE.value.height, height + 2 * OVERLAP.value) as Length,
});

/** Everything that bars the centre from a place. */
export function barredOf(space: Space): Barred[] {
  const { box, clear, old } = space;
  const held = box.kind === 'old-work';
  const [west, south] = [Math.floor(box.width / 2), Math.floor(box.height / 2)];
  const [east, north] = [box.width - west, box.height - south];
  const always: Range = [-Infinity, Infinity];
  /** Where the centre may not lie so that the box, grown, does not meet a rectangle. */
  const grown = (rect: Rect, x: number, y: number): { x: Range; y: Range } => ({
    x: [rect.left - east - x, rightOf(rect) + west + x],
    y: [rect.bottom - north - y, topOf(rect) + south + y],
  });
  const barred: Barred[] = space.studs.map((stud, nth) => ({
    x: [stud.left - east, stud.right + west],
    y: always,
    why: { rule: 'stud', stud: nth },
  }));
  // Clamps swing above and below: they need the cavity there.
  const swing = held ? clear.swing : 0;
  barred.push(
    { x: always, y: [-Infinity, space.plates.bottom + south + swing], why: { rule: 'bottom plate' } },
    { x: always, y: [space.height - space.plates.top - north - swing, Infinity], why: { rule: 'top plate' } },
  );
  const plate = plateReach(box);
  space.obstacles.forEach((obstacle, nth) => {
    if (obstacle.face) {
      const ring = held ? clear.board : 0;
      barred.push({
        ...grown(obstacle, Math.max(ring, plate.x), Math.max(ring, plate.y)),
        why: { rule: 'face', obstacle: nth },
      });
      return;
    }
    if (roomBefore(space, obstacle.depth) < box.depth)
      barred.push({ ...grown(obstacle, 0, 0), why: { rule: 'behind', obstacle: nth } });
    if (swing > 0 && space.cavity - obstacle.depth < CLAMP_ROOM)
      barred.push({ ...grown(obstacle, 0, swing), why: { rule: 'clamp', obstacle: nth } });
  });
  if (old && !space.patched) {
    const ring = held ? clear.board : 0;
    barred.push({
      ...grown(old, ring, ring),
      why: { rule: 'old opening' },
      but: {
        x: [rightOf(old) - east, old.left + west],
        y: [topOf(old) - north, old.bottom + south],
      },
    });
  }
  return barred;
}

/** What bars the centre at one height, as stretches of x. */
export const barsAt = (barred: readonly Barred[], y: number): Bar<Why>[] =>
  barred.flatMap(({ x: [from, to], y: [low, high], why, but }) => {
    if (y <= low || y >= high) return [];
    if (!but || y < but.y[0] || y > but.y[1] || but.x[0] > but.x[1]) return [{ from, to, why }];
    return [
      { from, to: but.x[0], why },
      { from: but.x[1], to, why },
    ];
  });

/** Heights at which what is barred changes: a free place nearest to a height lies at it or at one of these. */
export const heightsOf = (barred: readonly Barred[]): number[] =>
  [...new Set(barred.flatMap(({ y, but }) => [...y, ...(but?.y ?? [])]))].filter(Number.isFinite);

/** The centres at which a box fixed to the side of a stud lies against it. */
export const fixedAt = ({ studs, box }: Space): { readonly at: Length; readonly stud: number }[] => {
  const west = Math.floor(box.width / 2);
  return studs.flatMap((stud, nth) => [
    { at: (stud.left - (box.width - west)) as Length, stud: nth },
    { at: (stud.right + west) as Length, stud: nth },
  ]);
};
