/** What the outbox says of itself, and what it tells when something arrived. */
import type { BoxRecord, Job } from '@dense-pack/core/box/record';
import type { Entry } from './entry';
import type { Epochs } from './epochs';
import type { FieldProblem, Unreadable } from './operation';

/** Whether the server answered last time, and what waits. */
export interface OutboxState {
  readonly away: boolean;
  readonly sending: boolean;
  /** The browser's store is full: what waits is only held while this page is open. */
  readonly full: boolean;
  readonly entries: readonly Entry[];
  /** What this program cannot read: kept as it is until the person throws it away. */
  readonly unreadable: readonly Unreadable[];
  /** The last change that was not taken, and why; nothing was written. */
  readonly rejected: { readonly id: string; readonly problems: readonly FieldProblem[] } | undefined;
}

/** What the outbox tells when the server took something. */
export interface OutboxEvents {
  box(record: BoxRecord): void;
  job(job: Job): void;
  deleted(id: string): void;
  /** Nothing more is being sent: lists may be read anew. */
  settled(): void;
}

/** Before anything was read or written. */
export const NOTHING_WAITS: OutboxState = {
  away: false,
  sending: false,
  full: false,
  entries: [],
  unreadable: [],
  rejected: undefined,
};

export interface OutboxSettings {
  /** Runs one tab at a time where the browser can tell tabs apart. */
  readonly alone?: (work: () => Promise<void>) => Promise<void>;
  /** Milliseconds a change lies before it is sent: the screen comes first, quick changes go together. */
  readonly lie?: number;
  /** Tells other tabs that a record is another one. */
  readonly tell?: (record: string) => void;
  /** Tells what the server went back behind; without it the server never does. */
  readonly epochs?: Pick<Epochs, 'standing' | 'isLost'>;
  /** A job as the server last said it. */
  readonly jobKnown?: (id: string) => Job | undefined;
}
