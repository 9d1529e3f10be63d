/** How each kind of entry is put to the server, and what its answer says. What it means is for the outbox. */
import {
  type BoxChange,
  BoxRecord,
  Job,
  type JobChange,
  type JobFields,
  type NewBox,
  type NewJob,
} from '@dense-pack/core/box/record';
import type { z } from 'zod';
import { Deleted, ProblemAnswer, request } from './api';
import { type BoxEntry, type Entry, textOf } from './entry';

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
 * A job's name and edition are the last person's choice: a stale change is sent again over the stored one.
 * @throws ServerAway, or ProblemAnswer when it is refused
 */
export async function sendJob({ id, fields, from }: JobEntry): Promise<Job> {
  if (from === null) {
    const post: z.input<typeof NewJob> = { id, ...fields };
    const { version, ...stored } = await request(Job, '/jobs', 'POST', post);
    const same = (Object.keys(fields) as (keyof JobFields)[]).every((key) => stored[key] === fields[key]);
    // A repeated POST answers the job as it was first stored: what changed since goes after it.
    if (same) return { version, ...stored };
    return request(Job, `/jobs/${id}`, 'PUT', { ...fields, version });
  }
  const body: z.input<typeof JobChange> = { ...fields, version: from };
  try {
    return await request(Job, `/jobs/${id}`, 'PUT', body);
  } catch (error) {
    const stored = storedIn(error, Job);
    if (stored === undefined) throw error;
    return request(Job, `/jobs/${id}`, 'PUT', { ...body, version: stored.version });
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
