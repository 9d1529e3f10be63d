/**
 * The outbox: every change is written to the browser's own store at once and sent when the server
 * answers. It is free of React; `queries.ts` is the thin adapter.
 *
 * One entry a record: a later change takes the place of an earlier one that was not sent yet. Entries
 * live in localStorage, so they survive a reload, a kill and a second tab.
 */
import {
  type BoxChange,
  BoxFields,
  BoxRecord,
  Job,
  type JobChange,
  type JobFields,
  type NewBox,
  type NewJob,
} from '@dense-pack/core/box/record';
import { z } from 'zod';
import { ProblemAnswer, request, ServerAway } from './api';
import { type BoxEntry, Entry, fieldsOf } from './entry';

const PREFIX = 'dense-pack/outbox/';
/** What is given up first when the browser's store is full: the way back, never a change. */
const SPARE_PREFIX = 'dense-pack/history/';

/** Whether the server answered last time; `unsent` counts entries that wait. */
export interface OutboxState {
  readonly away: boolean;
  readonly sending: boolean;
  /** The browser's store is full: what waits is only held while this page is open. */
  readonly full: boolean;
  readonly entries: readonly Entry[];
}

interface Store {
  readonly length: number;
  key(nth: number): string | null;
  getItem(key: string): string | null;
  setItem(key: string, value: string): void;
  removeItem(key: string): void;
}

/** What the outbox tells when the server took something. */
export interface Arrivals {
  box(record: BoxRecord): void;
  job(job: Job): void;
  deleted(id: string): void;
  /** Nothing more is being sent: lists may be read anew. */
  settled(): void;
}

const RETRY_MS = [1000, 2000, 5000, 15_000];

export class Outbox {
  #listeners = new Set<() => void>();
  #state: OutboxState;
  #failures = 0;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #running = false;
  #again = false;
  /** What waits, by id, as it is in the store. */
  #known = new Map<string, Entry>();

  constructor(
    private readonly store: Store,
    private readonly arrivals: Arrivals,
    /** Runs one tab at a time where the browser can tell tabs apart. */
    private readonly alone: (work: () => Promise<void>) => Promise<void> = (work) => work(),
    /** Milliseconds a change lies before it is sent: the screen comes first, quick changes go together. */
    private readonly lie = 0,
  ) {
    this.#state = { away: false, sending: false, full: false, entries: this.#read() };
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  readonly snapshot = (): OutboxState => this.#state;

  /** Another tab changed the store. */
  reload(): void {
    this.#set({ entries: this.#read() });
  }

  entryOf(id: string): Entry | undefined {
    return this.#known.get(id);
  }

  /** @param from the version this change was made from; null for a new job */
  saveJob(id: string, fields: JobFields, from: number | null, madeAt: string): void {
    const before = this.entryOf(id);
    const earlier = before?.what === 'job' ? before : undefined;
    this.#put({
      ...this.#stamp(id),
      what: 'job',
      id,
      fields,
      from: earlier ? earlier.from : from,
      madeAt: earlier?.madeAt ?? madeAt,
    });
  }

  /** @param from the version this change was made from; null for a new box */
  saveBox(id: string, jobId: string, fields: BoxFields, from: number | null, madeAt: string): void {
    const before = this.entryOf(id);
    const earlier = before?.what === 'box' ? before : undefined;
    this.#put({
      ...this.#stamp(id),
      what: 'box',
      id,
      jobId,
      fields,
      from: earlier ? earlier.from : from,
      madeAt: earlier?.madeAt ?? madeAt,
      ...(earlier?.conflict ? { conflict: earlier.conflict } : {}),
    });
  }

  /** Settles a conflict: `mine` is sent over the stored version, `theirs` drops this change. */
  settle(id: string, choice: 'mine' | 'theirs'): void {
    const entry = this.entryOf(id);
    if (entry?.what !== 'box') return;
    const { conflict, refused: _refused, ...rest } = entry;
    if (choice === 'theirs') {
      this.#drop(id);
      if (conflict) this.arrivals.box(conflict);
      return;
    }
    this.#put({ ...rest, from: conflict?.version ?? rest.from, turn: rest.turn + 1 });
  }

  remove(of: 'boxes' | 'jobs', id: string): void {
    // With a job go the changes of its boxes that still wait: they would be refused for ever.
    for (const entry of this.#state.entries) {
      if (of === 'jobs' && entry.what === 'box' && entry.jobId === id) this.#drop(entry.id);
    }
    const before = this.entryOf(id);
    const neverSent = before?.what === 'box' && before.from === null;
    if (neverSent && !this.#running) {
      this.#drop(id);
      this.arrivals.deleted(id);
      return;
    }
    this.#put({ ...this.#stamp(id), what: 'delete', of, id });
  }

  /** Sends what waits, in order. Safe to call at any time. */
  async flush(): Promise<void> {
    if (this.#running) {
      this.#again = true;
      return;
    }
    this.#running = true;
    clearTimeout(this.#timer);
    try {
      do {
        this.#again = false;
        await this.alone(() => this.#sendAll());
      } while (this.#again && !this.#state.away);
    } finally {
      this.#running = false;
      this.#set({ sending: false });
    }
    if (this.#state.away) {
      const wait = RETRY_MS[Math.min(this.#failures, RETRY_MS.length) - 1] ?? 1000;
      this.#timer = setTimeout(() => void this.flush(), wait);
    }
  }

  async #sendAll(): Promise<void> {
    this.#set({ entries: this.#read() });
    const waiting = this.#state.entries.filter(
      (entry) => entry.what !== 'box' || (!entry.conflict && !entry.refused),
    );
    // With nothing to send there is nothing to wait for.
    this.#set(waiting.length > 0 ? { sending: true } : { away: false });
    for (const entry of waiting) {
      try {
        await this.#send(entry);
        this.#failures = 0;
        if (this.#state.away) this.#set({ away: false });
      } catch (error) {
        if (!(error instanceof ServerAway)) throw error;
        this.#failures += 1;
        this.#set({ away: true });
        return;
      }
    }
    if (waiting.length > 0) this.arrivals.settled();
  }

  async #send(entry: Entry): Promise<void> {
    try {
      if (entry.what === 'job') {
        const job = await this.#sendJob(entry);
        this.arrivals.job(job);
        this.#settleSent(entry, job.version);
      } else if (entry.what === 'delete') {
        await request(z.undefined(), `/${entry.of}/${entry.id}`, 'DELETE').catch((error: unknown) => {
          // Gone already is as good as deleted.
          if (!(error instanceof ProblemAnswer && error.problem.status === 404)) throw error;
        });
        this.#settleSent(entry);
        this.arrivals.deleted(entry.id);
      } else {
        await this.#sendBox(entry);
      }
    } catch (error) {
      if (error instanceof ServerAway) throw error;
      const words = error instanceof ProblemAnswer ? error.words : String(error);
      if (entry.what === 'box') this.#mark(entry, { refused: words });
      else this.#drop(entry.id);
    }
  }

  /** A job's name and edition are the last person's choice: a stale change is sent again over the stored one. */
  async #sendJob({ id, fields, from }: Extract<Entry, { what: 'job' }>): Promise<Job> {
    if (from === null) {
      const body: z.input<typeof NewJob> = { id, ...fields };
      return request(Job, '/jobs', 'POST', body);
    }
    const body: z.input<typeof JobChange> = { ...fields, version: from };
    try {
      return await request(Job, `/jobs/${id}`, 'PUT', body);
    } catch (error) {
      const stored =
        error instanceof ProblemAnswer && error.problem.status === 409
          ? Job.safeParse(error.problem.stored)
          : undefined;
      if (!stored?.success) throw error;
      return request(Job, `/jobs/${id}`, 'PUT', { ...body, version: stored.data.version });
    }
  }

  async #sendBox(entry: BoxEntry): Promise<void> {
    try {
      let record: BoxRecord;
      if (entry.from === null) {
        const body: z.input<typeof NewBox> = { id: entry.id, ...entry.fields };
        record = await request(BoxRecord, `/jobs/${entry.jobId}/boxes`, 'POST', body);
        // A repeated POST answers the box as it was first stored: what changed since goes after it.
        if (JSON.stringify(fieldsOf(record)) !== JSON.stringify(BoxFields.parse(entry.fields))) {
          record = await request(BoxRecord, `/boxes/${entry.id}`, 'PUT', {
            ...entry.fields,
            version: record.version,
          });
        }
      } else {
        const body: z.input<typeof BoxChange> = { ...entry.fields, version: entry.from };
        record = await request(BoxRecord, `/boxes/${entry.id}`, 'PUT', body);
      }
      this.arrivals.box(record);
      this.#settleSent(entry, record.version);
    } catch (error) {
      const stored =
        error instanceof ProblemAnswer && error.problem.status === 409
          ? BoxRecord.safeParse(error.problem.stored)
          : undefined;
      if (!stored?.success) throw error;
      this.#mark(entry, { conflict: stored.data });
    }
  }

  /** The server took this entry. What was changed meanwhile stays, now made from the new version. */
  #settleSent(entry: Entry, version?: number): void {
    const now = this.#readOne(entry.id);
    if (!now || now.turn === entry.turn) {
      this.#drop(entry.id);
      return;
    }
    if (now.what !== 'delete' && version !== undefined) this.#write({ ...now, from: version });
    this.#again = true;
  }

  #mark(entry: BoxEntry, more: Partial<BoxEntry>): void {
    const now = this.#readOne(entry.id);
    this.#write({ ...(now?.what === 'box' ? now : entry), ...more });
  }

  #stamp(id: string): { order: number; turn: number } {
    const before = this.entryOf(id);
    if (before) return { order: before.order, turn: before.turn + 1 };
    const last = this.#state.entries.at(-1)?.order ?? 0;
    return { order: last + 1, turn: 1 };
  }

  #put(entry: Entry): void {
    this.#write(entry);
    if (this.lie === 0) return void this.flush();
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.flush(), this.lie);
  }

  #write(entry: Entry): void {
    this.#known.set(entry.id, entry);
    this.#set({ entries: this.#sorted(), full: !this.#store(entry) });
  }

  /** Writes to the browser's store; where it is full, the undo steps of boxes make room. */
  #store(entry: Entry): boolean {
    const text = JSON.stringify(entry);
    for (const lastTry of [false, true]) {
      try {
        this.store.setItem(`${PREFIX}${entry.id}`, text);
        return true;
      } catch {
        if (lastTry) return false;
        this.#keys(SPARE_PREFIX).forEach((key) => this.store.removeItem(key));
      }
    }
    return false;
  }

  #drop(id: string): void {
    this.store.removeItem(`${PREFIX}${id}`);
    this.#known.delete(id);
    this.#set({ entries: this.#sorted() });
  }

  #readOne(id: string): Entry | undefined {
    const text = this.store.getItem(`${PREFIX}${id}`);
    if (text === null) return this.#state.full ? this.#known.get(id) : undefined;
    try {
      const parsed = Entry.safeParse(JSON.parse(text));
      return parsed.success ? parsed.data : undefined;
    } catch {
      return undefined;
    }
  }

  #keys(prefix: string): string[] {
    return Array.from({ length: this.store.length }, (_, nth) => this.store.key(nth) ?? '').filter((key) =>
      key.startsWith(prefix),
    );
  }

  #sorted(): Entry[] {
    return [...this.#known.values()].sort((a, b) => a.order - b.order);
  }

  #read(): Entry[] {
    const found = new Map<string, Entry>();
    for (const key of this.#keys(PREFIX)) {
      const entry = this.#readOne(key.slice(PREFIX.length));
      if (entry) found.set(entry.id, entry);
    }
    // What did not fit into the store is still held here.
    for (const [id, entry] of this.#known) if (this.#state.full && !found.has(id)) found.set(id, entry);
    this.#known = found;
    return this.#sorted();
  }

  #set(change: Partial<OutboxState>): void {
    this.#state = { ...this.#state, ...change };
    for (const listener of this.#listeners) listener();
  }
}
