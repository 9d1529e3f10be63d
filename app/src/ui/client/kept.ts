/** Something kept on this phone in the browser's own store, followed by every screen that shows it. */
import { useSyncExternalStore } from 'react';
import type { z } from 'zod';

export interface Kept<T> {
  readonly now: () => T;
  readonly set: (change: Partial<T>) => void;
  readonly follow: (listener: () => void) => () => void;
  readonly use: () => T;
}

/** @param schema gives the value to begin with for `{}`; what cannot be read becomes that */
export function keep<T extends object>(key: string, schema: z.ZodType<T>): Kept<T> {
  const listeners = new Set<() => void>();
  const read = (): T => {
    try {
      return schema.parse(JSON.parse(globalThis.localStorage?.getItem(key) ?? '{}'));
    } catch {
      return schema.parse({});
    }
  };
  let current = read();
  const now = () => current;
  const follow = (listener: () => void) => {
    listeners.add(listener);
    return () => void listeners.delete(listener);
  };
  return {
    now,
    follow,
    set(change) {
      current = { ...current, ...change };
      globalThis.localStorage.setItem(key, JSON.stringify(current));
      for (const listener of listeners) listener();
    },
    use: () => useSyncExternalStore(follow, now, now),
  };
}
