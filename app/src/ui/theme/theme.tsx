/** Light and dark, and the colours for what is drawn outside style sheets. */
import { colorScheme, useColorScheme } from 'nativewind';
import { useEffect } from 'react';
import tokens from './tokens.json';

export type Colour = keyof typeof tokens.colour.light;
/** What a person may choose; `system` follows the phone. */
export type ThemeChoice = 'system' | 'light' | 'dark';

const KEY = 'dense-pack/theme';

/** The colours of the theme in force, for drawings. */
export function useColours(): Readonly<Record<Colour, string>> {
  const { colorScheme: scheme } = useColorScheme();
  return tokens.colour[scheme === 'dark' ? 'dark' : 'light'];
}

export function readThemeChoice(): ThemeChoice {
  const stored = globalThis.localStorage?.getItem(KEY);
  return stored === 'light' || stored === 'dark' ? stored : 'system';
}

function apply(choice: ThemeChoice): void {
  const dark =
    choice === 'system' ? globalThis.matchMedia('(prefers-color-scheme: dark)').matches : choice === 'dark';
  colorScheme.set(dark ? 'dark' : 'light');
}

export function chooseTheme(choice: ThemeChoice): void {
  globalThis.localStorage.setItem(KEY, choice);
  apply(choice);
}

/** Puts the chosen theme in force and follows the phone where it was asked to. */
export function useTheme(): void {
  useEffect(() => {
    apply(readThemeChoice());
    const media = globalThis.matchMedia('(prefers-color-scheme: dark)');
    const follow = () => apply(readThemeChoice());
    media.addEventListener('change', follow);
    return () => media.removeEventListener('change', follow);
  }, []);
}
