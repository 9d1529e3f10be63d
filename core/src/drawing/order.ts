/**
 * The order in which blocks stand at the edges of a drawing, and the middle between them, so that as few
 * lines cross as can be.
 */
import type { End } from '../wiring/end.ts';

export type Side = 'left' | 'right';

export interface Block {
  readonly key: string;
  readonly slots: readonly string[];
  /** Cables that enter at the top come first, those at the bottom last. */
  readonly band: number;
  /** It stands on this side, whatever crosses. */
  readonly bound: Side | undefined;
}
export interface Middle {
  /** Joints of a chain, or a conductor that lands by itself. */
  readonly joints: readonly string[];
  readonly direct: string | undefined;
}
/** From a place on the left or right to a place in the middle: `mid` names a joint or a direct end. */
export interface Edge {
  readonly outer: string;
  readonly mid: string;
  readonly end: End;
}

/** An order of everything: which blocks stand on which side, one under another, and the middle between them. */
export interface Order {
  readonly left: readonly Block[];
  readonly middle: readonly Middle[];
  readonly right: readonly Block[];
  readonly crossings: number;
}

export const idsOf = (middle: readonly Middle[]) =>
  middle.flatMap(({ joints, direct }) => (direct === undefined ? joints : [direct]));

function* permutations<T>(list: readonly T[]): Generator<T[]> {
  if (list.length < 2) yield [...list];
  for (const [nth, one] of list.entries())
    for (const rest of permutations(list.filter((_, at) => at !== nth))) yield [one, ...rest];
}

/** Up to so many blocks of a side, or middles, every order is tried. */
const EVERY = 5;

/**
 * How much is tried before the best so far is taken, in pairs of blocks compared: a box of a usual size is
 * searched to its end, one of dozens of cables stays quick and is merely good.
 */
const PAIRS_TRIED = 3_000_000;

interface Budget {
  left: number;
}

/**
 * Of every order of these blocks within their bands the first that crosses least; an order that already crosses as often as the
 * best is followed no further.
 */
function leastOf(sorted: readonly number[], bands: readonly number[], costs: readonly (readonly number[])[]) {
  const order: number[] = [];
  let best = { order: sorted, cost: Infinity };
  const goOn = (cost: number) => {
    if (cost >= best.cost) return;
    if (order.length === sorted.length) {
      best = { order: [...order], cost };
      return;
    }
    const band = bands[order.at(-1) ?? -1] ?? -Infinity;
    for (const one of sorted) {
      if (order.includes(one) || (bands[one] ?? 0) < band) continue;
      let now = cost;
      for (const above of order) now += costs[above]?.[one] ?? 0;
      order.push(one);
      goOn(now);
      order.pop();
    }
  };
  goOn(0);
  return best;
}

/** Which order of a side's blocks crosses least. @param costs crossings of one block above another */
function stacked(blocks: readonly number[], bands: readonly number[], costs: readonly (readonly number[])[]) {
  const cost = (order: readonly number[]) => {
    let sum = 0;
    for (let a = 0; a < order.length; a += 1)
      for (let b = a + 1; b < order.length; b += 1) sum += costs[order[a] ?? 0]?.[order[b] ?? 0] ?? 0;
    return sum;
  };
  const sorted = [...blocks].sort((a, b) => (bands[a] ?? 0) - (bands[b] ?? 0));
  if (blocks.length <= EVERY - 1) return leastOf(sorted, bands, costs);
  // Each in turn at its best place, until none moves. Only what lies between changes when one moves down.
  let order = sorted;
  for (let moved = true; moved;) {
    moved = false;
    for (const one of sorted) {
      const rest = order.filter((other) => other !== one);
      const band = bands[one] ?? 0;
      const first = rest.filter((other) => (bands[other] ?? 0) < band).length;
      const last = rest.filter((other) => (bands[other] ?? 0) <= band).length;
      let now = rest.reduce(
        (sum, other, nth) => sum + (nth < first ? (costs[other]?.[one] ?? 0) : (costs[one]?.[other] ?? 0)),
        0,
      );
      let [least, at] = [now, first];
      for (let to = first; to < last; to += 1) {
        const other = rest[to] ?? 0;
        now += (costs[other]?.[one] ?? 0) - (costs[one]?.[other] ?? 0);
        if (now < least) [least, at] = [now, to + 1];
      }
      const from = order.indexOf(one);
      const before = rest.reduce(
        (sum, other, nth) => sum + (nth < from ? (costs[other]?.[one] ?? 0) : (costs[one]?.[other] ?? 0)),
        0,
      );
      if (least >= before) continue;
      order = [...rest.slice(0, at), one, ...rest.slice(at)];
      moved = true;
    }
  }
  return { order, cost: cost(order) };
}

/**
 * The best sides and stacks for one order of the middle. Within a block the conductors stand in the order of
 * the middle, so only blocks of one side cross one another.
 */
function arranged(
  blocks: readonly Block[],
  middle: readonly Middle[],
  edges: ReadonlyMap<string, readonly string[]>,
  all: boolean,
  budget: Budget,
): Order {
  const rank = new Map(idsOf(middle).map((id, nth) => [id, nth]));
  const placed = blocks.map((block) => {
    const slots = block.slots.map((slot) => {
      const ranks = (edges.get(slot) ?? []).map((id) => rank.get(id) ?? 0);
      return { slot, ranks, mean: ranks.reduce((sum, one) => sum + one, 0) / Math.max(1, ranks.length) };
    });
    return { block, slots: slots.sort((a, b) => a.mean - b.mean) };
  });
  const ranks = placed.map(({ slots }) => slots.flatMap((one) => one.ranks));
  const costs = ranks.map((above) =>
    ranks.map((below) =>
      above.reduce((sum, one) => sum + below.reduce((count, other) => count + (other < one ? 1 : 0), 0), 0),
    ),
  );
  const bands = blocks.map(({ band }) => band);
  const size = (list: readonly number[]) =>
    list.reduce((sum, nth) => sum + (blocks[nth]?.slots.length ?? 0) + 1, 0);
  const numbers = blocks.map((_, nth) => nth);
  const free = numbers.filter((nth) => blocks[nth]?.bound === undefined);
  // A conductor that lands by itself comes from the other side than its device, where nothing else decides.
  const alone = numbers.filter((nth) =>
    blocks[nth]?.slots.some((slot) => edges.get(slot)?.some((id) => id.startsWith('d:'))),
  );
  const tryOut = (onLeft: ReadonlySet<number>) => {
    budget.left -= blocks.length ** 2;
    const isLeft = (nth: number) => blocks[nth]?.bound === 'left' || onLeft.has(nth);
    const left = stacked(numbers.filter(isLeft), bands, costs);
    const right = stacked(
      numbers.filter((nth) => !isLeft(nth)),
      bands,
      costs,
    );
    // Where crossings are equal, sides of equal length.
    return {
      left,
      right,
      crossings: left.cost + right.cost,
      cost:
        left.cost +
        right.cost +
        Math.abs(size(left.order) - size(right.order)) / 1000 +
        free.filter((nth) => alone.includes(nth) && !isLeft(nth)).length / 5,
    };
  };
  let best = tryOut(new Set(free));
  if (all && free.length <= EVERY) {
    for (let bits = 0; bits < 2 ** free.length; bits += 1) {
      const now = tryOut(new Set(free.filter((_, nth) => (bits >> nth) & 1)));
      if (now.cost < best.cost) best = now;
    }
  } else {
    let onLeft = new Set(free);
    for (let moved = true; moved;) {
      moved = false;
      for (const one of free) {
        if (budget.left < 0) break;
        const other = new Set(onLeft);
        if (!other.delete(one)) other.add(one);
        const now = tryOut(other);
        if (now.cost < best.cost) {
          best = now;
          onLeft = other;
          moved = true;
        }
      }
    }
  }
  const made = (order: readonly number[]) =>
    order.flatMap((nth): Block[] => {
      const one = placed[nth];
      return one ? [{ ...one.block, slots: one.slots.map(({ slot }) => slot) }] : [];
    });
  return { left: made(best.left.order), middle, right: made(best.right.order), crossings: best.crossings };
}

/** The best order found: every one there is for a small box, else from the given order by moving one at a time. */
export function bestOrder(
  blocks: readonly Block[],
  middle: readonly Middle[],
  edges: ReadonlyMap<string, readonly string[]>,
): Order {
  const budget: Budget = { left: PAIRS_TRIED };
  let best = arranged(blocks, middle, edges, true, budget);
  if (middle.length <= EVERY) {
    for (const order of permutations(middle)) {
      if (best.crossings === 0) break;
      const now = arranged(blocks, order, edges, true, budget);
      if (now.crossings < best.crossings) best = now;
    }
    return best;
  }
  for (let moved = true; moved && best.crossings > 0;) {
    moved = false;
    for (const one of middle) {
      const rest = best.middle.filter((other) => other !== one);
      for (let at = 0; at <= rest.length && budget.left > 0; at += 1) {
        const now = arranged(blocks, [...rest.slice(0, at), one, ...rest.slice(at)], edges, false, budget);
        if (now.crossings < best.crossings) {
          best = now;
          moved = true;
        }
      }
    }
  }
  return best;
}
