/** Where the connectors of a box lie, and how much of its depth is left over when each has a place. */
import type { Body } from './contents.ts';
import { type Column, columnsThrough, type Inside, roundOf, shared } from './zones.ts';
import { type Block, type Packed, pack, type Piece } from './pack.ts';

/** What is open in a stretch of the depth, zone by zone. */
const layered = ({ zones }: Inside, from: number, to: number): Block[] =>
  zones.flatMap((zone) => {
    const [z, end] = [Math.max(zone.from, from), Math.min(zone.to, to)];
    return end > z ? zone.columns.map((column) => ({ ...column, z, depth: end - z })) : [];
  });

/** What is open straight through a stretch of the depth. */
const through = (inside: Inside, from: number, to: number): Block[] =>
  columnsThrough(inside, from, to).map((column) => ({ ...column, z: from, depth: to - from }));

/** The rectangle round all bodies, seen from the front. */
function roundAll(bodies: readonly Body[]): Column | undefined {
  if (bodies.length === 0) return undefined;
  const x = Math.min(...bodies.map((body) => body.x));
  const y = Math.min(...bodies.map((body) => body.y));
  return {
    x,
    y,
    width: Math.max(...bodies.map((body) => body.x + body.width)) - x,
    height: Math.max(...bodies.map((body) => body.y + body.height)) - y,
  };
}

/** What of a space lies above, below and beside the bodies. */
const beside = (space: Block, round: Column): Block[] =>
  roundOf(space, round).map((column) => ({ ...space, ...column }));

/**
 * The spaces that are free in front of the folds, each way a set that does not overlap: zone by zone behind the deepest
 * body and round the bodies; straight through; upright round the bodies; or gang by gang behind each.
 */
function spacesAt(inside: Inside, bodies: readonly Body[], from: number): Block[][] {
  const { depth, opening } = inside;
  const deepest = Math.max(0, ...bodies.map((body) => body.depth));
  const front = depth - deepest;
  const round = roundAll(bodies);
  const ways: Block[][] = [];
  const add = (way: readonly Block[]) => {
    const key = JSON.stringify(way);
    if (way.length > 0 && !ways.some((one) => JSON.stringify(one) === key)) ways.push([...way]);
  };
  if (!round) {
    add(through(inside, from, depth));
    add(layered(inside, from, depth));
    return ways;
  }
  add([
    ...through(inside, from, front),
    ...through(inside, Math.max(front, from), depth).flatMap((space) => beside(space, round)),
  ]);
  add([
    ...layered(inside, from, front),
    ...layered(inside, Math.max(front, from), depth).flatMap((space) => beside(space, round)),
  ]);
  const behindAll = through(inside, from, front).flatMap((space) => {
    const met = shared(space, round);
    return met ? [{ ...met, z: space.z, depth: space.depth }] : [];
  });
  add([...through(inside, from, depth).flatMap((space) => beside(space, round)), ...behindAll]);
  if (bodies.length > 1 && inside.shape === 'straight' && bodies.some((body) => body.depth < deepest)) {
    const edges = bodies.map((body, nth) => {
      const next = bodies[nth + 1];
      return next ? Math.round((body.x + body.width + next.x) / 2) : opening.x + opening.width;
    });
    add(
      bodies.flatMap((body, nth) => {
        const x = nth === 0 ? opening.x : (edges[nth - 1] ?? 0);
        const gang = { x, y: 0, width: (edges[nth] ?? 0) - x, height: inside.height };
        return through(inside, from, depth - body.depth).flatMap((space) => {
          const met = shared(space, gang);
          return met ? [{ ...met, z: space.z, depth: space.depth }] : [];
        });
      }),
    );
  }
  return ways;
}

/** Whether everything has a place in front of the folds, in any of the ways. */
export function layAt(
  inside: Inside,
  bodies: readonly Body[],
  from: number,
  connectors: readonly Piece[],
  tries?: number,
): Packed {
  let proved = true;
  for (const spaces of connectors.length === 0 ? [[]] : spacesAt(inside, bodies, from)) {
    const packed = pack(spaces, connectors, tries);
    if (packed.fits) return packed;
    proved &&= packed.proved;
  }
  return { fits: false, proved };
}

/** Whether everything has a place, asked in a hurry: *no* may be *not found*. */
export const findsPlace = (
  inside: Inside,
  bodies: readonly Body[],
  from: number,
  connectors: readonly Piece[],
): boolean => layAt(inside, bodies, from, connectors, HURRIED).fits;

/** Places tried where only a hint is wanted. */
const HURRIED = 3000;

export type Laid =
  | {
      readonly fits: true;
      readonly places: readonly Block[];
      /** By so much more the folds could reach forward and every connector would still have its place. */
      readonly spare: number;
      readonly exact: boolean;
    }
  | { readonly fits: false; readonly proved: boolean };

/**
 * Lays the connectors in front of the folds, and finds how much of the depth is left over.
 * @param folded how far the folds reach from the back
 */
export function layConnectors(
  inside: Inside,
  bodies: readonly Body[],
  folded: number,
  connectors: readonly Piece[],
): Laid {
  let exact = true;
  const at = (from: number) => layAt(inside, bodies, from, connectors);
  const whole = at(folded);
  if (!whole.fits) return whole;
  const most = inside.depth - Math.max(0, ...bodies.map((body) => body.depth)) - folded;
  let [yes, no] = [0, most + 1];
  while (no - yes > 1) {
    const middle = Math.floor((no + yes) / 2);
    const tried = at(folded + middle);
    if (tried.fits) yes = middle;
    else {
      no = middle;
      exact &&= tried.proved;
    }
  }
  return { fits: true, places: whole.places, spare: yes, exact };
}
