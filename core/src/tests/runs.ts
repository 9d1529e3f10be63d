/**
 * How many random cases a property is tried on: a quarter of them in every run of the tests, all where `ALL_RUNS` is set. What a run must
 * have met at least is scaled alike.
 */
export const ALL_RUNS = process.env['ALL_RUNS'] !== undefined;

/** @param full the number of cases of a whole run */
export const runs = (full: number): number => (ALL_RUNS ? full : Math.ceil(full / 4));
