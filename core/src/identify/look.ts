/**
 * What instruments find on one cable whose conductors are all apart, by the electrical model of the proof:
 * what the panel holds, what is joined beyond, what a lamp there lets through. Plain tables by colour.
 */
import type { Physical, Use } from '../physical/physical.ts';
import { Joined, Numbers } from '../simulate/graph.ts';
import type { State } from '../simulate/state.ts';

/** What a conductor is at: a leg of the service, the neutral or the ground, or nothing that holds it. */
export type Potential = 'one' | 'two' | 'zero' | 'floating';
export type Continuity = 'open' | 'closed';
/** What is at a point of use: a filament or an old motor lets current through, an electronic lamp does not. */
export type Load = 'filament' | 'electronic' | 'none';
/** What comes on when the cable is joined to the line. */
export type ComesOn = 'light' | 'outlet' | 'switch' | 'nothing';

export interface Look {
  readonly colours: readonly string[];
  readonly potential: Readonly<Record<string, Potential>>;
  /** By `pairOf`: what may be read between two conductors with the power off. */
  readonly continuity: Readonly<Record<string, readonly Continuity[]>>;
  /** Pairs joined without a load between them: to join both to the line would short it. */
  readonly direct: readonly string[];
}

/** Two colours as one word, whichever is named first. */
export const pairOf = (a: string, b: string): string => (a < b ? `${a}|${b}` : `${b}|${a}`);

/**
 * @param conductors the cable's ends in the box with their colours
 * @param loadOf what stands at each point of use
 * @param legs the leg of the service each circuit is on
 */
export function lookAt(
  { uses, sources }: Physical,
  state: State,
  conductors: readonly { readonly id: string; readonly colour: string }[],
  loadOf: (use: Use) => Load,
  legs: Readonly<Record<string, 'one' | 'two'>>,
): Look {
  const lets = uses.filter((use) => loadOf(use) === 'filament');
  const held = (node: string): Potential => {
    for (const one of state.held(node)) return one.kind === 'hot' ? (legs[one.circuit] ?? 'one') : 'zero';
    return 'floating';
  };
  const potentialOf = (node: string): Potential => {
    const own = held(node);
    if (own !== 'floating') return own;
    for (const { hot, neutral } of lets) {
      const beyond = state.connected(node, hot) ? neutral : state.connected(node, neutral) ? hot : undefined;
      if (beyond !== undefined && held(beyond) !== 'floating') return held(beyond);
    }
    return 'floating';
  };
  const islands = islandsOf(state, conductors, lets, sources);
  const pairs = conductors.flatMap((one, nth) =>
    conductors.slice(nth + 1).map((other) => ({ one, other, pair: pairOf(one.colour, other.colour) })),
  );
  return {
    colours: conductors.map(({ colour }) => colour),
    potential: Object.fromEntries(conductors.map(({ id, colour }) => [colour, potentialOf(id)])),
    continuity: Object.fromEntries(
      pairs.map(({ one, other, pair }) => [pair, islands(one.id, other.id)] as const),
    ),
    direct: pairs.filter(({ one, other }) => state.connected(one.id, other.id)).map(({ pair }) => pair),
  };
}

const PANEL = '~panel';

/** With the power off: neutrals and grounds meet at the panel; a hot may reach them through what else it feeds. */
function islandsOf(
  state: State,
  conductors: readonly { readonly id: string }[],
  lets: readonly Use[],
  sources: Physical['sources'],
) {
  const nodes = [
    ...new Set([
      ...conductors.map(({ id }) => id),
      ...lets.flatMap(({ hot, neutral }) => [hot, neutral]),
      ...sources.map(({ node }) => node),
    ]),
  ];
  const numbers = new Numbers();
  for (const node of [PANEL, ...nodes]) numbers.of(node);
  const joined = new Joined(numbers.size);
  const join = (a: string, b: string) => joined.join(numbers.of(a), numbers.of(b));
  nodes.forEach((node, nth) => {
    for (const other of nodes.slice(nth + 1)) if (state.connected(node, other)) join(node, other);
  });
  for (const { hot, neutral } of lets) join(hot, neutral);
  for (const { node, held } of sources) if (held.kind !== 'hot') join(node, PANEL);
  const find = (node: string) => joined.find(numbers.of(node));
  const hots = new Set(sources.filter(({ held }) => held.kind === 'hot').map(({ node }) => find(node)));
  return (a: string, b: string): readonly Continuity[] => {
    const [one, two] = [find(a), find(b)];
    if (one === two) return ['closed'];
    const reaches = (island: number) => hots.has(island) || island === find(PANEL);
    return reaches(one) && reaches(two) ? ['open', 'closed'] : ['open'];
  };
}

/** The same with its colours exchanged: `{black: 'white', white: 'black'}`. What is not named floats and is open. */
export function recoloured(
  look: Look,
  to: Readonly<Record<string, string>>,
  colours: readonly string[],
): Look {
  const from = (colour: string) => Object.keys(to).find((one) => to[one] === colour);
  const potential = (colour: string): Potential => look.potential[from(colour) ?? ''] ?? 'floating';
  const pairs = colours.flatMap((one, nth) => colours.slice(nth + 1).map((other) => [one, other] as const));
  const before = (one: string, other: string) => pairOf(from(one) ?? '', from(other) ?? '');
  return {
    colours,
    potential: Object.fromEntries(colours.map((colour) => [colour, potential(colour)])),
    continuity: Object.fromEntries(
      pairs.map(([one, other]) => [pairOf(one, other), look.continuity[before(one, other)] ?? ['open']]),
    ),
    direct: pairs
      .filter(([one, other]) => look.direct.includes(before(one, other)))
      .map(([one, other]) => pairOf(one, other)),
  };
}
