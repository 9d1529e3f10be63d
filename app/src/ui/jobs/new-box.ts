/** A new box: its name until one gives it another, and the job it goes into when it is begun without one. */
import { EMPTY_BOX } from '@dense-pack/core/box/document';
import type { JobCard } from '@dense-pack/core/box/record';
import { DEFAULT_EDITION } from '@dense-pack/core/edition/index';
import { type ShownBox, boxesNow, makeBox, makeJob } from '../client/queries';
import { go } from '../parts/go';
import { boxHref } from './hrefs';

/**
 * @param names the boxes of the job that are known
 * @param many how many boxes the job has, where it is known of more than these
 * @returns a name none of them has: after a deletion the count alone would give one twice
 * @example nextBoxName(['Box 2', 'Porch']) === 'Box 3'
 */
export function nextBoxName(names: readonly string[], many = names.length): string {
  const taken = new Set(names);
  let nth = many + 1;
  while (taken.has(`Box ${nth}`)) nth += 1;
  return `Box ${nth}`;
}

/** Makes a box in a job and goes to it. @param open the station or adder it opens with */
export function addBox(jobId: string, box: ShownBox['box'], open?: string): void {
  const name = nextBoxName(boxesNow(jobId).map((one) => one.name));
  go(boxHref(jobId, makeBox(jobId, { name, box }), open));
}

/** A name for a job that is begun without one. @example 'Job of 24 Nov 2026' */
export function todaysJobName(date: Date): string {
  return `Job of ${new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric' }).format(date)}`;
}

/** Makes an empty box in the newest job of one's own, else in one for today. */
export function beginBox(jobs: readonly JobCard[] | undefined): { jobId: string; boxId: string } {
  const own = jobs?.find((job) => !job.demo);
  const jobId =
    own?.id ??
    makeJob({
      name: todaysJobName(new Date()),
      edition: DEFAULT_EDITION,
      editionAssumed: true,
      note: '',
    });
  const names = boxesNow(jobId).map((one) => one.name);
  const name = nextBoxName(names, Math.max(names.length, own?.boxes ?? 0));
  return { jobId, boxId: makeBox(jobId, { name, box: EMPTY_BOX }) };
}
