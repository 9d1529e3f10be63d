/**
 * Undo and redo of a box, kept beside it in the browser's own store, so that they survive a reload.
 * Free of React but for the hook at the end.
 */
import { BoxDocument } from '@dense-pack/core/box/document';
import { useCallback, useState } from 'react';
import { z } from 'zod';

/** How many steps back are kept for a box. */
const STEPS = 50;
const KEY = 'dense-pack/history/';

const History = z.object({ past: z.array(BoxDocument), future: z.array(BoxDocument) });
type History = z.output<typeof History>;
const NONE: History = { past: [], future: [] };

type Store = Pick<Storage, 'getItem' | 'setItem'>;

export function readHistory(store: Store, id: string): History {
  try {
    const parsed = History.safeParse(JSON.parse(store.getItem(`${KEY}${id}`) ?? 'null'));
    return parsed.success ? parsed.data : NONE;
  } catch {
    return NONE;
  }
}

function write(store: Store, id: string, history: History): History {
  try {
    store.setItem(`${KEY}${id}`, JSON.stringify(history));
  } catch {
    // The store is full: the change itself matters more than the way back.
  }
  return history;
}

/** Remembers how the box stood before a change. What was undone before is no longer ahead. */
export function remember(store: Store, id: string, before: BoxDocument): History {
  const { past } = readHistory(store, id);
  return write(store, id, { past: [...past, before].slice(-STEPS), future: [] });
}

/** One step back or ahead; undefined where there is none. */
export function step(
  store: Store,
  id: string,
  now: BoxDocument,
  way: 'back' | 'ahead',
): { history: History; box: BoxDocument } | undefined {
  const { past, future } = readHistory(store, id);
  const box = way === 'back' ? past.at(-1) : future.at(-1);
  if (!box) return undefined;
  const history =
    way === 'back'
      ? { past: past.slice(0, -1), future: [...future, now] }
      : { past: [...past, now], future: future.slice(0, -1) };
  return { history: write(store, id, history), box };
}

/** Undo and redo for one box on the screen. */
export function useHistory(id: string) {
  const [history, setHistory] = useState(() => readHistory(globalThis.localStorage, id));
  const keep = useCallback(
    (before: BoxDocument) => setHistory(remember(globalThis.localStorage, id, before)),
    [id],
  );
  const go = useCallback(
    (now: BoxDocument, way: 'back' | 'ahead') => {
      const done = step(globalThis.localStorage, id, now, way);
      if (done) setHistory(done.history);
      return done?.box;
    },
    [id],
  );
  return { keep, go, canUndo: history.past.length > 0, canRedo: history.future.length > 0 };
}
