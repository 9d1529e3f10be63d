/** How each kind of operation is put to the server, and what its answer says. What it means is for the outbox. */
import {
  type BoxChange,
  BoxRecord,
  Job,
  type JobChange,
  type JobDeletion,
  type NewBox,
  type NewJob,
  TakenBox,
  TakenJob,
} from '@dense-pack/core/box/record';
import type { z } from 'zod';
import { Deleted } from './answers';
import { ProblemAnswer, request } from './api';
import {
  type BoxOperation,
  type Deletion,
  type JobOperation,
  type MadeFrom,
  type Operation,
  stateOf,
} from './operation';
import type { Answer } from './apply-answer';

/** What the server answered, and the record as it is stored now where it says. */
export interface Answered {
  readonly answer: Answer;
  readonly job?: Job;
  readonly box?: BoxRecord;
}

/** Statuses that say that the record is not there: 410 where this very operation was taken before it went. */
const GONE: Readonly<Record<number, boolean>> = { 404: false, 410: true };

/** @throws ServerAway when it cannot be told whether it was taken */
export async function send(operation: Operation): Promise<Answered> {
  try {
    switch (operation.what) {
      case 'job':
        return takenJob(await sendJob(operation));
      case 'box':
        return takenBox(await sendBox(operation));
      case 'delete':
        await sendDeletion(operation);
        return { answer: { is: 'deleted' } };
    }
  } catch (error) {
    if (!(error instanceof ProblemAnswer)) throw error;
    return { answer: refusal(error, operation) };
  }
}

const takenJob = ({ taken, takenWrite, ...job }: z.output<typeof TakenJob>): Answered => ({
  answer: { is: 'taken', ...stateMade(job, taken, takenWrite) },
  job,
});
const takenBox = ({ taken, takenWrite, ...box }: z.output<typeof TakenBox>): Answered => ({
  answer: { is: 'taken', ...stateMade(box, taken, takenWrite) },
  box,
});

/** The state a write made: an older server says only what is stored now. */
const stateMade = (stored: MadeFrom, version: number | undefined, write: string | undefined): MadeFrom =>
  version === undefined || (version === stored.version && write === stored.write)
    ? stateOf(stored)
    : { version, write };

function refusal({ problem, words }: ProblemAnswer, operation: Operation): Answer {
  const gone = GONE[problem.status];
  if (gone !== undefined) return { is: 'gone', taken: gone };
  const ofBox = operation.what === 'box' || (operation.what === 'delete' && operation.of === 'boxes');
  const stored = (ofBox ? BoxRecord : Job).safeParse(problem.stored);
  if (problem.status === 409 && stored.success)
    return {
      is: 'stale',
      stored: stored.data,
      ...(problem.boxes === undefined ? {} : { boxes: problem.boxes }),
    };
  return { is: 'refused', words };
}

function sendJob({ id: operation, record: id, after, from, write, known }: JobOperation) {
  if (from === null) {
    const body: z.input<typeof NewJob> = { id, ...after, operation, known };
    return request(TakenJob, '/jobs', 'POST', body);
  }
  const body: z.input<typeof JobChange> = { ...after, version: from, write, known, operation };
  return request(TakenJob, `/jobs/${id}`, 'PUT', body);
}

function sendBox({ id: operation, record: id, job, jobAgain, after, from, write, known }: BoxOperation) {
  if (from === null) {
    const body: z.input<typeof NewBox> = { id, ...after, operation, known, job: jobAgain };
    return request(TakenBox, `/jobs/${job}/boxes`, 'POST', body);
  }
  const body: z.input<typeof BoxChange> = { ...after, version: from, write, known, operation };
  return request(TakenBox, `/boxes/${id}`, 'PUT', body);
}

async function sendDeletion({ id: operation, record: id, of, boxes, by = '', ...deletion }: Deletion) {
  const schema = of === 'boxes' ? BoxRecord : Job;
  // What an older program wrote names no version: the one there is now is meant.
  const { version, write } =
    deletion.version === undefined ? await request(schema, `/${of}/${id}`) : deletion;
  const from = `version=${version}${write === undefined ? '' : `&write=${write}`}`;
  const body: z.input<typeof JobDeletion> = boxes === undefined ? {} : { boxes };
  return request(
    Deleted,
    `/${of}/${id}?${from}&operation=${operation}${by === '' ? '' : `&by=${encodeURIComponent(by)}`}`,
    'DELETE',
    ...(of === 'jobs' ? [body] : []),
  );
}
