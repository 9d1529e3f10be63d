/** What the run tells of each box. The run is no part of a first screen: it is fetched where cables are linked. */
import { type Surroundings, surroundingsOf } from '@dense-pack/core/run/surroundings';
import { useDeferredValue, useEffect, useMemo, useState } from 'react';
import type { HouseRun } from '@dense-pack/core/run/run';
import type { ShownBox, ShownJob } from './queries';

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

const NOTHING_AROUND: Surroundings = {};

/** What the job knows of the box; it follows an edit a moment later. */
export function useSurroundings(job: ShownJob | undefined, box: ShownBox | undefined): Surroundings {
  const [house, one] = [useDeferredValue(job), useDeferredValue(box)];
  const run = useRunFacts(house);
  return useMemo(
    () =>
      house && one
        ? surroundingsOf(one, house.panel, run.behind(one.id), run.rolesIn(one.id))
        : NOTHING_AROUND,
    [house, one, run],
  );
}
