/**
 * The outbox: every change is written to the browser's own store at once and sent when the server
 * answers. It is free of React; `queries.ts` is the thin adapter.
 *
 * One entry a record: a later change takes the place of an earlier one that was not sent yet. Entries
 * live in localStorage, so they survive a reload, a kill and a second tab.
 */
import { BoxFields, type BoxRecord, type Job, JobFields } from '@dense-pack/core/box/record';
import type { z } from 'zod';
import { ProblemAnswer, ServerAway } from './api';
import {
  type BoxEntry,
  type Entry,
  type FieldProblem,
  fieldsOf,
  problemsOf,
  SENT_MOST,
  textOf,
  textOfJob,
} from './entry';
import { deletedAsStored, laidTogether, madeFromStored, madeFromTaken, whoseStored } from './after-answer';
import type { Arrivals, OutboxState } from './outbox-state';
import { type DeleteEntry, sendBox, sendDelete, sendJob } from './send-entry';
import { type Store, WaitingStore } from './waiting-store';

const RETRY_MS = [1000, 2000, 5000, 15_000];
/** After so many failures in a row the rest waits too. */
const FAILURES_MOST = 3;

export class Outbox {
  #listeners = new Set<() => void>();
  #state: OutboxState;
  #failures = 0;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #closed = false;
  #running = false;
  #again = false;
  readonly #waiting: WaitingStore;

  constructor(
    store: Store,
    private readonly arrivals: Arrivals,
    /** Runs one tab at a time where the browser can tell tabs apart. */
    private readonly alone: (work: () => Promise<void>) => Promise<void> = (work) => work(),
    /** Milliseconds a change lies before it is sent: the screen comes first, quick changes go together. */
    private readonly lie = 0,
  ) {
    this.#waiting = new WaitingStore(store);
    this.#state = { away: false, sending: false, rejected: undefined, ...this.#stored() };
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  readonly snapshot = (): OutboxState => this.#state;

  /** Ends sending here: nothing is tried again. What waits stays in the store. */
  close(): void {
    clearTimeout(this.#timer);
    this.#closed = true;
  }

  /** Another tab changed the store. */
  reload(): void {
    this.#waiting.read();
    this.#set(this.#stored());
  }

  entryOf(id: string): Entry | undefined {
    return this.#waiting.entryOf(id);
  }

  /**
   * Writes a change of a job, if the schema takes it.
   * @param from the version this change was made from; null for a new job
   * @param base the job in that version
   * @returns what is wrong, field by field; then nothing was written. Empty when it was.
   */
  saveJob(
    id: string,
    said: z.input<typeof JobFields>,
    from: number | null,
    madeAt: string,
    base?: JobFields,
  ): readonly FieldProblem[] {
    const fields = JobFields.safeParse(said);
    if (!fields.success) return this.#reject(id, problemsOf(fields.error));
    const before = this.entryOf(id);
    const earlier = before?.what === 'job' ? before : undefined;
    this.#put({
      ...this.#stamp(id),
      what: 'job',
      id,
      fields: fields.data,
      from: earlier ? earlier.from : from,
      madeAt: earlier?.madeAt ?? madeAt,
      ...((earlier ? earlier.base : base) ? { base: earlier ? earlier.base : base } : {}),
    });
    return [];
  }

  /**
   * Writes a change of a box, if the schema takes it.
   * @param from the version this change was made from; null for a new box
   * @param base the box in that version
   * @returns what is wrong, field by field; then nothing was written. Empty when it was.
   */
  saveBox(
    id: string,
    jobId: string,
    said: BoxFields,
    from: number | null,
    madeAt: string,
    base?: BoxFields,
  ): readonly FieldProblem[] {
    const fields = BoxFields.safeParse(said);
    if (!fields.success) return this.#reject(id, problemsOf(fields.error));
    const before = this.entryOf(id);
    const earlier = before?.what === 'box' ? before : undefined;
    this.#put({
      ...this.#stamp(id),
      what: 'box',
      id,
      jobId,
      fields: fields.data,
      from: earlier ? earlier.from : from,
      madeAt: earlier?.madeAt ?? madeAt,
      ...((earlier ? earlier.base : base) ? { base: earlier ? earlier.base : base } : {}),
      ...(earlier?.conflict ? { conflict: earlier.conflict } : {}),
      ...(earlier?.sent ? { sent: earlier.sent } : {}),
    });
    return [];
  }

  /**
   * Settles a conflict. What both changed in different places is kept of both; where they clash `mine` or `theirs`
   * stands. A deletion is sent over the stored version, or dropped.
   */
  settle(id: string, choice: 'mine' | 'theirs'): void {
    const entry = this.entryOf(id);
    if (entry === undefined || entry.what === 'job') return;
    if (entry.what === 'delete') {
      if (choice === 'mine') return this.#put(deletedAsStored(entry));
      this.#drop(id);
      if (entry.conflict && 'jobId' in entry.conflict) this.arrivals.box(entry.conflict);
      return;
    }
    const { conflict } = entry;
    if (!conflict) return;
    const merged = laidTogether(entry, conflict);
    const fields = merged ? merged[choice] : choice === 'mine' ? entry.fields : fieldsOf(conflict);
    this.arrivals.box(conflict);
    if (textOf(fields) === textOf(conflict)) return this.#drop(id);
    this.#put(madeFromStored(entry, fields, conflict));
  }

  /** Sends once more what the server refused. */
  again(id: string): void {
    const entry = this.entryOf(id);
    if (entry === undefined) return;
    const { refused: _refused, ...rest } = entry;
    this.#put({ ...rest, turn: rest.turn + 1 });
  }

  /** Throws a waiting change away: only ever at the person's word. */
  giveUp(id: string): void {
    this.#drop(id);
  }

  /** Throws away what cannot be read: only ever at the person's word. */
  discard(key: string): void {
    this.#waiting.discard(key);
    this.#set(this.#stored());
  }

  /** @param version the version that is deleted; what another changes meanwhile is asked about */
  remove(of: 'boxes' | 'jobs', id: string, version: number, name: string): void {
    const before = this.entryOf(id);
    const neverSent = before?.what === 'box' && before.from === null && !before.sent;
    if (neverSent && !this.#running) {
      this.#drop(id);
      this.arrivals.deleted(id);
      return;
    }
    const from = before?.what === 'box' || before?.what === 'job' ? (before.from ?? 1) : version;
    // What was sent without an answer may have been taken, and be a version further.
    const sent =
      before?.what === 'box' ? before.sent : before?.what === 'job' ? [textOfJob(before.fields)] : undefined;
    this.#put({
      ...this.#stamp(id),
      what: 'delete',
      of,
      id,
      name,
      version: from,
      ...(sent ? { sent } : {}),
    });
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
      if (!this.#closed) this.#timer = setTimeout(() => void this.flush(), wait);
    }
  }

  async #sendAll(): Promise<void> {
    this.reload();
    const waiting = this.#state.entries.filter(
      (entry) => !entry.refused && !('conflict' in entry && entry.conflict),
    );
    // With nothing to send there is nothing to wait for.
    this.#set(waiting.length > 0 ? { sending: true } : { away: false });
    let failed = 0;
    for (const entry of waiting) {
      if (this.#waitsForJob(entry)) continue;
      try {
        await this.#send(entry);
      } catch (error) {
        if (!(error instanceof ServerAway)) throw error;
        failed += 1;
        // A record the server fails at does not hold up the others; a server that is gone holds up all.
        if (!error.answered || failed >= FAILURES_MOST) break;
      }
    }
    if (failed > 0) {
      this.#failures += 1;
      this.#set({ away: true });
      return;
    }
    this.#failures = 0;
    if (this.#state.away) this.#set({ away: false });
    if (waiting.length > 0) this.arrivals.settled();
  }

  /** A box waits while its job is not there yet, and while the job is being deleted. */
  #waitsForJob(entry: Entry): boolean {
    if (entry.what !== 'box') return false;
    const job = this.entryOf(entry.jobId);
    return job?.what === 'delete' || (job?.what === 'job' && job.from === null);
  }

  async #send(entry: Entry): Promise<void> {
    try {
      if (entry.what === 'job') {
        const job = await sendJob(entry);
        this.arrivals.job(job);
        this.#settleSent(entry, job.version);
      } else if (entry.what === 'delete') {
        await this.#sendDelete(entry);
      } else {
        await this.#sendBox(entry);
      }
    } catch (error) {
      if (error instanceof ServerAway) throw error;
      const words = error instanceof ProblemAnswer ? error.words : String(error);
      this.#mark(entry, { refused: words });
    }
  }

  async #sendDelete(entry: DeleteEntry): Promise<void> {
    const stored = await sendDelete(entry);
    if (stored !== undefined) return this.#settleDeletion(entry, stored);
    this.#settleSent(entry);
    // With a job go the changes of its boxes that waited.
    for (const one of this.#waiting.entries)
      if (one.what === 'box' && one.jobId === entry.id) this.#drop(one.id);
    this.arrivals.deleted(entry.id);
  }

  /** Another version is stored than was deleted: this phone's own last change, or someone's since. */
  #settleDeletion(entry: DeleteEntry, stored: BoxRecord | Job): void {
    const there = 'jobId' in stored ? textOf(stored) : textOfJob(stored);
    if (!entry.sent?.includes(there)) return this.#mark(entry, { conflict: stored });
    const { sent: _sent, ...rest } = entry;
    this.#write({ ...rest, version: stored.version });
    this.#again = true;
  }

  async #sendBox(entry: BoxEntry): Promise<void> {
    this.#willSend(entry, textOf(entry.fields));
    const { stored, taken } = await sendBox(entry);
    if (!taken) return this.#settleStored(entry, stored);
    this.arrivals.box(stored);
    this.#settleSent(entry, stored.version);
  }

  /** Remembers what is sent before it is: its answer may be lost. */
  #willSend(entry: BoxEntry, text: string): void {
    const now = this.#waiting.readOne(entry.id);
    if (now?.what !== 'box' || now.sent?.at(-1) === text) return;
    this.#write({ ...now, sent: [...(now.sent ?? []), text].slice(-SENT_MOST) });
  }

  /**
   * Another version is stored than this change was made from. Where that is what this phone sent, its answer
   * was lost: no one else changed anything, and what is new goes after it. Else the person is asked.
   */
  #settleStored(entry: BoxEntry, stored: BoxRecord): void {
    const now = this.#waiting.readOne(entry.id);
    if (now?.what !== 'box') return;
    const found = whoseStored(now, stored);
    // Someone else changed it: both changes are kept, and only the same field changed twice asks.
    const merged = found === 'another' ? laidTogether(now, stored) : { mine: now.fields, clashes: [] };
    if (!merged || merged.clashes.length > 0) return this.#mark(entry, { conflict: stored });
    this.arrivals.box(stored);
    if (textOf(merged.mine) === textOf(stored)) return this.#drop(now.id);
    this.#write(madeFromStored(now, merged.mine, stored));
    this.#again = true;
  }

  /** The server took this entry. What was changed meanwhile stays, now made from the new version. */
  #settleSent(entry: Entry, version?: number): void {
    const now = this.#waiting.readOne(entry.id);
    if (!now || now.turn === entry.turn) {
      this.#drop(entry.id);
      return;
    }
    if (version !== undefined) this.#write(madeFromTaken(now, entry, version));
    this.#again = true;
  }

  /** Lays what the server said of an entry on it as it is now; one of another kind stays as it is. */
  #mark(entry: Entry, more: Partial<Pick<BoxEntry, 'refused' | 'conflict'>> | Partial<DeleteEntry>): void {
    const now = this.#waiting.readOne(entry.id);
    if (now?.what !== entry.what || (now.turn !== entry.turn && !('conflict' in more))) {
      // Changed or given up meanwhile: what there is now is sent as it is.
      this.#again = this.#again || now !== undefined;
      return;
    }
    this.#write({ ...now, ...more } as Entry);
  }

  #reject(id: string, problems: FieldProblem[]): FieldProblem[] {
    this.#set({ rejected: { id, problems } });
    return problems;
  }

  #stamp(id: string): { order: number; turn: number } {
    const before = this.entryOf(id);
    if (before) return { order: before.order, turn: before.turn + 1 };
    const last = this.#state.entries.at(-1)?.order ?? 0;
    return { order: last + 1, turn: 1 };
  }

  #put(entry: Entry): void {
    if (this.#state.rejected?.id === entry.id) this.#set({ rejected: undefined });
    this.#write(entry);
    if (this.lie === 0) return void this.flush();
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.flush(), this.lie);
  }

  #write(entry: Entry): void {
    this.#waiting.write(entry);
    this.#set(this.#stored());
  }

  #drop(id: string): void {
    this.#waiting.drop(id);
    this.#set(this.#stored());
  }

  #stored(): Pick<OutboxState, 'entries' | 'unreadable' | 'full'> {
    const { entries, unreadable, full } = this.#waiting;
    return { entries, unreadable, full };
  }

  #set(change: Partial<OutboxState>): void {
    this.#state = { ...this.#state, ...change };
    for (const listener of this.#listeners) listener();
  }
}
