/** Two changes of one job made from the same state, laid together: its circuits and cables each by their id. */
import { type Clash, differences, Laying, type MergedOf, type Rules } from './lay-together.ts';
import { JobFields } from './record.ts';

const RULES: Rules = { sets: new Set(), whole: new Set(), follows: new Set() };

/**
 * Lays two changes of a job together.
 * @param base what both were made from
 * @returns the job with both changes, and what clashes. Where both together would be no job, as two circuits in one
 *   space of the panel or a cable linked twice, the panel or the cables are chosen whole.
 */
export function mergeJob(base: JobFields, mine: JobFields, theirs: JobFields): MergedOf<JobFields> {
  const laying = new Laying(RULES);
  const two = laying.lay([], base, mine, theirs);
  const [one, other] = [JobFields.safeParse(two.mine), JobFields.safeParse(two.theirs)];
  if (one.success && other.success) return { mine: one.data, theirs: other.data, clashes: laying.clashes };
  const wrong = new Set(
    [one, other].flatMap(({ error }) => error?.issues.map(({ path }) => String(path[0])) ?? []),
  );
  const whole = new Laying({ ...RULES, whole: wrong });
  const again = whole.lay([], base, mine, theirs);
  const [ours, there] = [JobFields.safeParse(again.mine), JobFields.safeParse(again.theirs)];
  if (ours.success && there.success) return { mine: ours.data, theirs: there.data, clashes: whole.clashes };
  return { mine, theirs, clashes: [{ path: [], base, mine, theirs }] };
}

/** What two states of a job have differently. */
export const jobDifferences = (mine: JobFields, theirs: JobFields): readonly Clash[] =>
  differences(RULES, mine, theirs);
