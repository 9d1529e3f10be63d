/** What becomes of the operations of a record once the server or the person answered: decisions alone. */
import type { BoxRecord, Job, JobAgain } from '@dense-pack/core/box/record';
import type { Standing } from '@dense-pack/core/box/write-id';
import { asOne, canBeOne, type Pending, mergedWithStored, madeFrom, madeFromTaken } from './pending';
import {
  type Change,
  type Deletion,
  fieldsOf,
  jobFieldsOf,
  type MadeFrom,
  named,
  type Operation,
  stateOf,
  textOf,
  textOfJob,
} from './operation';

type Stored = BoxRecord | Job;
/** The boxes a job has now, where a deletion of it came too late. */
export type BoxesNow = NonNullable<Deletion['changed']>;

/** What the server says of what was sent. */
export type Answer =
  /** It was taken, now or before, as this version. */
  | ({ readonly is: 'taken' } & MadeFrom)
  /** The record is deleted by it. */
  | { readonly is: 'deleted' }
  /** It was not taken: another state is stored than it was made from. */
  | {
      readonly is: 'stale';
      readonly stored: Stored;
      readonly boxes?: BoxesNow;
      readonly standing?: Standing;
    }
  | { readonly is: 'refused'; readonly words: string }
  /**
   * There is no such record. It was not taken, or it was and the record was deleted since; `lost` where it was not deleted:
   * the server went back in time.
   */
  | { readonly is: 'gone'; readonly taken: boolean; readonly lost?: boolean; readonly job?: JobAgain };

const textOfStored = (stored: Stored): string => ('jobId' in stored ? textOf(stored) : textOfJob(stored));
const textOfChange = (change: Change): string =>
  change.what === 'box' ? textOf(change.after) : textOfJob(change.after);

/** It was certainly not taken: it may become another thing. */
function open<O extends Operation>(operation: O): O {
  const { sealed: _sealed, ...rest } = operation;
  return rest as O;
}

/** The same under a new id: what is sent is another thing than before. */
const anew = <O extends Operation>({ id: _id, ...rest }: O): O => named<O>(rest as Omit<O, 'id'>);

/** The operations of a record after an answer to what was sealed. */
export function applyAnswer({ sealed, next, rest }: Pending, answer: Answer): readonly Operation[] {
  if (!sealed) return [...(next ? [next] : []), ...rest];
  // What cannot be one with what was sent is sent by itself, whatever became of that.
  const apart = next && next.what !== 'delete' && sealed.what !== 'delete' && !canBeOne<Change>(sealed, next);
  if (apart) return [...answeredAlone(sealed, undefined, answer), next, ...rest];
  return [...answeredAlone(sealed, next, answer), ...rest];
}

function answeredAlone(sealed: Operation, next: Operation | undefined, answer: Answer): readonly Operation[] {
  const rest = next ? [next] : [];
  switch (answer.is) {
    case 'taken':
      return rest.map((one) => from(one, sealed, answer));
    case 'deleted':
      return rest;
    case 'stale':
      return sealed.what === 'delete'
        ? [...staleDeletion(sealed, answer.stored, answer), ...rest]
        : staleChange(sealed, next, answer.stored, answer.standing);
    case 'refused':
      if (next === undefined) return [{ ...open(sealed), refused: answer.words }];
      if (sealed.what === 'delete') return [{ ...open(sealed), refused: answer.words }, next];
      // What was changed since is another thing: it is sent, and may be taken.
      return [next.what === 'delete' ? { ...next, kept: open(sealed) } : open(asOne<Change>(sealed, next))];
    case 'gone':
      if (sealed.what === 'delete' || next?.what === 'delete')
        return next && next.what !== 'delete' ? [{ ...next, gone: true }] : [];
      if (answer.lost) return [madeAgain(next ? asOne<Change>(sealed, next) : sealed, answer.job)];
      if (answer.taken) return next ? [{ ...next, gone: true }] : [];
      return [{ ...open(next ? asOne<Change>(sealed, next) : sealed), gone: true }];
  }
}

/** What was changed while an earlier change was on the way is made from the version that was taken. */
function from(next: Operation, taken: Operation, state: MadeFrom): Operation {
  if (next.what !== 'delete')
    return taken.what === 'delete' ? next : madeFromTaken<Change>(next, taken, state);
  const { kept } = next;
  return {
    ...deletionOf(next, state),
    ...(kept && taken.what !== 'delete' ? { kept: madeFromTaken<Change>(kept, taken, state) } : {}),
  };
}

/** A deletion of another state than it was made of. */
function deletionOf(deletion: Deletion, state: MadeFrom): Deletion {
  const { write: _write, copyOf: _copyOf, ...rest } = deletion;
  return { ...rest, ...stateOf(state) };
}

/** Whether what is stored is what an older program of this phone sent without an id. */
const sentBefore = ({ sent }: { readonly sent?: readonly string[] | undefined }, stored: Stored): boolean =>
  sent?.includes(textOfStored(stored)) === true;

/** A record an older program made here without an id of the write: the first version of it is this phone’s own. */
const madeHere = ({ from, before }: Change, stored: Stored): boolean =>
  from === null && before === undefined && stored.version === 1;

/** What is known of a record the server went back behind: the state a change was made from. */
const knownOf = ({ from, write, known }: Change) =>
  known ?? (from === null ? undefined : { version: from, write, changed: true });

/**
 * A change of a record the server does not have any more, and nobody deleted: the record is made of it.
 * @param job what its job is made of, should that be gone too
 */
function madeAgain(change: Change, job: JobAgain | undefined): Change {
  const { write: _write, copyOf: _copyOf, before: _before, gone: _gone, ...rest } = open(change);
  return anew({
    ...rest,
    from: null,
    known: knownOf(change),
    ...(change.what === 'box' && job ? { jobAgain: job } : {}),
  } as Change);
}

/** A change made from a state the server went back behind: from what it has now to what this phone has, all of it. */
function madeFromEarlier(change: Change, stored: Stored): readonly Operation[] {
  return asStored({ ...change, known: knownOf(change) } as Change, change.after, stored);
}

function staleDeletion(
  deletion: Deletion,
  stored: Stored,
  { boxes, standing }: { readonly boxes?: BoxesNow; readonly standing?: Standing } = {},
): readonly Operation[] {
  const { sent: _sent, ...rest } = open(deletion);
  // Its boxes may be others: of a job it is asked.
  if (sentBefore(deletion, stored) || (standing === 'older' && 'jobId' in stored))
    return [anew(deletionOf(rest, stored))];
  return [anew({ ...rest, conflict: stored, ...(boxes ? { changed: boxes } : {}) })];
}

function staleChange(
  sealed: Change,
  next: Operation | undefined,
  stored: Stored,
  standing: Standing = 'newer',
): readonly Operation[] {
  if (next?.what === 'delete') {
    const kept = open(next.kept ? asOne<Change>(sealed, next.kept) : sealed);
    return staleDeletion({ ...next, kept, ...(sealed.sent ? { sent: sealed.sent } : {}) }, stored, {
      standing,
    });
  }
  const mine = open(next ? asOne<Change>(sealed, next) : sealed);
  if (textOfChange(mine) === textOfStored(stored)) return [];
  if (sentBefore(mine, stored) || madeHere(mine, stored)) return [madeFrom(mine, mine.after, stored)];
  if (standing === 'older') return madeFromEarlier(mine, stored);
  if (standing === 'apart') {
    // What was made from the lost state cannot be separated from that state: the person chooses one of the two.
    const { before: _before, ...whole } = mine;
    return [anew({ ...whole, known: knownOf(mine), conflict: stored } as Change)];
  }
  const merged = mergedWith(mine, stored);
  if (!merged || merged.clashes.length > 0) return [anew({ ...mine, conflict: stored } as Change)];
  return asStored(mine, merged.mine as Change['after'], stored);
}

/** A change made from what is stored; none where it says just that. */
function asStored(mine: Change, after: Change['after'], stored: Stored): readonly Operation[] {
  const change = madeFrom(mine, after, stored);
  return textOfChange(change) === textOfStored(stored) ? [] : [change];
}

function mergedWith(mine: Change, stored: Stored) {
  if (mine.what === 'box') return 'jobId' in stored ? mergedWithStored(mine, stored) : undefined;
  return 'jobId' in stored ? undefined : mergedWithStored(mine, stored);
}

/** Which of two is to stand. */
export type Choice = 'mine' | 'theirs';

/**
 * What the person chose where both changed the same. What both changed in different places is kept of both; where they
 * clash `mine` or `theirs` stands. A deletion is sent over what is stored, or taken back.
 */
export function chosen(operation: Operation, choice: Choice): readonly Operation[] {
  const { conflict: stored } = operation;
  if (!stored) return [operation];
  if (operation.what === 'delete') {
    if (choice === 'theirs') return operation.kept ? [operation.kept] : [];
    const { conflict: _conflict, refused: _refused, changed, ...rest } = operation;
    const boxes = changed && { boxes: Object.fromEntries(changed.map(({ id, version }) => [id, version])) };
    return [anew({ ...deletionOf(rest, stored), ...boxes })];
  }
  const merged = mergedWith(operation, stored);
  const whole =
    choice === 'mine' ? operation.after : 'jobId' in stored ? fieldsOf(stored) : jobFieldsOf(stored);
  return asStored(operation, (merged ? merged[choice] : whole) as Change['after'], stored);
}

/** Sent once more as it is. */
export function again(operation: Operation): readonly Operation[] {
  const { refused: _refused, ...rest } = operation;
  return [rest as Operation];
}

/**
 * Made again, as a record of its own: it was deleted elsewhere.
 * @param job what the job of a box is made of, should it be gone too
 */
export function revive(operation: Operation, job?: JobAgain): readonly Operation[] {
  if (operation.what === 'delete' || !operation.gone) return [operation];
  const { gone: _gone, sent: _sent, refused: _refused, conflict: _conflict, ...rest } = operation;
  const { write: _write, copyOf: _copyOf, ...change } = open(rest as Change);
  return [
    anew({ ...change, from: null, ...(change.what === 'box' && job ? { jobAgain: job } : {}) } as Change),
  ];
}

/** Thrown away: only ever at the person’s word. With a deletion the change that waited before it comes back. */
export const givenUp = (operation: Operation): readonly Operation[] =>
  operation.what === 'delete' && operation.kept ? [operation.kept] : [];

/** Whether a record is gone, with nothing pending for it. */
export const isGone = ({ is }: Answer, rest: readonly Operation[]): boolean =>
  (is === 'deleted' || is === 'gone') && rest.every(({ what }) => what === 'delete');

/** The deletion of a job with the version of a box that this phone wrote itself meanwhile; any other operation as it is. */
export function withOwnBox(
  operation: Operation,
  box: string,
  from: number | null,
  version: number,
): Operation {
  if (operation.what !== 'delete' || operation.sealed || !operation.boxes) return operation;
  if (from !== null && operation.boxes[box] !== from) return operation;
  return { ...operation, boxes: { ...operation.boxes, [box]: version } };
}
