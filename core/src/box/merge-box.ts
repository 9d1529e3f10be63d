/**
 * Two changes of one box made from the same state, laid together piece by piece and field by field: what one person
 * changed is kept beside what the other did. Where both changed the same field to different things, or one took out
 * what the other changed, it is a clash: told with both values, for the person to choose.
 */
import equal from 'fast-deep-equal';
import { BoxFields } from './record.ts';

/** A field two people changed. */
export interface Clash {
  /** Where it is, from the box down: `['box', 'items', 'i1.0', 'size']`. */
  readonly path: readonly string[];
  /** Undefined where it was not there, or was taken out. */
  readonly base: unknown;
  readonly mine: unknown;
  readonly theirs: unknown;
}

export interface Merged {
  /** Both changes, mine where they clash. */
  readonly mine: BoxFields;
  /** Both changes, theirs where they clash. */
  readonly theirs: BoxFields;
  readonly clashes: readonly Clash[];
}

/** Lists of which each entry is there or not: what was added and taken out is kept of both. */
const SETS = new Set([
  'box.work.made',
  'box.work.renewed',
  'seen.conditions',
  'seen.safe',
  'seen.photos',
  'seen.readings',
  'seen.safety.dead',
  'seen.closing.results',
  'seen.closing.proved.plug',
  'seen.closing.proved.meter',
]);

/** What belongs together is taken as one: a wiring, a wall with its opening, a run of raceway, a remedy. */
const WHOLE = new Set([
  'box.work.found',
  'box.work.plan',
  'seen.hole',
  'seen.surface',
  'seen.remedy',
  'seen.closing.outcome',
  'box.shell.measured',
  'box.shell.marks',
  'box.shell.conduitBody',
]);

/** What follows from something else: it is asked of no one, the later word stands. */
const FOLLOWS = new Set(['stageAt', 'box.work.plan', 'seen.safety.at', 'seen.closing.outcome']);

type Fields = Readonly<Record<string, unknown>>;
interface Entry {
  readonly id: string;
}

const isFields = (value: unknown): value is Fields =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const isEntries = (value: unknown): value is readonly Entry[] =>
  Array.isArray(value) && value.every((one) => isFields(one) && typeof one['id'] === 'string');

/** Both ways to settle what was laid together. */
interface Two {
  readonly mine: unknown;
  readonly theirs: unknown;
}
const both = (value: unknown): Two => ({ mine: value, theirs: value });

/** A wiring names its pieces elsewhere: the rules are told by the path without the ids of pieces. */
const ruleOf = (path: readonly string[]): string => path.join('.').replace(/^found\./, 'box.');

/** What stands at a path of a record; entries of a list by their id. */
function valueAt(fields: BoxFields, path: readonly string[]): unknown {
  return path.reduce<unknown>((value, key) => {
    if (isEntries(value)) return value.find(({ id }) => id === key);
    return isFields(value) ? value[key] : undefined;
  }, fields);
}

class Laying {
  readonly clashes: Clash[] = [];

  /** @param earlier what I said before and what may have been taken: where theirs says just that it is mine */
  constructor(private readonly earlier: readonly BoxFields[]) {}

  lay(path: readonly string[], base: unknown, mine: unknown, theirs: unknown): Two {
    if (equal(mine, theirs) || equal(base, theirs)) return both(mine);
    if (equal(base, mine)) return both(theirs);
    const rule = ruleOf(path);
    if (SETS.has(rule)) return both(sets(base, mine, theirs));
    if (!WHOLE.has(rule)) {
      if (isEntries(mine) && isEntries(theirs) && (base === undefined || isEntries(base)))
        return this.entries(path, base ?? [], mine, theirs);
      if (isFields(mine) && isFields(theirs) && (base === undefined || isFields(base)))
        return this.fields(path, base ?? {}, mine, theirs);
    }
    if (this.earlier.some((before) => equal(valueAt(before, path), theirs))) return both(mine);
    if (!FOLLOWS.has(rule)) this.clashes.push({ path, base, mine, theirs });
    return { mine, theirs };
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
 * Lays two changes of a box together.
 * @param base what both were made from
 * @param earlier what I sent before without an answer: where theirs says the same it is my own earlier word
 * @returns the box with both changes, and what clashes. Where both together would be no box, the box itself clashes.
 */
export function mergeBox(
  base: BoxFields,
  mine: BoxFields,
  theirs: BoxFields,
  earlier: readonly BoxFields[] = [],
): Merged {
  const laying = new Laying(earlier);
  const two = laying.lay([], base, mine, theirs);
  const [one, other] = [BoxFields.safeParse(two.mine), BoxFields.safeParse(two.theirs)];
  if (one.success && other.success) return { mine: one.data, theirs: other.data, clashes: laying.clashes };
  // Each is a box and both together are none, as a marked volume and a box of the table: one of them is chosen.
  const beside = new Laying(earlier);
  const alone = ({ box: _box, found: _found, ...rest }: BoxFields) => rest;
  const rest = beside.lay([], alone(base), alone(mine), alone(theirs)) as { mine: object; theirs: object };
  const ours = BoxFields.safeParse({ ...rest.mine, box: mine.box, found: mine.found });
  const there = BoxFields.safeParse({ ...rest.theirs, box: theirs.box, found: theirs.found });
  if (ours.success && there.success)
    return {
      mine: ours.data,
      theirs: there.data,
      clashes: [...beside.clashes, { path: ['box'], base: base.box, mine: mine.box, theirs: theirs.box }],
    };
  // More photos or answers than a box keeps: one whole record is chosen.
  return { mine, theirs, clashes: [{ path: [], base, mine, theirs }] };
}
