/** Works out, one after the other and once nothing else is to be done, the wirings of the boxes that are shown. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import type { Job } from '@dense-pack/core/box/record';
import type { Edition } from '@dense-pack/core/edition/edition';
import { useEffect, useSyncExternalStore } from 'react';
import { askLater } from '../parts/late';
import { kitNow } from '../truck/kit';
import { whenIdle } from './after-paint';
import { editionFor, type ShownBox } from './queries';
import { onWirings, type WiringOf, wiringOf } from './wiring-known';

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
      if (wiringOf(box) === 'pending')
        await askLater(({ learnWiring }) => learnWiring(box, circuit, edition, kitNow()));
    }
  } catch {
    // Without a network what plans may not be here yet: the next box that is shown asks again.
    asked = new WeakSet();
    wanted.length = 0;
  } finally {
    working = false;
  }
}

/** Has these worked out once nothing else is to be done. @returns takes back what was not begun */
function want(boxes: readonly Wanted[]): () => void {
  const cancel = whenIdle(() => {
    wanted.push(...boxes);
    void workOut();
  });
  return () => {
    cancel();
    for (const one of boxes) {
      const at = wanted.indexOf(one);
      if (at >= 0) wanted.splice(at, 1);
    }
  };
}

/** The wiring of a box that is shown; where somebody began to plan it, it is worked out. */
export function useWiringStanding(
  box: BoxDocument,
  { circuit }: Pick<ShownBox, 'circuit'>,
  job: Pick<Job, 'edition'>,
): ReturnType<WiringOf> {
  const standing = useSyncExternalStore(
    onWirings,
    () => wiringOf(box),
    () => undefined,
  );
  const isPending = standing === 'pending';
  const { edition } = job;
  useEffect(
    () => (isPending ? want([{ box, circuit, edition: editionFor({ edition }, box) }]) : undefined),
    [isPending, box, circuit, edition],
  );
  return standing;
}

/** Documents a list asked for. */
let asked = new WeakSet<BoxDocument>();

/** So many wirings of a list are worked out, whether its boxes are scrolled to or not. */
const LISTED_MOST = 100;

/** Has the first boxes of a list worked out, so that what it counts does not hang on where it is scrolled to. */
export function useWiringsOf(
  list: readonly { readonly planned: BoxDocument; readonly box: Pick<ShownBox, 'circuit'> }[],
  { edition }: Pick<Job, 'edition'>,
): void {
  useEffect(() => {
    const some = list
      .filter(({ planned }) => wiringOf(planned) === 'pending' && !asked.has(planned))
      .slice(0, LISTED_MOST);
    if (some.length === 0) return;
    // What becomes known draws the list anew: what was asked for goes on, and is not asked for twice.
    for (const { planned } of some) asked.add(planned);
    want(
      some.map(({ planned, box }) => ({
        box: planned,
        circuit: box.circuit,
        edition: editionFor({ edition }, planned),
      })),
    );
  }, [list, edition]);
}
