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
  } finally {
    working = false;
  }
}

/** The wiring of a box that is shown; where somebody began to plan it, it is worked out once nothing else is to be done. */
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
