/**
 * Connectors for all joints of a box at once, from the stock at hand (docs/trade.md#joints-and-pigtails): fewest parts, then the
 * preferred kind, then least bulk. Where none holds a joint, several are chained with jumpers.
 */
import { finding } from '../finding/finding.ts';
import type { Obstacle } from './obstacle.ts';
import type { Schools } from '../box/work.ts';
import type { Joint, Pigtail } from '../wiring/wiring.ts';
import type { Size } from '../edition/index.ts';
import {
  type End,
  isPigtail,
  type JointId,
  jointId,
  type PigtailEnd,
  pigtailEnd,
  pigtailId,
} from '../wiring/end.ts';
import type { Draft, JointToMake } from './draft.ts';
import { GROUND, pigtailColour, type Signal } from './signal.ts';
import { type Connector, CONNECTORS, holds } from '../connector/connectors.ts';

export interface Stock {
  readonly kinds: readonly Connector[];
  /** How many of each there are; a kind without a number is plenty. */
  readonly counts: Readonly<Record<string, number>>;
}
export const UNLIMITED: Stock = { kinds: CONNECTORS, counts: {} };

/** One way to make a joint: connectors in a row, each with the ends it takes; neighbours share a jumper. */
export interface Way {
  readonly parts: readonly { readonly kind: string; readonly sizes: readonly Size[] }[];
  readonly cost: number;
}

/** The most connectors in a row. */
const IN_A_ROW = 4;
const PART = 1e8;
const UNLIKED = 1e5;

/** What a connector counts for: a part, more if it is not the kind one likes, then its bulk. */
export function costOf({ family, bulk }: Connector, preferred: Schools['connector']): number {
  return PART + (family === preferred ? 0 : UNLIKED) + bulk;
}

type Group = readonly (readonly [Size, number])[];

const grouped = (sizes: readonly Size[]): Group => {
  const groups = new Map<Size, number>();
  for (const size of sizes) groups.set(size, (groups.get(size) ?? 0) + 1);
  return [...groups].sort(([a], [b]) => a - b);
};
const flat = (group: Group): Size[] =>
  group.flatMap(([size, count]) => Array.from({ length: count }, () => size));

/** Up to so many ends every way to divide them is tried; beyond, connectors in a row are filled. */
const EVERY_UP_TO = 8;
/** Up to so many ends the search divides a joint; beyond, it is made in a row (`rowOf`). */
const SEARCHED_UP_TO = 10;

/** Cheaper ways to make one joint, one for each choice of connectors. */
type Found = Map<string, Way>;

function keep(found: Found, way: Way): void {
  const key = way.parts
    .map(({ kind }) => kind)
    .sort()
    .join();
  const known = found.get(key);
  if (!known || known.cost > way.cost) found.set(key, way);
}

/**
 * Every way to make one joint that is not beaten by another with the same connectors, cheapest first.
 * A row is only made longer where no shorter one can do it from plenty, or where stock may run out.
 */
export function waysOf(
  sizes: readonly Size[],
  grounds: boolean,
  kinds: readonly Connector[],
  preferred: Schools['connector'],
  short = false,
): Way[] {
  // One connector is fewer parts than any row: where one holds them all, the cheapest of those is the way.
  const one = short ? undefined : inOne(sizes, grounds, kinds, preferred);
  if (one) return [one];
  // With ends of one size a row is the best there is.
  const plain = !short && sizes.length > 2 && new Set(sizes).size === 1;
  if (plain || sizes.length > SEARCHED_UP_TO) return rowsOf(sizes, grounds, kinds, preferred, short);
  const jumper = sizes.reduce<Size>((most, size) => (size < most ? size : most), 18);
  const known = new Map<string, Found>();

  /** Ways for what is left, in at most so many connectors, the first of them joined to one before. */
  const solve = (left: Group, joined: boolean, most: number): Found => {
    const key = `${left.map(([size, count]) => `${count}x${size}`).join()}|${joined ? 'j' : ''}|${most}`;
    const before = known.get(key);
    if (before) return before;
    const found: Found = new Map();
    const rest = flat(left);
    const link: Size[] = joined ? [jumper] : [];
    for (const kind of kinds)
      if (holds(kind, [...rest, ...link], grounds))
        keep(found, { parts: [{ kind: kind.id, sizes: rest }], cost: costOf(kind, preferred) });
    if (most > 1 && (found.size === 0 || short))
      for (const kind of kinds)
        for (const taking of takings(left, rest.length, (some) =>
          holds(kind, [...some, ...link, jumper], grounds),
        )) {
          const after = left
            .map(([size, count], nth) => [size, count - (taking[nth]?.[1] ?? 0)] as const)
            .filter(([, count]) => count > 0);
          const part = { kind: kind.id, sizes: flat(taking) };
          // Each jumper is a part as well.
          for (const way of solve(after, true, most - 1).values())
            keep(found, { parts: [part, ...way.parts], cost: costOf(kind, preferred) + PART + way.cost });
        }
    // From plenty only the cheapest matters.
    if (!short && found.size > 1) {
      const [best] = [...found.values()].sort((a, b) => a.cost - b.cost);
      found.clear();
      if (best) keep(found, best);
    }
    known.set(key, found);
    return found;
  };
  for (let most = 1; most <= IN_A_ROW; most += 1) {
    const found = solve(grouped(sizes), false, most);
    if (found.size > 0 && !(short && most < 2)) return [...found.values()].sort((a, b) => a.cost - b.cost);
  }
  return [];
}

/** The cheapest single connector that holds all ends. */
function inOne(
  sizes: readonly Size[],
  grounds: boolean,
  kinds: readonly Connector[],
  preferred: Schools['connector'],
): Way | undefined {
  let best: { readonly kind: Connector; readonly cost: number } | undefined;
  for (const kind of kinds) {
    if (!holds(kind, sizes, grounds)) continue;
    const cost = costOf(kind, preferred);
    if (!best || cost < best.cost) best = { kind, cost };
  }
  return best && { parts: [{ kind: best.kind.id, sizes: flat(grouped(sizes)) }], cost: best.cost };
}

/**
 * A large joint as connectors in a row: the ends sorted by size, cut into stretches of which each fills one
 * connector, at the least cost of all such cuts. With ends of one size that is the best there is; with mixed
 * sizes it is at most a connector more (held by a test against the bound of the ports).
 */
export function rowOf(
  sizes: readonly Size[],
  grounds: boolean,
  kinds: readonly Connector[],
  preferred: Schools['connector'],
): Way | undefined {
  const ends = [...sizes].sort((a, b) => a - b);
  const [jumper = 12] = ends;
  const many = ends.length;
  /** The least cost of placing the ends from one on, and the connector and stretch that begin it. */
  const best: ({ cost: number; kind: Connector; to: number } | undefined)[] = [];
  for (let from = many - 1; from >= 0; from -= 1) {
    for (const kind of kinds) {
      for (let to = from + 1; to <= many; to += 1) {
        const rest = to === many ? { cost: 0 } : best[to];
        const links = [...(from > 0 ? [jumper] : []), ...(to < many ? [jumper] : [])];
        const held = [...ends.slice(from, to), ...links];
        if (!rest || !holds(kind, held, grounds)) {
          // More only makes it fuller; less than its least may still be filled.
          if (held.length > (kind.ports ?? ENDS_MOST)) break;
          continue;
        }
        const cost = costOf(kind, preferred) + (to < many ? PART : 0) + rest.cost;
        const before = best[from];
        if (!before || cost < before.cost) best[from] = { cost, kind, to };
      }
    }
  }
  if (!best[0]) return undefined;
  const parts: Way['parts'][number][] = [];
  for (let from = 0; from < many;) {
    const one = best[from];
    if (!one) return undefined;
    parts.push({ kind: one.kind.id, sizes: ends.slice(from, one.to) });
    from = one.to;
  }
  return { parts, cost: best[0].cost };
}

/** No connector without ports holds more ends than this. */
const ENDS_MOST = 14;

/** Rows of a large joint; where the stock may run out, also those without some of the kinds. */
function rowsOf(
  sizes: readonly Size[],
  grounds: boolean,
  kinds: readonly Connector[],
  preferred: Schools['connector'],
  short: boolean,
): Way[] {
  const sets = short
    ? [kinds, ...kinds.map((one) => [one]), ...kinds.map((one) => kinds.filter((other) => other !== one))]
    : [kinds];
  const found: Found = new Map();
  for (const set of sets) {
    const row = rowOf(sizes, grounds, set, preferred);
    if (row) keep(found, row);
  }
  return [...found.values()].sort((a, b) => a.cost - b.cost);
}

/** Some of a group that fit, and leave something; of a large joint only as many as fit. */
function takings(group: Group, total: number, fits: (sizes: readonly Size[]) => boolean): Group[] {
  const all = group.reduce<Group[]>(
    (taken, [size, count]) =>
      taken.flatMap((before) =>
        Array.from({ length: count + 1 }, (_, nth) => [...before, [size, nth] as const]),
      ),
    [[]],
  );
  const many = (taking: Group) => taking.reduce((sum, [, count]) => sum + count, 0);
  const able = all.filter((taking) => many(taking) > 0 && many(taking) < total && fits(flat(taking)));
  if (total <= EVERY_UP_TO) return able;
  const most = Math.max(0, ...able.map(many));
  return able.filter((taking) => many(taking) === most);
}

export interface Chosen {
  readonly joints: Joint[];
  readonly jumpers: readonly Pigtail[];
  /** The signal of each joint. */
  readonly carries: ReadonlyMap<JointId, Signal>;
  /** The wanted joint each was made for: one in several connectors is made as several. */
  readonly madeFrom: ReadonlyMap<JointId, JointToMake>;
  /** Joints for which there is no connector, or too many; their ends are where they are. */
  readonly missing: readonly Obstacle[];
  readonly cost: number;
}

/** So many states of the stock are tried before the first ways that fit are taken. */
const STATES_MOST = 100_000;

/** The cheapest ways for several joints together within the stock; undefined where the stock does not reach. */
export function cheapest(
  options: readonly (readonly Way[])[],
  counts: Readonly<Record<string, number>>,
): { ways: readonly Way[]; cost: number } | undefined {
  const limited = Object.keys(counts).sort();
  if (limited.length === 0) {
    const ways = options.map(([best]) => best);
    return ways.every((way) => way !== undefined)
      ? { ways, cost: ways.reduce((sum, { cost }) => sum + cost, 0) }
      : undefined;
  }
  const known = new Map<string, { ways: readonly Way[]; cost: number } | null>();
  let tried = 0;
  const solve = (nth: number, left: readonly number[]): { ways: readonly Way[]; cost: number } | null => {
    if (nth === options.length) return { ways: [], cost: 0 };
    tried += 1;
    const key = `${nth}|${left.join()}`;
    const before = known.get(key);
    if (before !== undefined) return before;
    let best: { ways: readonly Way[]; cost: number } | null = null;
    for (const way of options[nth] ?? []) {
      // Past all sense of a box the first ways that the stock allows are taken.
      if (best && (way.cost >= best.cost || tried > STATES_MOST)) break;
      const next = [...left];
      for (const { kind } of way.parts) {
        const at = limited.indexOf(kind);
        if (at >= 0) next[at] = (next[at] ?? 0) - 1;
      }
      if (next.some((count) => count < 0)) continue;
      const rest = solve(nth + 1, next);
      if (rest && (!best || way.cost + rest.cost < best.cost))
        best = { ways: [way, ...rest.ways], cost: way.cost + rest.cost };
    }
    known.set(key, best);
    return best;
  };
  return (
    solve(
      0,
      limited.map((kind) => counts[kind] ?? 0),
    ) ?? undefined
  );
}

const say = (sizes: readonly Size[]) =>
  grouped(sizes)
    .map(([size, count]) => `${count} × ${size} AWG`)
    .join(' and ');

/** Gives every joint its connectors; a joint that needs several becomes several, linked by jumpers. */
export function chooseConnectors(
  { joints, sizes }: Pick<Draft, 'joints' | 'sizes'>,
  schools: Schools,
  section: string,
  { kinds, counts }: Stock,
): Chosen {
  // A lead of a device is as thick as what it joins, at most 14 AWG (common practice).
  const sizeOf = (end: End): Size => sizes.get(end) ?? 14;
  const usable = kinds.filter(({ id }) => counts[id] !== 0);
  const short = Object.keys(counts).length > 0;
  const known = new Map<string, Way[]>();
  const options = joints.map(({ signal, ends }) => {
    const mine = ends.map(sizeOf);
    const grounds = signal === GROUND;
    const key = `${grounds}|${[...mine].sort().join()}`;
    const ways = known.get(key) ?? waysOf(mine, grounds, usable, schools.connector, short);
    known.set(key, ways);
    return ways;
  });
  const missing: Obstacle[] = [];
  const more = { severity: 'violation', section } as const;
  joints.forEach(({ ends }, index) => {
    if (options[index]?.length === 0)
      missing.push(
        finding('obstacle', 'no-connector', { conductors: say(ends.map(sizeOf)) }, { at: { ends }, ...more }),
      );
  });
  const able = options.map((ways, index) => ({ ways, index })).filter(({ ways }) => ways.length > 0);
  const counted = Object.fromEntries(Object.entries(counts).filter(([, count]) => count > 0));
  let best = cheapest(
    able.map(({ ways }) => ways),
    counted,
  );
  if (!best) {
    best = cheapest(
      able.map(({ ways }) => ways),
      {},
    );
    const used = new Map<string, number>();
    for (const { parts } of best?.ways ?? [])
      for (const { kind } of parts) used.set(kind, (used.get(kind) ?? 0) + 1);
    const lacking = [...used].flatMap(([kind, count]) => {
      const there = counts[kind];
      const name = kinds.find(({ id }) => id === kind)?.name ?? kind;
      return there !== undefined && there < count ? [`${count - there} more ${name}`] : [];
    });
    missing.push(finding('obstacle', 'few-connectors', { lacking }, more));
  }
  for (const [place, { ways, index }] of able.entries()) {
    const way = best?.ways[place] ?? ways[0];
    const ends = joints[index]?.ends;
    if (way && ends && way.parts.length > IN_A_ROW)
      missing.push(
        finding(
          'obstacle',
          'past-sense',
          { conductors: ends.length, connectors: way.parts.length },
          { at: { ends }, ...more },
        ),
      );
  }
  const made: Joint[] = [];
  const jumpers: Pigtail[] = [];
  const carries = new Map<JointId, Signal>();
  const madeFrom = new Map<JointId, JointToMake>();
  // Pigtails that were found keep their numbers, and a number is never given twice.
  const numbers = [...sizes.keys()].map((end) => (isPigtail(end) ? Number(end.slice(3)) : 0));
  const first = Math.max(0, ...numbers) + 1;
  joints.forEach((wanted, index) => {
    const { signal, ends } = wanted;
    const at = able.findIndex((one) => one.index === index);
    const way = at < 0 ? undefined : best?.ways[at];
    // Numbered as they are made up: one joint in two connectors is two.
    const add = (joint: Omit<Joint, 'id'>) => {
      const id = jointId(made.length + 1);
      made.push({ id, ...joint });
      carries.set(id, signal);
      madeFrom.set(id, wanted);
    };
    if (!way || way.parts.length === 1) {
      add({ ends: [...ends], connectors: way?.parts.map(({ kind }) => kind) ?? [] });
      return;
    }
    const left = [...ends];
    let link: PigtailEnd | undefined;
    way.parts.forEach(({ kind, sizes: taken }, part) => {
      const mine = taken.flatMap((size) => {
        const found = left.findIndex((end) => sizeOf(end) === size);
        return found < 0 ? [] : left.splice(found, 1);
      });
      if (link !== undefined) mine.unshift(link);
      if (part < way.parts.length - 1) {
        const size = ends.map(sizeOf).reduce((most, one) => (one < most ? one : most));
        const color = pigtailColour(signal);
        const id = pigtailId(first + jumpers.length);
        jumpers.push({ id, size, colour: color === 'red' ? 'black' : color });
        link = pigtailEnd(id);
        mine.push(link);
      }
      add({ ends: mine, connectors: [kind] });
    });
  });
  return { joints: made, jumpers, carries, madeFrom, missing, cost: best?.cost ?? 0 };
}
