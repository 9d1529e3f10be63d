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

/** A wired box made ready to be looked at in many states. */
export interface Prepared {
  readonly at: (conditions: Conditions) => State;
  /** Every connection there is in a state, for following currents. */
  readonly edges: (conditions: Conditions) => readonly Edge[];
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

  const closed = ({ positions, tripped = [], without }: Conditions) => [
    ...switches.flatMap((one) => (one.of === without ? [] : (one.positions[positions[one.id] ?? 0] ?? []))),
    ...guards.flatMap(({ of, poles }) => (of === without || tripped.includes(of) ? [] : poles)),
  ];

  const at = (conditions: Conditions): State => {
    const { off = [], without } = conditions;
    const joined = without === undefined ? new Joined(base) : baseWithout(without);
    for (const [a, b] of closed(conditions)) joined.join(a, b);
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
    const find = (node: string) => joined.find(numbers.of(node));
    return {
      held: (node) => held.get(find(node)) ?? NONE,
      connected: (a, b) => find(a) === find(b),
      meetings: [...held]
        .filter(([, all]) => all.length > 1)
        .map(([root, all]) => ({ node: names.get(root) ?? '', held: all })),
    };
  };

  const edges = (conditions: Conditions): Edge[] => [
    ...fixed.flatMap(({ pair: [a, b], of }) =>
      of === undefined || of !== conditions.without ? [{ a, b }] : [],
    ),
    ...strands.map(([a, b], strand) => ({ a, b, strand })),
    ...switches.flatMap(({ id, of, positions }) =>
      of === conditions.without
        ? []
        : (positions[conditions.positions[id] ?? 0] ?? []).map(([a, b]) => ({ a, b })),
    ),
    ...guards.flatMap(({ of, poles }, guard) =>
      of === conditions.without || conditions.tripped?.includes(of)
        ? []
        : poles.map(([a, b]) => ({ a, b, guard })),
    ),
  ];
  return { at, edges, numberOf: (node) => numbers.of(node), size: numbers.size };
}

export function sameHeld(a: Held, b: Held): boolean {
  if (a.kind === 'ground' || b.kind === 'ground') return a.kind === b.kind;
  return a.kind === b.kind && a.circuit === b.circuit;
}

/** The circuits a node is live from. */
export const liveFrom = (held: readonly Held[]): string[] =>
  held.flatMap((one) => (one.kind === 'hot' ? [one.circuit] : []));
/** The circuits whose neutral a node is. */
export const neutralsIn = (held: readonly Held[]): string[] =>
  held.flatMap((one) => (one.kind === 'neutral' ? [one.circuit] : []));
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
