/** How the wiring of a box is, as it was last worked out: the header of the box and the lists show the worst of all verdicts. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import type { Job } from '@dense-pack/core/box/record';
import { isWiringBegun, type WiringStanding } from '@dense-pack/core/check/beside';
import type { Edition } from '@dense-pack/core/edition/edition';
import type { Planned } from '@dense-pack/core/plan/planned';
import { useEffect, useSyncExternalStore } from 'react';
import { askLater } from '../parts/late';
import { kitNow } from '../truck/kit';
import { whenIdle } from './after-paint';
import { editionFor, type ShownBox } from './queries';

const known = new WeakMap<BoxDocument, WiringStanding>();
const listeners = new Set<() => void>();

/** How the wiring of a box is: `pending` where it was begun and is not worked out yet, undefined where nobody began it. */
export type WiringOf = (box: BoxDocument) => WiringStanding | 'pending' | undefined;

const wiringOf: WiringOf = (box) => known.get(box) ?? (isWiringBegun({ box }) ? 'pending' : undefined);

/** Another function whenever something became known: who draws a list by it draws it again. */
let reader: WiringOf = (box) => wiringOf(box);

/** Keeps how the plan of a document is. The same document always has the same plan. */
export function knowWiring(box: BoxDocument, { good, works }: Pick<Planned, 'good' | 'works'>): void {
  const standing = good ? 'good' : works ? 'open' : 'wrong';
  if (known.get(box) === standing) return;
  known.set(box, standing);
  reader = (one) => wiringOf(one);
  for (const listener of listeners) listener();
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};

/** The wirings of all boxes, for a list. */
export const useWirings = (): WiringOf =>
  useSyncExternalStore(
    subscribe,
    () => reader,
    () => reader,
  );

interface Wanted {
  readonly box: BoxDocument;
  readonly circuit: string;
  readonly edition: Edition;
}

/** What is to be worked out, one after the other. */
const wanted: Wanted[] = [];
let working = false;

async function workOut(): Promise<void> {
  if (working) return;
  working = true;
  try {
    for (let one = wanted.shift(); one; one = wanted.shift()) {
      const { box, circuit, edition } = one;
      if (!known.has(box)) await askLater(({ learnWiring }) => learnWiring(box, circuit, edition, kitNow()));
    }
  } catch {
    // Without a network what plans may not be here yet: the next box that is shown asks again.
  } finally {
    working = false;
  }
}

/** The wiring of a box that is shown; where somebody began to plan it, it is worked out once nothing else is to be done. */
export function useWiringStanding(
  box: BoxDocument,
  { circuit }: Pick<ShownBox, 'circuit'>,
  job: Pick<Job, 'edition'>,
): WiringStanding | 'pending' | undefined {
  const standing = useSyncExternalStore(
    subscribe,
    () => wiringOf(box),
    () => undefined,
  );
  const isPending = standing === 'pending';
  const { edition: adopted } = job;
  useEffect(() => {
    if (!isPending) return undefined;
    const one: Wanted = { box, circuit, edition: editionFor({ edition: adopted }, box) };
    const cancel = whenIdle(() => {
      wanted.push(one);
      void workOut();
    });
    return () => {
      cancel();
      const at = wanted.indexOf(one);
      if (at >= 0) wanted.splice(at, 1);
    };
  }, [isPending, box, circuit, adopted]);
  return standing;
}
