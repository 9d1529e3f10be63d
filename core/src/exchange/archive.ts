/**
 * The open archive of a job: everything that is known of it as JSON files, one a box, with its photos. A plain data
 * format: another program reads it with the schemas that lie in it.
 */
import { z } from 'zod';
import { BoxRecord, BoxState, Job, RecordId, VersionFromOutside } from '../box/record.ts';

/** The version this code writes. Newer ones are refused. */
export const ARCHIVE_VERSION = 1;
export const ARCHIVE_FORMAT = 'dense-pack archive';

/** Kinds of pictures, by the ending of their files. */
export const PICTURES = { jpg: 'image/jpeg', png: 'image/png', webp: 'image/webp' } as const;

/** Holds the version of a record to what may come from outside. */
const bounded = <S extends z.ZodType<{ version: number }>>(record: S) =>
  record.superRefine(({ version }, context) => {
    for (const { message } of VersionFromOutside.safeParse(version).error?.issues ?? [])
      context.addIssue({ code: 'custom', path: ['version'], message });
  });

/** `archive.json`: what it is, and the job with its panel and the cables between its boxes. */
export const ArchiveHead = z.object({
  format: z.literal(ARCHIVE_FORMAT, `must be “${ARCHIVE_FORMAT}”`),
  version: z.literal(ARCHIVE_VERSION, `must be ${ARCHIVE_VERSION}: a newer program made it, and reads it`),
  made: z.iso.datetime(),
  job: bounded(Job),
  /** The boxes in their order. */
  boxes: z.array(RecordId).max(5000, 'must be at most 5000 boxes'),
});
export type ArchiveHead = z.output<typeof ArchiveHead>;

/** `boxes/<id>.json`: a box, every state it was stored in, what happened to it, and what is known of its photos. */
export const ArchivedBox = z.object({
  box: bounded(BoxRecord),
  /** Newest first. */
  states: z.array(bounded(BoxState)).max(5000, 'must be at most 5000 states'),
  /** How many older states were left out: one file holds so many. */
  statesLeftOut: z.int().min(0, 'must be at least 0').default(0),
  events: z
    .array(
      z.strictObject({
        at: z.iso.datetime(),
        what: z.string().max(40),
        words: z.string().max(400),
      }),
    )
    .max(20_000, 'must be at most 20000 events'),
  photos: z
    .array(
      z.strictObject({
        id: RecordId,
        type: z.enum(Object.values(PICTURES) as [string, ...string[]]),
        createdAt: z.iso.datetime(),
      }),
    )
    .max(200, 'must be at most 200 photos'),
});
export type ArchivedBox = z.output<typeof ArchivedBox>;

/** What reading an archive in would do. */
export const ArchivePreview = z.object({
  job: z.string(),
  /** The job is stored here already; what is stored of it stays. */
  known: z.boolean(),
  boxes: z.int(),
  photos: z.int(),
  /** Older states of its boxes that are not in it. */
  statesLeftOut: z.int(),
  /** Boxes that are not here yet, and are taken. */
  added: z.int(),
  /** Boxes that are here and the same. */
  same: z.int(),
  /** Boxes that are here and not the same: those here stay as they are. */
  kept: z.array(z.string()),
});
export type ArchivePreview = z.output<typeof ArchivePreview>;

/** The JSON Schema of the files of an archive, as it lies in it. */
export const archiveJsonSchema = (): unknown => ({
  'archive.json': z.toJSONSchema(ArchiveHead, { io: 'output', unrepresentable: 'any' }),
  'boxes/<id>.json': z.toJSONSchema(ArchivedBox, { io: 'output', unrepresentable: 'any' }),
});
