/** Who is joined to whom in a box and what lands where: planned, or as found. Part of the box document. */
import { z } from 'zod';
import { SIZES } from '../edition/index.ts';
import { onFirstUse } from '../schema/on-first-use.ts';
import type { End, JointId, LandingEnd, LooseEnd, PigtailId, TabName } from './end.ts';

/** Text that a pattern checks, typed by the form the pattern asks for. The schema itself stays a plain string. */
const textOf = <T extends string>(pattern: RegExp, error?: string) =>
  z.string().regex(pattern, error) as unknown as z.ZodType<T, T>;

const endOf = <T extends End>() =>
  onFirstUse(() => textOf<T>(/^[wtpx]:[a-z0-9.:-]{1,60}$/, 'must name an end, such as “w:i1.0:black”'));
export const EndText = endOf<End>();
export const JointIdText = onFirstUse(() => textOf<JointId>(/^j\d{1,3}$/));
/** A conductor or pigtail on a terminal or the box’s ground screw. */
export const Land = onFirstUse(() => z.strictObject({ end: endOf<LooseEnd>(), at: endOf<LandingEnd>() }));
export type Land = z.output<typeof Land>;

export const Wiring = onFirstUse(() =>
  z.strictObject({
    /** Ends under one connector; several connectors where one cannot hold them. */
    joints: z
      .array(
        z.strictObject({
          id: JointIdText,
          ends: z.array(EndText).min(1).max(200),
          connectors: z.array(z.string().max(40)).max(6).default([]),
        }),
      )
      .max(500),
    /** Short pieces one cuts oneself; each has two ends. */
    pigtails: z
      .array(
        z.strictObject({
          id: textOf<PigtailId>(/^p\d{1,4}$/),
          size: z.literal([...SIZES]),
          colour: z.string().max(20),
        }),
      )
      .max(1500),
    lands: z.array(Land).max(1500),
    /** Broken tabs: `i3.0:hot`, `i3.0:neutral`. */
    broken: z.array(z.string().max(60) as unknown as z.ZodType<TabName, TabName>).max(240),
    /** Whites used as hots, marked at this end. */
    marked: z.array(EndText).max(500),
    /** Conductors in push-in spring holes, as found. */
    backstabbed: z.array(EndText).max(60).default([]),
  }),
);
export type Wiring = z.output<typeof Wiring>;
export type Joint = Wiring['joints'][number];
export type Pigtail = Wiring['pigtails'][number];
