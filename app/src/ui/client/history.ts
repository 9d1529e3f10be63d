/**
 * Undo and redo of a box, kept beside it in the browser's own store, so that they survive a reload.
 * Free of React but for the hook at the end.
 */
import { mergeBox } from '@dense-pack/core/box/merge-box';
import { BOX_FIELDS, type BoxFields } from '@dense-pack/core/box/record';
import { ticksBeside } from '@dense-pack/core/box/ticks-beside';
import { browserDisk } from '@/sync/browser-disk';
import { kept, type Shelves } from '@/sync/disk';
import equal from 'fast-deep-equal';
import { startTransition, useCallback, useEffect, useState } from 'react';
import { afterPaint } from './after-paint';
import { z } from 'zod';
import { onFirstUse } from '@dense-pack/core/schema/on-first-use';

/** How many steps back are kept for a box. */
const STEPS = 50;

/** What one step holds: the box with its states and what was seen, not its name. */
const snapshot = onFirstUse(() =>
  z.object({
    box: BOX_FIELDS.box,
    stage: BOX_FIELDS.stage,
    stageAt: BOX_FIELDS.stageAt,
    found: BOX_FIELDS.found,
    seen: BOX_FIELDS.seen,
  }),
);
export const Snapshot = onFirstUse(() => z.preprocess(ticksBeside, snapshot));
export type Snapshot = z.output<typeof Snapshot>;

/** One step: how it stood, and how it was left where that is not how the next step found it. */
const Step = onFirstUse(() => z.preprocess(ticksBeside, snapshot.extend({ after: Snapshot.optional() })));
type Step = z.output<typeof Step>;

const History = onFirstUse(() => z.object({ past: z.array(Step), future: z.array(Step) }));
type History = z.output<typeof History>;
const NONE: History = { past: [], future: [] };

/** The snapshot of a box as it stands. */
export function snapshotOf({ box, stage, stageAt, found, seen }: Snapshot): Snapshot {
  return { box, stage, stageAt, found, seen };
}

/** The steps of a box as they are kept; none where they cannot be read. */
export const readHistory = async (shelves: Pick<Shelves, 'get'>, id: string): Promise<History> =>
  (await kept(shelves, 'history', id, History).catch(() => undefined)) ?? NONE;

export async function writeHistory(
  shelves: Pick<Shelves, 'put'>,
  id: string,
  history: History,
): Promise<void> {
  try {
    await shelves.put('history', id, history);
  } catch {
    // The store is full: the change itself matters more than the way back.
  }
}

let keeping: Promise<void> = Promise.resolve();

/** Keeps one more step of a box that is not on the screen; one after the other. @returns resolves once it is kept */
export function keepStep(shelves: Shelves, id: string, before: Snapshot, after: Snapshot): Promise<void> {
  keeping = keeping.then(async () =>
    writeHistory(shelves, id, remember(await readHistory(shelves, id), before, after)),
  );
  return keeping;
}

/** Remembers how the box stood before a change and after it. What was undone before is no longer ahead. */
export function remember({ past }: History, before: Snapshot, after: Snapshot): History {
  // A step that is found as it was left need not say so.
  const last = past.at(-1);
  const known = last?.after && equal(last.after, before) ? [...past.slice(0, -1), snapshotOf(last)] : past;
  return { past: [...known, { ...before, after }].slice(-STEPS), future: [] };
}

/** Only what mergeBox asks of a record beside a snapshot. */
const asFields = (snapshot: Snapshot): BoxFields => ({ name: 'box', room: '', circuit: '', ...snapshot });

/** The box as it stands with one change taken back, and nothing else: what another changed since stays. */
function takenBack({ after, ...before }: Step, now: Snapshot): Snapshot {
  if (!after || equal(after, now)) return before;
  return snapshotOf(mergeBox(asFields(after), asFields(before), asFields(now)).theirs);
}

/** The step before one that is taken off says itself how it was left. */
function leftAs(past: readonly Step[], next: Step): Step[] {
  const last = past.at(-1);
  return last && !last.after ? [...past.slice(0, -1), { ...last, after: snapshotOf(next) }] : [...past];
}

/** One step back or ahead; undefined where there is none. */
export function step(
  { past, future }: History,
  now: Snapshot,
  way: 'back' | 'ahead',
): { history: History; there: Snapshot } | undefined {
  const one = way === 'back' ? past.at(-1) : future.at(-1);
  if (!one) return undefined;
  const there = takenBack(one, now);
  const opposite = { ...snapshotOf(now), after: there };
  const history =
    way === 'back'
      ? { past: leftAs(past.slice(0, -1), one), future: [...future, opposite] }
      : { past: [...past, opposite], future: future.slice(0, -1) };
  return { history, there };
}

/**
 * The steps of the boxes looked at, as they stand at this moment: two quick touches undo two steps. The
 * screen and the store follow once the change itself is painted; fifty boxes are long to write.
 */
const live = new Map<string, History>();

/** Undo and redo for one box on the screen. */
export function useHistory(id: string) {
  const [history, setHistory] = useState<History>(live.get(id) ?? NONE);
  useEffect(() => {
    let gone = false;
    void readHistory(browserDisk, id).then((read) => {
      if (gone) return;
      // What was changed before it was read lies ahead of it.
      const early = live.get(id);
      const next = early ? { past: [...read.past, ...early.past].slice(-STEPS), future: [] } : read;
      live.set(id, next);
      setHistory(next);
    });
    return () => {
      gone = true;
      live.delete(id);
    };
  }, [id]);
  const take = useCallback(
    (next: History) => {
      live.set(id, next);
      afterPaint(() => {
        startTransition(() => setHistory(next));
        void writeHistory(browserDisk, id, next);
      });
    },
    [id],
  );
  const keep = useCallback(
    (before: Snapshot, after: Snapshot) =>
      take(remember(live.get(id) ?? NONE, snapshotOf(before), snapshotOf(after))),
    [id, take],
  );
  const go = (now: Snapshot, way: 'back' | 'ahead'): Snapshot | undefined => {
    const done = step(live.get(id) ?? NONE, snapshotOf(now), way);
    if (done) take(done.history);
    return done?.there;
  };
  return { keep, go, canUndo: history.past.length > 0, canRedo: history.future.length > 0 };
}
