/** The picture of a small vessel: what a list needs to draw a box that it does not hold. */
import { z } from 'zod';
import { onFirstUse } from '../schema/on-first-use.ts';

/** What a tile is, from the back of the box (grounds) to its opening (devices): the order of folding. */
export const TILE_GROUPS = [
  'ground',
  'hardware',
  'neutral',
  'hot',
  'switched',
  'conductor',
  'device',
] as const;
export type TileGroup = (typeof TILE_GROUPS)[number];

/** The colour of a conductor, by the letter it is drawn with. */
export const CONDUCTOR_COLOURS = ['black', 'white', 'red', 'blue', 'bare', 'green'] as const;
export type ConductorColour = (typeof CONDUCTOR_COLOURS)[number];

/** A share of one, in whole ten-thousandths: a picture, never a verdict. */
export const SHARES = 10_000;

/** So many alike tiles side by side: what they are, their colour, the share of each, how many. */
const Tiles = onFirstUse(() =>
  z.tuple([z.enum(TILE_GROUPS), z.enum(CONDUCTOR_COLOURS).nullable(), z.int().min(0), z.int().min(1)]),
);

const Column = onFirstUse(() =>
  z.object({
    /** Whether it has a legal volume: shares are of it then, else of the fill. */
    rim: z.boolean(),
    /** Whether the fill is more than the volume, by the exact count. */
    over: z.boolean(),
    /** Where the box proper ends and what was added to it begins. */
    seam: z.int().min(0).optional(),
    tiles: z.array(Tiles),
  }),
);

/** The spaces of a box from left to right; one where it is not divided. */
export const VesselPreview = onFirstUse(() =>
  z.object({ gangs: z.int().min(1), columns: z.array(Column).min(1) }),
);
export type VesselPreview = z.output<typeof VesselPreview>;
