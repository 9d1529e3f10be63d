/** The box by keyboard: one letter each. */
import { useIsFocused } from 'expo-router';
import { useEffect, useRef } from 'react';
import { tinykeys } from 'tinykeys';
import { STATION_NAMES, STATIONS } from '../stations';
import { type Adder } from './AddBar';
import type { Open } from './open';

export const ADDER_KEYS: Record<Adder, string> = { box: 'b', cable: 'c', device: 'd', more: 'm', line: 't' };

interface Actions {
  readonly choose: (open: Open) => void;
  readonly go: (way: 'back' | 'ahead') => void;
  readonly help: () => void;
  readonly close: () => void;
}

/** Keys while the box is on the screen and nobody types into a field. */
export function useBoxKeys(actions: Actions): void {
  const focused = useIsFocused();
  const now = useRef(actions);
  useEffect(() => {
    now.current = actions;
  });
  useEffect(() => {
    if (!focused || typeof window === 'undefined') return;
    const free = (act: () => void) => (event: KeyboardEvent) => {
      const at = event.target;
      if (at instanceof HTMLElement && at.closest('input, textarea, [role="dialog"]')) return;
      event.preventDefault();
      act();
    };
    const letters = [
      ...STATION_NAMES.map(
        (station) => [STATIONS[station].shortcut, free(() => now.current.choose({ station }))] as const,
      ),
      ...(Object.keys(ADDER_KEYS) as Adder[]).map(
        (adder) => [ADDER_KEYS[adder], free(() => now.current.choose({ adder }))] as const,
      ),
    ];
    return tinykeys(window, {
      ...Object.fromEntries(letters),
      '$mod+z': free(() => now.current.go('back')),
      '$mod+Shift+z': free(() => now.current.go('ahead')),
      '$mod+y': free(() => now.current.go('ahead')),
      u: free(() => now.current.go('back')),
      'Shift+?': free(() => now.current.help()),
      Escape: free(() => now.current.close()),
    });
  }, [focused]);
}
