/** How each kind of entry is put to the server, and what its answer says. What it means is for the outbox. */
import {
  type BoxChange,
  BoxRecord,
  Job,
  type JobChange,
  type NewBox,
  type NewJob,
} from '@dense-pack/core/box/record';
import { mergeJob } from '@dense-pack/core/box/merge-job';
import type { z } from 'zod';
import { Deleted, ProblemAnswer, request } from './api';
import { type BoxEntry, type Entry, jobFieldsOf, textOf, textOfJob } from './entry';

export type JobEntry = Extract<Entry, { what: 'job' }>;
export type DeleteEntry = Extract<Entry, { what: 'delete' }>;

const statusOf = (error: unknown) => (error instanceof ProblemAnswer ? error.problem.status : undefined);

/** What is stored, by a 409; undefined for any other failure. */
function storedIn<S extends z.ZodType>(error: unknown, schema: S): z.output<S> | undefined {
  if (!(error instanceof ProblemAnswer) || error.problem.status !== 409) return undefined;
  const stored = schema.safeParse(error.problem.stored);
  return stored.success ? stored.data : undefined;
}

/**
 * A stale change of a job is laid over what another changed since: both are kept, and where they say different
 * things of the same, the later word stands.
 * @throws ServerAway, or ProblemAnswer when it is refused
 */
export async function sendJob({ id, fields, from, base }: JobEntry): Promise<Job> {
  if (from === null) {
    const post: z.input<typeof NewJob> = { id, ...fields };
    const { version, ...stored } = await request(Job, '/jobs', 'POST', post);
    // A repeated POST answers the job as it was first stored: what changed since goes after it.
    if (textOfJob(stored) === textOfJob(fields)) return { version, ...stored };
    return request(Job, `/jobs/${id}`, 'PUT', { ...fields, version });
  }
  const body: z.input<typeof JobChange> = { ...fields, version: from };
  try {
    return await request(Job, `/jobs/${id}`, 'PUT', body);
  } catch (error) {
    const stored = storedIn(error, Job);
    if (stored === undefined) throw error;
    const both = mergeJob(base, fields, jobFieldsOf(stored));
    return request(Job, `/jobs/${id}`, 'PUT', { ...both, version: stored.version });
  }
}

/**
 * @returns what is stored in its place where another version is; undefined once it is gone
 * @throws ServerAway, or ProblemAnswer when it is refused
 */
export async function sendDelete(entry: DeleteEntry): Promise<BoxRecord | Job | undefined> {
  const { of, id } = entry;
  const schema = of === 'boxes' ? BoxRecord : Job;
  try {
    // What an older program wrote names no version: the one there is now is meant.
    const { version = (await request(schema, `/${of}/${id}`)).version } = entry;
    await request(Deleted, `/${of}/${id}?version=${version}`, 'DELETE');
    return undefined;
  } catch (error) {
    const stored = storedIn(error, schema);
    // Gone already is as good as deleted.
    if (stored === undefined && statusOf(error) !== 404) throw error;
    return stored;
  }
}

/**
 * @returns the box as it is stored, and whether that is what was sent
 * @throws ServerAway, or ProblemAnswer when it is refused
 */
export async function sendBox({
  id,
  jobId,
  fields,
  from,
}: BoxEntry): Promise<{ stored: BoxRecord; taken: boolean }> {
  try {
    if (from === null) {
      const body: z.input<typeof NewBox> = { id, ...fields };
      const stored = await request(BoxRecord, `/jobs/${jobId}/boxes`, 'POST', body);
      return { stored, taken: textOf(stored) === textOf(fields) };
    }
    const body: z.input<typeof BoxChange> = { ...fields, version: from };
    return { stored: await request(BoxRecord, `/boxes/${id}`, 'PUT', body), taken: true };
  } catch (error) {
    const stored = storedIn(error, BoxRecord);
    if (stored === undefined) throw error;
    return { stored, taken: false };
  }
}
