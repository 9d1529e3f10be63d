/** A model in one state of its switches: what each node is connected to, and what is live. */
import { Joined, Numbers } from './graph.ts';
import type { Model, Point } from './model.ts';

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
  /** The potentials a node is held at: none, one, or a fault. */
  readonly potentials: (node: string) => readonly string[];
  readonly connected: (a: string, b: string) => boolean;
  /** Sets of potentials that meet where they must not. */
  readonly meetings: readonly { readonly node: string; readonly potentials: readonly string[] }[];
}

const NONE: readonly string[] = [];

/** Prepares a model: what never changes is joined once. */
export function prepare(model: Model): (conditions: Conditions) => State {
  const numbers = new Numbers();
  const pair = ([a, b]: readonly [string, string]) => [numbers.of(a), numbers.of(b)] as const;
  const links = model.links.map(pair);
  const switches = model.switches.map(({ id, of, positions }) => ({
    id,
    of,
    positions: positions.map((pairs) => pairs.map(pair)),
  }));
  const guards = model.guards.map(({ of, pairs }) => ({ of, pairs: pairs.map(pair) }));
  const sources = model.sources.map(({ node, potential }) => ({
    node: numbers.of(node),
    name: node,
    potential,
  }));
  for (const { hot, neutral, ground } of model.points)
    for (const node of [hot, neutral, ground ?? hot]) numbers.of(node);
  for (const { node } of model.grounded) numbers.of(node);
  for (const { node } of model.neutrals) numbers.of(node);
  for (const { wires } of model.lines) for (const { id } of wires) numbers.of(id);
  for (const { terminals } of model.faces) for (const { id } of terminals) numbers.of(id);
  const removed = new Map([...model.withDevice].map(([key, pairs]) => [key, new Set(pairs)]));
  const base = new Joined(numbers.size);
  for (const [a, b] of links) base.join(a, b);

  return ({ positions, off = [], tripped = [], without }) => {
    let joined: Joined;
    if (without === undefined) joined = new Joined(base);
    else {
      joined = new Joined(numbers.size);
      const gone = removed.get(without);
      model.links.forEach((link, nth) => {
        const numbered = links[nth];
        if (numbered && !gone?.has(link)) joined.join(numbered[0], numbered[1]);
      });
    }
    for (const one of switches) {
      if (one.of === without) continue;
      for (const [a, b] of one.positions[positions[one.id] ?? 0] ?? []) joined.join(a, b);
    }
    for (const { of, pairs } of guards) {
      if (of === without || tripped.includes(of)) continue;
      for (const [a, b] of pairs) joined.join(a, b);
    }
    const held = new Map<number, string[]>();
    const names = new Map<number, string>();
    for (const { node, name, potential } of sources) {
      if (potential.startsWith('L:') && off.includes(potential.slice(2))) continue;
      const root = joined.find(node);
      const there = held.get(root) ?? [];
      if (!there.includes(potential)) held.set(root, [...there, potential]);
      names.set(root, name);
    }
    return {
      potentials: (node) => held.get(joined.find(numbers.of(node))) ?? NONE,
      connected: (a, b) => joined.find(numbers.of(a)) === joined.find(numbers.of(b)),
      meetings: [...held]
        .filter(([, potentials]) => potentials.length > 1)
        .map(([root, potentials]) => ({ node: names.get(root) ?? '', potentials })),
    };
  };
}

/** The circuits a node is live from. */
export const liveFrom = (potentials: readonly string[]): string[] =>
  potentials.filter((one) => one.startsWith('L:')).map((one) => one.slice(2));

/** Whether a point has its voltage, and from which circuit. */
export function fedFrom(state: State, { hot, neutral, doubled }: Point): string | undefined {
  const [one] = liveFrom(state.potentials(hot));
  if (one === undefined) return undefined;
  if (doubled) {
    const [two] = liveFrom(state.potentials(neutral));
    return two !== undefined && two !== one ? one : undefined;
  }
  return state.potentials(neutral).some((potential) => potential.startsWith('N:')) ? one : undefined;
}
