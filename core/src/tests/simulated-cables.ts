/**
 * Invented boxes with all conductors apart, and an honest tester: each cable is a handful of parts, solved by
 * walking them. Shares nothing with core/identify or core/simulate. Roles and what is found on them: docs/trade.md#identifying.
 */

/** Whole numbers from 0 to below `under`, the same for the same seed (mulberry32, public domain). */
export function dice(seed: number): (under: number) => number {
  let state = seed >>> 0;
  return (under) => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), state | 1);
    mixed ^= mixed + Math.imul(mixed ^ (mixed >>> 7), mixed | 61);
    return ((mixed ^ (mixed >>> 14)) >>> 0) % under;
  };
}

interface Part {
  readonly kind: 'wire' | 'lamp' | 'switch';
  readonly ends: readonly [string, string];
}

export interface TrueCable {
  readonly id: string;
  readonly kind: string;
  readonly role: string;
  readonly colours: readonly string[];
  /** What the panel holds these conductors at, V; neutral and ground at 0. */
  readonly held: Readonly<Record<string, number>>;
  readonly parts: readonly Part[];
  /** How its far switch stands while nobody has thrown it. */
  closed: boolean;
  /** What comes on when it is joined to the line. */
  readonly lit: (closed: boolean) => string;
}

const pick = <T>(roll: (under: number) => number, all: readonly T[]): T => all[roll(all.length)] as T;

const KINDS: readonly (readonly [string, readonly string[]])[] = [
  ['14/2', ['black', 'white', 'ground']],
  ['12/2', ['black', 'white', 'ground']],
  ['14/2 no-ground', ['black', 'white']],
  ['14/3', ['black', 'red', 'white', 'ground']],
  ['12/3 mc', ['black', 'red', 'white', 'ground']],
];

/** @param role what it is to be; any of the usual five without it */
export function trueCable(id: string, roll: (under: number) => number, role: string): TrueCable {
  const [kind, colours] = pick(roll, KINDS);
  const three = colours.includes('red');
  const held: Record<string, number> = {};
  const parts: Part[] = [];
  const part = (what: Part['kind'], a: string, b: string) => parts.push({ kind: what, ends: [a, b] });
  let lit: TrueCable['lit'] = () => 'nothing';
  if (role === 'feed') {
    const leg = pick(roll, [120, -120]);
    const exchanged = roll(40) === 0;
    held[exchanged ? 'white' : 'black'] = leg;
    held[exchanged ? 'black' : 'white'] = 0;
    if (colours.includes('ground') && roll(30) > 0) held['ground'] = 0;
    if (three && !exchanged) {
      const third = roll(3);
      if (third === 0) held['red'] = -leg;
      if (third === 1) part('switch', 'black', 'red');
    }
  }
  if (role === 'leg' || role === 'feed-out') {
    const many = three ? 1 + roll(2) : 1;
    const hots = ['black', 'red'].slice(0, many);
    const there = hots.map((hot) => {
      const load = pick(roll, ['lamp', 'lamp', 'led', 'none']);
      if (load === 'lamp') part('lamp', hot, 'white');
      return load;
    });
    const dark = there.every((load) => load === 'none');
    const bright = role === 'leg' ? ['light', 'outlet'] : ['light', 'outlet', 'switch'];
    const said = pick(roll, dark ? (role === 'leg' ? ['nothing'] : ['outlet', 'switch', 'nothing']) : bright);
    lit = () => said;
    if (role === 'feed-out' && many === 1 && roll(5) === 0) {
      parts.length = 0;
      part('switch', 'black', 'far');
      if (roll(2) === 0) part('lamp', 'far', 'white');
      lit = (closed) => (closed ? 'light' : 'nothing');
    }
  }
  if (role === 'loop') {
    const [one, two] = three
      ? pick(roll, [
          ['black', 'red'],
          ['black', 'white'],
          ['red', 'white'],
        ] as const)
      : (['black', 'white'] as const);
    part('switch', one, two);
    lit = () => pick(roll, ['switch', 'nothing']);
  }
  return { id, kind, role, colours, held, parts, closed: roll(2) === 0, lit };
}

/** Nodes that are one with the lamps cold (no lamp conducts) or taken as conductors. */
function reach(cable: TrueCable, from: string, closed: boolean, lamps: boolean): Set<string> {
  const there = new Set([from]);
  for (let more = true; more;) {
    more = false;
    for (const { kind, ends } of cable.parts) {
      if ((kind === 'switch' && !closed) || (kind === 'lamp' && !lamps)) continue;
      for (const [a, b] of [ends, [ends[1], ends[0]] as const])
        if (there.has(a) && !there.has(b)) {
          there.add(b);
          more = true;
        }
    }
  }
  return there;
}

/** V of a conductor against the ground; undefined where it floats. */
function voltsAt(cable: TrueCable, colour: string, closed: boolean): number | undefined {
  for (const lamps of [false, true])
    for (const node of reach(cable, colour, closed, lamps)) {
      const own = cable.held[node];
      if (own !== undefined) return own;
    }
  return undefined;
}

/** What an honest meter shows: a few per cent off, a stray on what floats. */
export function honestVolts(
  roll: (under: number) => number,
  [one, a]: readonly [TrueCable, string],
  [two, b]: readonly [TrueCable, string],
  far?: boolean,
): number | 'float' {
  const [high, low] = [voltsAt(one, a, far ?? one.closed), voltsAt(two, b, far ?? two.closed)];
  if (high === undefined || low === undefined) return pick(roll, ['float', 0, 12, 37, 79] as const);
  const true_ = Math.abs(high - low);
  return Math.round(true_ * (0.96 + roll(80) / 1000)) + (true_ === 0 ? roll(3) : 0);
}

/** What an honest continuity tester shows with the power off. */
export function honestContinuity(
  roll: (under: number) => number,
  cable: TrueCable,
  a: string,
  b: string,
  far?: boolean,
): 'open' | 'closed' {
  const closed = far ?? cable.closed;
  const [one, two] = [reach(cable, a, closed, true), reach(cable, b, closed, true)];
  if (one.has(b)) return 'closed';
  const at = (there: ReadonlySet<string>) => [...there].flatMap((node) => cable.held[node] ?? []);
  const [left, right] = [at(one), at(two)];
  if (left.length === 0 || right.length === 0) return 'open';
  // Neutrals and grounds meet at the panel; a hot may reach them through what else it feeds.
  if (left.includes(0) && right.includes(0)) return 'closed';
  return pick(roll, ['open', 'closed'] as const);
}
