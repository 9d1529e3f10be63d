/** What must be tested in a box, from its wiring as it should be, its house and what was answered so far. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { wiredAs } from '@dense-pack/core/box/closing';
import { circuitsIn } from '@dense-pack/core/box/safety';
import { furtherOf, labelsOf } from '@dense-pack/core/close/further';
import { type Closed, closedOf } from '@dense-pack/core/close/closed';
import { type Leg, walkOf } from '@dense-pack/core/close/walk';
import { runOf } from '@dense-pack/core/run/run';
import { NO_PANEL } from '@dense-pack/core/box/panel';
import { againstPassing } from '@dense-pack/core/close/may-pass';
import { knownRecord } from '@dense-pack/core/sheet/verdict-words';
import type { EditionId } from '@dense-pack/core/edition/edition';
import { useCallback, useMemo } from 'react';
import { type ShownBox, useJob } from '../../client/queries';
import type { Judged } from '../join/use-wiring';

/** Of a box whose job is not known yet. */
const NO_JOB = { panel: NO_PANEL } as const;

export interface Walk {
  readonly legs: readonly Leg[];
  readonly closed: Closed;
  /** The box as it is wired, in short. */
  readonly of: string;
  /** What keeps it from passing, whatever is read. */
  readonly against: readonly string[];
  /** The same of the box as it would be. */
  readonly againstOf: (of: BoxDocument) => readonly string[];
}

/** @param more readings asked for beside the walk, by their ids */
export function useWalk(box: ShownBox, edition: EditionId, judged: Judged, more: readonly string[]): Walk {
  const { job } = useJob(box.jobId);
  const { closing } = box.seen;
  const run = useMemo(() => job && runOf(job.boxes, job.links, job.panel), [job]);
  const beside = useMemo(() => {
    if (!job || !run) return { further: [], labels: [] };
    return {
      further: furtherOf(run, box.id),
      labels: labelsOf(job.panel, circuitsIn(box)),
    };
  }, [job, run, box]);
  const asked = useMemo(
    () => [...closing.results.map(({ test }) => test).filter((id) => id.startsWith('read|')), ...more],
    [closing.results, more],
  );
  const legs = useMemo(() => {
    const { circuitry, work, wiring } = judged;
    return walkOf({ physical: circuitry.physical, work, wiring, ...beside, more: asked });
  }, [judged, beside, asked]);
  const of = useMemo(() => wiredAs(box.box), [box.box]);
  const againstOf = useCallback(
    (changed: BoxDocument) => {
      const record = { ...box, box: changed };
      return job && run
        ? againstPassing(knownRecord(record, job, run), job, judged)
        : againstPassing(record, { ...NO_JOB, edition }, judged);
    },
    [box, job, run, edition, judged],
  );
  const against = useMemo(() => againstOf(box.box), [againstOf, box.box]);
  const sound = against.length === 0;
  const closed = useMemo(() => closedOf(legs, closing, of, sound), [legs, closing, of, sound]);
  return { legs, closed, of, against, againstOf };
}
