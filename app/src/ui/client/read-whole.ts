/** Reads a job with its boxes, and compares it with what this phone knows of it. */
import type { JobWithBoxes } from '@/sync/answers';
import { ProblemAnswer, readJob } from '@/sync/api';
import { whenIdle } from './after-paint';
import { bringBack, followEpochs } from './sending';

const isMissing = (error: unknown): boolean => error instanceof ProblemAnswer && error.problem.status === 404;

/** A job; undefined if the server has none. @throws ServerAway */
const jobThere = (id: string) =>
  readJob(id).catch((error: unknown) => {
    if (isMissing(error)) return undefined;
    throw error;
  });

/**
 * Reads a job, and brings back what the server knew of it and has lost. Without an answer to that the job counts as not read: the
 * screen keeps what this phone knows.
 * @throws ServerAway, ProblemAnswer
 */
export async function readWhole(id: string): Promise<JobWithBoxes> {
  try {
    const job = await readJob(id);
    await bringBack(id, job, () => jobThere(id));
    whenIdle(() => void followEpochs());
    return job;
  } catch (error) {
    if (isMissing(error)) await bringBack(id, undefined, () => jobThere(id));
    throw error;
  }
}
