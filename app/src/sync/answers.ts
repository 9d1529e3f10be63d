/** What the server answers, by the core’s schemas. In a file of its own: a start that has its answers kept makes none of them. */
import {
  BoxRecord,
  BoxState,
  Job,
  type JobCard,
  type JobCards,
  UnreadableBox,
} from '@dense-pack/core/box/record';
import { z } from 'zod';
import { onFirstUse } from '@dense-pack/core/schema/on-first-use';

/** The one answer after which a phone may forget its photo. */
const PhotoStored = onFirstUse(() => z.object({ id: z.string(), bytes: z.int(), sha256: z.string() }));
/** How much of a photo is there, or that it is stored. */
export const PhotoArrived = onFirstUse(() =>
  z.union([PhotoStored, z.object({ id: z.string(), have: z.int().min(0) })]),
);

/** The one answer after which a deletion is done. */
export const Deleted = onFirstUse(() => z.object({ id: z.string(), deleted: z.literal(true) }));

/** The list of jobs as a phone keeps it. An older program kept the cards alone. */
export interface JobList extends Partial<Pick<JobCards, 'count' | 'state' | 'more'>> {
  readonly jobs: readonly JobCard[];
}
export const BoxStates = onFirstUse(() =>
  z.object({ states: z.array(BoxState), unreadable: z.int().default(0) }),
);
export const JobWithBoxes = onFirstUse(() =>
  Job.extend({
    boxes: z.array(BoxRecord),
    unreadable: z.array(UnreadableBox).default([]),
  }),
);
export type JobWithBoxes = z.output<typeof JobWithBoxes>;

/** A part of the boxes of a job, and whether it is a part of the same list. */
export const JobPage = onFirstUse(() =>
  JobWithBoxes.extend({ from: z.int(), count: z.int(), state: z.string() }),
);
