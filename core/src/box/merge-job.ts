/** Two changes of one job made from the same state, laid together: its circuits and cables each by their id. */
import {
  type MergeConflict,
  differences,
  ThreeWayMerge,
  type MergedOf,
  type Rules,
} from './three-way-merge.ts';
import { type PanelCircuit, spacesOf } from './panel.ts';
import { JobFields } from './record.ts';

const RULES: Rules = { sets: new Set(), whole: new Set(), follows: new Set() };

const byId = ({ panel }: JobFields) => new Map(panel.circuits.map((one) => [one.id, one]));
const takesSame = (one: PanelCircuit, other: PanelCircuit): boolean =>
  spacesOf(one).some((space) => spacesOf(other).includes(space));

/** Circuits that a change put into a space: new ones, and those that took another space or pole. */
function put(base: JobFields, changed: JobFields): readonly PanelCircuit[] {
  const before = byId(base);
  return changed.panel.circuits.filter((one) => {
    const was = before.get(one.id);
    return !was || was.space !== one.space || was.poles !== one.poles;
  });
}

/**
 * Resolves spaces that both changes put a circuit into: my circuit keeps the space in one result, theirs in the other. The circuit
 * that loses the space is as it was before: missing, or in its old space.
 */
function spaceBySpace(
  base: JobFields,
  two: { readonly mine: JobFields; readonly theirs: JobFields },
  [mine, theirs]: readonly [JobFields, JobFields],
): MergedOf<JobFields> {
  const clashes: MergeConflict[] = [];
  const [offMine, offTheirs] = [new Set<string>(), new Set<string>()];
  for (const my of put(base, mine))
    for (const their of put(base, theirs)) {
      if (my.id === their.id || !takesSame(my, their)) continue;
      clashes.push({ path: ['panel', 'spaces', String(my.space)], base: undefined, mine: my, theirs: their });
      offMine.add(their.id);
      offTheirs.add(my.id);
    }
  const before = byId(base);
  const without = (job: JobFields, off: ReadonlySet<string>): JobFields => ({
    ...job,
    panel: {
      ...job.panel,
      circuits: job.panel.circuits.flatMap((one) => (off.has(one.id) ? (before.get(one.id) ?? []) : [one])),
    },
  });
  return { mine: without(two.mine, offMine), theirs: without(two.theirs, offTheirs), clashes };
}

/**
 * Lays two changes of a job together.
 * @param base what both were made from
 * @returns the job with both changes, and what clashes. Two circuits in one space of the panel are asked about space by space.
 *   Where both together would be no job for another reason, as a cable linked twice, the panel or the cables are chosen whole.
 */
export function mergeJob(base: JobFields, mine: JobFields, theirs: JobFields): MergedOf<JobFields> {
  const laying = new ThreeWayMerge(RULES);
  const two = laying.lay([], base, mine, theirs);
  const [one, other] = [JobFields.safeParse(two.mine), JobFields.safeParse(two.theirs)];
  if (one.success && other.success) return { mine: one.data, theirs: other.data, clashes: laying.clashes };
  const spaced = spaceBySpace(base, two as { mine: JobFields; theirs: JobFields }, [mine, theirs]);
  if (
    spaced.clashes.length > 0 &&
    JobFields.safeParse(spaced.mine).success &&
    JobFields.safeParse(spaced.theirs).success
  )
    return { ...spaced, clashes: [...laying.clashes, ...spaced.clashes] };
  const wrong = new Set(
    [one, other].flatMap(({ error }) => error?.issues.map(({ path }) => String(path[0])) ?? []),
  );
  const whole = new ThreeWayMerge({ ...RULES, whole: wrong });
  const again = whole.lay([], base, mine, theirs);
  const [ours, there] = [JobFields.safeParse(again.mine), JobFields.safeParse(again.theirs)];
  if (ours.success && there.success) return { mine: ours.data, theirs: there.data, clashes: whole.clashes };
  return { mine, theirs, clashes: [{ path: [], base, mine, theirs }] };
}

/** What two states of a job have differently. */
export const jobDifferences = (mine: JobFields, theirs: JobFields): readonly MergeConflict[] =>
  differences(RULES, mine, theirs);
