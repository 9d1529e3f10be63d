/**
 * A row of fixtures over a counter or in a room (docs/trade.md#openings): equal parts, or half a pitch at both ends; told from
 * an end and from the middle; the joist nearest to each and how far it would be pulled.
 */
import { z } from 'zod';
import { lengthOf, writtenLength } from '../box/texts.ts';
import { inches, type Length } from '../quantity/length.ts';

export const SCHOOLS = {
  parts: 'equal parts: n + 1 between the ends',
  halves: 'half a pitch at both ends',
} as const;
export type School = keyof typeof SCHOOLS;

const far = inches(1200);

export const RowAsk = z
  .strictObject({
    length: writtenLength('more', far, '100 ft'),
    /** Across, the row is in its middle. */
    width: writtenLength('more', far, '100 ft').optional(),
    many: z
      .int('must be a whole number')
      .min(1, 'must be at least 1 fixture')
      .max(40, 'must be at most 40 fixtures'),
    school: z.enum(Object.keys(SCHOOLS) as [School, ...School[]]).default('parts'),
    /** Joists that cross the row: the middle of the first from the left end, and their pitch; none told, none pulled to. */
    joists: z
      .strictObject({
        first: writtenLength('any', far, '100 ft'),
        pitch: writtenLength('more', far, '100 ft'),
        wide: writtenLength('more', far, '100 ft').default('1 1/2 in'),
      })
      .optional(),
    /** Each is moved to the middle of its joist. */
    pull: z.boolean().default(false),
  })
  .superRefine(({ joists, pull }, problem) => {
    if (pull && !joists)
      problem.addIssue({
        code: 'custom',
        path: ['joists'],
        message: 'must be told where fixtures are pulled to joists',
      });
  });
export type RowAsk = z.output<typeof RowAsk>;

/** How a box is held where it comes. */
export const FIXINGS = {
  joist: 'screwed to the joist',
  side: 'screwed to the side of the joist',
  brace: 'on a brace or blocking between joists',
  unknown: 'to be found: joists are not told',
} as const;
export type Fixing = keyof typeof FIXINGS;

export interface RowPlace {
  /** From the left end, to the nearest nanometre. */
  readonly at: Length;
  /** From the middle of the row, to the right more than nothing. */
  readonly fromMiddle: Length;
  readonly fixing: Fixing;
  /** The middle of the nearest joist, and how far to it: what pulling it there would change. */
  readonly joist?: Length;
  readonly off?: Length;
  /** How far it was moved from its even place. */
  readonly pulled: Length;
}

export interface RowPlan {
  readonly places: readonly RowPlace[];
  /** Between two fixtures, before any is pulled. */
  readonly pitch: Length;
  /** From an end to the first. */
  readonly end: Length;
  readonly across?: Length;
}

/** A box of 4 in on a joist reaches half of that to either side: nearer than this it is held by its side. */
const REACH = inches(2.75);

export function planRow(ask: RowAsk): RowPlan {
  const whole = lengthOf(ask.length);
  const { many, school, pull } = ask;
  const even = Array.from({ length: many }, (_, nth) =>
    Math.round(school === 'parts' ? (whole * (nth + 1)) / (many + 1) : (whole * (2 * nth + 1)) / (2 * many)),
  );
  const joists = ask.joists && {
    first: lengthOf(ask.joists.first),
    pitch: lengthOf(ask.joists.pitch),
    wide: lengthOf(ask.joists.wide),
  };
  const places = even.map((at): RowPlace => {
    const middle = Math.floor(whole / 2);
    if (!joists)
      return {
        at: at as Length,
        fromMiddle: (at - middle) as Length,
        fixing: 'unknown',
        pulled: 0 as Length,
      };
    // Of two joists as near the left one.
    const joist = joists.first + Math.ceil((at - joists.first) / joists.pitch - 0.5) * joists.pitch;
    const placed = pull ? joist : at;
    const off = Math.abs(joist - placed);
    return {
      at: placed as Length,
      fromMiddle: (placed - middle) as Length,
      fixing: off <= joists.wide / 2 ? 'joist' : off <= REACH ? 'side' : 'brace',
      joist: joist as Length,
      off: (joist - placed) as Length,
      pulled: (placed - at) as Length,
    };
  });
  return {
    places,
    pitch: Math.round(school === 'parts' ? whole / (many + 1) : whole / many) as Length,
    end: (even[0] ?? 0) as Length,
    ...(ask.width !== undefined && { across: Math.round(lengthOf(ask.width) / 2) as Length }),
  };
}

/** The count line of each box of a row fed from one end, each feeding the next. @param box of the line, as `6 in3 metal pan` */
export const chainLines = (many: number, box: string, cable: string): string[] =>
  Array.from({ length: many }, (_, nth) =>
    [box, `${cable} feed`, ...(nth < many - 1 ? [`${cable} out`] : []), 'fixture 2x18 domed'].join(', '),
  );
