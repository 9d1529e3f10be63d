/** How the wiring of a box stands, as it was last worked out: the header of the box shows the worst of all verdicts. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import type { WiringStanding } from '@dense-pack/core/check/box-verdict';
import type { Planned } from '@dense-pack/core/plan/planned';
import { useSyncExternalStore } from 'react';

const known = new WeakMap<BoxDocument, WiringStanding>();
const listeners = new Set<() => void>();

/** Keeps how the plan of a document stands. The same document always has the same plan. */
export function knowWiring(box: BoxDocument, { good, works }: Pick<Planned, 'good' | 'works'>): void {
  const standing = good ? 'good' : works ? 'open' : 'wrong';
  if (known.get(box) === standing) return;
  known.set(box, standing);
  for (const listener of listeners) listener();
}

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};

/** How the wiring of a document stands; undefined while nobody worked it out. */
export const useWiringKnown = (box: BoxDocument): WiringStanding | undefined =>
  useSyncExternalStore(
    subscribe,
    () => known.get(box),
    () => undefined,
  );
