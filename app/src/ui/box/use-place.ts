/** Where a person is in a box: what is open, what was touched, whether the whole vessel is seen over a band's work. */
import { router } from 'expo-router';
import { useCallback, useRef, useState } from 'react';
import { type Open, openFrom, wordOf } from './open';

export interface Place {
  readonly open: Open;
  /** The touched piece, and its tile where it was touched in the vessel. */
  readonly touched: { readonly itemId: string; readonly tile?: string } | undefined;
  /** The open line of the tape. */
  readonly line: number | undefined;
  readonly whole: boolean;
  /** Whether a change from here on is a plan: what was found stays as it is. */
  readonly isPlanning: () => boolean;
  readonly choose: (next: Open) => void;
  readonly touchItem: (itemId: string) => void;
  readonly touchTile: (tile: string, itemId: string, line: number) => void;
  readonly openItem: (itemId: string) => void;
  readonly close: () => void;
  readonly setLine: (line: number | undefined) => void;
  readonly toggleWhole: () => void;
}

/** @param first the word of the address @param onLeft what is done when another part is opened */
export function usePlace(first: string | undefined, onLeft: () => void): Place {
  const [open, setOpen] = useState<Open>(() => openFrom(first));
  const [line, setLine] = useState<number>();
  const [touched, setTouched] = useState<Place['touched']>();
  const [whole, setWhole] = useState(false);
  const planning = useRef(first === 'change');
  return {
    open,
    touched,
    line,
    whole,
    isPlanning: useCallback(() => planning.current, []),
    choose(next) {
      // Looking alone writes nothing: the plan begins with the first change.
      if ('station' in next && next.station === 'change') planning.current = true;
      setOpen(next);
      setTouched(undefined);
      setWhole(false);
      // The address says where one is: the page loaded anew, for a new version say, is there again.
      router.setParams({ open: wordOf(next) });
      onLeft();
    },
    touchItem(itemId) {
      setLine(undefined);
      setTouched(touched?.itemId === itemId ? undefined : { itemId });
    },
    touchTile(tile, itemId, nth) {
      setLine(nth);
      setTouched(touched?.tile === tile ? undefined : { itemId, tile });
    },
    openItem: (itemId) => setTouched({ itemId }),
    close: () => setTouched(undefined),
    setLine,
    toggleWhole: () => setWhole(!whole),
  };
}
