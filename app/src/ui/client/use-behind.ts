/** The GFCIs before a box in its run. The run is no part of a first screen: it is fetched where cables are linked. */
import { useEffect, useState } from 'react';
import type { ShownJob } from './queries';

/** Names of the GFCIs before a box, by the id of the box. */
export type Behind = (boxId: string) => readonly string[];

const NOBODY: Behind = () => [];

export function useBehind(job: Pick<ShownJob, 'boxes' | 'links' | 'panel'> | undefined): Behind {
  const [behind, setBehind] = useState<Behind>(() => NOBODY);
  useEffect(() => {
    if (!job || job.links.length === 0) return undefined;
    let gone = false;
    import('@dense-pack/core/run/run')
      .then(({ runOf }) => {
        if (gone) return;
        const run = runOf(job.boxes, job.links, job.panel);
        setBehind(() => (boxId: string) => run.behind(boxId));
      })
      // Without it the run protects nothing that is known here.
      .catch(() => undefined);
    return () => {
      gone = true;
    };
  }, [job]);
  return job?.links.length === 0 ? NOBODY : behind;
}
