/** Where an answer of the server is in time: it may be from before what was sent, after a backup was restored. */
import type { Job, JobAgain } from '@dense-pack/core/box/record';
import type { Entry } from './entry';
import type { Epochs } from './epochs';
import { jobFieldsOf, type Operation } from './operation';
import type { Answered } from './send';

/**
 * Adds to an answer how the stored state relates to what was sent, and whether a missing record was lost or deleted.
 * @param jobOf a job as it is made again with one of its boxes
 * @throws ServerAway
 */
export async function placed(
  sealed: Operation,
  answered: Answered,
  epochs: Pick<Epochs, 'standing' | 'isLost'> | undefined,
  jobOf: (id: string) => JobAgain | undefined,
): Promise<Answered> {
  const { answer } = answered;
  if (!epochs) return answered;
  const version = sealed.what === 'delete' ? sealed.version : sealed.from;
  const { write, copyOf } = sealed;
  const madeFrom = version === undefined || version === null ? undefined : { version, write, copyOf };
  if (answer.is === 'stale' && madeFrom)
    return { ...answered, answer: { ...answer, standing: await epochs.standing(madeFrom, answer.stored) } };
  if (answer.is !== 'gone' || answer.taken || sealed.what === 'delete') return answered;
  const job = sealed.what === 'box' ? jobOf(sealed.job) : undefined;
  // The server refuses a new box when it has lost its job.
  const lost = await epochs.isLost(madeFrom ?? job?.known ?? {});
  return { ...answered, answer: { ...answer, lost, ...(job ? { job } : {}) } };
}

/**
 * A job as it is made again with one of its boxes: with the pending change, if there is one; undefined for an unknown job.
 * @param entry what is pending for the job
 * @param stored the job as the server last returned it
 */
export function jobAgain(entry: Entry | undefined, stored: Job | undefined): JobAgain | undefined {
  if (entry?.what === 'job') {
    const { fields, from, operation } = entry;
    const known = from === null ? {} : { known: { version: from, write: operation.write, changed: true } };
    return { ...fields, ...known };
  }
  if (!stored) return undefined;
  const { version, write } = stored;
  return { ...jobFieldsOf(stored), known: { version, write, changed: false } };
}
