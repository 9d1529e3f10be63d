/** What the run tells of each box. The run is no part of a first screen: it is fetched where cables are linked. */
import { useEffect, useState } from 'react';
import type { HouseRun } from '@dense-pack/core/run/run';
import type { ShownJob } from './queries';

/** GFCIs before a box and the roles its links tell, by the id of the box. */
export type RunFacts = Pick<HouseRun, 'behind' | 'rolesIn'>;

const NOTHING: RunFacts = { behind: () => [], rolesIn: () => ({}) };

export function useRunFacts(job: Pick<ShownJob, 'boxes' | 'links' | 'panel'> | undefined): RunFacts {
  const [facts, setFacts] = useState(NOTHING);
  useEffect(() => {
    if (!job || job.links.length === 0) return undefined;
    let gone = false;
    import('@dense-pack/core/run/run')
      .then(({ runOf }) => {
        if (gone) return;
        setFacts(runOf(job.boxes, job.links, job.panel));
      })
      // Without it the run protects nothing that is known here.
      .catch(() => undefined);
    return () => {
      gone = true;
    };
  }, [job]);
  return job?.links.length === 0 ? NOTHING : facts;
}
