/**
 * What waits to be sent, as this page sees it: the operations of the store, and those that did not fit or are still on
 * their way into it. Screens read it at once; the store follows, and other tabs with it.
 */
import equal from 'fast-deep-equal';
import type { Disk, Rewritten, Row } from './disk';
import { type Entry, entryOf } from './entry';
import type { Operation, Unreadable } from './operation';

/** What this page alone knows of a record. */
interface Held {
  /** Operations that are not in the store. */
  readonly operations: readonly Operation[];
  /** Operations of the store that have become others here. */
  readonly covers: ReadonlySet<string>;
}

const NOTHING: readonly never[] = [];
type Become = (operations: readonly Operation[]) => readonly Operation[];

export class OperationStore {
  /** The operations of the store, by record, as they were last read. */
  readonly #rows = new Map<string, readonly Row[]>();
  /** On their way into the store. */
  readonly #adding = new Map<string, readonly Operation[]>();
  /** What did not fit into it. */
  readonly #held = new Map<string, Held>();
  readonly #entries = new Map<string, Entry>();
  #list: readonly Entry[] = NOTHING;
  #unreadable: readonly Unreadable[] = NOTHING;
  /** The order records began to wait in. */
  #order: string[] = [];
  /** Adding goes one after the other: a later operation lies behind an earlier one. */
  #writing: Promise<unknown> = Promise.resolve();

  constructor(
    private readonly disk: Disk,
    /** Called when anything is another thing. */
    private readonly changed: () => void,
    /** Tells other tabs that a record is another one. */
    private readonly tell: (record: string) => void = () => undefined,
  ) {}

  /** What waits, in the order it was first written. */
  get entries(): readonly Entry[] {
    return this.#list;
  }

  get unreadable(): readonly Unreadable[] {
    return this.#unreadable;
  }

  /** Whether something is only held while this page is open. */
  get full(): boolean {
    return this.#held.size > 0;
  }

  entryOf(record: string): Entry | undefined {
    return this.#entries.get(record);
  }

  /** The records that wait, in the order they began to. */
  get records(): readonly string[] {
    return this.#order;
  }

  /** What is not in the store yet, in the order it was made. */
  get onTheWay(): readonly Operation[] {
    return [...this.#adding.values()].flat();
  }

  /** Whether the store has an operation, as it was last read. */
  isStored(id: string): boolean {
    return [...this.#rows.values()].some((rows) => rows.some(({ operation }) => operation.id === id));
  }

  /** Reads the store anew. */
  async read(): Promise<void> {
    try {
      const { rows, unreadable } = await this.disk.read();
      const before = new Set(this.#rows.keys());
      const by = new Map<string, Row[]>();
      for (const row of rows) {
        const list = by.get(row.operation.record) ?? [];
        list.push(row);
        by.set(row.operation.record, list);
      }
      this.#unreadable = unreadable;
      for (const record of new Set([...by.keys(), ...before])) this.#take(record, by.get(record) ?? NOTHING);
      this.changed();
    } catch {
      // A browser without a database: what is written is held while this page is open, and said to be.
    }
  }

  /** Another tab changed a record. */
  async refresh(record: string): Promise<void> {
    try {
      this.#take(record, await this.disk.of(record));
      this.changed();
    } catch {
      // It is read when it is sent.
    }
  }

  /** Lays an operation behind the others of its record: seen at once, on its way into the store when this returns. */
  add(operation: Operation): void {
    const { record } = operation;
    const before = this.#writing;
    if (this.#held.has(record)) {
      // What is later does not go into the store before what is earlier.
      this.#hold(record, [operation]);
      this.#writing = before.then(() => this.#rewriteNow(record, (operations) => operations));
    } else {
      this.#adding.set(record, [...(this.#adding.get(record) ?? NOTHING), operation]);
      this.#writing = this.#stored(operation, this.disk.add(operation), before);
    }
    this.#show(record);
    this.changed();
  }

  /** Waits until all that was added is in the store, or held because it does not fit. */
  async written(): Promise<void> {
    await this.#writing;
  }

  async #stored(operation: Operation, adding: Promise<void>, before: Promise<unknown>): Promise<void> {
    const { record, id } = operation;
    const failed = await adding.then(
      () => false,
      () => true,
    );
    await before;
    const list = this.#adding.get(record) ?? NOTHING;
    const later = list.slice(list.findIndex((one) => one.id === id) + 1);
    if (failed) await this.#putBefore(operation, later);
    else {
      const rows = await this.disk.of(record).catch(() => undefined);
      if (rows) this.#rows.set(record, rows);
    }
    const still = (this.#adding.get(record) ?? NOTHING).filter((one) => one.id !== id);
    if (still.length > 0) this.#adding.set(record, still);
    else this.#adding.delete(record);
    this.#show(record);
    this.changed();
    this.tell(record);
  }

  /** Room was made, or was there all along: what did not fit goes before what was changed after it, or all is held. */
  async #putBefore(operation: Operation, later: readonly Operation[]): Promise<void> {
    const { record } = operation;
    const ids = new Set(later.map(({ id }) => id));
    const work = (rows: readonly Row[]): readonly Rewritten[] => {
      const there = rows.map((row) => row.operation);
      const behind = there.filter((one) => ids.has(one.id));
      return placed(rows, [...there.filter((one) => !ids.has(one.id)), operation, ...behind]);
    };
    try {
      if (this.#held.has(record)) throw new Error('held');
      this.#rows.set(record, await this.#roomy(record, work));
    } catch {
      this.#hold(record, [operation, ...later], [...ids]);
    }
  }

  /**
   * Makes other operations of those of a record, whatever other tabs do meanwhile. Where the store has no room for them
   * they are held here.
   * @returns the operations there are now
   */
  async rewrite(record: string, become: Become): Promise<readonly Operation[]> {
    await this.written();
    return this.#rewriteNow(record, become);
  }

  async #rewriteNow(record: string, become: Become): Promise<readonly Operation[]> {
    let before: readonly Row[] = this.#rows.get(record) ?? NOTHING;
    let after: readonly Operation[] = NOTHING;
    // What is added from here on lies behind.
    const adding = new Set((this.#adding.get(record) ?? NOTHING).map(({ id }) => id));
    const work = (rows: readonly Row[]): readonly Rewritten[] => {
      before = rows.filter(({ operation }) => !adding.has(operation.id));
      after = become(this.#settledOf(record, before));
      return placed(rows, [
        ...after,
        ...rows.flatMap(({ operation }) => (adding.has(operation.id) ? [operation] : [])),
      ]);
    };
    try {
      this.#take(record, await this.#roomy(record, work));
      this.#held.delete(record);
    } catch {
      after = become(this.#settledOf(record, before));
      const covers = before.map(({ operation }) => operation.id);
      this.#held.delete(record);
      this.#hold(record, after, covers);
    }
    this.#show(record);
    this.changed();
    this.tell(record);
    return after;
  }

  /** Tries once more after room was made. */
  async #roomy(
    record: string,
    work: (rows: readonly Row[]) => readonly Rewritten[],
  ): Promise<readonly Row[]> {
    try {
      return await this.disk.rewrite(record, work);
    } catch {
      await this.disk.makeRoom();
      return this.disk.rewrite(record, work);
    }
  }

  /** There may be room again for what is held. */
  async storeHeld(): Promise<void> {
    for (const record of [...this.#held.keys()]) await this.rewrite(record, (operations) => operations);
  }

  /** Throws away what cannot be read. */
  async discard(key: string): Promise<void> {
    await this.disk.discard(key);
    await this.read();
  }

  /** Operations of the store and those held here, in their order. */
  #settledOf(record: string, rows: readonly Row[]): readonly Operation[] {
    const held = this.#held.get(record);
    const stored = rows.map(({ operation }) => operation).filter(({ id }) => !held?.covers.has(id));
    // What has become another here was before what other tabs wrote since.
    return held && held.covers.size > 0
      ? [...held.operations, ...stored]
      : [...stored, ...(held?.operations ?? NOTHING)];
  }

  /** All operations of a record, those on their way into the store last. */
  #all(record: string): readonly Operation[] {
    const known = this.#settledOf(record, this.#rows.get(record) ?? NOTHING);
    const ids = new Set(known.map(({ id }) => id));
    return [...known, ...(this.#adding.get(record) ?? NOTHING).filter(({ id }) => !ids.has(id))];
  }

  #hold(record: string, operations: readonly Operation[], covers: readonly string[] = NOTHING): void {
    const before = this.#held.get(record);
    const known = new Set(before?.operations.map(({ id }) => id));
    const all = [...(before?.operations ?? NOTHING), ...operations.filter(({ id }) => !known.has(id))];
    if (all.length === 0 && covers.length === 0) return;
    this.#held.set(record, { operations: all, covers: new Set([...(before?.covers ?? []), ...covers]) });
  }

  #take(record: string, rows: readonly Row[]): void {
    if (rows.length === 0) this.#rows.delete(record);
    else this.#rows.set(record, rows);
    this.#show(record);
  }

  /** Works out anew what waits of a record. */
  #show(record: string): void {
    const entry = entryOf(this.#all(record));
    if (!entry) this.#entries.delete(record);
    // The same words are the same entry: what shows it need not be drawn anew.
    else if (!saySame(entry, this.#entries.get(record))) this.#entries.set(record, entry);
    const waits = this.#order.includes(record);
    if (entry && !waits) this.#order = [...this.#order, record];
    if (!entry && waits) this.#order = this.#order.filter((one) => one !== record);
    this.#list = this.#order.flatMap((one) => this.#entries.get(one) ?? NOTHING);
  }
}

/** Whether two entries say the same, under whatever id it will be sent. */
function saySame(entry: Entry, before: Entry | undefined): boolean {
  const said = ({ operation: { id: _id, ...operation }, ...rest }: Entry) => ({ ...rest, operation });
  return before !== undefined && equal(said(entry), said(before));
}

/** Operations in the places there were, in their order; what is more lies behind all others. */
function placed(rows: readonly Row[], after: readonly Operation[]): readonly Rewritten[] {
  return after.map((operation, nth): Rewritten => {
    const n = rows[nth]?.n;
    return n === undefined ? { operation } : { operation, n };
  });
}
