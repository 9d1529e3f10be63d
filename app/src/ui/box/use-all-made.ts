/** Whether all joints are made up and all terminals landed; told a moment later, by what plans. */
import type { Roles } from '@dense-pack/core/run/linked-roles';
import { useEffect, useState } from 'react';
import type { editionFor, ShownBox } from '../client/queries';
import { kitNow, onKit } from '../truck/kit';
import { askLater } from '../parts/late';

const NOTHING = { joined: false, landed: false };
type Made = typeof NOTHING;

export function useAllMade(
  shown: ShownBox | undefined,
  job: Parameters<typeof editionFor>[0] | undefined,
  roles: Roles | undefined,
): Made {
  const [told, setTold] = useState<{ readonly of: ShownBox['box']; readonly made: Made }>();
  const ticked = (shown?.seen.made.length ?? 0) > 0;
  useEffect(() => {
    if (!shown || !job || !ticked) return undefined;
    let over = false;
    const { box } = shown;
    const ask = () =>
      void askLater(({ madeOf }) => madeOf(shown, job, kitNow(), roles)).then(
        (made) => {
          if (!over) setTold({ of: box, made });
        },
        // Not fetched: the stations have no tick for now.
        () => undefined,
      );
    ask();
    const unfollow = onKit(ask);
    return () => {
      over = true;
      unfollow();
    };
  }, [shown, job, ticked, roles]);
  // What was told of the box as it was before a touch stands until it is told anew: a tick does not flicker.
  return ticked && told ? told.made : NOTHING;
}
