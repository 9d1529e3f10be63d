/** Where a point may lie on a line, exact: a closed stretch less open ones. Integers in any one unit. */

/** From one end to the other, both in it. */
export type Range = readonly [from: number, to: number];

/** An open stretch that is barred, and why. */
export interface Bar<W> {
  readonly from: number;
  readonly to: number;
  readonly why: W;
}

/** A stretch that is free, with what bars the way at each end. */
export interface Free<W> {
  readonly range: Range;
  readonly ends: readonly [W | undefined, W | undefined];
}

/**
 * What is left of a closed stretch when open ones are taken out of it: closed stretches, in order; two bars that meet
 * in a point leave the point.
 */
export function freeOf<W>(whole: Range, bars: readonly Bar<W>[], edges: readonly [W, W]): Free<W>[] {
  const [from, to] = whole;
  const free: Free<W>[] = [];
  let at = from;
  let why: W = edges[0];
  for (const bar of [...bars]
    .filter((bar) => bar.to > bar.from)
    .sort((a, b) => a.from - b.from || a.to - b.to)) {
    if (bar.to <= at) {
      // It ends where the free stretch begins: the point between them stays.
      if (bar.to === at) why = bar.why;
      continue;
    }
    if (bar.from > to) break;
    if (bar.from >= at) free.push({ range: [at, bar.from], ends: [why, bar.why] });
    at = bar.to;
    why = bar.why;
  }
  if (at <= to) free.push({ range: [at, to], ends: [why, edges[1]] });
  return free;
}

/** The point of some closed stretches that is nearest to one; of two as near, the one `better` says. */
export function nearestIn(
  ranges: readonly Range[],
  wanted: number,
  better: (a: number, b: number) => number = () => 0,
): number | undefined {
  const near = ranges.map(([from, to]) => Math.min(Math.max(wanted, from), to));
  return near.sort((a, b) => Math.abs(a - wanted) - Math.abs(b - wanted) || better(a, b))[0];
}
