/**
 * Where the current of something that is on runs, out and back. What goes out by a cable must come back by the
 * same cable (300.3(B), 300.20(A)), and what goes through a GFCI must come back through it, else it trips.
 */
import { racewayOf } from '../box/rows.ts';
import type { Held, Use } from '../physical/physical.ts';
import type { Circuitry } from './circuit.ts';
import {
  type Around,
  type Edge,
  fedFrom,
  type Positions,
  type Prepared,
  sameHeld,
  type State,
} from './state.ts';

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
  /** What is connected, worked out once for all that hangs on it, by the number of each of its nodes. */
  readonly nets: (Net | undefined)[];
  /** From each node the step toward the nearest source, and where it leads. */
  readonly toward: ({ readonly step: Step; readonly to: number } | undefined)[];
}

/** Everything that is connected in one state. */
interface Net {
  /** Sources in it. */
  readonly ends: readonly { readonly node: number; readonly held: Held }[];
  /** Strands and poles that are part of a ring. */
  readonly rings: readonly Edge[];
}

export function waysIn(prepared: Prepared, positions: Positions): Ways {
  return { state: prepared.at({ positions }), around: prepared.around({ positions }), nets: [], toward: [] };
}

/** The net a node is in. */
function netOf(
  start: number,
  { around, nets, toward }: Ways,
  { physical }: Circuitry,
  prepared: Prepared,
): Net {
  const known = nets[start];
  if (known) return known;
  const ends: { node: number; held: Held }[] = [];
  const net = { ends, rings: [] as readonly Edge[] };
  const reached = [start];
  let ways = 0;
  nets[start] = net;
  for (const node of reached)
    for (const { to } of around[node] ?? []) {
      ways += 1;
      if (nets[to] !== undefined) continue;
      nets[to] = net;
      reached.push(to);
    }
  for (const { node, held } of physical.sources) {
    const number = prepared.numberOf(node);
    if (nets[number] === net) ends.push({ node: number, held });
  }
  // Outward from the sources, once for everything that hangs on them.
  const queue = ends.map(({ node }) => node);
  const met = new Set(queue);
  for (const node of queue)
    for (const { edge, to, forth } of around[node] ?? []) {
      if (met.has(to)) continue;
      met.add(to);
      toward[to] = { step: { edge, forth: !forth }, to: node };
      queue.push(to);
    }
  // As many connections as a tree has: no ring is in it. Each is met from both of its nodes.
  if (ways !== 2 * (reached.length - 1)) net.rings = ringsFrom(start, around);
  return net;
}

/** Follows the current of one use in one state. Nothing where it is off. */
export function imbalancesOf(circuitry: Circuitry, prepared: Prepared, ways: Ways, use: Use): Imbalance[] {
  const { physical } = circuitry;
  if (fedFrom(ways.state, use) === undefined) return [];
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
    const { ends, rings } = netOf(start, ways, circuitry, prepared);
    for (let at = ways.toward[start]; at; at = ways.toward[at.to]) {
      const { edge, forth } = at.step;
      if (edge.strand !== undefined) add('cable', cableOf(edge.strand), forth ? sign : -sign);
      if (edge.guard !== undefined) add('guard', physical.guards[edge.guard]?.of ?? '', forth ? sign : -sign);
    }
    // Two sources of one potential, or a ring, and it divides: how is not to be told.
    const [first, ...others] = ends;
    if (first && others.some((one) => one.node !== first.node && sameHeld(one.held, first.held)))
      found.push({ kind: 'divides', of: use.of });
    for (const edge of rings) {
      if (edge.guard !== undefined) found.push({ kind: 'guard', of: physical.guards[edge.guard]?.of ?? '' });
      else if (edge.strand !== undefined) found.push({ kind: 'divides', of: cableOf(edge.strand) });
    }
  }
  for (const kind of ['cable', 'guard'] as const)
    for (const [of, way] of through[kind]) if (way !== 0) found.push({ kind, of });
  return found;
}

/**
 * Strands and poles that are part of a ring: taken away, their ends would still be joined. By the low points
 * of one walk through the net, as bridges of a graph are found.
 */
function ringsFrom(start: number, around: Around): Edge[] {
  const order = new Int32Array(around.length).fill(-1);
  const low = new Int32Array(around.length);
  let met = 1;
  order[start] = 0;
  const bridges = new Set<Edge>();
  const special: Edge[] = [];
  const walk: { node: number; by: Edge | undefined; next: number }[] = [
    { node: start, by: undefined, next: 0 },
  ];
  for (let at = walk.at(-1); at; at = walk.at(-1)) {
    const way = around[at.node]?.[at.next];
    if (way === undefined) {
      walk.pop();
      const up = walk.at(-1);
      if (up && at.by) {
        const mine = low[at.node] ?? 0;
        low[up.node] = Math.min(low[up.node] ?? 0, mine);
        if (mine > (order[up.node] ?? 0)) bridges.add(at.by);
      }
      continue;
    }
    at.next += 1;
    const { edge, to, forth } = way;
    if (forth && (edge.strand !== undefined || edge.guard !== undefined)) special.push(edge);
    if (edge === at.by) continue;
    const seen = order[to] ?? -1;
    if (seen >= 0) low[at.node] = Math.min(low[at.node] ?? 0, seen);
    else {
      order[to] = met;
      low[to] = met;
      met += 1;
      walk.push({ node: to, by: edge, next: 0 });
    }
  }
  return special.filter((edge) => !bridges.has(edge));
}
