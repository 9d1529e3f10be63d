/** A change that waits to be sent, as it lies in the browser's own store. */
import { BoxFields, BoxRecord, Job, JobFields, RecordId } from '@dense-pack/core/box/record';
import { z } from 'zod';

const common = {
  /** Order of first making: a job goes before its boxes. */
  order: z.number(),
  /** Goes up with each change, so that an answer to an older one is known as such. */
  turn: z.number(),
  /** Why the server refused it. It stays until it is mended, or the person gives it up. */
  refused: z.string().optional(),
};

/** How many texts that were sent and not answered are remembered. */
export const SENT_MOST = 4;

/** A text that was sent, of whatever version, as this program would have sent it. */
function broughtUp(text: string): string {
  try {
    const fields = BoxFields.safeParse(JSON.parse(text));
    return fields.success ? textOf(fields.data) : text;
  } catch {
    return text;
  }
}
const sent = z
  .array(z.string())
  .max(SENT_MOST)
  .transform((texts) => texts.map(broughtUp))
  .optional();

/** A change that waits to be sent. */
export const Entry = z.discriminatedUnion('what', [
  z.object({
    ...common,
    what: z.literal('job'),
    id: RecordId,
    fields: JobFields,
    /** Version the change was made from; null for a job the server has not got yet. */
    from: z.int().nullable(),
    madeAt: z.iso.datetime(),
    /** What it was made from: where another changed the job since, both changes are kept. */
    base: JobFields.optional(),
  }),
  z.object({
    ...common,
    what: z.literal('box'),
    id: RecordId,
    jobId: RecordId,
    fields: BoxFields,
    /** Version the change was made from; null for a box the server has not got yet. */
    from: z.int().nullable(),
    madeAt: z.iso.datetime(),
    /** What it was made from: where another changed the box since, both changes are kept. */
    base: BoxFields.optional(),
    /** The stored box, where someone else changed it in the meantime. */
    conflict: BoxRecord.optional(),
    /**
     * What was sent from this version and not answered: the server may have taken it all the same, and then
     * what it has is no one else’s change.
     */
    sent,
  }),
  z.object({
    ...common,
    what: z.literal('delete'),
    id: RecordId,
    of: z.enum(['boxes', 'jobs']),
    /** What it is called, for the list of what waits. */
    name: z.string().optional(),
    /** The version that is deleted; what was changed since is not. Missing in what an older program wrote. */
    version: z.int().min(1).optional(),
    /** Changes of it that were sent and not answered: they are part of what is deleted. */
    sent,
    /** What is stored, where someone changed it since. */
    conflict: z.union([BoxRecord, Job]).optional(),
  }),
]);
export type Entry = z.output<typeof Entry>;
export type BoxEntry = Extract<Entry, { what: 'box' }>;

/** Text in the store that is no entry this program can read. It is kept as it is. */
export interface Unreadable {
  readonly key: string;
  readonly text: string;
}

/** A field that was wrong, and what it accepts. */
export interface FieldProblem {
  readonly field: string;
  readonly accepted: string;
}

/** What keeps a change from being written: each field with what it accepts. */
export function problemsOf(error: z.ZodError): FieldProblem[] {
  return error.issues.map((issue) => ({ field: issue.path.join('.') || 'change', accepted: issue.message }));
}

/** What a person says of a box, without what the server adds. */
export function fieldsOf(box: BoxFields): BoxFields {
  const { name, room, circuit, box: document, stage, stageAt, found, seen } = box;
  return { name, room, circuit, box: document, stage, stageAt, found, seen };
}

/** The fields of a job as one text. */
export const textOfJob = (job: JobFields): string => sorted(jobFieldsOf(job));

/** What a person says of a job, without what the server adds. */
export function jobFieldsOf({ name, edition, note, panel, links }: JobFields): JobFields {
  return { name, edition, note, panel, links };
}

/** The fields as one text that is the same for the same fields, whoever wrote them. */
export const textOf = (fields: BoxFields): string => sorted(fieldsOf(fields));

/** One text of the same fields, in whatever order they were written. */
function sorted(fields: object): string {
  return JSON.stringify(fields, (_key, value: unknown) =>
    value !== null && typeof value === 'object' && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
      : value,
  );
}
