/**
 * The box document: everything recorded about one box, as it is stored, sent and published.
 *
 * Quantities are exact text with their unit (`18.05 in3`, `295 ml`, `14 in`), never binary fractions.
 * The schema is the only border: a value that passed it is typed and trusted.
 */
import { z } from 'zod';
import { BOX_CODES, EDITION_IDS, SIZES } from '../edition/index.ts';
import { inches } from '../quantity/length.ts';
import { oneLine } from './one-line.ts';
import { pieceId } from './piece-id.ts';
import { Site } from './site.ts';
import { lengthText, volumeText } from './texts.ts';
import { BoxWork, Duty, Wired } from './work.ts';
import {
  ADDED_PARTS,
  CABLE_MAKES,
  DEVICES,
  ENTRIES,
  FITTINGS,
  FORMS,
  keysOf,
  MATERIALS,
  MOUNTS,
  SIDES,
} from './words.ts';
import { onFirstUse } from '../schema/on-first-use.ts';

/** The version this code writes. Older ones are brought up by `versions.ts`. */
export const DOCUMENT_VERSION = 3;

/** Limits a record is held to; a count or size beyond them is a slip, not a box. */
export const LIMITS = {
  depthMost: inches(6),
  insideMost: inches(24),
  loopMost: inches(120),
  /** Of one item of a count line, or of hardware kept as one item. */
  count: 99,
  conductors: 500,
  /** Items of a count line. */
  lineItems: 120,
  /** Pieces of a box: as many as a count line can bring. */
  items: 120 * 99,
  label: 80,
  note: 20_000,
} as const;

export const size = onFirstUse(() =>
  z.literal([...SIZES], {
    error: 'must be 18, 16, 14, 12, 10, 8 or 6 AWG; 4 AWG and larger is sized by 314.28 (pull boxes)',
  }),
);
export const count = onFirstUse(() =>
  z.int().min(1, 'must be at least 1').max(LIMITS.count, `must be at most ${LIMITS.count}`),
);
export const label = onFirstUse(() => oneLine(LIMITS.label));
export const itemId = onFirstUse(() =>
  z.string().regex(/^[a-z0-9-]{1,40}$/, 'must be 1 to 40 of a–z, 0–9 and “-”'),
);
export const side = onFirstUse(() => z.enum(SIDES));
const code = onFirstUse(() =>
  z.enum(BOX_CODES as [string, ...string[]], {
    error: 'must be a standard box of one of the editions, such as “4sq-1.5”',
  }),
);

const cable = onFirstUse(() =>
  z.strictObject({
    id: pieceId,
    kind: z.literal('cable'),
    size,
    /** Insulated conductors of one cable, the ground not included. */
    conductors: z.int().min(1).max(8),
    make: z.enum(CABLE_MAKES).default('nm'),
    /** False for a cable without an equipment ground. AC never has one to count. */
    ground: z.boolean().default(true),
    /** An old cable: nobody has looked whether it has a ground. It counts as one that has until somebody looks. */
    old: z.literal(true).optional(),
    /** Size of the cable's EGC where it is not that of its conductors. */
    groundSize: size.optional(),
    /** What it does in this box, as far as it is known. */
    duty: Duty.optional(),
    /** Where it comes in, seen from the front. */
    enters: z.enum(ENTRIES).optional(),
    label: label.optional(),
    side: side.optional(),
  }),
);

const conductors = onFirstUse(() =>
  z
    .strictObject({
      id: pieceId,
      kind: z.literal('conductors'),
      /** How many conductors run together here: they are one piece. */
      count,
      size,
      run: z.enum(['enters', 'through', 'loop']),
      /** The raceway they share with others of this box, by the id of the first; without it, one of their own. */
      raceway: pieceId.optional(),
      /** What they do, where they end in this box. */
      duty: Duty.optional(),
      /** Length of the loop in the box; given for a loop and only for a loop. */
      loop: lengthText(LIMITS.loopMost, '120 in').optional(),
      label: label.optional(),
      side: side.optional(),
    })
    .refine((item) => (item.run === 'loop') === (item.loop !== undefined), {
      path: ['loop'],
      error: 'a loop needs its length, such as “14 in”; other conductors take none',
    })
    .refine(({ run, duty }) => run === 'enters' || duty === undefined, {
      path: ['duty'],
      error: 'only conductors that end in the box have a duty in it',
    }),
);

const ground = onFirstUse(() =>
  z.strictObject({
    id: itemId,
    kind: z.literal('ground'),
    count,
    size,
    isolated: z.boolean().default(false),
    label: label.optional(),
    side: side.optional(),
  }),
);

const device = onFirstUse(() =>
  z.strictObject({
    id: pieceId,
    kind: z.literal('device'),
    device: z.enum(keysOf(DEVICES)),
    /** Largest conductor landed on it; without it, the largest insulated conductor in the box. */
    size: size.optional(),
    /** Gangs it needs. */
    wide: z.int().min(1).max(6).default(1),
    /** The width is that of its kind; nobody measured or read it. */
    wideAssumed: z.literal(true).optional(),
    /** Depth of its body behind the strap. */
    depth: lengthText(LIMITS.depthMost, '6 in').optional(),
    /** Rating of a receptacle, in amperes. */
    amps: z.literal([15, 20, 30, 50]).optional(),
    /** What it is wired for, where that is known. */
    wired: Wired.optional(),
    label: label.optional(),
    side: side.optional(),
  }),
);

/** What somebody looked for and did not find. What is neither listed nor here is not known. */
export const ABSENT = ['clamps', 'stud', 'hickey', 'connectors'] as const;
export type Absent = (typeof ABSENT)[number];

const clamps = onFirstUse(() =>
  z.strictObject({
    id: itemId,
    kind: z.literal('clamps'),
    count,
    /** `grip` holds the cable; `flap` is the push-in flap of a plastic box. */
    hold: z.enum(['grip', 'flap']).default('grip'),
    side: side.optional(),
  }),
);

const fitting = onFirstUse(() =>
  z.strictObject({
    id: itemId,
    kind: z.literal('fitting'),
    count,
    fitting: z.enum(FITTINGS),
    side: side.optional(),
  }),
);
const terminal = onFirstUse(() =>
  z.strictObject({
    id: itemId,
    kind: z.literal('terminal'),
    count,
    size,
    side: side.optional(),
  }),
);
const fixture = onFirstUse(() =>
  z
    .strictObject({
      id: pieceId,
      kind: z.literal('fixture'),
      /** Fixture wires, the luminaire's own 18 AWG ground not included. */
      count,
      size,
      domed: z.boolean().default(false),
      /** Somebody looked: the canopy is flat. Neither domed nor flat: not known. */
      flat: z.literal(true).optional(),
      duty: Duty.optional(),
      label: label.optional(),
      side: side.optional(),
    })
    .refine(({ domed, flat }) => !(domed && flat), {
      path: ['flat'],
      error: 'a canopy is domed or flat, not both',
    }),
);
const connectors = onFirstUse(() =>
  z.strictObject({
    id: itemId,
    kind: z.literal('connectors'),
    count,
    /** Largest conductor under them; without it, the largest insulated conductor in the box. */
    size: size.optional(),
    side: side.optional(),
  }),
);
const pigtails = onFirstUse(() =>
  z.strictObject({
    id: itemId,
    kind: z.literal('pigtails'),
    count,
    size,
    side: side.optional(),
  }),
);

const added = onFirstUse(() =>
  z
    .strictObject({
      id: itemId,
      kind: z.literal('added'),
      count,
      part: z.enum(keysOf(ADDED_PARTS)),
      /** Its marked volume. Neither volume nor box: it is unmarked and adds nothing. */
      volume: volumeText.optional(),
      /** The standard box it is, for an extension made as one. */
      box: code.optional(),
    })
    .refine((item) => item.volume === undefined || item.box === undefined, {
      path: ['volume'],
      error: 'give the marked volume or the standard box, not both',
    }),
);

const barrier = onFirstUse(() =>
  z.strictObject({
    id: itemId,
    kind: z.literal('barrier'),
    material: z.enum(MATERIALS),
    /** Volumes of the spaces a and b where they are marked or known; otherwise each is taken as half. */
    spaces: z.tuple([volumeText, volumeText]).optional(),
  }),
);

/** Kinds of items that are the same in every version. */
export const ITEMS_AS_BEFORE = [
  ground,
  clamps,
  fitting,
  terminal,
  connectors,
  pigtails,
  added,
  barrier,
] as const;

const item = onFirstUse(() =>
  z.discriminatedUnion('kind', [cable, conductors, device, fixture, ...ITEMS_AS_BEFORE]),
);

const stamp = onFirstUse(() => z.strictObject({ size, count: z.int().min(1).max(200) }));

/** How the box's own volume is known. */
export const shell = onFirstUse(() =>
  z.strictObject({
    /** Marked volume. It governs over the table. */
    volume: volumeText.optional(),
    /** The volume is that of a catalog; nobody read the stamp yet. */
    catalog: z.literal(true).optional(),
    /** Standard metal box of the edition's table. */
    box: code.optional(),
    /** Inside width, height and depth: an estimate, never a pass. */
    measured: z
      .tuple([
        lengthText(LIMITS.insideMost, '24 in'),
        lengthText(LIMITS.insideMost, '24 in'),
        lengthText(LIMITS.insideMost, '24 in'),
      ])
      .optional(),
    /** Wire-count stamp: how many allowances of a size it holds. */
    marks: z.array(stamp).min(1).max(7).optional(),
    /** A conduit body; with the cross-sections of body and largest conduit in square inches, if known. */
    conduitBody: z
      .strictObject({
        section: z
          .string()
          .regex(/^\d+(\.\d{1,4})?$/)
          .optional(),
        conduit: z
          .string()
          .regex(/^\d+(\.\d{1,4})?$/)
          .optional(),
      })
      .optional(),
    material: z.enum(MATERIALS).optional(),
    /** Its shape as one sees it; it does not change the count. */
    form: z.enum(keysOf(FORMS)).optional(),
    gangs: z.int().min(1, 'must be at least 1').max(8, 'must be at most 8').default(1),
    mount: z.enum(MOUNTS).optional(),
  }),
);

/** How many insulated conductors and fixture wires an item brings. */
function conductorsOf(one: z.output<typeof item>): number {
  if (one.kind === 'cable') return one.conductors;
  return one.kind === 'conductors' || one.kind === 'fixture' ? one.count : 0;
}

/** Whether the items name what was said to be absent. Push-in flaps are no clamps that grip. */
export function isListed(items: readonly z.output<typeof item>[], absent: Absent): boolean {
  switch (absent) {
    case 'clamps':
      return items.some((one) => one.kind === 'clamps' && one.hold === 'grip');
    case 'connectors':
      return items.some(({ kind }) => kind === 'connectors');
    default:
      return items.some((one) => one.kind === 'fitting' && one.fitting === absent);
  }
}

export const BoxDocument = onFirstUse(() =>
  z
    .strictObject({
      version: z.literal(DOCUMENT_VERSION),
      /** Edition to count by; without it, the job's. */
      edition: z.enum(EDITION_IDS).optional(),
      shell,
      /** Whether push-in flaps count as clamps: the default school leaves them out. */
      flaps: z.enum(['leave-out', 'count']).default('leave-out'),
      items: z.array(item).max(LIMITS.items, `must be at most ${LIMITS.items} pieces`),
      /** What somebody looked for and did not find. */
      absent: z.array(z.enum(ABSENT)).max(ABSENT.length).optional(),
      /** Facts for the checks beyond fill. */
      site: Site.optional(),
      /** The circuits that come to it, and how it is wired. */
      work: BoxWork.optional(),
      note: z.string().max(LIMITS.note, `must be at most ${LIMITS.note} characters`).optional(),
    })
    .refine((box) => new Set(box.items.map((one) => one.id)).size === box.items.length, {
      path: ['items'],
      error: 'two items have the same id',
    })
    .refine((box) => box.items.filter((one) => one.kind === 'barrier').length <= 1, {
      path: ['items'],
      error: 'one barrier at most: a box with three spaces is recorded as two boxes',
    })
    .refine((box) => box.items.reduce((sum, one) => sum + conductorsOf(one), 0) <= LIMITS.conductors, {
      path: ['items'],
      error: `more than ${LIMITS.conductors} conductors in one box`,
    })
    .refine((box) => box.absent === undefined || box.absent.every((one) => !isListed(box.items, one)), {
      path: ['absent'],
      error: 'what is in the box cannot be absent from it: leave one of the two out',
    })
    .refine((box) => box.shell.catalog === undefined || box.shell.volume !== undefined, {
      path: ['shell', 'catalog'],
      error: 'only a volume can come from a catalog',
    })
    .refine((box) => !(box.shell.box !== undefined && box.shell.material === 'plastic'), {
      path: ['shell', 'material'],
      error: 'a standard box of the table is metal',
    }),
);

/** One box, as stored and sent. */
export type BoxDocument = z.output<typeof BoxDocument>;
/** Anything in or on a box that a person records. */
export type Item = BoxDocument['items'][number];
export type ItemOf<K extends Item['kind']> = Extract<Item, { kind: K }>;
/** How the box itself is known: marked, of the table, measured, stamped. */
export type Shell = BoxDocument['shell'];

/** A box of which nothing is known yet. */
export const EMPTY_BOX: BoxDocument = {
  version: DOCUMENT_VERSION,
  shell: { gangs: 1 },
  flaps: 'leave-out',
  items: [],
};
