/**
 * A run of surface raceway, cut to length (docs/trade.md#surface-raceway): each straight is as long as the way between the fittings’
 * tongues and what goes over a tongue at each end; every cut is bushed; supports no further apart than asked.
 */
import { z } from 'zod';
import { oneLine } from '../box/one-line.ts';
import { lengthOf, writtenLength } from '../box/texts.ts';
import { inches, type Length, unitOfLength, writeLength } from '../quantity/length.ts';

/** What goes over a tongue at each end, the least wire left at each end, and the most between supports (docs/trade.md#surface-raceway: common practice). */
const USUAL = { add: '3/8 in', tails: '12 in', support: '30 in' } as const;

/** The longest straight of a room. */
const written = (least: 'nothing' | 'more') => writtenLength(least, inches(300 * 12), '300 ft');

const fitting = oneLine(60).refine((text) => text.trim() !== '', 'must name a fitting, such as “flat elbow”');

export const RacewayAsk = z.strictObject({
  runs: z
    .array(z.strictObject({ from: fitting, to: fitting, between: written('more') }))
    .min(1, 'must have a run')
    .max(200, 'must be at most 200 runs'),
  add: written('nothing').default(USUAL.add),
  tails: written('nothing').default(USUAL.tails),
  wires: z
    .int('must be a whole number')
    .min(1, 'must be at least 1 wire')
    .max(40, 'must be at most 40 wires')
    .default(3),
  support: written('more').default(USUAL.support),
});
export type RacewayAsk = z.output<typeof RacewayAsk>;

export interface Raceway {
  readonly pieces: readonly { readonly from: string; readonly to: string; readonly cut: string }[];
  /** How many of each fitting. */
  readonly fittings: Readonly<Record<string, number>>;
  /** Straps or clips of all straights: ends are held by their fittings. */
  readonly supports: number;
  /** One for each cut end. */
  readonly bushings: number;
  readonly wire: { readonly each: string; readonly total: string };
  /** One a support, two a fitting. Common practice, no source: the maker’s sheet decides. */
  readonly screws: number;
}

/** Screws of a fitting’s base. */
const SCREWS_EACH = 2;
/** Ends of a straight. */
const ENDS = 2;

/** Cuts a run. Lengths come back in the unit of the first that was given. */
export function cutRaceway({ runs, add, tails, wires, support }: RacewayAsk): Raceway {
  const unit = unitOfLength(runs[0]?.between ?? '');
  const print = (amount: number) => writeLength(amount as Length, unit);
  const cuts = runs.map(({ between }) => lengthOf(between) + ENDS * lengthOf(add));
  const supports = cuts.reduce((sum, cut) => sum + Math.ceil(cut / lengthOf(support)), 0);
  const fittings = countFittings(runs);
  const each = runs.reduce((sum, { between }) => sum + lengthOf(between), 0) + ENDS * lengthOf(tails);
  const many = Object.values(fittings).reduce((sum, count) => sum + count, 0);
  return {
    pieces: runs.map(({ from, to }, nth) => ({ from, to, cut: print(cuts[nth] ?? 0) })),
    fittings,
    supports,
    bushings: ENDS * runs.length,
    wire: { each: print(each), total: print(each * wires) },
    screws: supports + SCREWS_EACH * many,
  };
}

/**
 * The fittings of a run: where one straight ends and the next begins is one fitting; a straight that begins at a
 * fitting named before, and not at the last, branches from it.
 */
function countFittings(runs: RacewayAsk['runs']): Record<string, number> {
  const fittings = new Map<string, number>();
  const put = (name: string) => void fittings.set(name, (fittings.get(name) ?? 0) + 1);
  runs.forEach(({ from, to }, nth) => {
    const before = runs[nth - 1]?.to;
    if (from !== before && !fittings.has(from)) put(from);
    put(to);
  });
  return Object.fromEntries(fittings);
}
