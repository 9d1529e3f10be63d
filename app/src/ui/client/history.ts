/**
 * Undo and redo of a box, kept beside it in the browser's own store, so that they survive a reload.
 * Free of React but for the hook at the end.
 */
import { BoxFields } from '@dense-pack/core/box/record';
import { startTransition, useCallback, useEffect, useState } from 'react';
import { afterPaint } from './after-paint';
import { z } from 'zod';

/** How many steps back are kept for a box. */
const STEPS = 50;
const KEY = 'dense-pack/history/';

/** What one step holds: the box with its states and what was seen, not its name. */
export const Snapshot = BoxFields.pick({ box: true, stage: true, stageAt: true, found: true, seen: true });
export type Snapshot = z.output<typeof Snapshot>;

const History = z.object({ past: z.array(Snapshot), future: z.array(Snapshot) });
type History = z.output<typeof History>;
const NONE: History = { past: [], future: [] };

type Store = Pick<Storage, 'getItem' | 'setItem'>;

/** The snapshot of a box as it stands. */
export function snapshotOf({ box, stage, stageAt, found, seen }: Snapshot): Snapshot {
  return { box, stage, stageAt, found, seen };
}

export function readHistory(store: Store, id: string): History {
  try {
    const parsed = History.safeParse(JSON.parse(store.getItem(`${KEY}${id}`) ?? 'null'));
    return parsed.success ? parsed.data : NONE;
  } catch {
    return NONE;
  }
}

export function writeHistory(store: Store, id: string, history: History): void {
  try {
    store.setItem(`${KEY}${id}`, JSON.stringify(history));
  } catch {
    // The store is full: the change itself matters more than the way back.
  }
}

/** Remembers how the box stood before a change. What was undone before is no longer ahead. */
export function remember({ past }: History, before: Snapshot): History {
  return { past: [...past, before].slice(-STEPS), future: [] };
}

/** One step back or ahead; undefined where there is none. */
export function step(
  { past, future }: History,
  now: Snapshot,
  way: 'back' | 'ahead',
): { history: History; there: Snapshot } | undefined {
  const there = way === 'back' ? past.at(-1) : future.at(-1);
  if (!there) return undefined;
  const history =
    way === 'back'
      ? { past: past.slice(0, -1), future: [...future, now] }
      : { past: [...past, now], future: future.slice(0, -1) };
  return { history, there };
}

/**
 * The steps of the boxes looked at, as they stand at this moment: two quick touches undo two steps. The
 * screen and the store follow once the change itself is painted; fifty boxes are long to write.
 */
const live = new Map<string, History>();

/** Undo and redo for one box on the screen. */
export function useHistory(id: string) {
  const [history, setHistory] = useState(() => readHistory(globalThis.localStorage, id));
  useEffect(() => {
    live.set(id, readHistory(globalThis.localStorage, id));
    return () => void live.delete(id);
  }, [id]);
  const take = useCallback(
    (next: History) => {
      live.set(id, next);
      afterPaint(() => {
        startTransition(() => setHistory(next));
        writeHistory(globalThis.localStorage, id, next);
      });
    },
    [id],
  );
  const keep = useCallback(
    (before: Snapshot) => take(remember(live.get(id) ?? NONE, snapshotOf(before))),
    [id, take],
  );
  const go = (now: Snapshot, way: 'back' | 'ahead'): Snapshot | undefined => {
    const done = step(live.get(id) ?? NONE, snapshotOf(now), way);
    if (done) take(done.history);
    return done?.there;
  };
  return { keep, go, canUndo: history.past.length > 0, canRedo: history.future.length > 0 };
}
