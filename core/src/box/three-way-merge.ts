/**
 * Two changes made from the same state, laid together piece by piece and field by field: what one person changed is kept
 * beside what the other did. Where both changed the same field to different things, or one took out what the other
 * changed, it is a clash: told with both values, for the person to choose.
 */
import equal from 'fast-deep-equal';

/** A field two people changed. */
export interface MergeConflict {
  /** Where it is, from the box down: `['box', 'items', 'i1.0', 'size']`. */
  readonly path: readonly string[];
  /** Undefined where it was not there, or was taken out. */
  readonly base: unknown;
  readonly mine: unknown;
  readonly theirs: unknown;
}

export interface MergedOf<T> {
  /** Both changes, mine where they clash. */
  readonly mine: T;
  /** Both changes, theirs where they clash. */
  readonly theirs: T;
  readonly clashes: readonly MergeConflict[];
}

/** What is told of the fields of a record, by their paths. */
export interface Rules {
  /** Lists of which each entry is there or not: what was added and taken out is kept of both. */
  readonly sets: ReadonlySet<string>;
  /** What belongs together is taken as one. */
  readonly whole: ReadonlySet<string>;
  /** What follows from something else: it is asked of no one, the later word stands. */
  readonly follows: ReadonlySet<string>;
  /** The path a rule is told by. */
  readonly named?: (path: string) => string;
}

type Fields = Readonly<Record<string, unknown>>;
interface Entry {
  readonly id: string;
}

const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const isEntries = (value: unknown): value is readonly Entry[] =>
  Array.isArray(value) && value.every((one) => isFields(one) && typeof one['id'] === 'string');

/** What stands at a path of a record; entries of a list by their id. */
export function valueAt(fields: unknown, path: readonly string[]): unknown {
  return path.reduce<unknown>((value, key) => {
    if (isEntries(value)) return value.find(({ id }) => id === key);
    return isFields(value) ? value[key] : undefined;
  }, fields);
}

/** Both ways to settle what was laid together. */
export interface Two {
  readonly mine: unknown;
  readonly theirs: unknown;
}
const both = (value: unknown): Two => ({ mine: value, theirs: value });

/** One laying together; its clashes are gathered as it goes. */
export class ThreeWayMerge {
  readonly clashes: MergeConflict[] = [];

  constructor(private readonly rules: Rules) {}

  lay(path: readonly string[], base: unknown, mine: unknown, theirs: unknown): Two {
    if (equal(mine, theirs) || equal(base, theirs)) return both(mine);
    if (equal(base, mine)) return both(theirs);
    const rule = this.ruleOf(path);
    if (this.rules.sets.has(rule)) return both(sets(base, mine, theirs));
    if (!this.rules.whole.has(rule)) {
      if (isEntries(mine) && isEntries(theirs) && (base === undefined || isEntries(base)))
        return this.entries(path, base ?? [], mine, theirs);
      if (isFields(mine) && isFields(theirs) && (base === undefined || isFields(base)))
        return this.fields(path, base ?? {}, mine, theirs);
    }
    if (!this.rules.follows.has(rule)) this.clashes.push({ path, base, mine, theirs });
    return { mine, theirs };
  }

  private ruleOf(path: readonly string[]): string {
    const told = path.join('.');
    return this.rules.named?.(told) ?? told;
  }

  fields(path: readonly string[], base: Fields, mine: Fields, theirs: Fields): Two {
    const keys = new Set([...Object.keys(theirs), ...Object.keys(mine)]);
    const [one, other]: [Record<string, unknown>, Record<string, unknown>] = [{}, {}];
    for (const key of keys) {
      const two = this.lay([...path, key], base[key], mine[key], theirs[key]);
      if (two.mine !== undefined) one[key] = two.mine;
      if (two.theirs !== undefined) other[key] = two.theirs;
    }
    return { mine: one, theirs: other };
  }

  /** Entries by their id, in the order the other has them; what is new of mine after what it stood behind. */
  entries(
    path: readonly string[],
    base: readonly Entry[],
    mine: readonly Entry[],
    theirs: readonly Entry[],
  ): Two {
    const maps = [base, mine, theirs].map((list) => new Map(list.map((one) => [one.id, one])));
    const [was, ours, there] = maps as [Map<string, Entry>, Map<string, Entry>, Map<string, Entry>];
    const settled = new Map<string, Two>();
    for (const id of new Set([...ours.keys(), ...there.keys()]))
      settled.set(id, this.lay([...path, id], was.get(id), ours.get(id), there.get(id)));
    const order = orderOf(base, mine, theirs);
    const list = (side: keyof Two) =>
      order.flatMap((id) => {
        const one = settled.get(id)?.[side];
        return one === undefined ? [] : [one];
      });
    return { mine: list('mine'), theirs: list('theirs') };
  }
}

/** Every id of both: in their order, or in mine where only I moved something; what is new of the other after its neighbour. */
function orderOf(base: readonly Entry[], mine: readonly Entry[], theirs: readonly Entry[]): string[] {
  const ids = (list: readonly Entry[]) => list.map(({ id }) => id);
  const [ours, there] = [ids(mine), ids(theirs)];
  const [inMine, inTheirs] = [new Set(ours), new Set(there)];
  const common = (list: readonly Entry[]) => ids(list).filter((id) => inMine.has(id) && inTheirs.has(id));
  const [first, second] = equal(common(base), common(theirs)) ? [ours, there] : [there, ours];
  const order = [...first];
  second.forEach((id, nth) => {
    if (order.includes(id)) return;
    const before = second.slice(0, nth).findLast((one) => order.includes(one));
    order.splice(before === undefined ? 0 : order.indexOf(before) + 1, 0, id);
  });
  return order;
}

/** What both have, with what each added and without what each took out. */
function sets(base: unknown, mine: unknown, theirs: unknown): unknown[] {
  const [was, ours, there] = [base, mine, theirs].map((list) =>
    Array.isArray(list) ? (list as unknown[]) : [],
  );
  const has = (list: unknown[] | undefined, one: unknown) =>
    list?.some((other) => equal(one, other)) ?? false;
  return [
    ...(there ?? []).filter((one) => has(ours, one) || !has(was, one)),
    ...(ours ?? []).filter((one) => !has(there, one) && !has(was, one)),
  ];
}

/**
 * What two states of a record have differently, field by field, as clashes: for a choice between the two as wholes, where it is not
 * known what both were made from.
 */
export function differences(
  rules: Rules,
  mine: unknown,
  theirs: unknown,
  path: readonly string[] = [],
): readonly MergeConflict[] {
  if (equal(mine, theirs)) return [];
  const text = path.join('.');
  const rule = rules.named?.(text) ?? text;
  if (rules.follows.has(rule)) return [];
  const leaf = rules.sets.has(rule) || rules.whole.has(rule);
  const below = (keys: readonly string[]) =>
    [...new Set(keys)].flatMap((key) =>
      differences(rules, valueAt(mine, [key]), valueAt(theirs, [key]), [...path, key]),
    );
  if (!leaf && isEntries(mine) && isEntries(theirs) && mine.length + theirs.length > 0)
    return below([...mine, ...theirs].map(({ id }) => id));
  if (!leaf && isFields(mine) && isFields(theirs))
    return below([...Object.keys(mine), ...Object.keys(theirs)]);
  return [{ path, base: undefined, mine, theirs }];
}
