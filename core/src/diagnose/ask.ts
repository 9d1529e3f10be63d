/** What a diagnosis is asked: a box and what it must do, and what instruments read in it (docs/trade.md#testing). */
import { z } from 'zod';
import { type Pair, PAIRS } from '../box/closing.ts';
import { WorkPlan } from '../box/work.ts';

const volts = z
  .number()
  .min(0, 'must be at least 0 V')
  .max(300, 'must be at most 300 V: more is not read in a dwelling’s box');
export type { Pair };

export const PointReading = z
  .strictObject({
    /** A point of the box, as `i3.0:top`, or a cable at whose end something should be on. */
    at: z.string().min(1, 'must name a point of the box, or a cable').max(80),
    /** The three lamps of a plug tester, as they are lit. */
    lamps: z.strictObject({ HN: z.boolean(), HG: z.boolean(), NG: z.boolean() }).optional(),
    volts: z.strictObject({ HN: volts.optional(), HG: volts.optional(), NG: volts.optional() }).optional(),
    on: z.boolean().optional(),
    /** Between the hots of two circuits that share a neutral, V; it is read at both: `a|b`. */
    hots: volts.optional(),
    /** Switches that are thrown, by their position; the others stand in their first. */
    switches: z.record(z.string().max(80), z.int().min(0).max(1)).default({}),
    /** GFCIs whose own button was pressed before it was read. */
    tripped: z.array(z.string().max(80)).max(20).optional(),
  })
  .refine(
    ({ lamps, volts: read, on, hots }) =>
      [lamps, read, on, hots].filter((one) => one !== undefined).length === 1,
    { path: ['lamps'], error: 'a reading has lamps, volts or on, one of them' },
  );
export type PointReading = z.output<typeof PointReading>;

export const DiagnoseAsk = z.strictObject({
  line: z.string().min(1, 'must be a count line').max(20_000),
  work: WorkPlan.optional(),
  readings: z.array(PointReading).min(1, 'must have a reading').max(200, 'must be at most 200 readings'),
});
export type DiagnoseAsk = z.output<typeof DiagnoseAsk>;

/** From so many volts on it is a voltage; a stray on a floating conductor is less (docs/trade.md#identifying). */
export const LIVE_FROM = 90;

/** What a reading says, pair by pair, or of a load. */
export function saidBy({
  lamps,
  volts: read,
  on,
}: PointReading): readonly (readonly [Pair | 'on', boolean])[] {
  if (on !== undefined) return [['on', on]];
  if (lamps !== undefined) return PAIRS.map((pair) => [pair, lamps[pair]] as const);
  return PAIRS.flatMap((pair) => {
    const value = read?.[pair];
    return value === undefined ? [] : [[pair, value >= LIVE_FROM] as const];
  });
}
