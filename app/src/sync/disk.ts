/**
 * The one door to what is kept on this phone. Whoever writes goes through it: what is written is checked, what is read is
 * brought up, and what cannot be read stays where it is and is told.
 */
import type { z } from 'zod';
import { Operation, type Unreadable } from './operation';

/** An operation as it lies in the store: in the place it was first given. */
export interface Row {
  readonly n: number;
  readonly operation: Operation;
}

/** What is kept beside the operations, each by a key. */
export const SHELVES = ['photos', 'answers', 'history', 'words'] as const;
export type Shelf = (typeof SHELVES)[number];

export interface Found {
  readonly rows: readonly Row[];
  readonly unreadable: readonly Unreadable[];
}

/** What rewriting makes of the operations of a record: each in the place it had, or in a new one. */
export interface Rewritten {
  readonly operation: Operation;
  /** Undefined: behind all others. */
  readonly n?: number;
}

/** What keeps what waits: the browser’s database, or a test’s memory. Every write is whole or not at all. */
export interface Disk {
  /** All operations in their order, and what cannot be read. */
  read(): Promise<Found>;
  /** Those of one record. */
  of(record: string): Promise<readonly Row[]>;
  /** Adds an operation behind all others. It is on its way when this returns, stored when it resolves. */
  add(operation: Operation): Promise<void>;
  /** Puts others in the place of the operations of a record, in one step, whatever other tabs do meanwhile. */
  rewrite(record: string, become: (rows: readonly Row[]) => readonly Rewritten[]): Promise<readonly Row[]>;
  /** Keeps what cannot be read, under a key of its own. */
  setAside(unreadable: Unreadable): Promise<void>;
  /** Throws away what cannot be read. */
  discard(key: string): Promise<void>;
  /** Makes room: gives up what can be made again, never a change. */
  makeRoom(): Promise<void>;
}

/** What is kept on a shelf; what cannot be read is undefined. */
export interface Shelves {
  get(shelf: Shelf, key: string): Promise<unknown>;
  all(shelf: Shelf): Promise<readonly (readonly [string, unknown])[]>;
  put(shelf: Shelf, key: string, value: unknown): Promise<void>;
  drop(shelf: Shelf, key: string): Promise<void>;
}

/** A value of the store as an operation; undefined where this program cannot read it. */
export function operationIn(value: unknown): Operation | undefined {
  const read = Operation.safeParse(value);
  return read.success ? read.data : undefined;
}

/** A value of a shelf by its schema; undefined where it is missing or cannot be read. */
export async function kept<S extends z.ZodType>(
  shelves: Pick<Shelves, 'get'>,
  shelf: Shelf,
  key: string,
  schema: S,
): Promise<z.output<S> | undefined> {
  const read = schema.safeParse(await shelves.get(shelf, key));
  return read.success ? read.data : undefined;
}
