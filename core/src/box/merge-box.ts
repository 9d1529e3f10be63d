/** Two changes of one box made from the same state, laid together. */
import {
  type MergeConflict,
  differences,
  ThreeWayMerge,
  type MergedOf,
  type Rules,
} from './three-way-merge.ts';
import { BoxFields } from './record.ts';

export type Merged = MergedOf<BoxFields>;

/** Lists of which each entry is there or not: what was added and taken out is kept of both. */
const SETS = new Set([
  'box.absent',
  'box.site.right',
  'box.work.renewed',
  'seen.conditions',
  'seen.safe',
  'seen.photos',
  'seen.made',
  'seen.readings',
  'seen.safety.dead',
  'seen.closing.results',
  'seen.closing.proved.plug',
  'seen.closing.proved.meter',
]);

/** What belongs together is taken as one: a wiring, a wall with its opening, a run of raceway, a remedy. */
const WHOLE = new Set([
  'box.work.found',
  'seen.hole',
  'seen.surface',
  'seen.remedy',
  'seen.closing.outcome',
  'box.shell.measured',
  'box.shell.marks',
  'box.shell.conduitBody',
]);

/** What follows from something else: it is asked of no one, the later word stands. */
const FOLLOWS = new Set(['stageAt', 'seen.safety.at', 'seen.closing.outcome']);

/** A wiring names its pieces elsewhere; the box as it was found goes by the rules of the box. */
const RULES: Rules = {
  sets: SETS,
  whole: WHOLE,
  follows: FOLLOWS,
  named: (path) => path.replace(/^found\./, 'box.'),
};

/**
 * Lays two changes of a box together.
 * @param base what both were made from
 * @returns the box with both changes, and what clashes. Where both together would be no box, the box itself clashes.
 */
export function mergeBox(base: BoxFields, mine: BoxFields, theirs: BoxFields): Merged {
  const laying = new ThreeWayMerge(RULES);
  const two = laying.lay([], base, mine, theirs);
  const [one, other] = [BoxFields.safeParse(two.mine), BoxFields.safeParse(two.theirs)];
  if (one.success && other.success) return { mine: one.data, theirs: other.data, clashes: laying.clashes };
  // Each is a box and both together are none, as a marked volume and a box of the table: one of them is chosen.
  const ticksMerge = new ThreeWayMerge(RULES);
  const alone = ({ box: _box, found: _found, ...rest }: BoxFields) => rest;
  const rest = ticksMerge.lay([], alone(base), alone(mine), alone(theirs)) as {
    mine: object;
    theirs: object;
  };
  const ours = BoxFields.safeParse({ ...rest.mine, box: mine.box, found: mine.found });
  const there = BoxFields.safeParse({ ...rest.theirs, box: theirs.box, found: theirs.found });
  if (ours.success && there.success)
    return {
      mine: ours.data,
      theirs: there.data,
      clashes: [...ticksMerge.clashes, { path: ['box'], base: base.box, mine: mine.box, theirs: theirs.box }],
    };
  // More photos or answers than a box keeps: one whole record is chosen.
  return { mine, theirs, clashes: [{ path: [], base, mine, theirs }] };
}

/** What two states of a box have differently. */
export const boxDifferences = (mine: BoxFields, theirs: BoxFields): readonly MergeConflict[] =>
  differences(RULES, mine, theirs);
