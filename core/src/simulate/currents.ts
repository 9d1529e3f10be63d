/**
 * Where the current of something that is on runs, out and back. What goes out by a cable must come back by the
 * same cable (300.3(B), 300.20(A)), and what goes through a GFCI must come back through it, else it trips.
 */
import { racewayOf } from '../box/rows.ts';
import type { Use } from '../physical/physical.ts';
import type { Circuitry } from './circuit.ts';
import { type Conditions, type Edge, fedFrom, type Prepared, sameHeld, type State } from './state.ts';

/** What is wrong with the way of one current. */
export interface Imbalance {
  readonly kind:
    /** The cable carries it one way only. */
    | 'cable'
    /** The GFCI carries it one way only. */
    | 'guard'
    /** It divides between two ways that are joined at both ends. */
    | 'divides';
  /** The cable or GFCI. */
  readonly of: string;
}

interface Step {
  readonly edge: Edge;
  /** From its first node to its second. */
  readonly forth: boolean;
}

/** Every way a current can take in one state. */
export interface Ways {
  readonly state: State;
  readonly around: Around;
}

export function waysIn(prepared: Prepared, conditions: Conditions): Ways {
  const around = new Map<number, { edge: Edge; to: number; forth: boolean }[]>();
  const put = (from: number, to: number, edge: Edge, forth: boolean) => {
    const there = around.get(from);
    if (there) there.push({ edge, to, forth });
    else around.set(from, [{ edge, to, forth }]);
  };
  for (const edge of prepared.edges(conditions)) {
    put(edge.a, edge.b, edge, true);
    put(edge.b, edge.a, edge, false);
  }
  return { state: prepared.at(conditions), around };
}

/** Follows the current of one use in one state. Nothing where it is off. */
export function imbalancesOf(
  { physical }: Circuitry,
  prepared: Prepared,
  { state, around }: Ways,
  use: Use,
): Imbalance[] {
  if (fedFrom(state, use) === undefined) return [];
  const sources = physical.sources.map(({ node, held }) => ({ node: prepared.numberOf(node), held }));
  const found: Imbalance[] = [];
  const through = { cable: new Map<string, number>(), guard: new Map<string, number>() };
  const add = (what: 'cable' | 'guard', of: string, way: number) =>
    through[what].set(of, (through[what].get(of) ?? 0) + way);
  const cableOf = (strand: number) => {
    const key = physical.strands[strand]?.cable ?? '';
    const item = physical.cables.find((one) => one.key === key)?.item;
    // Pulls of one raceway run together.
    return item?.kind === 'conductors' ? racewayOf(item) : key;
  };

  for (const [start, sign] of [
    [prepared.numberOf(use.hot), -1],
    [prepared.numberOf(use.neutral), 1],
  ] as const) {
    const net = reachable(start, around);
    const ends = sources.filter(({ node }) => net.has(node));
    const path = pathTo(start, new Set(ends.map(({ node }) => node)), around);
    for (const { edge, forth } of path) {
      if (edge.strand !== undefined) add('cable', cableOf(edge.strand), forth ? sign : -sign);
      if (edge.guard !== undefined) add('guard', physical.guards[edge.guard]?.of ?? '', forth ? sign : -sign);
    }
    // Two sources of one potential, or a ring, and it divides: how is not to be told.
    const [first, ...others] = ends;
    if (first && others.some((one) => one.node !== first.node && sameHeld(one.held, first.held)))
      found.push({ kind: 'divides', of: use.of });
    for (const edge of ringsFrom(start, around)) {
      if (edge.guard !== undefined) found.push({ kind: 'guard', of: physical.guards[edge.guard]?.of ?? '' });
      else if (edge.strand !== undefined) found.push({ kind: 'divides', of: cableOf(edge.strand) });
    }
  }
  for (const kind of ['cable', 'guard'] as const)
    for (const [of, way] of through[kind]) if (way !== 0) found.push({ kind, of });
  return found;
}

type Around = ReadonlyMap<number, readonly { edge: Edge; to: number; forth: boolean }[]>;

function reachable(start: number, around: Around): Set<number> {
  const net = new Set([start]);
  for (const node of net) for (const { to } of around.get(node) ?? []) net.add(to);
  return net;
}

/** The shortest way from a node to one of several. */
function pathTo(start: number, ends: ReadonlySet<number>, around: Around): Step[] {
  const cameBy = new Map<number, { from: number; step: Step } | undefined>([[start, undefined]]);
  for (const [node] of cameBy) {
    if (ends.has(node)) {
      const path: Step[] = [];
      for (let at = cameBy.get(node); at; at = cameBy.get(at.from)) path.unshift(at.step);
      return path;
    }
    for (const { edge, to, forth } of around.get(node) ?? [])
      if (!cameBy.has(to)) cameBy.set(to, { from: node, step: { edge, forth } });
  }
  return [];
}

/**
 * Strands and poles that are part of a ring: taken away, their ends would still be joined. By the low points
 * of one walk through the net, as bridges of a graph are found.
 */
function ringsFrom(start: number, around: Around): Edge[] {
  const order = new Map<number, number>([[start, 0]]);
  const low = new Map<number, number>([[start, 0]]);
  const bridges = new Set<Edge>();
  const special: Edge[] = [];
  const walk: { node: number; by: Edge | undefined; next: number }[] = [
    { node: start, by: undefined, next: 0 },
  ];
  for (let at = walk.at(-1); at; at = walk.at(-1)) {
    const way = around.get(at.node)?.[at.next];
    if (way === undefined) {
      walk.pop();
      const up = walk.at(-1);
      if (up && at.by) {
        const mine = low.get(at.node) ?? 0;
        low.set(up.node, Math.min(low.get(up.node) ?? 0, mine));
        if (mine > (order.get(up.node) ?? 0)) bridges.add(at.by);
      }
      continue;
    }
    at.next += 1;
    const { edge, to, forth } = way;
    if (forth && (edge.strand !== undefined || edge.guard !== undefined)) special.push(edge);
    if (edge === at.by) continue;
    const seen = order.get(to);
    if (seen !== undefined) low.set(at.node, Math.min(low.get(at.node) ?? 0, seen));
    else {
      order.set(to, order.size);
      low.set(to, order.get(to) ?? 0);
      walk.push({ node: to, by: edge, next: 0 });
    }
  }
  return special.filter((edge) => !bridges.has(edge));
}
