/**
 * What earlier programs kept in this browser, taken over: changes that wait and the way back from localStorage, photos and
 * answers from databases of their own. Each is removed there once it is here; what cannot be read is kept and told.
 */
import { BoxFields, BoxRecord, Job, JobFields, RecordId } from '@dense-pack/core/box/record';
import { openDB } from 'idb';
import { z } from 'zod';
import type { Shelf, Shelves } from './disk';
import type { Operation, Unreadable } from './operation';
import { textOf } from './operation';
import { onFirstUse } from '@dense-pack/core/schema/on-first-use';

const PREFIX = 'dense-pack/outbox/';
const ASIDE_PREFIX = 'dense-pack/unreadable/';

/** What of localStorage is used. */
export interface OldStore {
  readonly length: number;
  key(nth: number): string | null;
  getItem(key: string): string | null;
  removeItem(key: string): void;
}

/** A text that was sent, of whatever version, as this program would have sent it. */
function broughtUp(text: string): string {
  try {
    const fields = BoxFields.safeParse(JSON.parse(text));
    return fields.success ? textOf(fields.data) : text;
  } catch {
    return text;
  }
}
const sent = onFirstUse(() =>
  z
    .array(z.string())
    .max(4)
    .transform((texts) => texts.map(broughtUp))
    .optional(),
);

const common = onFirstUse(() => ({
  order: z.number(),
  turn: z.number(),
  refused: z.string().optional(),
  id: RecordId,
}));
const change = onFirstUse(() => ({ from: z.int().nullable(), madeAt: z.iso.datetime() }));

/** A change as earlier programs kept it: one a record, with the texts that were sent and not answered. */
const OldEntry = onFirstUse(() =>
  z.discriminatedUnion('what', [
    z.object({
      ...common,
      ...change,
      what: z.literal('job'),
      fields: JobFields,
      base: JobFields.optional(),
    }),
    z.object({
      ...common,
      ...change,
      what: z.literal('box'),
      jobId: RecordId,
      fields: BoxFields,
      base: BoxFields.optional(),
      conflict: BoxRecord.optional(),
      sent,
    }),
    z.object({
      ...common,
      what: z.literal('delete'),
      of: z.enum(['boxes', 'jobs']),
      name: z.string().optional(),
      version: z.int().min(1).optional(),
      sent,
      conflict: z.union([BoxRecord, Job]).optional(),
    }),
  ]),
);
type OldEntry = z.output<typeof OldEntry>;

/** The same id each time: a change that was taken over twice, for the page was closed in between, is taken once. */
const idOf = ({ id, turn }: OldEntry) => `v1-${turn}-${id}`.slice(0, 40);

/** @param at now: a deletion of an earlier program does not say when it was made */
function operationFrom(entry: OldEntry, at: string): Operation {
  const { id: record, refused } = entry;
  const common = { id: idOf(entry), record, ...(refused === undefined ? {} : { refused }) };
  if (entry.what === 'delete') {
    const { of, name, version, sent: texts, conflict } = entry;
    return { ...common, what: 'delete', madeAt: at, of, name, version, sent: texts, conflict };
  }
  const { from, madeAt } = entry;
  if (entry.what === 'job')
    return { ...common, what: 'job', madeAt, from, after: entry.fields, before: entry.base };
  const { jobId: job, fields: after, base: before, conflict, sent: texts } = entry;
  return { ...common, what: 'box', madeAt, from, job, after, before, conflict, sent: texts };
}

/** What lies in localStorage: operations in the order they were made, and what cannot be read, each with its key. */
export interface OldChanges {
  readonly operations: readonly { readonly key: string; readonly operation: Operation }[];
  readonly unreadable: readonly Unreadable[];
}

/** Reads what earlier programs left. Nothing is changed. */
export function oldChanges(store: OldStore, at: string): OldChanges {
  const keys = Array.from({ length: store.length }, (_, nth) => store.key(nth) ?? '');
  const found: { key: string; entry: OldEntry }[] = [];
  const unreadable: Unreadable[] = [];
  for (const key of keys.filter((one) => one.startsWith(PREFIX) || one.startsWith(ASIDE_PREFIX))) {
    const text = store.getItem(key);
    if (text === null) continue;
    const entry = entryIn(text);
    if (entry) found.push({ key, entry });
    else unreadable.push({ key, text });
  }
  found.sort((a, b) => a.entry.order - b.entry.order || a.entry.turn - b.entry.turn);
  return {
    operations: found.map(({ key, entry }) => ({ key, operation: operationFrom(entry, at) })),
    unreadable,
  };
}

function entryIn(text: string): OldEntry | undefined {
  try {
    return OldEntry.safeParse(JSON.parse(text)).data;
  } catch {
    return undefined;
  }
}

/** Where they go. */
export interface Takes {
  /** Lays an operation behind the others. */
  take(operation: Operation): void;
  /** Resolves once all that was taken is in the store. @returns whether it is */
  stored(): Promise<boolean>;
  setAside(unreadable: Unreadable): Promise<void>;
}

/** Takes over what waits in localStorage; each is removed there once it is in the new store. */
export async function importLegacyChanges(store: OldStore, at: string, into: Takes): Promise<void> {
  const { operations, unreadable } = oldChanges(store, at);
  for (const { operation } of operations) into.take(operation);
  if (operations.length > 0 && (await into.stored())) for (const { key } of operations) store.removeItem(key);
  for (const one of unreadable) {
    await into.setAside(one);
    store.removeItem(one.key);
  }
}

const HISTORY_PREFIX = 'dense-pack/history/';
/** Lists of the person that lay in localStorage. */
const WORDS = ['dense-pack/kit', 'dense-pack/trip', 'dense-pack/no-grip'];

/** The way back of each box and the person’s lists: put on their shelves, and then removed from localStorage. */
export async function importLegacyTexts(
  store: OldStore,
  shelves: Pick<Shelves, 'get' | 'put'>,
): Promise<void> {
  const keys = Array.from({ length: store.length }, (_, nth) => store.key(nth) ?? '');
  for (const key of keys) {
    const history = key.startsWith(HISTORY_PREFIX);
    if (!history && !WORDS.includes(key)) continue;
    const [shelf, name]: [Shelf, string] = history
      ? ['history', key.slice(HISTORY_PREFIX.length)]
      : ['words', key];
    let value: unknown;
    try {
      value = JSON.parse(store.getItem(key) ?? '');
    } catch {
      continue;
    }
    if ((await shelves.get(shelf, name)) === undefined) await shelves.put(shelf, name, value);
    store.removeItem(key);
  }
}

/** Where earlier programs kept photos that wait and the server’s last answers. */
const DATABASES = [
  { name: 'dense-pack-photos', store: 'waiting', shelf: 'photos', keyOf: (key: string) => key },
  {
    name: 'keyval-store',
    store: 'keyval',
    shelf: 'answers',
    keyOf: (key: string) => (key === 'dense-pack/answers/2' ? 'queries' : undefined),
  },
] as const;

/** Photos that wait, and answers, from the databases of earlier programs; each database is deleted once it is empty. */
export async function importLegacyDatabases(shelves: Pick<Shelves, 'get' | 'put'>): Promise<void> {
  const known = typeof indexedDB === 'undefined' ? [] : await indexedDB.databases?.();
  for (const { name, store, shelf, keyOf } of DATABASES) {
    if (!known?.some((one) => one.name === name)) continue;
    const db = await openDB(name);
    if (db.objectStoreNames.contains(store)) {
      for (const key of await db.getAllKeys(store)) {
        const home = keyOf(String(key));
        if (home !== undefined && (await shelves.get(shelf, home)) === undefined)
          await shelves.put(shelf, home, await db.get(store, key));
      }
    }
    db.close();
    indexedDB.deleteDatabase(name);
  }
}
