/**
 * What waits to be sent, in the browser's own store: one entry a record. Nothing that was written is lost here:
 * what does not fit is held while the page is open and stored once there is room, what cannot be read is kept
 * as it is, and set aside before anything takes its place.
 */
import { type BoxEntry, Entry, type Unreadable } from './entry';

const PREFIX = 'dense-pack/outbox/';
/** Where an entry that cannot be read is kept once another of the same record takes its place. */
const ASIDE_PREFIX = 'dense-pack/unreadable/';
/** What is given up first when the browser's store is full: the way back, never a change. */
const SPARE_PREFIX = 'dense-pack/history/';

/** What of the browser's store is used. */
export interface Store {
  readonly length: number;
  key(nth: number): string | null;
  getItem(key: string): string | null;
  setItem(key: string, value: string): void;
  removeItem(key: string): void;
}

export class WaitingStore {
  /** What waits, by id. */
  #known = new Map<string, Entry>();
  /** What of it did not fit into the store. */
  readonly #held = new Map<string, Entry>();
  #entries: readonly Entry[] = [];
  #unreadable: readonly Unreadable[] = [];

  constructor(private readonly store: Store) {
    this.read();
  }

  /** What waits, in the order it was first written. */
  get entries(): readonly Entry[] {
    return this.#entries;
  }

  /** Entries this program cannot read. */
  get unreadable(): readonly Unreadable[] {
    return this.#unreadable;
  }

  /** Whether something is only held while this page is open. */
  get full(): boolean {
    return this.#held.size > 0;
  }

  entryOf(id: string): Entry | undefined {
    return this.#known.get(id);
  }

  write(entry: Entry): void {
    this.#setAside(entry.id);
    this.#known.set(entry.id, entry);
    if (this.#fits(entry)) this.#held.delete(entry.id);
    else this.#held.set(entry.id, entry);
    this.#storeHeld(entry.id);
    this.#sort();
  }

  drop(id: string): void {
    this.store.removeItem(`${PREFIX}${id}`);
    this.#known.delete(id);
    this.#held.delete(id);
    this.#storeHeld();
    this.#sort();
  }

  /** An entry as it is now, whatever another tab has made of it. */
  readOne(id: string): Entry | undefined {
    const text = this.store.getItem(`${PREFIX}${id}`);
    return newer(text === null ? undefined : entryIn(text), this.#held.get(id));
  }

  /** Reads the store anew: what waits, and what cannot be read. */
  read(): void {
    const found = new Map<string, Entry>();
    const unreadable: Unreadable[] = [];
    // What was set aside may be an entry a newer program can read.
    for (const key of [...this.#keys(PREFIX), ...this.#keys(ASIDE_PREFIX)]) {
      const text = this.store.getItem(key);
      if (text === null) continue;
      const entry = entryIn(text);
      const home = entry && `${PREFIX}${entry.id}`;
      if (!entry || (key !== home && found.has(entry.id))) unreadable.push({ key, text });
      else {
        found.set(entry.id, entry);
        if (home !== undefined && key !== home) this.#move(key, home, text);
      }
    }
    // What did not fit is still held here, and newer than what lies in its place.
    for (const [id, held] of this.#held) {
      const entry = newer(found.get(id), held);
      if (entry !== held) this.#held.delete(id);
      if (entry) found.set(id, entry);
    }
    this.#known = found;
    this.#unreadable = unreadable;
    this.#sort();
  }

  /** Throws away what cannot be read. */
  discard(key: string): void {
    if (this.#unreadable.some((one) => one.key === key)) this.store.removeItem(key);
    this.read();
  }

  /**
   * Writes to the browser's store. Where it is full the undo steps of boxes make room, and then what a change was made
   * from is left out of it: another's change is then asked about, not merged.
   */
  #fits(entry: Entry): boolean {
    const { base: _base, ...alone } = entry as BoxEntry;
    const ways: readonly (() => string)[] = [
      () => JSON.stringify(entry),
      () => {
        this.#keys(SPARE_PREFIX).forEach((key) => this.store.removeItem(key));
        return JSON.stringify(entry);
      },
      () => JSON.stringify(alone),
    ];
    return ways.some((text) => {
      try {
        this.store.setItem(`${PREFIX}${entry.id}`, text());
        return true;
      } catch {
        return false;
      }
    });
  }

  /** There may be room again. @param but what was tried just now */
  #storeHeld(but?: string): void {
    for (const [id, entry] of this.#held) if (id !== but && this.#fits(entry)) this.#held.delete(id);
  }

  /** Before an entry takes the place of one that cannot be read, that is kept elsewhere. */
  #setAside(id: string): void {
    const key = `${PREFIX}${id}`;
    const before = this.#unreadable.find((one) => one.key === key);
    if (!before) return;
    let nth = 1;
    while (this.store.getItem(`${ASIDE_PREFIX}${id}/${nth}`) !== null) nth += 1;
    this.#move(key, `${ASIDE_PREFIX}${id}/${nth}`, before.text);
    this.read();
  }

  #move(from: string, to: string, text: string): void {
    try {
      this.store.setItem(to, text);
      this.store.removeItem(from);
    } catch {
      // No room: it stays where it is.
    }
  }

  #keys(prefix: string): string[] {
    return Array.from({ length: this.store.length }, (_, nth) => this.store.key(nth) ?? '').filter((key) =>
      key.startsWith(prefix),
    );
  }

  #sort(): void {
    this.#entries = [...this.#known.values()].sort((a, b) => a.order - b.order);
  }
}

/** Of what is stored and what is held the one of the later turn; what is held where they are of the same. */
const newer = (stored: Entry | undefined, held: Entry | undefined): Entry | undefined =>
  stored && (!held || stored.turn > held.turn) ? stored : held;

/** An entry as it lies in the store; undefined where this program cannot read it. */
function entryIn(text: string): Entry | undefined {
  try {
    const parsed = Entry.safeParse(JSON.parse(text));
    return parsed.success ? parsed.data : undefined;
  } catch {
    return undefined;
  }
}
