/**
 * Facts about where a box stands and how it was fitted, for the checks beyond fill. Every fact is
 * optional: one that is not recorded is told as “not checked”, never passed.
 */
import { z } from 'zod';
import { BREAKERS } from '../edition/index.ts';
import { type Place, PLACES } from '../edition/places.ts';
import { lengthText } from './texts.ts';
import { inches } from '../quantity/length.ts';

export { type Place, PLACES };

/** Facts that somebody tells by eye, without a tape: they are within their limits. Of what hangs there: it is neither a fan nor over 50 lb. */
export const LOOKED = [
  'free',
  'past',
  'sheath',
  'support',
  'entries',
  'setback',
  'gap',
  'edge',
  'hangs',
] as const;
export type Looked = (typeof LOOKED)[number];

/** What hangs on a box, or what it is rated for, beyond a light luminaire. */
export const HANGINGS = ['fan', 'heavy'] as const;

/** What protects a circuit ahead of a box. */
export const PROTECTIONS = ['none', 'gfci', 'afci', 'dual'] as const;
export type Protection = (typeof PROTECTIONS)[number];

const short = lengthText(inches(24), '24 in');
const long = lengthText(inches(120), '120 in');
/** A length that may be nothing: flush, no gap. */
const orNone = z.union([z.literal('0 in'), short]);

export const Site = z.strictObject({
  /** Rating of the breaker of the circuit, in amperes. */
  breaker: z.literal([...BREAKERS]).optional(),
  /** Protection ahead of this box, at the breaker or upstream in the run: what somebody read there, or that there is none. */
  protected: z.enum(PROTECTIONS).optional(),
  place: z.enum(Object.keys(PLACES) as [Place, ...Place[]]).optional(),
  /** Shortest free conductor, from where it leaves the sheath or raceway. */
  free: long.optional(),
  /** Shortest reach of a conductor past the opening. */
  past: long.optional(),
  /** Shortest sheath inside the box, past the clamp. */
  sheath: orNone.optional(),
  /** Distance from the box to the nearest support of a cable. */
  support: long.optional(),
  /** Knockouts or clamps there are for cables. */
  entries: z.int().min(0).max(24).optional(),
  /** Inside depth of the box with its rings and extensions. */
  depth: short.optional(),
  /** How far the front sits behind the finished surface. */
  setback: orNone.optional(),
  finish: z.enum(['combustible', 'noncombustible']).optional(),
  /** Widest gap round the box. */
  gap: orNone.optional(),
  /** Nearest a bored hole or cable comes to the face of the stud. */
  edge: orNone.optional(),
  /** A steel plate guards it. */
  plate: z.literal(true).optional(),
  /** A hole through a top or bottom plate was bored. */
  bored: z.literal(true).optional(),
  /** Nonmetallic cable lies open on a wall or in a cabinet. */
  exposed: z.literal(true).optional(),
  /** Depth of the wall cavity with the board. */
  cavity: short.optional(),
  /** What stands behind the box in the cavity. */
  behind: orNone.optional(),
  hangs: z.enum(HANGINGS).optional(),
  rated: z.enum(HANGINGS).optional(),
  /** On which side the door opens, for the order of the gangs. */
  door: z.enum(['left', 'right']).optional(),
  /** The walls are finished: cables to a box cut in since were fished, those of a nailed one were there before the board. */
  finished: z.literal(true).optional(),
  /** What somebody looked at and found within its limit, without measuring it. A measure, where there is one, counts. */
  right: z.array(z.enum(LOOKED)).min(1).max(LOOKED.length).optional(),
});
export type Site = z.output<typeof Site>;
