/**
 * The outbox: every change is an operation, on its way into the browser's own store before this returns, and sent when the
 * server answers. An operation is sent under one id until it is answered; the server takes it once. It is free of React;
 * `queries.ts` is the thin adapter.
 */
import { newId } from '@dense-pack/core/box/new-id';
import { BoxFields, type JobAgain, JobFields } from '@dense-pack/core/box/record';
import type { z } from 'zod';
import { ServerAway } from './api';
import type { Disk } from './disk';
import type { DeleteEntry, Entry } from './entry';
import { keptAs, pendingOf } from './pending';
import {
  type DeletedState,
  type FieldProblem,
  type MadeFrom,
  madeFromOrNew,
  type Operation,
  problemsOf,
} from './operation';
import { OperationStore } from './operation-store';
import { type OutboxEvents, NOTHING_WAITS, type OutboxSettings, type OutboxState } from './outbox-state';
import { jobAgain, placed } from './placed';
import { type Answered, send } from './send';
import { again, applyAnswer, type Choice, chosen, givenUp, isGone, revive, withOwnBox } from './apply-answer';

/** How long is waited after each failure in a row, in ms: longer each time. */
const PAUSE_MS = [1000, 2000, 5000, 15_000, 30_000, 60_000];
/** After so many failures in a row the rest waits too. */
const FAILURES_MOST = 3;
/** So often one record is sent in a row: where others change it all the time the rest has its turn. */
const SENDS_MOST = 5;

export class Outbox {
  #listeners = new Set<() => void>();
  #state: OutboxState = NOTHING_WAITS;
  #failures = 0;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #closed = false;
  #running: Promise<void> | undefined;
  #again = false;
  readonly #waiting: OperationStore;
  readonly #alone: (work: () => Promise<void>) => Promise<void>;
  readonly #lie: number;
  readonly #epochs: OutboxSettings['epochs'];
  readonly #jobKnown: NonNullable<OutboxSettings['jobKnown']>;

  constructor(
    disk: Disk,
    private readonly arrivals: OutboxEvents,
    { alone = (work) => work(), lie = 0, tell, epochs, jobKnown = () => undefined }: OutboxSettings = {},
  ) {
    this.#epochs = epochs;
    this.#jobKnown = jobKnown;
    this.#alone = alone;
    this.#lie = lie;
    this.#waiting = new OperationStore(disk, () => this.#show(), tell);
  }

  /** Reads what waits in the store. Until then it is as if nothing waited; what is changed meanwhile is laid upon it. */
  read(): Promise<void> {
    return this.#waiting.read();
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

  /** Another tab changed a record. */
  refresh(record: string): Promise<void> {
    return this.#waiting.refresh(record);
  }

  /** What is not in the store yet. */
  get onTheWay(): readonly Operation[] {
    return this.#waiting.onTheWay;
  }

  /** Whether the store has an operation, as it was last read. */
  isStored(id: string): boolean {
    return this.#waiting.isStored(id);
  }

  /** Waits until what was changed is in the store. */
  written(): Promise<void> {
    return this.#waiting.written();
  }

  entryOf(id: string): Entry | undefined {
    return this.#waiting.entryOf(id);
  }

  /** Lays an operation behind the others of its record, as it is: what an older program left. */
  take(operation: Operation): void {
    this.#put(operation);
  }

  /**
   * Writes a change of a job, if the schema takes it.
   * @param from the state this change was made from; null for a new job
   * @param before the job as it stood on the screen; undefined for a new one
   * @returns what is wrong, field by field; then nothing was written. Empty when it was.
   */
  saveJob(
    id: string,
    said: z.input<typeof JobFields>,
    from: MadeFrom | null,
    madeAt: string,
    before?: JobFields,
  ): readonly FieldProblem[] {
    const fields = JobFields.safeParse(said);
    if (!fields.success) return this.#reject(id, problemsOf(fields.error));
    this.#put({
      what: 'job',
      id: newId(),
      record: id,
      madeAt,
      ...madeFromOrNew(from),
      after: fields.data,
      ...(before ? { before } : {}),
    });
    return [];
  }

  /**
   * Writes a change of a box, if the schema takes it.
   * @param from the state this change was made from; null for a new box
   * @param before the box as it stood on the screen; undefined for a new one
   * @returns what is wrong, field by field; then nothing was written. Empty when it was.
   */
  saveBox(
    id: string,
    job: string,
    said: BoxFields,
    from: MadeFrom | null,
    madeAt: string,
    before?: BoxFields,
  ): readonly FieldProblem[] {
    const fields = BoxFields.safeParse(said);
    if (!fields.success) return this.#reject(id, problemsOf(fields.error));
    this.#put({
      what: 'box',
      id: newId(),
      record: id,
      job,
      madeAt,
      ...madeFromOrNew(from),
      after: fields.data,
      ...(before ? { before } : {}),
    });
    return [];
  }

  /**
   * Deletes a record.
   * @param seen the state that is deleted, and of a job its boxes; what another changes meanwhile is asked about
   */
  remove(of: 'boxes' | 'jobs', id: string, name: string, seen: DeletedState): void {
    const { at: madeAt, ...what } = seen;
    this.#put({ what: 'delete', id: newId(), record: id, madeAt, of, name, ...what });
  }

  /** Settles a conflict as the person chose. */
  settle(id: string, choice: Choice): Promise<void> {
    const { conflict } = this.entryOf(id) ?? {};
    if (conflict && 'jobId' in conflict) this.arrivals.box(conflict);
    else if (conflict) this.arrivals.job(conflict);
    return this.#become(id, (operation) => chosen(operation, choice));
  }

  /** Sends once more what the server refused. */
  again(id: string): Promise<void> {
    return this.#become(id, again);
  }

  /** Makes a record again that was deleted elsewhere. @param job what the job of a box is made of, should it be gone too */
  revive(id: string, job?: JobAgain): Promise<void> {
    return this.#become(id, (operation) => revive(operation, job));
  }

  /** Throws a waiting change away: only ever at the person's word. */
  giveUp(id: string): Promise<void> {
    return this.#become(id, givenUp);
  }

  /** Throws away what cannot be read: only ever at the person's word. */
  discard(key: string): Promise<void> {
    return this.#waiting.discard(key);
  }

  /** Makes another of what waits of a record, at the person’s word, and sends it. */
  async #become(id: string, become: (operation: Operation) => readonly Operation[]): Promise<void> {
    await this.#waiting.rewrite(id, (operations) => {
      const pending = pendingOf(operations);
      // What was sent and not answered is answered first.
      if (pending.sealed && become !== givenUp) return keptAs(pending);
      const one = pending.next ?? pending.sealed;
      return [...(one ? become(one) : []), ...(become === givenUp ? [] : pending.rest)];
    });
    if (this.#lie === 0) await this.flush();
    else this.#soon();
  }

  /** Sends what waits, in order. Safe to call at any time. */
  flush(): Promise<void> {
    clearTimeout(this.#timer);
    this.#again = true;
    this.#running ??= this.#run().finally(() => {
      this.#running = undefined;
    });
    return this.#running;
  }

  async #run(): Promise<void> {
    try {
      while (this.#again) {
        this.#again = false;
        await this.#alone(() => this.#sendAll());
        if (this.#state.away) break;
      }
    } finally {
      this.#set({ sending: false });
    }
    if (this.#state.away && !this.#closed) {
      const wait = PAUSE_MS[Math.min(this.#failures, PAUSE_MS.length) - 1] ?? PAUSE_MS[0];
      this.#timer = setTimeout(() => void this.flush(), wait);
    }
  }

  async #sendAll(): Promise<void> {
    await this.#waiting.written();
    await this.#waiting.read();
    await this.#waiting.storeHeld();
    const { records } = this.#waiting;
    // With nothing to send there is nothing to wait for.
    this.#set(records.length > 0 ? { sending: true } : { away: false });
    let failed = 0;
    let sent = 0;
    let more = false;
    for (const record of records) {
      try {
        let nth = 0;
        while (nth < SENDS_MOST && !this.#closed && (await this.#sendNext(record))) nth += 1;
        sent += nth;
        more ||= nth === SENDS_MOST;
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
    if (sent > 0) this.arrivals.settled();
    // Others change a record all the time: it has its turn again in a moment.
    if (more && !this.#closed) this.#timer = setTimeout(() => void this.flush(), PAUSE_MS[0]);
  }

  /**
   * Sends what comes next of a record: what was sent before and not answered, as it was; else all that waits, as one.
   * @returns whether something was sent
   */
  async #sendNext(record: string): Promise<boolean> {
    const before = this.entryOf(record);
    const operations = await this.#waiting.rewrite(record, (now) => this.#seal(now));
    const sealed = operations.find((one) => one.sealed);
    if (!sealed) {
      if (operations.length === 0 && before?.what === 'delete') await this.#wentUnsent(before);
      return false;
    }
    const answered = await placed(sealed, await send(sealed), this.#epochs, (id) => this.#jobAgain(id));
    let rest: readonly Operation[] = [];
    await this.#waiting.rewrite(record, (now) => {
      const pending = pendingOf(now);
      // Given up meanwhile: the answer is told, and nothing follows from it.
      rest = pending.sealed?.id === sealed.id ? applyAnswer(pending, answered.answer) : now;
      // What arrived is there before what waited for it goes: the screen never falls back in between.
      this.#tell(sealed, answered, rest);
      return rest;
    });
    await this.#follow(sealed, answered, rest);
    return true;
  }

  /** A job as it is made again with one of its boxes; undefined where this phone does not know it. */
  #jobAgain(id: string): JobAgain | undefined {
    return jobAgain(this.entryOf(id), this.#jobKnown(id));
  }

  /** Seals what is sent next: from then on it is sent as it is. What waits for the person or for its job is not sealed. */
  #seal(operations: readonly Operation[]): readonly Operation[] {
    const pending = pendingOf(operations);
    const { sealed, next } = pending;
    if (sealed || !next) return keptAs(pending);
    const kept = keptAs(pending);
    const asked = next.refused !== undefined || next.conflict || (next.what !== 'delete' && next.gone);
    if (asked || this.#waitsForJob(next) || this.#waitsForBoxes(next)) return kept;
    return kept.map((operation, nth) => (nth === 0 ? { ...operation, sealed: true } : operation));
  }

  /** A box waits while its job is not there yet, and while the job is being deleted. */
  #waitsForJob(operation: Operation): boolean {
    if (operation.what !== 'box') return false;
    const job = this.entryOf(operation.job);
    return job?.what === 'delete' || (job?.what === 'job' && job.from === null);
  }

  /** A job is deleted once it is known what became of the changes of its boxes that were sent: they are part of it. */
  #waitsForBoxes(operation: Operation): boolean {
    if (operation.what !== 'delete' || operation.of !== 'jobs') return false;
    const waits = this.#waiting.entries.some(
      (entry) => entry.what === 'box' && entry.jobId === operation.record && entry.operation.sealed,
    );
    this.#again ||= waits;
    return waits;
  }

  /** A record that was made and deleted here before it was ever sent. */
  async #wentUnsent({ of, id }: DeleteEntry): Promise<void> {
    if (of === 'jobs') await this.#dropBoxesOf(id);
    this.arrivals.deleted(id);
  }

  /** Tells what arrived. */
  #tell(sealed: Operation, { answer, job, box }: Answered, rest: readonly Operation[]): void {
    if (job) this.arrivals.job(job);
    if (box) this.arrivals.box(box);
    if (answer.is === 'stale' && rest.every(({ conflict }) => !conflict)) {
      if ('jobId' in answer.stored) this.arrivals.box(answer.stored);
      else this.arrivals.job(answer.stored);
    }
    if (isGone(answer, rest)) this.arrivals.deleted(sealed.record);
  }

  /** What follows from an answer for other records. */
  async #follow(sealed: Operation, { answer }: Answered, rest: readonly Operation[]): Promise<void> {
    if (answer.is === 'taken' && sealed.what === 'box')
      await this.#seenByDeletion(sealed.job, sealed.record, sealed.from, answer.version);
    if (isGone(answer, rest) && sealed.what === 'delete' && sealed.of === 'jobs')
      await this.#dropBoxesOf(sealed.record);
  }

  /** A job that is being deleted: its box as this phone changed it itself is what is deleted. */
  async #seenByDeletion(job: string, box: string, from: number | null, version: number): Promise<void> {
    if (this.entryOf(job)?.what !== 'delete') return;
    await this.#waiting.rewrite(job, (operations) =>
      operations.map((one) => withOwnBox(one, box, from, version)),
    );
  }

  /** With a job go the changes of its boxes that waited. */
  async #dropBoxesOf(job: string): Promise<void> {
    const boxes = this.#waiting.entries.filter((entry) => entry.what === 'box' && entry.jobId === job);
    for (const { id } of boxes) await this.#waiting.rewrite(id, () => []);
  }

  #reject(id: string, problems: FieldProblem[]): FieldProblem[] {
    this.#set({ rejected: { id, problems } });
    return problems;
  }

  #put(operation: Operation): void {
    if (this.#state.rejected?.id === operation.record) this.#set({ rejected: undefined });
    this.#waiting.add(operation);
    this.#soon();
  }

  /** Sends in a moment: at once where changes do not lie. */
  #soon(): void {
    if (this.#closed) return;
    if (this.#lie === 0) return void this.flush();
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.flush(), this.#lie);
  }

  #show(): void {
    const { entries, unreadable, full } = this.#waiting;
    this.#set({ entries, unreadable, full });
  }

  #set(change: Partial<OutboxState>): void {
    this.#state = { ...this.#state, ...change };
    for (const listener of this.#listeners) listener();
  }
}
