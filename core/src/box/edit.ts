/** Changes to a box, as values: each takes a box and gives the changed one. */
import { type DeviceName, kindOf } from '../device/index.ts';
import type { Size } from '../edition/index.ts';
import { type Absent, type BoxDocument, isListed, type Item, LIMITS, type Shell } from './document.ts';
import { larger } from './stored-quantities.ts';
import type { NewId } from './piece-id.ts';
import { alike, rowWith } from './rows.ts';
import type { Site } from './site.ts';

/** The width of a kind of device until somebody measures it. */
export const usualWidth = (
  device: DeviceName,
): { readonly wide: number; readonly wideAssumed: true | undefined } => {
  const { gangs } = kindOf(device);
  return { wide: gangs, wideAssumed: gangs > 1 ? true : undefined };
};

/** A box that says of nothing it holds that it is not there. */
function consistent(box: BoxDocument): BoxDocument {
  if (box.absent === undefined || !box.absent.some((one) => isListed(box.items, one))) return box;
  const { absent, ...rest } = box;
  const left = absent.filter((one) => !isListed(box.items, one));
  return left.length === 0 ? rest : { ...rest, absent: left };
}

/** Records that somebody looked for something and found none of it: what was recorded of it is taken out. */
export function markAbsent(box: BoxDocument, absent: Absent): BoxDocument {
  const items = box.items.filter((item) => !isListed([item], absent));
  return { ...box, items, absent: [...new Set([...(box.absent ?? []), absent])] };
}

/** Takes back what was said to be absent: it is not known again. */
export function forgetAbsent(box: BoxDocument, forgotten: readonly Absent[]): BoxDocument {
  const { absent = [], ...rest } = box;
  const left = absent.filter((one) => !forgotten.includes(one));
  return left.length === 0 ? rest : { ...rest, absent: left };
}

/** An item that has not been put into a box yet. */
export type NewItem = Item extends infer I ? (I extends Item ? Omit<I, 'id'> : never) : never;

const natureOf = ({ count: _count, id: _id, ...rest }: Record<string, unknown>) =>
  JSON.stringify(
    Object.entries(rest)
      .filter(([, value]) => value !== undefined)
      .sort(([a], [b]) => (a < b ? -1 : 1)),
  );

/** Hardware that is the same but for how many there are, and is kept as one item. */
function sameKind(a: Item, b: NewItem): boolean {
  return 'count' in a && 'count' in b && a.kind === b.kind && natureOf(a) === natureOf(b);
}

/**
 * Adds an item. A cable or device stands beside those like it, as a piece of its own; hardware just like what
 * is there already is counted up instead.
 */
export function addItem(box: BoxDocument, item: NewItem, newId: NewId): { box: BoxDocument; id: string } {
  const same = box.items.find((one) => sameKind(one, item));
  if (same && 'count' in same && 'count' in item && !('label' in item && item.label !== undefined)) {
    // Conductors that are told of are a piece of their own.
    const told = 'duty' in same && same.duty !== undefined;
    if (!told && same.count + item.count <= LIMITS.count)
      return { box: changeItem(box, same.id, { count: same.count + item.count }), id: same.id };
  }
  const id = newId();
  const added = { ...item, id } as Item;
  const last = box.items.findLastIndex((one) => alike(one, added));
  const at = last < 0 ? box.items.length : last + 1;
  const items = [...box.items.slice(0, at), added, ...box.items.slice(at)];
  return { box: consistent({ ...box, items }), id };
}

/** A piece like this one, with nothing told of what it does beyond the word of the record. */
export function likeIt(item: Item): NewItem {
  const { id: _id, ...rest } = item as Item & { wired?: unknown; duty?: { does: string } };
  const { wired: _wired, duty, ...bare } = rest;
  return (duty === undefined ? bare : { ...bare, duty: { does: duty.does } }) as NewItem;
}

/** One more of an item: a piece beside it, or counted up. */
export function duplicateItem(box: BoxDocument, id: string, newId: NewId): BoxDocument {
  const item = box.items.find((one) => one.id === id);
  if (!item || item.kind === 'barrier') return box;
  const one = likeIt(item);
  return addItem(box, 'count' in one ? { ...one, count: 1 } : one, newId).box;
}

/** The largest insulated conductor of the box, which sizes a device without a size of its own. */
export function largestInsulatedIn(box: BoxDocument): Size | undefined {
  return box.items.reduce<Size | undefined>(
    (size, item) =>
      item.kind === 'cable' ||
      item.kind === 'conductors' ||
      item.kind === 'fixture' ||
      item.kind === 'pigtails'
        ? larger(size, item.size)
        : size,
    undefined,
  );
}

/** Takes items out. Devices they alone gave their size keep that size, so that they stay counted. */
export function removeItems(box: BoxDocument, ids: readonly string[]): BoxDocument {
  const before = largestInsulatedIn(box);
  const rest = { ...box, items: box.items.filter((item) => !ids.includes(item.id)) };
  if (before === undefined || largestInsulatedIn(rest) !== undefined) return rest;
  return {
    ...rest,
    items: rest.items.map((item) =>
      item.kind === 'device' && item.size === undefined ? { ...item, size: before } : item,
    ),
  };
}

export const removeItem = (box: BoxDocument, id: string): BoxDocument => removeItems(box, [id]);

/**
 * So many more of the row an item stands in, or fewer; none left takes it out. Of like pieces the last one of
 * which nothing is told goes first, so that what is set up stays.
 */
export function addCount(box: BoxDocument, id: string, more: number, newId: NewId): BoxDocument {
  const row = rowWith(box.items, id);
  if (row === undefined || row.item.kind === 'barrier' || more === 0) return box;
  const { item } = row;
  const count = Math.min(row.count + more, LIMITS.count);
  if ('count' in item) return count < 1 ? removeItem(box, item.id) : changeItem(box, item.id, { count });
  if (count <= row.count) {
    const told = (one: Item) =>
      ('wired' in one && one.wired !== undefined) || ('duty' in one && one.duty?.hots !== undefined);
    const inOrder = [...row.items].reverse();
    const first = [...inOrder.filter((one) => !told(one)), ...inOrder.filter(told)];
    return removeItems(
      box,
      first.slice(0, row.count - Math.max(0, count)).map((one) => one.id),
    );
  }
  return Array.from({ length: count - row.count }).reduce<BoxDocument>(
    (filled) => duplicateItem(filled, item.id, newId),
    box,
  );
}

/** Changes some fields of items. A field set to undefined is taken away. */
export function changeItems(
  box: BoxDocument,
  ids: readonly string[],
  change: Record<string, unknown>,
): BoxDocument {
  return consistent({
    ...box,
    items: box.items.map((item) =>
      ids.includes(item.id) ? (without({ ...item, ...change }) as Item) : item,
    ),
  });
}

export const changeItem = (box: BoxDocument, id: string, change: Record<string, unknown>): BoxDocument =>
  changeItems(box, [id], change);

/** Changes what is known of the box itself. A field set to undefined is taken away. */
export function changeShell(
  box: BoxDocument,
  change: { [K in keyof Shell]?: Shell[K] | undefined },
): BoxDocument {
  // Another volume is not the one a catalog gave.
  const catalog = 'volume' in change && !('catalog' in change) ? { catalog: undefined } : {};
  return { ...box, shell: without({ ...box.shell, ...change, ...catalog }) as Shell };
}

/** What a box is, as one sees it. */
export type Kind = Pick<Shell, 'form' | 'gangs'> & { readonly material?: Shell['material'] };

/**
 * Another kind of box in place of the one that was described: of what was known of the old one (its volume, its clamps, its depth) nothing
 * is kept. Where no kind was chosen yet, the words are about the same box and all stays.
 */
export function changeKind(box: BoxDocument, { form, gangs, material }: Kind): BoxDocument {
  const { shell } = box;
  const described = { form, gangs, ...(material === undefined ? {} : { material }) };
  if (shell.form === undefined || (shell.form === form && shell.gangs === gangs))
    return changeShell(box, described);
  const bare = changeShell(box, {
    ...described,
    volume: undefined,
    catalog: undefined,
    box: undefined,
    measured: undefined,
    marks: undefined,
    conduitBody: undefined,
  });
  const emptied = changeSite(
    { ...bare, items: bare.items.filter(({ kind }) => kind !== 'clamps') },
    { depth: undefined, entries: undefined, rated: undefined, right: undefined, wrong: undefined },
  );
  return forgetAbsent(emptied, ['clamps', 'stud', 'hickey']);
}

/** Changes facts of where the box stands. A fact set to undefined is taken away; a box without facts has no site. */
export function changeSite(
  box: BoxDocument,
  change: { [K in keyof Site]?: Site[K] | undefined },
): BoxDocument {
  const { site: before, ...rest } = box;
  // What is measured now was looked at before: the measure counts.
  const right = before?.right?.filter(
    (fact) => !(fact in change) || change[fact as keyof Site] === undefined,
  );
  const site = without({ ...before, right: right?.length === 0 ? undefined : right, ...change });
  return Object.keys(site).length === 0 ? rest : { ...rest, site: site as Site };
}

function without(fields: Record<string, unknown>): Record<string, unknown> {
  return Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined));
}
