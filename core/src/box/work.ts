/**
 * What a box must do, in trade words: the circuits that come to it, what each cable is, what each device
 * controls. Part of the box document.
 */
import { z } from 'zod';
import { BREAKERS } from '../edition/index.ts';
import { oneLine } from './one-line.ts';
import { isPieceId, isUlid, pieceId as piece } from './piece-id.ts';
import { type CableRole, keysOf } from './words.ts';
import { onFirstUse } from '../schema/on-first-use.ts';
import { Wiring } from '../wiring/wiring.ts';

const circuitId = onFirstUse(() => z.string().regex(/^[a-f]$/, 'must be a circuit a to f'));
const chainId = onFirstUse(() => z.string().regex(/^way-\d{1,5}$/, 'must be a chain, such as “way-1”'));
/**
 * A hot: the constant hot of a circuit (`a`), what a switch of the box gives (`i3.0`, or `i3.0.2` for the
 * second half of a combination device), what a far switch gives back (the cable’s piece), or what a
 * three-way chain gives (`way-1`).
 */
const hot = onFirstUse(() =>
  z
    .string()
    .refine(
      (text) => /^([a-f]|way-\d{1,5})$/.test(text) || isPieceId(text) || firstHalf(text) !== undefined,
      'must name a circuit, a switch or a chain',
    ),
);

/** The device whose second half a hot is: `i3.0` of `i3.0.2`; undefined for any other hot. */
export function firstHalf(text: string): string | undefined {
  const device = text.endsWith('.2') ? text.slice(0, -2) : '';
  // `i3.2` is the third piece of an item, not half of a device `i3`.
  return isUlid(device) || (device.includes('.') && isPieceId(device)) ? device : undefined;
}

/** The hot that the second half of a device gives. */
export const secondHalf = (device: string): string => `${device}.2`;

/** What a cable does in the box. */
export const RUN_WORDS = {
  feed: 'feed',
  out: 'feed-out',
  leg: 'to a light or load',
  'loop-out': 'to a switch elsewhere',
  'loop-in': 'from a light: switch loop',
  travelers: 'travelers',
  spare: 'spare',
} as const;
export type RunKind = keyof typeof RUN_WORDS;

const label = onFirstUse(() => oneLine(80));

/** A circuit that comes to the box. */
export const Circuit = onFirstUse(() =>
  z.strictObject({
    id: circuitId,
    name: label.default(''),
    breaker: z.literal([...BREAKERS]).optional(),
    /** The circuit it shares a neutral with: a multiwire circuit, on the other leg of the service. */
    partner: circuitId.optional(),
  }),
);
export type Circuit = z.output<typeof Circuit>;

/** Circuits a feed or a loop brings. */
const circuits = onFirstUse(() => z.array(circuitId).max(2));
/** Hots it takes away, the first on black, the second on red. */
const hots = onFirstUse(() => z.array(hot).max(2));
const carried = onFirstUse(() => ({
  /** A hot switched elsewhere comes on its red. */
  switched: z.literal(true).optional(),
  /** The GFCI whose LOAD side feeds it. */
  guard: piece.optional(),
  /** The GFCI of each of its hots where they differ; null for none. */
  guards: z.tuple([piece.nullable(), piece.nullable()]).optional(),
  /** 240 V: two hots of one two-pole breaker, and no neutral where it has two conductors. */
  doubled: z.literal(true).optional(),
  chain: chainId.optional(),
  /** Whether travelers lead toward the line or the load. */
  leads: z.enum(['line', 'load']).optional(),
  /** What the third conductor of a traveler cable carries. */
  third: z.enum(['neutral', 'supply', 'return']).optional(),
}));

/** What one cable, luminaire or set of raceway conductors does, told in full. */
export const Run = onFirstUse(() =>
  z.strictObject({
    of: piece,
    does: z.enum(keysOf(RUN_WORDS)),
    circuits: circuits.default([]),
    hots: hots.default([]),
    ...carried,
    /** Conductors of a raceway that belong to this run. */
    wires: z.int().min(1).max(6).optional(),
    name: label.optional(),
  }),
);
export type Run = z.output<typeof Run>;

/** Every word for what a cable does: those of the set-up, and the two of the count line that leave more open. */
const DUTY_WORDS: readonly (RunKind | CableRole)[] = [...keysOf(RUN_WORDS), 'loop', 'load'];

/**
 * The duty of a cable, a luminaire or a set of raceway conductors, kept with it. As far as a count line or a
 * chip told it, only the word is there; once it is set up, its circuits and hots are too.
 */
export const Duty = onFirstUse(() =>
  z
    .strictObject({
      does: z.literal(DUTY_WORDS),
      circuits: circuits.optional(),
      hots: hots.optional(),
      ...carried,
    })
    .refine(({ circuits: brought, hots: taken }) => (brought === undefined) === (taken === undefined), {
      path: ['hots'],
      error: 'circuits and hots must be given together',
    })
    .refine(({ does, hots: taken }) => taken === undefined || (does !== 'loop' && does !== 'load'), {
      path: ['does'],
      error: 'once its hots are given, it must be one of feed, out, leg, loop-out, loop-in, travelers, spare',
    })
    .refine(
      ({ does: _does, circuits: _circuits, hots: taken, ...more }) =>
        taken !== undefined || Object.keys(more).length === 0,
      { path: ['hots'], error: 'must be given where more than the word is given' },
    ),
);
export type Duty = z.output<typeof Duty>;

/** The word of the count line for a duty: it does not tell which way a loop goes. */
export function roleOf(duty: Duty | undefined): CableRole | undefined {
  if (duty === undefined) return undefined;
  const { does } = duty;
  return does === 'loop-out' || does === 'loop-in' ? 'loop' : does;
}

/** A duty of which the count line told its word. */
export const dutyOf = (role: CableRole): Duty => ({ does: role });

/** What a device is wired for, kept with it. */
const wired = onFirstUse(() => ({
  circuit: circuitId.default('a'),
  /** Hot of each half of a receptacle, top first; one hot for both without it. */
  halves: z.tuple([hot, hot]).optional(),
  guard: piece.optional(),
  /** The GFCI of each half where they differ; null for none. */
  guards: z.tuple([piece.nullable(), piece.nullable()]).optional(),
  /** Whether it takes the neutral; a smart switch does unless this says no. */
  neutral: z.boolean().optional(),
  chain: chainId.optional(),
  /** Which end of its chain a three-way switch stands at. */
  end: z.enum(['line', 'load']).optional(),
  /** The second half of a combination device; the first is a switch. */
  second: z.enum(['switch', 'receptacle']).optional(),
}));
export const Wired = onFirstUse(() => z.strictObject(wired));
export type Wired = z.output<typeof Wired>;

/** What one device is wired for. */
export const DeviceWork = onFirstUse(() => z.strictObject({ of: piece, ...wired }));
export type DeviceWork = z.output<typeof DeviceWork>;

/** The ways of working a person chooses. Defaults: pigtails, no pre-twist, a spare neutral tail, pigtailed grounds. */
export const Schools = onFirstUse(() =>
  z.strictObject({
    /** `jumper`: devices are wired to each other, screw to screw, before they go in. */
    splice: z.enum(['pigtail', 'feed-through', 'jumper']).default('pigtail'),
    /** Tape round the terminals of a finished device. */
    tape: z.boolean().default(false),
    pretwist: z.boolean().default(false),
    spareNeutral: z.boolean().default(true),
    connector: z.enum(['twist', 'push', 'lever']).default('twist'),
    ground: z.enum(['pigtail', 'self-grounding', 'yoke']).default('pigtail'),
    /** Every joint is made again, whatever was found. */
    remake: z.literal(true).optional(),
    /** Length of a pigtail, in. */
    pigtail: z.int().min(6, 'must be at least 6 in').max(12, 'must be at most 12 in').default(8),
  }),
);
export type Schools = z.output<typeof Schools>;

const shared = onFirstUse(() => ({
  circuits: z.array(Circuit).min(1, 'must have a circuit').max(6),
  schools: Schools.default(Schools.parse({})),
  /** The wiring as it was found, entered by hand. */
  found: Wiring.optional(),
  /** Devices exchanged like for like: worn, and wired again terminal for terminal. */
  renewed: z.array(piece).max(240).optional(),
}));

/**
 * What a box keeps of its work as a whole; what each piece does is kept with the piece. Its plan follows from it and is
 * not kept; what was made up of it is kept beside the box.
 */
export const BoxWork = onFirstUse(() => z.strictObject(shared));
export type BoxWork = z.output<typeof BoxWork>;

/** The whole of it in one place, as the planner reads it and as `--work` takes it. */
export const WorkPlan = onFirstUse(() =>
  z.strictObject({
    ...shared,
    /** The wiring that is planned. */
    plan: Wiring.optional(),
    /** Joints and terminals of it that are made up, by their ticks. */
    made: z.array(z.string().max(80)).max(2000).default([]),
    runs: z.array(Run).max(500),
    devices: z.array(DeviceWork).max(240),
  }),
);
export type WorkPlan = z.output<typeof WorkPlan>;
