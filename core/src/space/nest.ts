/** Pieces cut from stock lengths with the least waste: exact up to twelve, good beyond. Integers of any one unit. */

export interface Nested {
  /** Pieces of each length, by their number, longest first. */
  readonly lengths: readonly (readonly number[])[];
  readonly exact: boolean;
}

/** Up to so many pieces every way is gone through. */
export const NEST_EXACT = 12;

/**
 * The fewest stock lengths that give all pieces; a cut takes the kerf beside each piece but what ends a length.
 * @returns undefined where a piece is longer than the stock
 */
export function nest(pieces: readonly number[], stock: number, kerf: number): Nested | undefined {
  if (pieces.some((piece) => piece > stock)) return undefined;
  const order = pieces.map((_, nth) => nth).sort((a, b) => (pieces[b] ?? 0) - (pieces[a] ?? 0) || a - b);
  // With a kerf for every piece, a length that is as much longer holds the same pieces.
  const need = (nth: number) => (pieces[nth] ?? 0) + kerf;
  const room = stock + kerf;
  const quick = firstFit(order, need, room);
  if (pieces.length > NEST_EXACT) return { lengths: quick, exact: false };
  let best = quick;
  const sum = order.reduce((all, nth) => all + need(nth), 0);
  const least = Math.ceil(sum / room);
  const open: { left: number; in: number[] }[] = [];
  const lay = (at: number): boolean => {
    if (best.length === least) return true;
    if (open.length >= best.length) return false;
    const nth = order[at];
    if (nth === undefined) {
      best = open.map((one) => [...one.in]);
      return best.length === least;
    }
    const tried = new Set<number>();
    for (const one of open) {
      if (one.left < need(nth) || tried.has(one.left)) continue;
      tried.add(one.left);
      one.left -= need(nth);
      one.in.push(nth);
      if (lay(at + 1)) return true;
      one.in.pop();
      one.left += need(nth);
    }
    if (open.length + 1 < best.length) {
      open.push({ left: room - need(nth), in: [nth] });
      if (lay(at + 1)) return true;
      open.pop();
    }
    return false;
  };
  lay(0);
  return { lengths: best, exact: true };
}

/** Each piece, longest first, into the first length that still has room. */
function firstFit(order: readonly number[], need: (nth: number) => number, room: number): number[][] {
  const open: { left: number; in: number[] }[] = [];
  for (const nth of order) {
    const one = open.find(({ left }) => left >= need(nth));
    if (one) {
      one.left -= need(nth);
      one.in.push(nth);
    } else open.push({ left: room - need(nth), in: [nth] });
  }
  return open.map((one) => one.in);
}
