/** A wired box in one state of its switches: what each node is connected to, and what it is held at. */
import type { Held, Pair, Use } from '../physical/physical.ts';
import type { Circuitry } from './circuit.ts';
import { Joined, Numbers } from './graph.ts';

/** The position of every switch, by its id; what is not named stands in its first. */
export type Positions = Readonly<Record<string, number>>;

export interface Conditions {
  readonly positions: Positions;
  /** Circuits whose breaker is off. */
  readonly off?: readonly string[];
  /** GFCIs that have tripped. */
  readonly tripped?: readonly string[];
  /** A device that is taken out. */
  readonly without?: string | undefined;
}

export interface State {
  /** What a node is held at: nothing, one potential, or a fault. */
  readonly held: (node: string) => readonly Held[];
  readonly connected: (a: string, b: string) => boolean;
  /** Sets of potentials that meet where they must not. */
  readonly meetings: readonly { readonly node: string; readonly held: readonly Held[] }[];
}

const NONE: readonly Held[] = [];

/** One connection of a state, by the numbers of its nodes. */
export interface Edge {
  readonly a: number;
  readonly b: number;
  /** The strand it is, by its place in the list. */
  readonly strand?: number;
  /** The pole it is: which guard. */
  readonly guard?: number;
}

/** A connection as it is met from one of its nodes. */
export interface Way {
  readonly edge: Edge;
  readonly to: number;
  /** From its first node to its second. */
  readonly forth: boolean;
}
/** The ways from each node, by its number. */
export type Around = readonly (readonly Way[])[];

function laid(size: number, edges: readonly Edge[]): Around {
  const around: Way[][] = Array.from({ length: size }, () => []);
  for (const edge of edges) {
    around[edge.a]?.push({ edge, to: edge.b, forth: true });
    around[edge.b]?.push({ edge, to: edge.a, forth: false });
  }
  return around;
}

/** A wired box made ready to be looked at in many states. */
export interface Prepared {
  readonly at: (conditions: Conditions) => State;
  /** Every connection there is with the switches so, from each node, for following currents. */
  readonly around: (conditions: Pick<Conditions, 'positions'>) => Around;
  readonly numberOf: (node: string) => number;
  readonly size: number;
}

const ready = new WeakMap<Circuitry, Prepared>();

/** Prepares a wired box: what never changes is joined once, and once for all who look at it. */
export function prepare(circuitry: Circuitry): Prepared {
  const known = ready.get(circuitry) ?? prepared(circuitry);
  ready.set(circuitry, known);
  return known;
}

function prepared({ physical, links }: Circuitry): Prepared {
  const numbers = new Numbers();
  const numbered = ([a, b]: Pair) => [numbers.of(a), numbers.of(b)] as const;
  const fixed = links.map(({ pair, of }) => ({ pair: numbered(pair), of }));
  const strands = physical.strands.map(({ near, far }) => numbered([near, far]));
  const switches = physical.switches.map(({ id, of, positions }) => ({
    id,
    of,
    positions: positions.map((pairs) => pairs.map(numbered)),
  }));
  const guards = physical.guards.map(({ of, poles }) => ({ of, poles: poles.map(numbered) }));
  const sources = physical.sources.map(({ node, held }) => ({ node: numbers.of(node), name: node, held }));
  for (const { hot, neutral, ground } of physical.uses)
    for (const node of [hot, neutral, ground ?? hot]) numbers.of(node);
  for (const { node } of physical.grounded) numbers.of(node);
  for (const { ports } of physical.devices) for (const { id } of ports) numbers.of(id);

  const baseWithout = (without: string | undefined): Joined => {
    const joined = new Joined(numbers.size);
    for (const { pair, of } of fixed) if (of === undefined || of !== without) joined.join(pair[0], pair[1]);
    for (const [a, b] of strands) joined.join(a, b);
    return joined;
  };
  const base = baseWithout(undefined);

  const close = (joined: Joined, { positions, tripped, without }: Conditions) => {
    for (const one of switches)
      if (one.of !== without)
        for (const [a, b] of one.positions[positions[one.id] ?? 0] ?? []) joined.join(a, b);
    for (const { of, poles } of guards)
      if (of !== without && !tripped?.includes(of)) for (const [a, b] of poles) joined.join(a, b);
  };

  /** States of positions alone, by the positions: the proof and the rules look at the same ones. */
  const looked = new Map<string, State>();
  const at = (conditions: Conditions): State => {
    const { positions, off, tripped, without } = conditions;
    if (off !== undefined || tripped !== undefined || without !== undefined) return stateAt(conditions);
    let key = '';
    for (const { id } of switches) key += `${positions[id] ?? 0},`;
    const before = looked.get(key);
    if (before) return before;
    const state = stateAt(conditions);
    looked.set(key, state);
    return state;
  };

  const stateAt = (conditions: Conditions): State => {
    const { off = [], without } = conditions;
    const joined = without === undefined ? new Joined(base) : baseWithout(without);
    close(joined, conditions);
    const held = new Map<number, Held[]>();
    const names = new Map<number, string>();
    for (const { node, name, held: one } of sources) {
      if (one.kind === 'hot' && off.includes(one.circuit)) continue;
      const root = joined.find(node);
      const there = held.get(root);
      if (there === undefined) held.set(root, [one]);
      else if (!there.some((other) => sameHeld(one, other))) there.push(one);
      names.set(root, name);
    }
    const meetings: { node: string; held: readonly Held[] }[] = [];
    for (const [root, all] of held)
      if (all.length > 1) meetings.push({ node: names.get(root) ?? '', held: all });
    const find = (node: string) => joined.find(numbers.of(node));
    return {
      held: (node) => held.get(find(node)) ?? NONE,
      connected: (a, b) => find(a) === find(b),
      meetings,
    };
  };

  let unmoved: Around | undefined;
  const around = ({ positions }: Pick<Conditions, 'positions'>): Around => {
    unmoved ??= laid(numbers.size, [
      ...fixed.map(({ pair: [a, b] }) => ({ a, b })),
      ...strands.map(([a, b], strand) => ({ a, b, strand })),
      ...guards.flatMap(({ poles }, guard) => poles.map(([a, b]) => ({ a, b, guard }))),
    ]);
    const all = unmoved.slice();
    // What never changes is shared by all states; only the nodes of closed contacts have lists of their own.
    const put = (from: number, way: Way) => {
      all[from] = [...(all[from] ?? []), way];
    };
    for (const { id, positions: pairs } of switches)
      for (const [a, b] of pairs[positions[id] ?? 0] ?? []) {
        const edge = { a, b };
        put(a, { edge, to: b, forth: true });
        put(b, { edge, to: a, forth: false });
      }
    return all;
  };
  return { at, around, numberOf: (node) => numbers.of(node), size: numbers.size };
}

export function sameHeld(a: Held, b: Held): boolean {
  if (a.kind === 'ground' || b.kind === 'ground') return a.kind === b.kind;
  return a.kind === b.kind && a.circuit === b.circuit;
}

/** The circuits a node is live from. */
export const liveFrom = (held: readonly Held[]): readonly string[] => circuitsOf(held, 'hot');
/** The circuits whose neutral a node is. */
export const neutralsIn = (held: readonly Held[]): readonly string[] => circuitsOf(held, 'neutral');

const NO_CIRCUIT: readonly string[] = [];
/** Written out: a proof asks this many thousand times. */
function circuitsOf(held: readonly Held[], kind: 'hot' | 'neutral'): readonly string[] {
  let found: string[] | undefined;
  for (const one of held) if (one.kind === kind) (found ??= []).push(one.circuit);
  return found ?? NO_CIRCUIT;
}
export const isGrounded = (held: readonly Held[]): boolean => held.some(({ kind }) => kind === 'ground');

/** Whether something has its voltage, and from which circuit. */
export function fedFrom(state: State, { hot, neutral, doubled }: Use): string | undefined {
  const [one] = liveFrom(state.held(hot));
  if (one === undefined) return undefined;
  if (doubled) {
    const [two] = liveFrom(state.held(neutral));
    return two !== undefined && two !== one ? one : undefined;
  }
  return neutralsIn(state.held(neutral)).length > 0 ? one : undefined;
}
