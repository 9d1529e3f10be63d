/** A change that waits to be sent, as it lies in the browser's own store. */
import { BoxFields, BoxRecord, JobFields, RecordId } from '@dense-pack/core/box/record';
import { z } from 'zod';

const common = {
  /** Order of first making: a job goes before its boxes. */
  order: z.number(),
  /** Goes up with each change, so that an answer to an older one is known as such. */
  turn: z.number(),
};

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
    /** The stored box, where someone else changed it in the meantime. */
    conflict: BoxRecord.optional(),
    /** Why the server refused it. */
    refused: z.string().optional(),
  }),
  z.object({ ...common, what: z.literal('delete'), id: RecordId, of: z.enum(['boxes', 'jobs']) }),
]);
export type Entry = z.output<typeof Entry>;
export type BoxEntry = Extract<Entry, { what: 'box' }>;

/** What a person says of a box, without what the server adds. */
export function fieldsOf(box: BoxFields): BoxFields {
  const { name, room, circuit, box: document, stage, stageAt, found, seen } = box;
  return { name, room, circuit, box: document, stage, stageAt, found, seen };
}
