/** Records that hold boxes: a job and its boxes, as the API sends and takes them. */
import { z } from 'zod';
import { DEFAULT_EDITION, EDITION_IDS } from '../edition/index.ts';
import { BoxDocument } from './document.ts';

/** An id a client may make itself, so that a record can be made without signal. */
export const RecordId = z.string().regex(/^[a-z0-9-]{8,40}$/, 'must be 8 to 40 of a–z, 0–9 and “-”');

const name = (what: string) =>
  z
    .string()
    .trim()
    .min(1, `must name the ${what}`)
    .max(80, 'must be at most 80 characters')
    .regex(/^[^\u0000-\u001f\u007f]*$/, 'must be one line of text');

/** What a person says of a job. */
export const JobFields = z.strictObject({
  name: name('job'),
  edition: z.enum(EDITION_IDS).default(DEFAULT_EDITION),
  note: z.string().max(4000, 'must be at most 4000 characters').default(''),
});
export type JobFields = z.output<typeof JobFields>;

/** What a person says of a box beside what is in it. */
export const BoxFields = z.strictObject({
  name: name('box'),
  room: z.string().trim().max(80, 'must be at most 80 characters').default(''),
  circuit: z.string().trim().max(40, 'must be at most 40 characters').default(''),
  box: BoxDocument,
});
export type BoxFields = z.output<typeof BoxFields>;

const stamps = {
  id: RecordId,
  /** Goes up by one with each write; a write names the version it was made from. */
  version: z.int().min(1),
  createdAt: z.iso.datetime(),
  updatedAt: z.iso.datetime(),
};

/** A job as it is stored. */
export const Job = JobFields.extend({ ...stamps, demo: z.boolean() });
export type Job = z.output<typeof Job>;

/** A job with what its card shows. */
export const JobCard = Job.extend({ boxes: z.int(), over: z.int(), unknown: z.int() });
export type JobCard = z.output<typeof JobCard>;

/** A box as it is stored. */
export const BoxRecord = BoxFields.extend({ ...stamps, jobId: RecordId });
export type BoxRecord = z.output<typeof BoxRecord>;

/** Bodies of the writes. */
export const NewJob = JobFields.extend({ id: RecordId.optional() });
export const NewBox = BoxFields.extend({ id: RecordId.optional() });
export const JobChange = JobFields.extend({ version: z.int().min(1) });
export const BoxChange = BoxFields.extend({ version: z.int().min(1) });

/** An error answer (RFC 9457), with the fields that were wrong and what each accepts. */
export const Problem = z.object({
  type: z.string(),
  title: z.string(),
  status: z.int(),
  detail: z.string().optional(),
  errors: z.array(z.object({ field: z.string(), accepted: z.string() })).optional(),
  /** With a stale write (409): what the writer sent and what is stored now. */
  yours: z.unknown().optional(),
  stored: z.unknown().optional(),
});
export type Problem = z.output<typeof Problem>;
