/**
 * Facts about where a box stands and how it was fitted, for the checks beyond fill. Every fact is
 * optional: one that is not recorded is told as “not checked”, never passed.
 */
import { z } from 'zod';
import { BREAKERS } from '../edition/index.ts';
import { type Eye, EYES } from '../edition/eyes.ts';
import { type Place, PLACES, type Served, SERVED } from '../edition/places.ts';
import { lengthText } from './texts.ts';
import { inches } from '../quantity/length.ts';
import { onFirstUse } from '../schema/on-first-use.ts';

export { type Eye, EYES, type Place, PLACES, type Served, SERVED };

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
export type Looked = (typeof LOOKED)[number] | Eye;
/** Every fact that somebody can have looked at. */
export const ALL_LOOKED = [...LOOKED, ...EYES] as const;

/** What hangs on a box, or what it is rated for, beyond a light luminaire. */
export const HANGINGS = ['fan', 'heavy'] as const;

/** What protects a circuit ahead of a box. */
export const PROTECTIONS = ['none', 'gfci', 'afci', 'dual'] as const;
export type Protection = (typeof PROTECTIONS)[number];

/** Whether something can hit a cable that lies open. */
export const DAMAGES = ['likely', 'unlikely'] as const;

export const NEARNESS = ['near', 'far'] as const;

const pounds = onFirstUse(() => z.int().min(1, 'must be at least 1 lb').max(300, 'must be at most 300 lb'));
const short = onFirstUse(() => lengthText(inches(24), '24 in'));
const long = onFirstUse(() => lengthText(inches(120), '120 in'));
/** A length that may be nothing: flush, no gap. */
const orNone = onFirstUse(() => z.union([z.literal('0 in'), short]));

export const Site = onFirstUse(() =>
  z
    .strictObject({
      /** Rating of the breaker of the circuit, in amperes. */
      breaker: z.literal([...BREAKERS]).optional(),
      /** Protection ahead of this box, at the breaker or upstream in the run: what somebody read there, or that there is none. */
      protected: z.enum(PROTECTIONS).optional(),
      place: z.enum(Object.keys(PLACES) as [Place, ...Place[]]).optional(),
      /** What the receptacle serves. */
      serves: z.enum(Object.keys(SERVED) as [Served, ...Served[]]).optional(),
      /** Whether it is within 1.5 m of a sink, tub or shower (CEC). */
      water: z.enum(NEARNESS).optional(),
      /** Whether it is within 2.5 m of grade (CEC). */
      grade: z.enum(NEARNESS).optional(),
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
      /** What is behind the box in the cavity. */
      behind: orNone.optional(),
      hangs: z.enum(HANGINGS).optional(),
      rated: z.enum(HANGINGS).optional(),
      /** Weight of what hangs here, lb. */
      weighs: pounds.optional(),
      /** The weight the box is marked to hold, lb. */
      holds: pounds.optional(),
      /** Each cable is secured by a connector of its own: none by a clamp inside. */
      secured: z.literal(true).optional(),
      /** What hangs here is held by the structure, apart from the box. */
      apart: z.literal(true).optional(),
      /** Whether a cable that lies open is where something can hit it. */
      damage: z.enum(DAMAGES).optional(),
      /** On which side the door opens, for the order of the gangs. */
      door: z.enum(['left', 'right']).optional(),
      /** The walls are finished: cables to a box cut in since were fished, those of a nailed one were there before the board. */
      finished: z.literal(true).optional(),
      /** What somebody looked at and found within its limit, without measuring it. A measure, where there is one, counts. */
      right: z.array(z.enum(ALL_LOOKED)).min(1).max(ALL_LOOKED.length).optional(),
      /** What somebody looked at and found wrong. */
      wrong: z.array(z.enum(EYES)).min(1).max(EYES.length).optional(),
    })
    .refine(
      ({ right, wrong }) => !right?.some((fact) => (wrong as readonly Looked[] | undefined)?.includes(fact)),
      {
        path: ['wrong'],
        error: 'what is right cannot be wrong too: leave one of the two out',
      },
    ),
);
export type Site = z.output<typeof Site>;
