/**
 * Solids laid into spaces so that none meets another: exact for few, by trying every place a solid can be pushed to.
 * Whole numbers of any one unit.
 */
import type { Edges } from './solids.ts';

/** A space that is free, or a solid that lies in one. */
export interface Block {
  readonly x: number;
  readonly y: number;
  readonly z: number;
  readonly width: number;
  readonly height: number;
  readonly depth: number;
}

export interface Piece {
  readonly edges: Edges;
  /** Which side it is laid to, where it may: its tail leaves there. */
  readonly side: 'left' | 'right' | 'bottom';
  /** Its middle may not be left of, or right of, here: where it has to lie on its side. */
  readonly from?: number;
  readonly to?: number;
}

export type Packed =
  | { readonly fits: true; readonly places: readonly Block[] }
  /** `proved`: every way was tried. */
  | { readonly fits: false; readonly proved: boolean };

/** Places that are tried before the search gives up, and places looked at for each that is tried. */
const TRIES_MOST = 150_000;
const LOOKED_PER_TRY = 4;
/** More solids than this are laid one after another, each in the first corner it fits: good, and proved only by volume. */
const EXACT_MOST = 8;

const volume = ([a, b, c]: Edges) => a * b * c;
const meets = (a: Block, b: Block) =>
  a.x < b.x + b.width &&
  b.x < a.x + a.width &&
  a.y < b.y + b.height &&
  b.y < a.y + a.height &&
  a.z < b.z + b.depth &&
  b.z < a.z + a.depth;

/**
 * Lays solids into spaces that do not meet; the answer has them in the order they were given.
 * @param most places that are tried before it gives up
 */
export function pack(spaces: readonly Block[], pieces: readonly Piece[], most = TRIES_MOST): Packed {
  const order = pieces
    .map((piece, nth) => ({ ...piece, nth, eachPlace: placesOf(piece, spaces, () => sums) }))
    .sort((a, b) => volume(b.edges) - volume(a.edges) || a.nth - b.nth);
  const room = spaces.reduce((sum, { width, height, depth }) => sum + width * height * depth, 0);
  const need = order.reduce((sum, { edges }) => sum + volume(edges), 0);
  if (need > room) return { fits: false, proved: true };
  if (order.length > EXACT_MOST) return cornered(spaces, order);
  // A solid can always be pushed left, down and back until it rests: at a sum of other solids’ edges.
  const sums = sumsOf(
    order.map(({ edges }) => edges),
    Math.max(0, ...spaces.flatMap(({ width, height, depth }) => [width, height, depth])),
  );
  const laid: { block: Block; nth: number }[] = [];
  let tries = 0;
  let looked = 0;
  const isOut = () => tries > most || looked > most * LOOKED_PER_TRY;
  const lay = (at: number): boolean => {
    const piece = order[at];
    if (!piece) return true;
    const before = order[at - 1];
    const last = laid.at(-1);
    // Two alike are laid in one order only.
    const after =
      before &&
      last &&
      sameEdges(before.edges, piece.edges) &&
      before.side === piece.side &&
      before.from === piece.from &&
      before.to === piece.to
        ? last.block
        : undefined;
    const least = after && rank(after);
    let fits = false;
    piece.eachPlace((x, y, z, { width, height, depth }) => {
      looked += 1;
      if (isOut()) return true;
      if (least !== undefined && rank({ x, y, z }) < least) return false;
      tries += 1;
      const block = { x, y, z, width, height, depth };
      if (laid.some((one) => meets(one.block, block))) return false;
      laid.push({ block, nth: piece.nth });
      fits = lay(at + 1);
      if (!fits) laid.pop();
      return fits;
    });
    return fits;
  };
  if (lay(0)) {
    return { fits: true, places: [...laid].sort((a, b) => a.nth - b.nth).map(({ block }) => block) };
  }
  return { fits: false, proved: !isOut() };
}

/**
 * Lays solids one after another, the largest first, each in a corner of a space or of what is laid already: as far back as
 * it goes, then on its side. Tried in two orders.
 */
function cornered(spaces: readonly Block[], pieces: readonly (Piece & { readonly nth: number })[]): Packed {
  const longest = ({ edges }: Piece) => Math.max(...edges);
  for (const order of [pieces, [...pieces].sort((a, b) => longest(b) - longest(a))]) {
    const laid: { block: Block; nth: number }[] = [];
    for (const piece of order) {
      const block = firstCorner(
        spaces,
        laid.map((one) => one.block),
        piece,
      );
      if (!block) break;
      laid.push({ block, nth: piece.nth });
    }
    if (laid.length === pieces.length)
      return { fits: true, places: laid.sort((a, b) => a.nth - b.nth).map(({ block }) => block) };
  }
  return { fits: false, proved: false };
}

function firstCorner(
  spaces: readonly Block[],
  laid: readonly Block[],
  { edges, side, from = -Infinity, to = Infinity }: Piece,
): Block | undefined {
  let best: Block | undefined;
  let bestRank = Infinity;
  const turns = turnsOf(edges);
  for (const space of spaces) {
    const here = laid.filter((one) => meets(one, space));
    for (const [width, height, depth] of turns) {
      const right = space.x + space.width - width;
      const corners: (readonly [number, number, number])[] = [
        [space.x, space.y, space.z],
        [right, space.y, space.z],
        ...here.flatMap(({ x, y, z, width: w, height: h, depth: d }) => [
          [x + w, y, z] as const,
          [x - width, y, z] as const,
          ...[x, x + w - width].flatMap((at) => [
            [at, y + h, z] as const,
            [at, y - height, z] as const,
            [at, y, z + d] as const,
            [at, space.y, z + d] as const,
          ]),
          [x + w, space.y, space.z] as const,
          [space.x, y + h, space.z] as const,
          [right, y + h, space.z] as const,
        ]),
      ];
      for (const [x, y, z] of corners) {
        const block = { x, y, z, width, height, depth };
        const inSpace =
          x >= space.x &&
          x <= right &&
          y >= space.y &&
          y + height <= space.y + space.height &&
          z >= space.z &&
          z + depth <= space.z + space.depth;
        const middle = x + width / 2;
        if (!inSpace || middle < from || middle > to) continue;
        const across = side === 'right' ? -x : x;
        const one = (z + depth) * 1e8 + (side === 'bottom' ? y * 1e4 + across : across * 1e4 + y);
        if (one >= bestRank || here.some((other) => meets(other, block))) continue;
        best = block;
        bestRank = one;
      }
    }
  }
  return best;
}

const sameEdges = (a: Edges, b: Edges) => a[0] === b[0] && a[1] === b[1] && a[2] === b[2];
const rank = ({ x, y, z }: Pick<Block, 'x' | 'y' | 'z'>) => z * 1e8 + y * 1e4 + x;

/** Every sum of edges of some of the solids, up to the longest space. */
function sumsOf(all: readonly Edges[], most: number): number[] {
  let sums = new Set([0]);
  for (const edges of all) {
    const next = new Set(sums);
    for (const sum of sums) for (const edge of edges) if (sum + edge < most) next.add(sum + edge);
    sums = next;
  }
  return [...sums].sort((a, b) => a - b);
}

/** The ways a solid can be turned. */
function turnsOf([a, b, c]: Edges): Edges[] {
  const all: Edges[] = [
    [a, b, c],
    [a, c, b],
    [b, a, c],
    [b, c, a],
    [c, a, b],
    [c, b, a],
  ];
  return all.filter((one, nth) => all.findIndex((other) => sameEdges(one, other)) === nth);
}

/** What is done at a place; true ends the walk. */
type Visit = (x: number, y: number, z: number, stand: Stand) => boolean;

/** Walks the places of a solid, those at the back and on its side first: most searches end at one of the first. */
function placesOf(
  { edges, side, from, to }: Piece,
  spaces: readonly Block[],
  sumsOfAll: () => readonly number[],
): (visit: Visit) => void {
  const deepest = Math.max(0, ...spaces.map(({ depth }) => depth));
  // The ways it stands in each space, with the places from the left and from below: worked out once.
  let ways: readonly Stand[] | undefined;
  const standsOf = (): Stand[] => {
    const sums = sumsOfAll();
    const turns = turnsOf(edges);
    return spaces.flatMap((space) =>
      turns.flatMap(([width, height, depth]): Stand[] => {
        const [right, top, front] = [space.width - width, space.height - height, space.depth - depth];
        if (right < 0 || top < 0 || front < 0) return [];
        const left = sums.filter((sum) => sum <= right);
        const line = from ?? to;
        // A solid that has to lie on its side can also stop where its middle is on the line.
        const middle = line === undefined ? NaN : line - space.x - width / 2;
        const stop = line === undefined ? [] : [Math.floor(middle), Math.ceil(middle)];
        const xs = [...new Set([...left, ...left.map((sum) => right - sum), ...stop])]
          .filter((x) => x >= 0 && x <= right)
          .filter((x) => from === undefined || space.x + x + width / 2 >= from)
          .filter((x) => to === undefined || space.x + x + width / 2 <= to)
          .sort((a, b) => a - b);
        if (side === 'right') xs.reverse();
        const ys = sums.filter((sum) => sum <= top);
        return [{ space, width, height, depth, front, xs, ys }];
      }),
    );
  };
  return (visit) => {
    ways ??= standsOf();
    for (const away of sumsOfAll()) {
      if (away > deepest) return;
      for (const stand of ways) {
        if (away > stand.front) continue;
        const { space, xs, ys } = stand;
        const z = space.z + away;
        if (side === 'bottom') {
          for (const y of ys) for (const x of xs) if (visit(space.x + x, space.y + y, z, stand)) return;
        } else {
          for (const x of xs) for (const y of ys) if (visit(space.x + x, space.y + y, z, stand)) return;
        }
      }
    }
  };
}

/** A solid turned one way in one space, with the places it may have there. */
interface Stand {
  readonly space: Block;
  readonly width: number;
  readonly height: number;
  readonly depth: number;
  readonly front: number;
  readonly xs: readonly number[];
  readonly ys: readonly number[];
}
