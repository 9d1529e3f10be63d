/** Whether all joints are made up and all terminals landed; told a moment later, by what plans. */
import { useEffect, useState } from 'react';
import type { editionFor, ShownBox } from '../client/queries';
import { useKit } from '../truck/kit';
import { askLater } from '../parts/late';

const NOTHING = { joined: false, landed: false };
type Made = typeof NOTHING;

export function useAllMade(
  shown: ShownBox | undefined,
  job: Parameters<typeof editionFor>[0] | undefined,
): Made {
  const kit = useKit();
  const [told, setTold] = useState<{ readonly of: ShownBox['box']; readonly made: Made }>();
  const ticked = (shown?.seen.made.length ?? 0) > 0;
  useEffect(() => {
    if (!shown || !job || !ticked) return undefined;
    let over = false;
    const { box } = shown;
    askLater(({ madeOf }) => madeOf(shown, job, kit)).then(
      (made) => {
        if (!over) setTold({ of: box, made });
      },
      // Not fetched: the stations have no tick for now.
      () => undefined,
    );
    return () => {
      over = true;
    };
  }, [shown, job, kit, ticked]);
  // What was told of the box as it was before a touch stands until it is told anew: a tick does not flicker.
  return ticked && told ? told.made : NOTHING;
}
