/** Changes to a box, as values: each takes a box and gives the changed one. */
import { type BoxDocument, type Item, larger, type Shell } from './document.ts';
import type { Size } from '../edition/index.ts';

/** An item that has not been put into a box yet. */
export type NewItem = Item extends infer I ? (I extends Item ? Omit<I, 'id'> : never) : never;

/** An id no item of the box has, and none that what is set up or wired still names: it would inherit that. */
function freeId(box: BoxDocument): string {
  let highest = 0;
  const look = (id: string) => {
    const number = /^i(\d+)$/.exec(id)?.[1];
    if (number !== undefined) highest = Math.max(highest, Number(number));
  };
  for (const { id } of box.items) look(id);
  for (const [id] of JSON.stringify(box.work ?? {}).matchAll(/\bi\d+\b/g)) look(id);
  return `i${highest + 1}`;
}

const kindKey = ({ count: _count, id: _id, ...rest }: Record<string, unknown>) =>
  JSON.stringify(Object.entries(rest).sort(([a], [b]) => (a < b ? -1 : 1)));

/** Adds an item; one just like it that is there already is counted up instead. */
export function addItem(box: BoxDocument, item: NewItem): { box: BoxDocument; id: string } {
  if (item.kind !== 'barrier' && !('label' in item && item.label !== undefined)) {
    const key = kindKey(item);
    const same = box.items.find((one) => one.kind === item.kind && kindKey(one) === key);
    if (same && same.kind !== 'barrier' && same.count + item.count <= 99) {
      return { box: setCount(box, same.id, same.count + item.count), id: same.id };
    }
  }
  const id = freeId(box);
  return { box: { ...box, items: [...box.items, { ...item, id } as Item] }, id };
}

/** One more of an item: counted up, or beside it where it has a label of its own. */
export function duplicateItem(box: BoxDocument, id: string): BoxDocument {
  const item = box.items.find((one) => one.id === id);
  if (!item || item.kind === 'barrier') return box;
  const { id: _id, ...rest } = item;
  return addItem(box, { ...rest, count: 1 } as NewItem).box;
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

/** Takes an item out. Devices it alone gave their size keep that size, so that they stay counted. */
export function removeItem(box: BoxDocument, id: string): BoxDocument {
  const before = largestInsulatedIn(box);
  const rest = { ...box, items: box.items.filter((item) => item.id !== id) };
  if (before === undefined || largestInsulatedIn(rest) !== undefined) return rest;
  return {
    ...rest,
    items: rest.items.map((item) =>
      item.kind === 'device' && item.size === undefined ? { ...item, size: before } : item,
    ),
  };
}

/** Sets how many of an item there are; none takes it out. */
export function setCount(box: BoxDocument, id: string, count: number): BoxDocument {
  if (count < 1) return removeItem(box, id);
  return changeItem(box, id, { count: Math.min(count, 99) });
}

/** So many more of an item, or fewer; none left takes it out. */
export function addCount(box: BoxDocument, id: string, more: number): BoxDocument {
  const item = box.items.find((one) => one.id === id);
  return item === undefined || item.kind === 'barrier' ? box : setCount(box, id, item.count + more);
}

/** Changes some of an item's fields. A field set to undefined is taken away. */
export function changeItem(box: BoxDocument, id: string, change: Record<string, unknown>): BoxDocument {
  return {
    ...box,
    items: box.items.map((item) => (item.id === id ? (without({ ...item, ...change }) as Item) : item)),
  };
}

/** Changes what is known of the box itself. A field set to undefined is taken away. */
export function changeShell(
  box: BoxDocument,
  change: { [K in keyof Shell]?: Shell[K] | undefined },
): BoxDocument {
  return { ...box, shell: without({ ...box.shell, ...change }) as Shell };
}

function without(fields: Record<string, unknown>): Record<string, unknown> {
  return Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined));
}
