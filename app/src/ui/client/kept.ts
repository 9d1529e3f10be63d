/**
 * Something kept on this phone, followed by every screen that shows it, in every tab: settings, and lists of the person.
 * A change is of what the last tab kept, so that none is lost to a tab that was opened before it.
 */
import { useSyncExternalStore } from 'react';
import type { z } from 'zod';
import { browserDisk } from '@/sync/browser-disk';

export interface Kept<T> {
  readonly now: () => T;
  readonly set: (change: Partial<T>) => void;
  readonly follow: (listener: () => void) => () => void;
  readonly use: () => T;
}

/** Where something is kept. */
interface Place {
  /** What is read at once; undefined where there is nothing, or where it takes a moment. */
  readonly read: () => unknown;
  readonly write: (value: object) => void;
  /** What is read a moment later. */
  readonly later?: () => Promise<unknown>;
  /** Hears what another tab keeps there. */
  readonly hear: (listener: (value: unknown) => void) => void;
}

function keepAt<T extends object>(schema: z.ZodType<T>, begin: () => T, place: Place): Kept<T> {
  const listeners = new Set<() => void>();
  // Most people leave most of it as it came: nothing is parsed for them.
  const readAs = (value: unknown): T =>
    value === undefined ? begin() : (schema.safeParse(value).data ?? begin());
  // What was read is parsed when it is first asked for: a first screen asks for little of it.
  let parse = (): T => readAs(place.read());
  let current: T | undefined;
  const now = () => (current ??= parse());
  // What is said before it was read stands over what was read.
  let early: Partial<T> | undefined = place.later ? {} : undefined;
  const tell = () => {
    for (const listener of listeners) listener();
  };
  const take = (value: unknown) => {
    const said = early ?? {};
    early = undefined;
    parse = () => ({ ...readAs(value), ...said });
    current = undefined;
    if (Object.keys(said).length > 0) place.write(now());
    tell();
  };
  let heard = false;
  void place.later?.().then(
    // What another tab has kept meanwhile is newer than what was read.
    (value) => heard || take(value),
    () => {
      early = undefined;
    },
  );
  place.hear((value) => {
    heard = true;
    take(value);
  });
  const follow = (listener: () => void) => {
    listeners.add(listener);
    return () => void listeners.delete(listener);
  };
  return {
    now,
    follow,
    set(change) {
      current = { ...now(), ...change };
      if (early) early = { ...early, ...change };
      else place.write(current);
      tell();
    },
    use: () => useSyncExternalStore(follow, now, now),
  };
}

/** The text under a key of localStorage, as a value; undefined where there is none that can be read. */
function inStorage(key: string): unknown {
  try {
    return JSON.parse(globalThis.localStorage?.getItem(key) ?? 'null') ?? undefined;
  } catch {
    return undefined;
  }
}

/**
 * A setting, in localStorage: it is needed before the first frame.
 * @param begin the value to begin with; what cannot be read becomes that
 */
export const keep = <T extends object>(key: string, schema: z.ZodType<T>, begin: () => T): Kept<T> =>
  keepAt(schema, begin, {
    read: () => inStorage(key),
    hear: (listener) =>
      globalThis.addEventListener?.('storage', (event) => {
        if (event.key === key) listener(inStorage(key));
      }),
    write: (value) => {
      try {
        globalThis.localStorage?.setItem(key, JSON.stringify(value));
      } catch {
        // A full store forgets a setting when the page is closed; nothing else.
      }
    },
  });

/**
 * A list of the person, in the browser’s database: it may be long, and is read a moment after the start.
 * @param begin the value to begin with; what cannot be read becomes that
 */
export function keepList<T extends object>(key: string, schema: z.ZodType<T>, begin: () => T): Kept<T> {
  const tabs = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel(key);
  return keepAt(schema, begin, {
    // What an earlier program left is there at once.
    read: () => inStorage(key),
    later: async () => (await browserDisk.get('words', key)) ?? inStorage(key),
    hear: (listener) => tabs?.addEventListener('message', ({ data }: MessageEvent) => listener(data)),
    write: (value) => {
      tabs?.postMessage(value);
      void browserDisk.put('words', key, value).catch(() => {
        // No room there: the next start takes it from here.
        globalThis.localStorage?.setItem(key, JSON.stringify(value));
      });
    },
  });
}
