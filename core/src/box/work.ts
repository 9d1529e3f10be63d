/**
 * What a box must do, in trade words: the circuits that come to it, what each cable is, what each device
 * controls; and a wiring of it, planned or entered as found. Part of the box document.
 */
import { z } from 'zod';
import { oneLine } from './one-line.ts';
import { BREAKERS, SIZES } from '../edition/index.ts';

/** One piece of an item: its id and which of its count, from 0: `i3.0`. */
const piece = z.string().regex(/^[a-z0-9-]{1,40}\.\d{1,2}$/, 'must name a piece of the box, such as “i3.0”');
const circuitId = z.string().regex(/^[a-f]$/, 'must be a circuit a to f');
const chainId = z.string().regex(/^way-\d{1,2}$/, 'must be a chain way-1 to way-99');
/**
 * A hot: the constant hot of a circuit (`a`), what a switch of the box gives (`i3.0`, or `i3.0.2` for the
 * second half of a combination device), what a far switch gives back (the cable’s piece), or what a
 * three-way chain gives (`way-1`).
 */
const hot = z
  .string()
  .regex(/^([a-f]|way-\d{1,2}|[a-z0-9-]{1,40}\.\d{1,2}(\.2)?)$/, 'must name a circuit, a switch or a chain');

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

const label = oneLine(80);

/** A circuit that comes to the box. */
export const Circuit = z.strictObject({
  id: circuitId,
  name: label.default(''),
  breaker: z.literal([...BREAKERS]).optional(),
  /** The circuit it shares a neutral with: a multiwire circuit, on the other leg of the service. */
  partner: circuitId.optional(),
});
export type Circuit = z.output<typeof Circuit>;

/** What one cable, luminaire or set of raceway conductors does. */
export const Run = z.strictObject({
  of: piece,
  does: z.enum(Object.keys(RUN_WORDS) as [RunKind, ...RunKind[]]),
  /** Circuits a feed or a loop brings. */
  circuits: z.array(circuitId).max(2).default([]),
  /** Hots it takes away, the first on black, the second on red. */
  hots: z.array(hot).max(2).default([]),
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
  /** Conductors of a raceway that belong to this run. */
  wires: z.int().min(1).max(6).optional(),
  name: label.optional(),
});
export type Run = z.output<typeof Run>;

/** What one device is wired for. */
export const DeviceWork = z.strictObject({
  of: piece,
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
});
export type DeviceWork = z.output<typeof DeviceWork>;

/** The ways of working a person chooses. Defaults: pigtails, no pre-twist, a spare neutral tail, pigtailed grounds. */
export const Schools = z.strictObject({
  /** `jumper`: devices are wired to each other, screw to screw, before they go in. */
  splice: z.enum(['pigtail', 'feed-through', 'jumper']).default('pigtail'),
  /** Tape round the terminals of a finished device. */
  tape: z.boolean().default(false),
  pretwist: z.boolean().default(false),
  spareNeutral: z.boolean().default(true),
  connector: z.enum(['twist', 'push', 'lever']).default('twist'),
  ground: z.enum(['pigtail', 'self-grounding', 'yoke']).default('pigtail'),
  /** Length of a pigtail, in. */
  pigtail: z.int().min(6, 'must be at least 6 in').max(12, 'must be at most 12 in').default(8),
});
export type Schools = z.output<typeof Schools>;

const end = z.string().regex(/^[wtpx]:[a-z0-9.:-]{1,60}$/, 'must name an end, such as “w:i1.0:black”');

/** Who is joined to whom, and what lands where: planned or as found. */
export const Wiring = z.strictObject({
  /** Ends under one connector; several connectors where one cannot hold them. */
  joints: z
    .array(
      z.strictObject({
        id: z.string().regex(/^j\d{1,3}$/),
        ends: z.array(end).min(1).max(200),
        connectors: z.array(z.string().max(40)).max(6).default([]),
      }),
    )
    .max(500),
  /** Short pieces one cuts oneself; each has two ends. */
  pigtails: z
    .array(
      z.strictObject({
        id: z.string().regex(/^p\d{1,4}$/),
        size: z.literal([...SIZES]),
        colour: z.string().max(20),
      }),
    )
    .max(1500),
  /** A conductor or pigtail on a terminal or the box’s ground screw. */
  lands: z.array(z.strictObject({ end, at: end })).max(1500),
  /** Broken tabs: `i3.0:hot`, `i3.0:neutral`. */
  broken: z.array(z.string().max(60)).max(240),
  /** Whites used as hots, marked at this end. */
  marked: z.array(end).max(500),
  /** Conductors in push-in spring holes, as found. */
  backstabbed: z.array(end).max(60).default([]),
});
export type Wiring = z.output<typeof Wiring>;

export const WorkPlan = z.strictObject({
  circuits: z.array(Circuit).min(1, 'must have a circuit').max(6),
  runs: z.array(Run).max(500),
  devices: z.array(DeviceWork).max(240),
  schools: Schools.default(Schools.parse({})),
  /** The wiring as it was found, entered by hand. */
  found: Wiring.optional(),
  /** The wiring that was planned. */
  plan: Wiring.optional(),
  /** Joints and terminals ticked as made up. */
  made: z.array(z.string().max(80)).max(2000).default([]),
});
export type WorkPlan = z.output<typeof WorkPlan>;
