/**
 * What is kept on a phone, for a test: it outlives the pages that are opened on it, and several may be open at once. It
 * keeps what the browser’s database keeps, in the order it is written, as values of their own; it may be full.
 */
import type { Disk, Row, Shelf, Shelves } from '../disk';
import { operationIn } from '../disk';
import type { Operation, Unreadable } from '../operation';

/** As the browser does: nothing is shared between what was written and what is read. */
const copied = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

/** What lies there is another thing only where it was written anew: it is read once, and given as a value of its own. */
const known = new WeakMap<object, Operation | null>();
function operationOf(value: unknown): Operation | undefined {
  if (typeof value !== 'object' || value === null) return operationIn(value);
  let read = known.get(value);
  if (read === undefined) {
    read = operationIn(copied(value)) ?? null;
    known.set(value, read);
  }
  return read === null ? undefined : copied(read);
}

export class MemoryDisk implements Disk, Shelves {
  /** What lies there, by place. */
  readonly operations = new Map<number, unknown>();
  readonly aside = new Map<string, string>();
  readonly shelves = new Map<string, unknown>();
  /** Nothing more fits. */
  full = false;
  /** Gone: a browser that keeps nothing. */
  none = false;
  #next = 1;

  #insist(more: boolean): void {
    if (this.none) throw new Error('this browser keeps nothing');
    if (more && this.full) throw new DOMException('full', 'QuotaExceededError');
  }

  #rows(record?: string): Row[] {
    const ofRecord = (value: unknown) =>
      record === undefined || (value as { record?: string }).record === record;
    return [...this.operations]
      .filter(([, value]) => ofRecord(value))
      .sort(([a], [b]) => a - b)
      .flatMap(([n, value]) => {
        const operation = operationOf(value);
        return operation ? [{ n, operation }] : [];
      });
  }

  async read() {
    this.#insist(false);
    const unreadable: Unreadable[] = [...this.operations].flatMap(([n, value]) =>
      operationOf(value) ? [] : [{ key: `operation/${n}`, text: JSON.stringify(value) }],
    );
    const aside = [...this.aside].map(([key, text]) => ({ key, text }));
    return { rows: this.#rows(), unreadable: [...unreadable, ...aside] };
  }

  async of(record: string) {
    this.#insist(false);
    return this.#rows(record);
  }

  // On its way before it returns, as in the browser: the page may be closed at once.
  add: Disk['add'] = (operation) => {
    try {
      this.#insist(true);
      this.operations.set(this.#next++, copied(operation));
      return Promise.resolve();
    } catch (error) {
      return Promise.reject(error as Error);
    }
  };

  rewrite: Disk['rewrite'] = async (record, become) => {
    this.#insist(false);
    const before = this.#rows(record);
    const after = become(before);
    const same = after.every(({ operation }) => before.some((row) => row.operation === operation));
    this.#insist(!same);
    const rows = after.map(({ operation, n = this.#next++ }) => ({ n, operation }));
    // What stays in its place is not written anew.
    const stays = new Map(
      before.map(({ n, operation }) => [n, { operation, value: this.operations.get(n) }]),
    );
    for (const { n } of before) this.operations.delete(n);
    for (const { n, operation } of rows) {
      const there = stays.get(n);
      this.operations.set(n, there?.operation === operation ? there.value : copied(operation));
    }
    return rows.sort((a, b) => a.n - b.n);
  };

  async setAside({ key, text }: Unreadable) {
    this.#insist(true);
    this.aside.set(key, text);
  }

  async discard(key: string) {
    if (!this.aside.delete(key)) this.operations.delete(Number(key.split('/')[1]));
  }

  async makeRoom() {
    this.#insist(false);
    for (const key of [...this.shelves.keys()]) if (key.startsWith('history/')) this.shelves.delete(key);
  }

  async get(shelf: Shelf, key: string) {
    this.#insist(false);
    return this.shelves.get(`${shelf}/${key}`);
  }

  async all(shelf: Shelf) {
    this.#insist(false);
    return [...this.shelves].flatMap(([key, value]) =>
      key.startsWith(`${shelf}/`) ? [[key.slice(shelf.length + 1), value] as const] : [],
    );
  }

  async put(shelf: Shelf, key: string, value: unknown) {
    this.#insist(true);
    this.shelves.set(`${shelf}/${key}`, value);
  }

  async drop(shelf: Shelf, key: string) {
    this.shelves.delete(`${shelf}/${key}`);
  }
}
