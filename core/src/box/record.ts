/** Records that hold boxes: a job and its boxes, as the API sends and takes them. */
import { z } from 'zod';
import { DEFAULT_EDITION, EDITION_IDS } from '../edition/index.ts';

import { Closing } from './closing.ts';
import { Hole } from './hole.ts';
import { Links } from './links.ts';
import { MadeUp } from './made-up.ts';
import { oneLine } from './one-line.ts';
import { NO_PANEL, Panel } from './panel.ts';
import { Reading } from './reading.ts';
import { Safety } from './safety.ts';
import { Surface } from './surface.ts';
import { ticksBeside } from './ticks-beside.ts';
import { StoredBox } from './versions.ts';
import { CONDITIONS, keysOf, SAFE_STEPS, STAGES, STUDS } from './words.ts';
import { onFirstUse } from '../schema/on-first-use.ts';
import { CopyOf, Epoch, WriteId } from './write-id.ts';
import { VesselPreview } from './vessel-preview.ts';

/** An id a client may make itself, so that a record can be made without signal. */
export const RecordId = onFirstUse(() =>
  z.string().regex(/^[a-z0-9-]{8,40}$/, 'must be 8 to 40 of a–z, 0–9 and “-”'),
);

const name = (what: string) => oneLine(80).trim().min(1, `must name the ${what}`);

/** What a person says of a job. */
export const JobFields = onFirstUse(() =>
  z.strictObject({
    name: name('job'),
    edition: z.enum(EDITION_IDS).default(DEFAULT_EDITION),
    /** Nobody chose the edition yet: it is the usual one, and asked about where two of them differ. */
    editionAssumed: z.boolean().optional(),
    note: z.string().max(4000, 'must be at most 4000 characters').default(''),
    /** The circuits of the house. */
    panel: Panel.default(NO_PANEL),
    /** The cables between its boxes. */
    links: Links.default([]),
  }),
);
export type JobFields = z.output<typeof JobFields>;

/** The most photos kept with one box. */
export const PHOTOS_MOST = 12;

/** What one sees at the open box and the count does not need. */
export const Seen = onFirstUse(() =>
  z.strictObject({
    stud: z.enum(STUDS).optional(),
    conditions: z
      .array(z.enum(keysOf(CONDITIONS)))
      .max(20)
      .default([]),
    note: z.string().max(4000, 'must be at most 4000 characters').default(''),
    /** Steps of making safe that were ticked; `off` and `dead` are older ones: `safety` records each of them now. */
    safe: z
      .array(z.enum(keysOf(SAFE_STEPS)))
      .max(10)
      .default([]),
    /** Breakers that are off and conductors that were proved dead. */
    safety: Safety.default(Safety.parse({})),
    /** Readings taken to tell which cable is what; a cable is named by its piece. */
    readings: z.array(Reading).max(200, 'must be at most 200 readings').default([]),
    /** The tester was proved on a known live source before and after them. */
    testerProved: z.boolean().default(false),
    /** What was tested when it was closed. */
    closing: Closing.default(Closing.parse({})),
    /** The wall it is in and the opening that is planned, once something was measured. */
    hole: Hole.optional(),
    /** Surface raceway that starts from it. */
    surface: Surface.optional(),
    /** Minutes of work in it, for the plan of the day; 0 leaves it out, nothing said takes what is usual. */
    minutes: z
      .int('must be whole minutes')
      .min(0, 'must be at least 0 minutes')
      .max(10_000, 'must be at most 10000 minutes')
      .optional(),
    /** The remedy that was taken into the plan, up to three steps, and why it was chosen. */
    remedy: z.array(z.string().max(400)).max(4).default([]),
    /** Joints and terminals ticked as made up, each with what met there. */
    made: z.array(MadeUp).max(2000, 'must be at most 2000 ticks').default([]),
    /** Photos kept with the box, oldest first. */
    photos: z.array(RecordId).max(PHOTOS_MOST, `must be at most ${PHOTOS_MOST} photos`).default([]),
  }),
);
export type Seen = z.output<typeof Seen>;
/** A box of which nothing was seen yet. */
export const nothingSeen = (): Seen => Seen.parse({});

/** What a person says of a box beside what is in it, field by field. */
export const BOX_FIELDS = onFirstUse(() => ({
  name: name('box'),
  room: oneLine(80).trim().default(''),
  circuit: oneLine(40).trim().default(''),
  /** The box in the newest of its states. */
  box: StoredBox,
  stage: z.enum(keysOf(STAGES)).default('found'),
  /** When it came to this stage. */
  stageAt: z.iso.datetime().nullable().default(null),
  /** How it was found, once a change is planned. */
  found: StoredBox.nullable().default(null),
  seen: Seen.default(nothingSeen),
}));

/** A record of a box with more fields; one of an earlier version kept its ticks in the document. */
const boxWith = <S extends z.ZodRawShape>(more: S) =>
  z.preprocess(ticksBeside, z.strictObject({ ...BOX_FIELDS, ...more }));

/** What a person says of a box. */
export const BoxFields = onFirstUse(() => boxWith({}));
export type BoxFields = z.output<typeof BoxFields>;
/** As it is written by hand: what has a usual value may be left out. */
export type BoxFieldsIn = z.input<z.ZodObject<typeof BOX_FIELDS>>;

const version = onFirstUse(() => z.int().min(1));
/** More writes than any record has. From outside no higher one is taken: it would soon be no whole number any more. */
const VERSION_MOST = 1_000_000_000;
export const VersionFromOutside = onFirstUse(() =>
  z.int().min(1).max(VERSION_MOST, `must be at most ${VERSION_MOST}`),
);

const stamps = onFirstUse(() => ({
  id: RecordId,
  /** Goes up by one with each write; a write names the version it was made from. */
  version,
  /** Which write made this state; missing in what an older program kept or packed into an archive. */
  write: WriteId.optional(),
  copyOf: CopyOf.optional(),
  createdAt: z.iso.datetime(),
  updatedAt: z.iso.datetime(),
}));

/** A job as it is stored. */
export const Job = onFirstUse(() => JobFields.extend({ ...stamps, demo: z.boolean() }));
export type Job = z.output<typeof Job>;

/** How many boxes of a job its card shows. */
export const JOB_PREVIEW = 8;

/** A stored box that this program cannot read: it is kept as it is, and told. */
export const UnreadableBox = onFirstUse(() =>
  z.object({
    id: RecordId,
    name: z.string(),
    room: z.string(),
    version,
    /** Why, in words. */
    why: z.string(),
  }),
);
export type UnreadableBox = z.output<typeof UnreadableBox>;

/** A job as a list shows it: without its panel and cables, with what its card counts and draws. */
export const JobCard = onFirstUse(() =>
  Job.omit({ panel: true, links: true }).extend({
    /** Boxes that can be read here. */
    boxes: z.int(),
    over: z.int(),
    unknown: z.int(),
    /** Boxes that are legal as recorded, and could be over by what nobody recorded. */
    open: z.int().default(0),
    /** Boxes that cannot be read here. */
    unreadable: z.int().default(0),
    /** Boxes among them that are still being counted: they are in none of the numbers above but `boxes`. */
    uncounted: z.int().default(0),
    /** The first boxes that were counted, as small vessels. */
    vessels: z.array(VesselPreview).max(JOB_PREVIEW).default([]),
  }),
);
export type JobCard = z.output<typeof JobCard>;

/** Cards in the order of their last change, and how a later answer goes on from them. */
export const JobCards = onFirstUse(() =>
  z.object({
    jobs: z.array(JobCard),
    /** How many jobs there are in all. */
    count: z.int(),
    /** The state of the list: asked with it, the server tells what changed since. */
    state: WriteId,
    /** Whether these are the changes since a state; else they are the list from its beginning, or from a place in it. */
    since: z.boolean().default(false),
    /** Jobs that were deleted since the state that was named. */
    deleted: z.array(RecordId).default([]),
    /** Whether more follow: further down the list, or more changes after `state`. */
    more: z.boolean(),
  }),
);
export type JobCards = z.output<typeof JobCards>;

/** A deleted job or box that can be brought back still. */
export const Trashed = onFirstUse(() =>
  z.object({
    of: z.enum(['job', 'box']),
    id: RecordId,
    name: z.string(),
    /** The name of its job. */
    job: z.string(),
    /** Whether the job of a box was deleted too: it comes back with the box. */
    jobGone: z.boolean(),
    /** How many boxes come back. */
    boxes: z.int(),
    at: z.iso.datetime(),
    /** The device that deleted it; empty where none was named. */
    by: z.string(),
    /** From then on it is gone for good. */
    until: z.iso.datetime(),
  }),
);
export type Trashed = z.output<typeof Trashed>;

/** A box as it is stored. */
export const BoxRecord = onFirstUse(() => boxWith({ ...stamps, jobId: RecordId }));
export type BoxRecord = z.output<typeof BoxRecord>;

/** One state of a box in its history: what was stored, and when. */
export const BoxState = onFirstUse(() =>
  z.object({
    version,
    at: z.iso.datetime(),
    stage: z.enum(keysOf(STAGES)),
    box: StoredBox,
    found: StoredBox.nullable(),
  }),
);
export type BoxState = z.output<typeof BoxState>;

/**
 * Bodies of the writes. Each may name itself by an `operation`: sent again under the same id it is taken once, and
 * answered with what it did.
 */
const operation = onFirstUse(() => RecordId.optional());
/** What a phone knew of a record that the server has no more, or has of an earlier time. */
export const Known = onFirstUse(() =>
  z.strictObject({
    version: VersionFromOutside,
    write: WriteId.optional(),
    /** What is sent is not just that: the person went on with it. */
    changed: z.boolean().default(false),
  }),
);
export type Known = z.output<typeof Known>;
/** What a job is made of that is made again with one of its boxes. */
export const JobAgain = onFirstUse(() => JobFields.extend({ known: Known.optional() }));
export type JobAgain = z.output<typeof JobAgain>;
const made = onFirstUse(() => ({ id: RecordId.optional(), operation, known: Known.optional() }));
/** What a change is made from: a version, and which write made it. An older program knows no writes. */
const madeFrom = onFirstUse(() => ({
  version,
  write: WriteId.optional(),
  operation,
  known: Known.optional(),
}));
export const NewJob = onFirstUse(() => JobFields.extend(made));
export const NewBox = onFirstUse(() =>
  // The job is made again where it is gone: a box made again has a place to be in.
  boxWith({ ...made, job: JobAgain.optional() }),
);
/** What an older program does not know of a job stays as it is stored. */
export const JobChange = onFirstUse(() =>
  JobFields.extend({
    panel: Panel.optional(),
    links: Links.optional(),
    ...madeFrom,
  }),
);
export const BoxChange = onFirstUse(() => boxWith(madeFrom));

/** Each box of a job with the version of it that is meant. */
export const BoxVersions = onFirstUse(() => z.record(RecordId, version));
export type BoxVersions = z.output<typeof BoxVersions>;

/** What a deletion of a job says: what was seen of its boxes. What another changed since is asked about. */
export const JobDeletion = onFirstUse(() => z.strictObject({ boxes: BoxVersions.optional() }));

/** A record as a write by an operation is answered: what is stored now, the version this write made, and the id of the write. */
const taken = onFirstUse(() => ({ taken: z.int().min(1).optional(), takenWrite: WriteId.optional() }));
export const TakenJob = onFirstUse(() => Job.extend(taken));
export const TakenBox = onFirstUse(() => boxWith({ ...stamps, jobId: RecordId, ...taken }));

/** The epochs of the database, oldest first, and whether it is the one of the demo house. */
export const Epochs = onFirstUse(() =>
  z.object({ epochs: z.array(Epoch), demo: z.boolean().default(false) }),
);
export type Epochs = z.output<typeof Epochs>;

/** An error answer (RFC 9457), with the fields that were wrong and what each accepts. */
export const Problem = onFirstUse(() =>
  z.object({
    type: z.string(),
    title: z.string(),
    status: z.int(),
    detail: z.string().optional(),
    errors: z.array(z.object({ field: z.string(), accepted: z.string() })).optional(),
    /** With a stale write (409): what the writer sent and what is stored now. */
    yours: z.unknown().optional(),
    stored: z.unknown().optional(),
    /** With a stale deletion of a job: the boxes it has now. */
    boxes: z.array(z.object({ id: RecordId, name: z.string(), version })).optional(),
  }),
);
export type Problem = z.output<typeof Problem>;

/** Whether somebody chose the edition a box is counted by. */
export const isEditionChosen = (
  job: { readonly editionAssumed?: boolean | undefined },
  box: { readonly edition?: unknown },
): boolean => box.edition !== undefined || job.editionAssumed !== true;
