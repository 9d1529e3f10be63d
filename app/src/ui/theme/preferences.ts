/** What the person set for this phone: theme, size of text, hand, and metric beside. Kept in its own store. */
import { useSyncExternalStore } from 'react';
import { z } from 'zod';

const Preferences = z.object({
  theme: z.enum(['system', 'light', 'dark', 'sun']).catch('system'),
  /** Per cent of the usual size. */
  text: z.literal([100, 125, 150, 200]).catch(100),
  hand: z.enum(['right', 'left']).catch('right'),
  /** Millilitres beside cubic inches. */
  metric: z.boolean().catch(false),
});
export type Preferences = z.output<typeof Preferences>;
export const TEXT_SIZES = [100, 125, 150, 200] as const;
export const THEME_CHOICES = ['system', 'light', 'dark', 'sun'] as const;

const KEY = 'dense-pack/preferences';
const listeners = new Set<() => void>();
let current = read();

function read(): Preferences {
  try {
    return Preferences.parse(JSON.parse(globalThis.localStorage?.getItem(KEY) ?? '{}'));
  } catch {
    return Preferences.parse({});
  }
}

export function preferences(): Preferences {
  return current;
}

export function setPreferences(change: Partial<Preferences>): void {
  current = { ...current, ...change };
  globalThis.localStorage.setItem(KEY, JSON.stringify(current));
  for (const listener of listeners) listener();
}

export function onPreferences(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

export function usePreferences(): Preferences {
  return useSyncExternalStore(onPreferences, preferences, preferences);
}
