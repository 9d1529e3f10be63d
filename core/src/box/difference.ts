/** What changed from one state of a box to another: as found against planned, planned against built. */
import type { BoxDocument, Item } from './document.ts';
import { alike, joinRaceways, runsWith } from './rows.ts';
import { roleOf } from './work.ts';

/**
 * One change: items added, removed, fewer or more of it, changed in place, or the box itself. Like changes of
 * like pieces are one, with as many as there are.
 */
export type Change =
  | { readonly what: 'added'; readonly item: Item; readonly count: number; readonly ids: readonly string[] }
  | { readonly what: 'removed'; readonly item: Item; readonly count: number }
  | { readonly what: 'swapped'; readonly before: Item; readonly after: Item; readonly count: number }
  | {
      readonly what: 'box';
      readonly field: ShellField;
      readonly before: BoxDocument;
      readonly after: BoxDocument;
    };

/** What of the box itself can change. */
export type ShellField = 'shell' | 'edition' | 'flaps' | 'note';

const countOf = (item: Item) => ('count' in item ? item.count : 1);

/** Everything of an item but its id, its count and what it is for: that is told, not changed by hand. */
function nature(item: Item): string {
  const {
    id: _id,
    duty: _duty,
    wired: _wired,
    count: _count,
    ...rest
  } = item as Item & Record<'duty' | 'wired' | 'count', unknown>;
  const fields = Object.entries(rest).filter(([, value]) => value !== undefined);
  return JSON.stringify(fields.sort(([a], [b]) => (a < b ? -1 : 1)));
}

/** Whether two states of a piece are the same. What it does is a change only where both say it. */
function same(was: Item, is: Item): boolean {
  const [before, after] = [was, is].map((one) => ('duty' in one ? roleOf(one.duty) : undefined));
  const told = before === undefined || after === undefined || before === after;
  return told && nature(was) === nature(is);
}

function shellChanges(before: BoxDocument, after: BoxDocument): Change[] {
  const pick = {
    shell: ({ shell }: BoxDocument) => Object.entries(shell).sort(([a], [b]) => (a < b ? -1 : 1)),
    edition: (box: BoxDocument) => box.edition,
    flaps: (box: BoxDocument) => box.flaps,
    note: (box: BoxDocument) => box.note,
  } satisfies Record<ShellField, (box: BoxDocument) => unknown>;
  return (Object.keys(pick) as ShellField[])
    .filter((field) => JSON.stringify(pick[field](before)) !== JSON.stringify(pick[field](after)))
    .map((field) => ({ what: 'box', field, before, after }));
}

/** Puts a change to the one before it where both are of like pieces. */
function add(changes: Change[], next: Change): void {
  const nth = changes.findIndex((one) => {
    if (one.what === 'box' || one.what !== next.what) return false;
    if (one.what === 'swapped')
      return next.what === 'swapped' && alike(one.before, next.before) && alike(one.after, next.after);
    return next.what !== 'swapped' && alike(one.item, next.item);
  });
  const known = changes[nth];
  if (!known || known.what === 'box' || next.what === 'box') changes.push(next);
  else {
    const count = known.count + next.count;
    changes[nth] =
      known.what === 'added' && next.what === 'added'
        ? { ...known, count, ids: [...known.ids, ...next.ids] }
        : { ...known, count };
  }
}

/**
 * The changes from `before` to `after`, the box itself first and its note last. Items are matched by id as long as they
 * are of one kind, then by what they are, so that a box that was read anew compares by content.
 */
export function difference(before: BoxDocument, after: BoxDocument): Change[] {
  const own = shellChanges(before, after);
  const isNote = (change: Change) => change.what === 'box' && change.field === 'note';
  const changes = own.filter((change) => !isNote(change));
  const [was, is] = [joinRaceways(before.items), joinRaceways(after.items)];
  const idsOf = (item: Item) => runsWith(after.items, item.id).map(({ id }) => id);
  const left = new Map(was.map((item) => [item.id, item]));
  const unmatched: Item[] = [];
  const compare = (one: Item, other: Item) => {
    left.delete(one.id);
    if (!same(one, other)) {
      add(changes, { what: 'swapped', before: one, after: other, count: 1 });
      return;
    }
    const more = countOf(other) - countOf(one);
    if (more > 0) add(changes, { what: 'added', item: other, count: more, ids: idsOf(other) });
    else if (more < 0) add(changes, { what: 'removed', item: other, count: -more });
  };
  for (const item of is) {
    const known = left.get(item.id);
    if (known && same(known, item)) compare(known, item);
    else unmatched.push(item);
  }
  for (const item of unmatched) {
    const alikeOne = [...left.values()].find((one) => same(one, item));
    const sameId = left.get(item.id);
    if (alikeOne) compare(alikeOne, item);
    else if (sameId?.kind === item.kind) compare(sameId, item);
    else add(changes, { what: 'added', item, count: countOf(item), ids: idsOf(item) });
  }
  for (const item of left.values()) add(changes, { what: 'removed', item, count: countOf(item) });
  return [...changes, ...own.filter(isNote)];
}
