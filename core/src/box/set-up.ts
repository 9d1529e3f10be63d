/**
 * What the pieces of a box do, told all at once: laid down with each piece, and read back from them. The
 * planner, the set-up screen and `--work` see one plan; the document keeps each duty with its piece.
 */
import type { BoxDocument, Item, ItemOf } from './document.ts';
import { racewayOf } from './rows.ts';
import { type NewId } from './piece-id.ts';
import { type Duty, type Run, roleOf, type WorkPlan } from './work.ts';

/** The items that can have a duty: cables, luminaires and raceway conductors that end in the box. */
export type DutyItem = ItemOf<'cable'> | ItemOf<'conductors'> | ItemOf<'fixture'>;

export function hasDuty(item: Item): item is DutyItem {
  return (
    item.kind === 'cable' || item.kind === 'fixture' || (item.kind === 'conductors' && item.run === 'enters')
  );
}

/** How many conductors of one raceway piece can be told apart by colour. */
const COLOURS_MOST = 4;

/** The run of a piece, once its hots and circuits are told; undefined before. */
export function runOf(item: DutyItem): Run | undefined {
  const { duty } = item;
  if (duty?.hots === undefined || duty.circuits === undefined) return undefined;
  const { does, circuits, hots, ...more } = duty;
  // The schema takes these two words only where nothing more is told.
  if (does === 'loop' || does === 'load') return undefined;
  return {
    of: item.id,
    does,
    circuits,
    hots,
    ...more,
    ...(item.kind === 'conductors' ? { wires: Math.min(item.count, COLOURS_MOST) } : {}),
    ...(item.label === undefined ? {} : { name: item.label }),
  };
}

/** A box with what its pieces do, and what was said twice and differently: of that the plan’s words stand. */
export interface SetUp {
  readonly box: BoxDocument;
  readonly over: readonly Over[];
}

/** What a plan says and a box does not take: more conductors than a raceway has, or another word or name. */
export type Over =
  | { readonly code: 'raceway'; readonly of: string; readonly told: number; readonly left: number }
  | { readonly code: 'duty' | 'label'; readonly of: string; readonly before: string };

/**
 * Lays down what the pieces of a box do. What the plan says of pieces that are not there is left out.
 * A raceway whose runs take some of its conductors each becomes as many pieces; its count never changes.
 * @param newId the id of a piece that is split off, by the piece it comes from
 */
export function withWork(box: BoxDocument, plan: WorkPlan, newId: (from: string) => string): SetUp {
  // The plan follows from what is told, and what is made up of it is kept beside the box.
  const { runs, devices, plan: _plan, made: _made, ...work } = plan;
  const over: Over[] = [];
  const items = spread(box.items, runs, newId, over);
  const told = new Map<string, Run>();
  for (const run of runs) if (!told.has(run.of)) told.set(run.of, run);
  const wired = new Map(devices.map(({ of, ...rest }) => [of, rest]));
  return {
    box: {
      ...box,
      items: items.map((item): Item => {
        if (item.kind === 'device') {
          const of = wired.get(item.id);
          return of === undefined ? item : { ...item, wired: of };
        }
        const run = hasDuty(item) ? told.get(item.id) : undefined;
        return run === undefined || !hasDuty(item) ? item : withRun(item, run, over);
      }),
      work,
    },
    over,
  };
}

function withRun<T extends DutyItem>(item: T, run: Run, over: Over[]): T {
  // A raceway whose conductors are not told apart yet is asked about, not guessed into the record.
  if (item.kind === 'conductors' && run.wires === undefined && run.does !== 'spare' && item.count !== 2)
    return item;
  const { of: _of, wires: _wires, name, ...duty } = run;
  const before = item.duty?.does;
  if (before !== undefined && !agrees(before, duty)) over.push({ code: 'duty', of: item.id, before });
  if (item.label !== undefined && name !== undefined && name !== item.label)
    over.push({ code: 'label', of: item.id, before: item.label });
  return { ...item, duty, ...(name === undefined ? {} : { label: name }) };
}

/** Whether a word of the record says no other thing than the duty. */
function agrees(before: Duty['does'], duty: Duty): boolean {
  return before === duty.does || before === roleOf(duty) || (before === 'load' && duty.does === 'leg');
}

const baseOf = (piece: string) => piece.slice(0, piece.lastIndexOf('.') + 1);

/** Splits raceway conductors into the runs that are told of them. */
function spread(
  items: readonly Item[],
  runs: readonly Run[],
  newId: (from: string) => string,
  over: Over[],
): Item[] {
  const there = new Set(items.map(({ id }) => id));
  const out: Item[] = [];
  const lent = new Map<string, number>();
  for (const item of items) {
    if (item.kind !== 'conductors' || item.run !== 'enters') {
      out.push(item);
      continue;
    }
    // In a count line the runs of one raceway share its number: `i5.0`, `i5.1` …
    const base = baseOf(item.id);
    const mine = runs.filter(
      ({ of }) => of === item.id || (base !== '' && baseOf(of) === base && !there.has(of)),
    );
    let left = item.count - (lent.get(item.id) ?? 0);
    if (mine.length === 0) {
      if (left > 0) out.push({ ...item, count: left });
      continue;
    }
    const pieces: ItemOf<'conductors'>[] = [];
    for (const { of, wires } of mine) {
      const asked = wires ?? (mine.length === 1 ? left : 2);
      const more = Math.max(0, asked - left);
      const count = Math.min(asked, left) + (mine.length === 1 ? borrow(items, item, runs, more, lent) : 0);
      if (count < asked) over.push({ code: 'raceway', of, told: asked, left: count });
      if (count === 0) continue;
      left = Math.max(0, left - count);
      // What the first piece is called stays with it.
      const { duty: _duty, ...bare } = item;
      pieces.push(of === item.id ? { ...item, count } : { ...bare, id: of, count, raceway: racewayOf(item) });
    }
    const spare = pieces.findIndex(({ id }) => mine.some(({ of, does }) => of === id && does === 'spare'));
    const rest = pieces[spare];
    if (left > 0 && rest) pieces[spare] = { ...rest, count: rest.count + left };
    else if (left > 0) {
      const { duty: _duty, label: _label, ...bare } = item;
      pieces.push({ ...bare, id: newId(item.id), count: left, raceway: racewayOf(item) });
    }
    out.push(...pieces);
  }
  return out;
}

/** Takes conductors for a piece from others of its size that nothing is told of. */
function borrow(
  items: readonly Item[],
  to: ItemOf<'conductors'>,
  runs: readonly Run[],
  more: number,
  lent: Map<string, number>,
): number {
  let got = 0;
  const after = items.slice(items.indexOf(to) + 1);
  for (const item of after) {
    if (got === more) break;
    const free =
      item.kind === 'conductors' &&
      item.run === 'enters' &&
      item.size === to.size &&
      item.side === to.side &&
      item.duty?.hots === undefined;
    if (!free) continue;
    const take = Math.min(more - got, item.count - (lent.get(item.id) ?? 0));
    lent.set(item.id, (lent.get(item.id) ?? 0) + take);
    got += take;
  }
  return got;
}

/** Ids for what is split off a raceway of a count line: the next free number of its item. */
export function nextOf(box: BoxDocument, plan: WorkPlan): (from: string) => string {
  const taken = new Set([...box.items.map(({ id }) => id), ...plan.runs.map(({ of }) => of)]);
  return (from) => {
    const base = baseOf(from);
    let nth = 0;
    while (taken.has(`${base}${nth}`)) nth += 1;
    const id = `${base}${nth}`;
    taken.add(id);
    return id;
  };
}

/** The same, with an id that is new everywhere. */
export const freshly =
  (newId: NewId): ((from: string) => string) =>
  () =>
    newId();
