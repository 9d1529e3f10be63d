/** Operations of one record laid one after the other: decisions alone, nothing is written here. */
import { boxDifferences, mergeBox } from '@dense-pack/core/box/merge-box';
import { jobDifferences, mergeJob } from '@dense-pack/core/box/merge-job';
import { type MergedOf, valueAt } from '@dense-pack/core/box/three-way-merge';
import type { BoxFields, BoxRecord, Job, JobFields } from '@dense-pack/core/box/record';
import equal from 'fast-deep-equal';
import {
  type BoxOperation,
  type Change,
  type Deletion,
  fieldsOf,
  jobFieldsOf,
  type JobOperation,
  type MadeFrom,
  madeFromState,
  named,
  type Operation,
  stateOf,
} from './operation';

/** Both as one state; `own` where nothing clashes but with what the first itself said. */
interface Onto<F> {
  readonly after: F;
  readonly own: boolean;
}

/**
 * A later change on an earlier one. Where it was made from something else, in another tab, both are kept; of one’s own
 * two words of the same the later stands, another’s word is not written over.
 */
function onto<F extends BoxFields | JobFields>(
  first: { readonly before?: F | undefined; readonly after: F },
  later: { readonly before?: F | undefined; readonly after: F },
  merge: (base: F, mine: F, theirs: F) => MergedOf<F>,
): Onto<F> {
  if (later.before === undefined || equal(later.before, first.after))
    return { after: later.after, own: true };
  const { mine, clashes } = merge(later.before, later.after, first.after);
  const { before } = first;
  // What the first did not change itself is what it found: another’s word, that the later has not seen.
  const own = clashes.every(
    ({ path, theirs }) => before === undefined || !equal(valueAt(before, path), theirs),
  );
  return { after: mine, own };
}

function laidOnto<C extends Change>(first: C, later: C): Onto<C['after']> {
  if (first.what === 'box' && later.what === 'box') return onto(first, later, mergeBox);
  if (first.what === 'job' && later.what === 'job') return onto(first, later, mergeJob);
  return { after: later.after, own: true };
}

/**
 * Two changes of one record as one, under an id of its own: either may have been taken by itself. What was wrong with the
 * first says nothing of both together.
 */
export function asOne<C extends Change>(first: C, later: C): C {
  const { refused: _refused, id: _id, known, ...rest } = first;
  return named<C>({
    ...rest,
    // What is brought back is not just what was known any more.
    ...(known ? { known: { ...known, changed: true } } : {}),
    after: laidOnto(first, later).after,
  } as unknown as Omit<C, 'id'>);
}

/** Whether two changes can be one: the later writes over no word of another that it has not seen. */
export const canBeOne = <C extends Change>(first: C, later: C): boolean => laidOnto(first, later).own;

/** A change that waits made from what was taken before it; as it was where it has not seen something of that. */
export function madeFromTaken<C extends Change>(next: C, taken: C, state: MadeFrom): C {
  const { after, own } = laidOnto({ ...taken, before: taken.after }, next);
  if (!own) return next;
  const { write: _write, copyOf: _copyOf, ...rest } = next;
  return { ...rest, ...madeFromState(state), before: taken.after, after } as unknown as C;
}

/** What is sent of a record, and what goes after it. */
export interface Pending {
  /** Sent and not answered. */
  readonly sealed?: Operation;
  /** What was changed since, as one. */
  readonly next?: Operation;
  /** Changes of other tabs that must be sent by themselves: they have not seen what the one before them was made from. */
  readonly rest: readonly Operation[];
}

/**
 * Lays the operations of one record together, in their order: what was sent stays as it was sent, the rest is one change
 * or one deletion where it can be one.
 */
export function pendingOf(operations: readonly Operation[]): Pending {
  const sealed = operations.find((one) => one.sealed);
  const laid: Operation[] = [];
  for (const operation of operations.filter((one) => one !== sealed)) {
    const before = laid.at(-1);
    const together = before && laidOn(before, operation);
    if (together) laid[laid.length - 1] = together;
    else laid.push(operation);
  }
  const [next, ...rest] = laid;
  return { ...(sealed ? { sealed } : {}), ...(next ? { next } : {}), rest };
}

/** Undefined where both cannot be one. */
function laidOn(before: Operation, later: Operation): Operation | undefined {
  if (later.what === 'delete') {
    if (before.what === 'delete') return { ...later, ...keptBy(before) };
    // What was changed and not sent is kept with the deletion: it may be taken back.
    if (before.from === null) return { ...later, kept: before };
    const { from: version, write, copyOf } = before;
    const { write: _write, copyOf: _copyOf, ...rest } = later;
    return { ...rest, kept: before, ...stateOf({ version, write, copyOf }) };
  }
  // Changed after it was deleted, in another tab: it is not deleted.
  if (before.what === 'delete') return before.kept ? asOne(before.kept, later) : later;
  return canBeOne<Change>(before, later) ? asOne<Change>(before, later) : undefined;
}

const keptBy = ({ kept }: Deletion) => (kept ? { kept } : {});

/** The operations of a record as they are kept from now on. A record that was never sent is not deleted, it is not there. */
export function keptAs({ sealed, next, rest }: Pending): readonly Operation[] {
  const never = !sealed && next?.what === 'delete' && next.kept?.from === null && !next.kept.sent;
  return never ? rest : [sealed, next, ...rest].flatMap((one) => one ?? []);
}

/** Both changes laid together; undefined where it is not known what mine was made from: an older program wrote it. */
export function mergedWithStored(mine: BoxOperation, stored: BoxRecord): MergedOf<BoxFields> | undefined;
export function mergedWithStored(mine: JobOperation, stored: Job): MergedOf<JobFields> | undefined;
export function mergedWithStored(
  mine: Change,
  stored: BoxRecord | Job,
): MergedOf<BoxFields> | MergedOf<JobFields> | undefined {
  if (mine.what === 'box' && 'jobId' in stored)
    return mine.before && mergeBox(mine.before, mine.after, fieldsOf(stored));
  if (mine.what === 'job' && !('jobId' in stored))
    return mine.before && mergeJob(mine.before, mine.after, jobFieldsOf(stored));
  return undefined;
}

/** A change with another’s laid under it, made from what is stored now: another thing than was sent. */
export function madeFrom<C extends Change>(mine: C, after: C['after'], stored: BoxRecord | Job): C {
  const { id: _id, conflict: _conflict, refused: _refused, sealed: _sealed, sent: _sent, ...rest } = mine;
  const { write: _write, copyOf: _copyOf, ...change } = rest;
  const before = 'jobId' in stored ? fieldsOf(stored) : jobFieldsOf(stored);
  return named<C>({ ...change, after, ...madeFromState(stored), before } as unknown as Omit<C, 'id'>);
}

/**
 * What a person is asked about a change and the stored state: the fields both changed or, without a known base, every field in
 * which the two differ.
 */
export function askedBoth(mine: BoxOperation, stored: BoxRecord): MergedOf<BoxFields>;
export function askedBoth(mine: JobOperation, stored: Job): MergedOf<JobFields>;
export function askedBoth(mine: Change, stored: BoxRecord | Job): MergedOf<BoxFields> | MergedOf<JobFields> {
  if (mine.what === 'box' && 'jobId' in stored) {
    const theirs = fieldsOf(stored);
    const { after } = mine;
    return mergedWithStored(mine, stored) ?? { mine: after, theirs, clashes: boxDifferences(after, theirs) };
  }
  if (mine.what === 'job' && !('jobId' in stored)) {
    const theirs = jobFieldsOf(stored);
    const { after } = mine;
    return mergedWithStored(mine, stored) ?? { mine: after, theirs, clashes: jobDifferences(after, theirs) };
  }
  throw new Error('A change of a box conflicts with a box, and a change of a job with a job.');
}
