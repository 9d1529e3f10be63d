/** What waits of a record, as a screen shows it: all its operations as one. */
import type { BoxFields, BoxRecord, Job, JobFields } from '@dense-pack/core/box/record';
import { asOne, pendingOf } from './pending';
import type { BoxOperation, Change, Deletion, JobOperation, Operation } from './operation';

interface Common {
  /** Of the record. */
  readonly id: string;
  readonly madeAt: string;
  readonly refused?: string | undefined;
}

interface ChangeEntry extends Common {
  /** Version the change was made from; null for a record the server has not got yet. */
  readonly from: number | null;
  /** The record was deleted elsewhere. */
  readonly gone?: true | undefined;
}

export interface JobEntry extends ChangeEntry {
  readonly what: 'job';
  readonly fields: JobFields;
  readonly conflict?: Job | undefined;
  readonly operation: JobOperation;
}

export interface BoxEntry extends ChangeEntry {
  readonly what: 'box';
  readonly jobId: string;
  readonly fields: BoxFields;
  readonly conflict?: BoxRecord | undefined;
  readonly operation: BoxOperation;
}

export interface DeleteEntry extends Common {
  readonly what: 'delete';
  readonly of: 'boxes' | 'jobs';
  readonly name?: string | undefined;
  readonly conflict?: BoxRecord | Job | undefined;
  readonly operation: Deletion;
}

export type Entry = JobEntry | BoxEntry | DeleteEntry;

/** @returns undefined where nothing waits */
export function entryOf(operations: readonly Operation[]): Entry | undefined {
  const { sealed, next, rest } = pendingOf(operations);
  const all = [sealed, next, ...rest].flatMap((one) => one ?? []);
  const last = all.findLastIndex(({ what }) => what === 'delete');
  const shown = all.slice(Math.max(0, last)).reduce<Operation | undefined>((before, later) => {
    if (before === undefined || before.what === 'delete' || later.what === 'delete') return later;
    return asOne<Change>(before, later);
  }, undefined);
  return shown && entryIn(shown);
}

function entryIn(operation: Operation): Entry {
  const { record: id, madeAt, refused } = operation;
  if (operation.what === 'delete') {
    const { of, name, conflict } = operation;
    return { what: 'delete', id, madeAt, refused, of, name, conflict, operation };
  }
  const { from, gone } = operation;
  const common = { id, madeAt, refused, from, gone };
  if (operation.what === 'job')
    return { ...common, what: 'job', fields: operation.after, conflict: operation.conflict, operation };
  const { job: jobId, after: fields, conflict } = operation;
  return { ...common, what: 'box', jobId, fields, conflict, operation };
}
