/** The browser’s own database, through `idb`: operations, photos that wait, answers, the way back, a person’s lists. */
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import { type Disk, type Found, operationIn, type Row, type Shelf, SHELVES, type Shelves } from './disk';
import type { Operation, Unreadable } from './operation';

const NAME = 'dense-pack';
/** Goes up when the stores are others. What lies in them is brought up when it is read. */
const VERSION = 1;

interface Stored extends DBSchema {
  operations: { key: number; value: unknown; indexes: { record: string } };
  unreadable: { key: string; value: string };
  photos: { key: string; value: unknown };
  answers: { key: string; value: unknown };
  history: { key: string; value: unknown };
  words: { key: string; value: unknown };
}

type Opened = IDBPDatabase<Stored>;

/** Opens the database; another tab with an older program gives way. @throws where the browser has none */
function openStored(): Promise<Opened> {
  if (typeof indexedDB === 'undefined') return Promise.reject(new Error('this browser keeps nothing'));
  return openDB<Stored>(NAME, VERSION, {
    upgrade(db) {
      const operations = db.createObjectStore('operations', { autoIncrement: true });
      operations.createIndex('record', 'record');
      for (const shelf of ['unreadable', ...SHELVES] as const) db.createObjectStore(shelf);
    },
    blocking(_version, _wanted, event) {
      (event.target as IDBDatabase).close();
    },
  });
}

const unreadableKey = (n: number) => `operation/${n}`;

export class BrowserDisk implements Disk, Shelves {
  #opening: Promise<Opened> | undefined;
  #opened: Opened | undefined;

  /** Opened once; tried again where it failed or was closed for another version. */
  #db(): Promise<Opened> {
    this.#opening ??= openStored().then(
      (db) => {
        this.#opened = db;
        db.addEventListener('close', () => this.#forget());
        db.addEventListener('versionchange', () => this.#forget());
        return db;
      },
      (error: unknown) => {
        this.#opening = undefined;
        throw error;
      },
    );
    return this.#opening;
  }

  #forget(): void {
    this.#opening = undefined;
    this.#opened = undefined;
  }

  async read(): Promise<Found> {
    const rows: Row[] = [];
    const unreadable: Unreadable[] = [];
    const transaction = (await this.#db()).transaction(['operations', 'unreadable']);
    const [operations, aside] = [
      transaction.objectStore('operations'),
      transaction.objectStore('unreadable'),
    ];
    const [keys, values, asideKeys, texts] = await Promise.all([
      operations.getAllKeys(),
      operations.getAll(),
      aside.getAllKeys(),
      aside.getAll(),
    ]);
    keys.forEach((n, nth) => {
      const operation = operationIn(values[nth]);
      if (operation) rows.push({ n, operation });
      else unreadable.push({ key: unreadableKey(n), text: JSON.stringify(values[nth]) ?? 'nothing' });
    });
    asideKeys.forEach((key, nth) => unreadable.push({ key, text: texts[nth] ?? '' }));
    return { rows, unreadable };
  }

  async of(record: string): Promise<readonly Row[]> {
    const { store } = (await this.#db()).transaction('operations');
    const index = store.index('record');
    const [keys, values] = await Promise.all([index.getAllKeys(record), index.getAll(record)]);
    return rowsOf(keys, values);
  }

  async add(operation: Operation): Promise<void> {
    // Where the database is open the write is on its way before this returns: the page may be closed at once.
    const db = this.#opened ?? (await this.#db());
    const transaction = db.transaction('operations', 'readwrite');
    const adding = transaction.store.add(operation);
    transaction.commit();
    await Promise.all([adding, transaction.done]);
  }

  async rewrite(record: string, become: Parameters<Disk['rewrite']>[1]): Promise<readonly Row[]> {
    const transaction = (await this.#db()).transaction('operations', 'readwrite');
    const { store } = transaction;
    const index = store.index('record');
    const [keys, values] = await Promise.all([index.getAllKeys(record), index.getAll(record)]);
    const before = rowsOf(keys, values);
    const after = become(before);
    const stay = new Set(after.map(({ n }) => n));
    const [rows] = await Promise.all([
      Promise.all(
        after.map(async ({ operation, n }): Promise<Row> => {
          const was = before.find((row) => row.n === n);
          if (n !== undefined && was?.operation === operation) return was;
          return {
            n: n === undefined ? await store.add(operation) : await store.put(operation, n),
            operation,
          };
        }),
      ),
      ...before.filter(({ n }) => !stay.has(n)).map(({ n }) => store.delete(n)),
      transaction.done,
    ]);
    return [...rows].sort((a, b) => a.n - b.n);
  }

  async setAside({ key, text }: Unreadable): Promise<void> {
    await (await this.#db()).put('unreadable', text, key);
  }

  async discard(key: string): Promise<void> {
    const db = await this.#db();
    const n = Number(key.startsWith('operation/') ? key.slice('operation/'.length) : NaN);
    if (Number.isInteger(n)) await db.delete('operations', n);
    else await db.delete('unreadable', key);
  }

  async makeRoom(): Promise<void> {
    await (await this.#db()).clear('history');
  }

  async get(shelf: Shelf, key: string): Promise<unknown> {
    return (await this.#db()).get(shelf, key);
  }

  async all(shelf: Shelf): Promise<readonly (readonly [string, unknown])[]> {
    const { store } = (await this.#db()).transaction(shelf);
    const [keys, values] = await Promise.all([store.getAllKeys(), store.getAll()]);
    return keys.map((key, nth) => [key, values[nth]] as const);
  }

  async put(shelf: Shelf, key: string, value: unknown): Promise<void> {
    // As an operation is: what was touched just before the page was left is kept.
    const db = this.#opened ?? (await this.#db());
    const transaction = db.transaction(shelf, 'readwrite');
    const putting = transaction.store.put(value, key);
    transaction.commit();
    await Promise.all([putting, transaction.done]);
  }

  async drop(shelf: Shelf, key: string): Promise<void> {
    await (await this.#db()).delete(shelf, key);
  }
}

/** Rows of what can be read, in their order; what cannot is left as it lies. */
const rowsOf = (keys: readonly number[], values: readonly unknown[]): readonly Row[] =>
  keys
    .flatMap((n, nth) => {
      const operation = operationIn(values[nth]);
      return operation ? [{ n, operation }] : [];
    })
    .sort((a, b) => a.n - b.n);

/** The one store of this browser. */
export const browserDisk = new BrowserDisk();
