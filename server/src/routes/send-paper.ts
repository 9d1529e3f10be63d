/** Sends papers and archives while a worker thread makes them. */
import { RecordId } from '@dense-pack/core';
import type { Request, Response } from 'express';
import { Refused } from '../services/failures.ts';
import type { Task } from '../works/tasks.ts';
import type { Works } from '../works/works.ts';

/** The name a request gives its work, so that its progress can be asked for: `?work=…`. @throws Refused 400 */
export function workIn({ query: { work } }: Request): string | undefined {
  const name = RecordId.optional().safeParse(work);
  if (name.success) return name.data;
  throw new Refused(400, 'Some of this cannot be taken', {
    errors: [{ field: 'work', accepted: 'an id of 8 to 40 of a–z, 0–9 and “-”, or none' }],
  });
}

/** Ends a work when nobody waits for it any more. */
export function untilGone(response: Response): AbortSignal {
  const gone = new AbortController();
  response.once('close', () => {
    if (!response.writableFinished) gone.abort();
  });
  return gone.signal;
}

/** Sends what a task makes. Its headers are set before. @throws Refused while nothing is sent */
export async function sendMade(
  request: Request,
  response: Response,
  works: Works,
  task: Extract<Task, { now: string }>,
): Promise<void> {
  const signal = untilGone(response);
  try {
    await works.run(task, { into: response, signal, name: workIn(request) });
  } catch (error) {
    if (signal.aborted) return;
    if (!response.headersSent) {
      response.removeHeader('Content-Disposition');
      throw error;
    }
    // What is sent already cannot be taken back: the reader sees that it broke off.
    console.error(error);
    response.destroy();
  }
}
