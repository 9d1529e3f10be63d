/**
 * Changes that were on their way into the database when the page was left. Another tab may be writing there: then the browser drops
 * what waits behind it together with the page. localStorage is written at once, and read by the next page.
 */
import { operationIn } from './disk';
import type { Operation, Unreadable } from './operation';
import type { OldStore, Takes } from './legacy-import';

const PREFIX = 'dense-pack/left/';

export type LeftStore = OldStore & Pick<Storage, 'setItem'>;

/** Keeps what is not in the database yet; nothing where all is. @param page an id of this page */
export function keepLeft(store: LeftStore, page: string, operations: readonly Operation[]): void {
  const key = `${PREFIX}${page}`;
  try {
    if (operations.length > 0) store.setItem(key, JSON.stringify(operations));
    else store.removeItem(key);
  } catch {
    // A full store: the database has it in a moment, if the page lives so long.
  }
}

interface Left {
  readonly operations: readonly Operation[];
  readonly unreadable: readonly Unreadable[];
}

/** What one page left, under its key. */
function leftUnder(key: string, text: string): Left {
  try {
    const values = JSON.parse(text) as readonly unknown[];
    const read = values.map((value, index) => ({
      key: `${key}/${index}`,
      value,
      operation: operationIn(value),
    }));
    return {
      operations: read.flatMap(({ operation }) => operation ?? []),
      unreadable: read
        .filter(({ operation }) => !operation)
        .map((one) => ({ key: one.key, text: JSON.stringify(one.value) })),
    };
  } catch {
    return { operations: [], unreadable: [{ key, text }] };
  }
}

/**
 * Takes what pages before this one left. One that was stored, or even sent, after all is taken again: the server takes each
 * operation once, by its id. What cannot be read is set aside, and shown.
 * @param isThere whether the database has an operation
 */
export async function takeLeft(
  store: OldStore,
  isThere: (id: string) => boolean,
  into: Takes,
): Promise<void> {
  const keys = Array.from({ length: store.length }, (_, index) => store.key(index) ?? '');
  for (const key of keys.filter((one) => one.startsWith(PREFIX))) {
    const { operations, unreadable } = leftUnder(key, store.getItem(key) ?? '[]');
    for (const operation of operations) if (!isThere(operation.id)) into.take(operation);
    for (const one of unreadable) await into.setAside(one);
    if (await into.stored()) store.removeItem(key);
  }
}
