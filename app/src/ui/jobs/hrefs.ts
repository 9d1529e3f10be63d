/** Where the screens of a job and of a box are, and the way back from them. */
import type { ShownJob } from '../client/queries';

/** The address of a box, and the station or adder it opens with. */
export function boxHref(jobId: string, boxId: string, open?: string): string {
  return `/job/${jobId}/box/${boxId}${open === undefined ? '' : `?open=${open}`}`;
}

/** The way back from a screen of one box: to the part of the box it belongs to; of all boxes, or an unknown one: to the job. */
export function backFrom(jobId: string, job: ShownJob | undefined, boxId: string | undefined, part: string) {
  const box = job?.boxes.find(({ id }) => id === boxId);
  return box
    ? { label: box.name, href: boxHref(jobId, box.id, part) }
    : { label: job?.name ?? 'the job', href: `/job/${jobId}` };
}

/** Whether an address names a box that its job does not have. */
export const isMissing = (job: ShownJob, boxId: string | undefined): boolean =>
  boxId !== undefined && !job.boxes.some(({ id }) => id === boxId);
