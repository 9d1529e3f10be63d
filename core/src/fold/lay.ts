/** Where the connectors of a box lie, and the least depth at which each has a place. */
import type { Body, Connector } from './contents.ts';
import type { Inside } from './inside.ts';
import { type Block, pack } from './pack.ts';

/** The spaces that are free in front of the folds at a depth: all of it behind the deepest body, or gang by gang. */
function spacesAt(inside: Inside, bodies: readonly Body[], folded: number, depth: number): Block[][] {
  const deepest = Math.max(0, ...bodies.map((body) => body.depth));
  const behind = (columns: Inside['columns'], to: number): Block[] =>
    to > folded ? columns.map((column) => ({ ...column, z: folded, depth: to - folded })) : [];
  const whole = behind(inside.columns, depth - deepest);
  // Round the bodies the depth is whole: above and below them, and at both sides.
  const low = Math.min(...bodies.map(({ y }) => y));
  const high = Math.max(...bodies.map(({ y, height }) => y + height));
  const left = Math.min(...bodies.map(({ x }) => x));
  const right = Math.max(...bodies.map(({ x, width }) => x + width));
  const strips =
    bodies.length === 0
      ? []
      : inside.columns.flatMap((column): Block[] => {
          const [bottom, top] = [Math.max(column.y, low), Math.min(column.y + column.height, high)];
          return [
            {
              ...column,
              y: Math.max(column.y, high),
              height: column.y + column.height - Math.max(column.y, high),
            },
            { ...column, height: Math.min(column.y + column.height, low) - column.y },
            { x: column.x, width: left - column.x, y: bottom, height: top - bottom },
            { x: right, width: column.x + column.width - right, y: bottom, height: top - bottom },
          ]
            .filter(({ width, height }) => width > 0 && height > 0)
            .map((strip) => ({ ...strip, z: depth - deepest, depth: deepest }));
        });
  const ways = [[...whole, ...strips]];
  if (bodies.length > 1 && inside.columns.length === 1 && bodies.some((body) => body.depth < deepest)) {
    const edges = bodies.map((body, nth) => {
      const next = bodies[nth + 1];
      return next ? Math.round((body.x + body.width + next.x) / 2) : inside.width;
    });
    ways.push(
      bodies.flatMap((body, nth) => {
        const left = nth === 0 ? 0 : (edges[nth - 1] ?? 0);
        return behind(
          [{ x: left, y: 0, width: (edges[nth] ?? inside.width) - left, height: inside.height }],
          depth - body.depth,
        );
      }),
    );
  }
  return ways;
}

type Laid =
  | {
      readonly fits: true;
      readonly places: readonly Block[];
      readonly depth: number;
      readonly exact: boolean;
    }
  | { readonly fits: false; readonly proved: boolean };

/** The least depth at which everything has its place, and the places at the whole depth. */
export function leastDepth(
  inside: Inside,
  bodies: readonly Body[],
  folded: number,
  connectors: readonly Connector[],
): Laid {
  let exact = true;
  const at = (depth: number) => {
    let proved = true;
    for (const spaces of spacesAt(inside, bodies, folded, depth)) {
      const packed = pack(spaces, connectors);
      if (packed.fits) return packed;
      proved &&= packed.proved;
    }
    return { fits: false, proved } as const;
  };
  const whole = at(inside.depth);
  if (!whole.fits) return whole;
  const least = Math.max(0, ...bodies.map((body) => body.depth)) + folded;
  let [no, yes] = [least - 1, inside.depth];
  while (yes - no > 1) {
    const middle = Math.floor((no + yes) / 2);
    const tried = at(middle);
    if (tried.fits) yes = middle;
    else {
      no = middle;
      exact &&= tried.proved;
    }
  }
  return { fits: true, places: whole.places, depth: yes, exact };
}
