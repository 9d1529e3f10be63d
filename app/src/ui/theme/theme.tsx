/** The theme in force, and its colours for what is drawn outside style sheets. */
import { colorScheme } from 'nativewind';
import { useEffect, useSyncExternalStore } from 'react';
import { onPreferences, preferences } from './preferences';
import tokens from './tokens.json';

export type Colour = keyof typeof tokens.colour.light;
/** Light, dark, or sun: black on white with heavy lines, for glare. */
export type Theme = keyof typeof tokens.colour;

const dark = globalThis.matchMedia?.('(prefers-color-scheme: dark)');

function read(): Theme {
  const { theme } = preferences();
  if (theme !== 'system') return theme;
  return dark?.matches ? 'dark' : 'light';
}

/** Every drawn part asks for it: it is worked out once a change, not once a part. */
let inForce = read();
const listeners = new Set<() => void>();
function changed(): void {
  inForce = read();
  for (const listener of listeners) listener();
}
onPreferences(changed);
dark?.addEventListener('change', changed);

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
const themeNow = () => inForce;

/** The theme in force. */
export function useThemeName(): Theme {
  return useSyncExternalStore(subscribe, themeNow, themeNow);
}

/** The colours of the theme in force, for drawings. */
export function useColours(): Readonly<Record<Colour, string>> {
  return tokens.colour[useThemeName()];
}

function apply(): void {
  const theme = themeNow();
  colorScheme.set(theme === 'dark' ? 'dark' : 'light');
  const root = globalThis.document?.documentElement;
  root?.classList.toggle('sun', theme === 'sun');
  if (root) root.style.fontSize = `${preferences().text}%`;
  // The frame the system draws round the app goes with the theme that was chosen here.
  for (const meta of globalThis.document?.querySelectorAll('meta[name="theme-color"]') ?? [])
    meta.setAttribute('content', tokens.colour[theme].paper);
}

/** Puts the chosen theme and size of text in force and follows the phone where it was asked to. */
export function useTheme(): void {
  useEffect(() => {
    apply();
    return subscribe(apply);
  }, []);
}
