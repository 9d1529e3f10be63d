/** What a count line has come to so far, and what went wrong. */
import type { Absent, Item, Shell } from '../box/document.ts';
import type { Site } from '../box/site.ts';
import type { CableRole } from '../box/words.ts';
import type { EditionId } from '../edition/index.ts';
import type { Scanner } from './scanner.ts';

type WithOptional<T> = { -readonly [K in keyof T]?: T[K] | undefined };

/** One item of a line: `3x 12/2` is one, and stands for three pieces. */
export interface LineItem {
  readonly kind: Item['kind'];
  readonly count?: number;
  readonly role?: CableRole;
  readonly [field: string]: unknown;
}

/** What has been read of a line, not yet checked by the document's schema. */
export interface Reading {
  edition?: EditionId;
  shell: WithOptional<Shell>;
  flaps?: 'count';
  site?: Partial<Record<keyof Site, unknown>>;
  items: LineItem[];
  /** What the line says is not there. */
  absent: Absent[];
  /** What settles something of the items and the box, once all have been read. */
  settles: ((reading: Reading) => Problem | undefined)[];
  /** The item that gave the box its volume. */
  boxFrom: string | undefined;
}

/** A line of which nothing has been read. */
export const startReading = (): Reading => ({
  shell: {},
  items: [],
  absent: [],
  settles: [],
  boxFrom: undefined,
});

/** What was expected where reading stopped; empty when the first word itself is not known. */
export interface Problem {
  readonly expected: string;
  readonly nearest?: string;
}

/** Undefined when nothing is left to read. */
export function atEnd(scan: Scanner, expected: string): Problem | undefined {
  return scan.done ? undefined : { expected: `${expected}, not “${scan.rest}”` };
}
