/** The one way to the server. Answers are parsed by the core's schemas before anyone sees them. */
import { BoxRecord, BoxState, Job, JobCard, Problem } from '@dense-pack/core/box/record';
import { z } from 'zod';

/** The server did not answer: it is away, or the network is. */
export class ServerAway extends Error {}

/** The server answered with a problem. */
export class ProblemAnswer extends Error {
  constructor(readonly problem: Problem) {
    super(problem.title);
  }

  /** What was wrong, field by field, as one text. */
  get words(): string {
    const fields = this.problem.errors?.map(({ field, accepted }) => `${field}: ${accepted}`) ?? [];
    return [this.problem.title, this.problem.detail, ...fields].filter(Boolean).join('. ');
  }
}

const BASE = '/api/v1';
const PATIENCE_MS = 8000;

/** Sends one photo. @throws ServerAway, ProblemAnswer */
export async function sendPhoto(boxId: string, photoId: string, photo: Blob): Promise<void> {
  await answerTo(`/boxes/${boxId}/photos/${photoId}`, {
    method: 'PUT',
    headers: { 'content-type': photo.type },
    body: photo,
  });
}

/** Where a photo the server has is read. */
export const photoAddress = (photoId: string) => `${BASE}/photos/${photoId}`;

/** Where the boxes of a job are read as CSV. */
export const csvAddress = (jobId: string) => `${BASE}/jobs/${jobId}/boxes.csv`;

/** Sends one request. @throws ServerAway, ProblemAnswer */
export async function request<S extends z.ZodType>(
  schema: S,
  path: string,
  method: 'GET' | 'POST' | 'PUT' | 'DELETE' = 'GET',
  body?: unknown,
): Promise<z.output<S>> {
  return schema.parse(
    await answerTo(path, {
      method,
      ...(body === undefined
        ? {}
        : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
    }),
  );
}

async function answerTo(path: string, init: RequestInit): Promise<unknown> {
  let response: Response;
  try {
    response = await fetch(`${BASE}${path}`, { signal: AbortSignal.timeout(PATIENCE_MS), ...init });
  } catch (error) {
    throw new ServerAway('The server does not answer.', { cause: error });
  }
  if (response.status === 204) return undefined;
  const answer: unknown = await response.json().catch(() => undefined);
  if (!response.ok) {
    const problem = Problem.safeParse(answer);
    // A gateway in between, or a server going down, answers without a problem document.
    if (!problem.success) throw new ServerAway(`The server answered ${response.status}.`);
    throw new ProblemAnswer(problem.data);
  }
  return answer;
}

export const JobList = z.object({ jobs: z.array(JobCard) });
export type JobList = z.output<typeof JobList>;
export const BoxStates = z.object({ states: z.array(BoxState) });
export const JobWithBoxes = Job.extend({ boxes: z.array(BoxRecord) });
export type JobWithBoxes = z.output<typeof JobWithBoxes>;
