/** How the wiring of a box is, as it was last worked out: the header of the box and the lists show the worst of all verdicts. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { isWiringBegun, type WiringStanding, wiringStandingOf } from '@dense-pack/core/check/other-findings';
import type { Planned } from '@dense-pack/core/plan/planned';
import { useSyncExternalStore } from 'react';

const known = new WeakMap<BoxDocument, WiringStanding>();
const listeners = new Set<() => void>();

/** How the wiring of a box is: `pending` where it was begun and is not worked out yet, undefined where nobody began it. */
export type WiringOf = (box: BoxDocument) => WiringStanding | 'pending' | undefined;

export const wiringOf: WiringOf = (box) => known.get(box) ?? (isWiringBegun({ box }) ? 'pending' : undefined);

/** Another function whenever something became known: who draws a list by it draws it again. */
let reader: WiringOf = (box) => wiringOf(box);

/** Keeps how the plan of a document is. The same document always has the same plan. */
export function knowWiring(box: BoxDocument, planned: Pick<Planned, 'good' | 'works'>): void {
  const standing = wiringStandingOf(planned);
  if (known.get(box) === standing) return;
  known.set(box, standing);
  reader = (one) => wiringOf(one);
  for (const listener of listeners) listener();
}

/** Follows whatever becomes known. */
export const onWirings = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};

/** The wirings of all boxes, for a list. */
export const useWirings = (): WiringOf =>
  useSyncExternalStore(
    onWirings,
    () => reader,
    () => reader,
  );
