/**
 * One circuit through an order of boxes: it is off while a box of its is worked on. Between two of them it stays
 * off, which costs minutes, or is switched on, which costs two throws. Minutes are whole hundredths.
 */

/** What an order costs, the first first: minutes over a limit, throws of a breaker, minutes off. */
export interface Cost {
  readonly over: number;
  readonly throws: number;
  readonly minutes: number;
}
export const NOTHING: Cost = { over: 0, throws: 0, minutes: 0 };
export const sum = (a: Cost, b: Cost): Cost => ({
  over: a.over + b.over,
  throws: a.throws + b.throws,
  minutes: a.minutes + b.minutes,
});
export const compare = (a: Cost, b: Cost): number =>
  a.over - b.over || a.throws - b.throws || a.minutes - b.minutes;

/** How a circuit stands between two boxes. */
export type Standing = 'on' | { readonly offFor: number };

export interface Step {
  readonly cost: Cost;
  readonly then: Standing;
}

/**
 * The ways a circuit can go through one box: on, or off during it and after it on again or still off.
 * @param needs whether the box needs it off
 * @param later whether a box after this one does
 * @param limit the most it may be off at a stretch; undefined for no limit
 */
export function waysThrough(
  standing: Standing,
  { minutes, needs, later }: { readonly minutes: number; readonly needs: boolean; readonly later: boolean },
  limit: number | undefined,
): readonly Step[] {
  if (standing === 'on' && !needs) return [{ cost: NOTHING, then: 'on' }];
  const before = standing === 'on' ? 0 : standing.offFor;
  const throws = standing === 'on' ? 1 : 0;
  const offFor = before + minutes;
  const over = limit === undefined ? 0 : Math.max(0, offFor - Math.max(limit, before));
  const back: Step = { cost: { over, throws: throws + 1, minutes }, then: 'on' };
  if (!later) return [back];
  const stays: Step = { cost: { over, throws, minutes }, then: { offFor } };
  // Without a limit a throw saved is worth more than any minutes.
  return limit === undefined ? [stays] : [stays, back];
}
