/**
 * A run of surface raceway as it is laid on a wall and a ceiling and kept with the box it starts from (docs/trade.md#surface-raceway). The
 * wall is unfolded with its ceiling: y runs up from the floor and, above the height of the wall, along the ceiling away
 * from it.
 */
import { z } from 'zod';
import { inches } from '../quantity/length.ts';
import { volumeText, writtenLength } from './texts.ts';
import { onFirstUse } from '../schema/on-first-use.ts';

const far = inches(1200);
const place = onFirstUse(() => writtenLength('any', far, '100 ft'));
const orNothing = onFirstUse(() => writtenLength('nothing', far, '100 ft'));
const size = onFirstUse(() => writtenLength('more', far, '100 ft'));

/** The most points of one leg. */
export const POINTS_MOST = 60;

/** What a leg of the run ends in. */
export const SURFACE_ENDS = {
  'switch box': 'switch box',
  'outlet box': 'outlet box',
  'luminaire box': 'luminaire box',
  'fan box': 'fan box',
  'blank end': 'blank end',
} as const;
export type SurfaceEnd = keyof typeof SURFACE_ENDS;

const Point = onFirstUse(() => z.strictObject({ x: place, y: orNothing }));

export const Surface = onFirstUse(() =>
  z.strictObject({
    /** Floor to ceiling. */
    height: size.default('96 in'),
    /** The box the starter is put over. */
    start: Point,
    legs: z
      .array(
        z.strictObject({
          /** The leg and the point of it where this one branches off with a tee; without it, the starter. */
          from: z.strictObject({ leg: z.int().min(0), point: z.int().min(0) }).optional(),
          points: z
            .array(Point)
            .min(1, 'must go somewhere')
            .max(POINTS_MOST, `must be at most ${POINTS_MOST} points`),
          end: z.enum(Object.keys(SURFACE_ENDS) as [SurfaceEnd, ...SurfaceEnd[]]).default('blank end'),
        }),
      )
      .max(12, 'must be at most 12 legs')
      .default([]),
    /** What a piece goes over a tongue, at each end. */
    add: orNothing.default('3/8 in'),
    tails: orNothing.default('12 in'),
    support: size.default('30 in'),
    wires: z
      .int('must be a whole number')
      .min(1, 'must be at least 1 wire')
      .max(40, 'must be at most 40 wires')
      .default(3),
    /** How many the maker’s sheet lets into it; where it is missing, nothing is checked. */
    holds: z
      .int('must be a whole number')
      .min(1, 'must be at least 1 wire')
      .max(200, 'must be at most 200 wires')
      .optional(),
    /** From the middle of a fitting to its tongues. */
    reach: z
      .strictObject({ elbow: orNothing.default('1/2 in'), box: orNothing.default('1 1/2 in') })
      .default({ elbow: '1/2 in', box: '1 1/2 in' }),
    /** Marked on the starter: it adds to the box it is mounted on (314.16(A)). */
    starter: volumeText.optional(),
    /** Lengths it is sold in. */
    stock: size.default('120 in'),
    /** What a saw takes. */
    kerf: orNothing.default('1/16 in'),
    /** Joists of the ceiling across the run: middle of the first and pitch, along x. */
    joists: z.strictObject({ first: place, pitch: size }).optional(),
  }),
);
export type Surface = z.output<typeof Surface>;
