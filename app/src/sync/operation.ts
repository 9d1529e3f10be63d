/**
 * A change that waits to be sent, as it lies in the browser’s own store: an operation with an id of its own, that says what
 * stood before it and what after. Operations of one record are laid one after the other; none is ever written over.
 */
import { newId } from '@dense-pack/core/box/new-id';
import {
  BoxFields,
  BoxRecord,
  BoxVersions,
  Job,
  JobAgain,
  JobFields,
  Known,
  RecordId,
} from '@dense-pack/core/box/record';
import { CopyOf, WriteId } from '@dense-pack/core/box/write-id';
import { z } from 'zod';
import { onFirstUse } from '@dense-pack/core/schema/on-first-use';

const common = onFirstUse(() => ({
  /** The same id is sent until it is answered: the server takes it once. */
  id: RecordId,
  /** The record it is of. */
  record: RecordId,
  madeAt: z.iso.datetime(),
  /** It was sent and not answered: it may have been taken, and is sent again as it is. */
  sealed: z.literal(true).optional(),
  /** Why the server refused it. It stays until it is mended, or the person gives it up. */
  refused: z.string().optional(),
}));

/** What a change is made from and to. */
const changeOf = <F extends z.ZodType, R extends z.ZodType>(fields: F, stored: R) => ({
  /** Version it was made from; null for a record the server has not got yet. */
  from: z.int().nullable(),
  /** The write that made that version; missing in what an older program or server wrote. */
  write: WriteId.optional(),
  /** What that version was itself copied from, on another server. */
  copyOf: CopyOf.optional(),
  /** What this phone knew of the record, where the server went back in time and the record is brought back. */
  known: Known.optional(),
  /** What stood before it; missing for a new record, and in what an older program wrote. */
  before: fields.optional(),
  after: fields,
  /** What is stored, where someone else changed the same in the meantime. */
  conflict: stored.optional(),
  /** The record was deleted elsewhere, or the job of a box. */
  gone: z.literal(true).optional(),
  /**
   * What an older program sent without an id and without an answer: where the server has just that, it is no one
   * else’s change.
   */
  sent: z.array(z.string()).optional(),
});

/** A change of a job. */
export const JobOperation = onFirstUse(() =>
  z.object({ ...common, what: z.literal('job'), ...changeOf(JobFields, Job) }),
);
export type JobOperation = z.output<typeof JobOperation>;

/** A change of a box. */
export const BoxOperation = onFirstUse(() =>
  z.object({
    ...common,
    what: z.literal('box'),
    job: RecordId,
    /** What its job is made of, where that is gone and the box is made again. */
    jobAgain: JobAgain.optional(),
    ...changeOf(BoxFields, BoxRecord),
  }),
);
export type BoxOperation = z.output<typeof BoxOperation>;
export type Change = JobOperation | BoxOperation;

/** A deletion of a box or a job. */
export const Deletion = onFirstUse(() =>
  z.object({
    ...common,
    what: z.literal('delete'),
    of: z.enum(['boxes', 'jobs']),
    /** What it is called, for the list of what waits. */
    name: z.string().optional(),
    /** The version that is deleted; what was changed since is not. Missing in what an older program wrote. */
    version: z.int().min(1).optional(),
    /** The write that made that version. */
    write: WriteId.optional(),
    copyOf: CopyOf.optional(),
    /** Who deletes it; nobody where no name was given. */
    by: z.string().max(60).optional(),
    /** The boxes of a deleted job as they were seen. */
    boxes: BoxVersions.optional(),
    /** What is stored, where someone changed it since. */
    conflict: z.union([BoxRecord, Job]).optional(),
    /** The boxes of the job there are now, where one was made or changed since. */
    changed: z.array(z.object({ id: RecordId, name: z.string(), version: z.int().min(1) })).optional(),
    /** The change that waited when it was deleted: it comes back when the deletion is taken back. */
    kept: z.union([JobOperation, BoxOperation]).optional(),
    sent: z.array(z.string()).optional(),
  }),
);
export type Deletion = z.output<typeof Deletion>;

export const Operation = onFirstUse(() =>
  z.discriminatedUnion('what', [JobOperation, BoxOperation, Deletion]),
);
export type Operation = z.output<typeof Operation>;

/** The state of a record that a change or a deletion is made from. */
export interface MadeFrom {
  readonly version: number;
  /** The write that made the version; missing where it is not known. */
  readonly write?: string | undefined;
  /** What it was itself copied from, on another server. */
  readonly copyOf?: CopyOf | undefined;
}

/** The state of a record as a change names it. */
export const stateOf = ({ version, write, copyOf }: MadeFrom): MadeFrom => ({
  version,
  ...(write === undefined ? {} : { write }),
  ...(copyOf === undefined ? {} : { copyOf }),
});

/** The same as a change is made from it. */
export function madeFromState(state: MadeFrom): Omit<MadeFrom, 'version'> & { readonly from: number } {
  const { version: from, ...rest } = stateOf(state);
  return { from, ...rest };
}

/** The same for a record that may not be on the server yet: null. */
export const madeFromOrNew = (state: MadeFrom | null) => (state ? madeFromState(state) : { from: null });

/** The state of a record that a person deletes, of a job with its boxes; when, and who. */
export interface DeletedState extends MadeFrom {
  readonly at: string;
  readonly by?: string;
  readonly boxes?: BoxVersions;
}

/** An operation for the first time, or once more under a new id: what it says is another thing now. */
export const named = <O extends Operation>(operation: Omit<O, 'id'>): O =>
  ({ ...operation, id: newId() }) as O;

/** Text in the store that is no operation this program can read. It is kept as it is. */
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

/** What a person says of a job, without what the server adds. */
export function jobFieldsOf({ name, edition, note, panel, links }: JobFields): JobFields {
  return { name, edition, note, panel, links };
}

/** The fields of a job as one text. */
export const textOfJob = (job: JobFields): string => sorted(jobFieldsOf(job));

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
