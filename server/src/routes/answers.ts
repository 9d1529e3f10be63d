/** Between HTTP and the services: parsed bodies in, problem documents out. */
import type { ErrorRequestHandler, Response } from 'express';
import type { z } from 'zod';
import { sqliteCode } from '../database.ts';
import { type FieldError, Refused } from '../services/failures.ts';

/** Parses a body by a schema. @throws Refused 400 naming each field and what it accepts */
export function bodyAs<S extends z.ZodType>(schema: S, body: unknown): z.output<S> {
  const parsed = schema.safeParse(body ?? {});
  if (parsed.success) return parsed.data;
  const errors: FieldError[] = parsed.error.issues.map((issue) => ({
    field: issue.path.join('.') || (issue.code === 'unrecognized_keys' ? issue.keys.join(', ') : 'body'),
    accepted: issue.message,
  }));
  throw new Refused(400, 'Some of this cannot be taken', { errors });
}

function sendProblem(response: Response, refused: Refused): void {
  response
    .status(refused.status)
    .type('application/problem+json')
    .send(
      JSON.stringify({
        type: 'about:blank',
        title: refused.title,
        status: refused.status,
        ...refused.more,
      }),
    );
}

/** What the database says, in plain words: none of it is the request’s fault, and nothing was changed. */
function refusedByDatabase(error: unknown): Refused | undefined {
  const code = sqliteCode(error);
  if (code === undefined) return undefined;
  if (code.startsWith('SQLITE_BUSY') || code.startsWith('SQLITE_LOCKED'))
    return new Refused(503, 'Another program is writing to the database', {
      detail: 'Nothing was changed. Try again in a moment; if it stays so, close the other program.',
    });
  console.error(error);
  if (code.startsWith('SQLITE_FULL'))
    return new Refused(507, 'The disk is full', {
      detail:
        'Nothing was changed. Make room on the disk of the server; what waits on the phone stays there.',
    });
  if (code.startsWith('SQLITE_CORRUPT') || code === 'SQLITE_NOTADB')
    return new Refused(503, 'The database file is damaged', {
      detail:
        'Nothing was changed. Stop the server, keep a copy of the file, and start from a backup or an archive.',
    });
  if (
    code.startsWith('SQLITE_READONLY') ||
    code.startsWith('SQLITE_IOERR') ||
    code.startsWith('SQLITE_CANTOPEN')
  )
    return new Refused(503, 'The database file cannot be written', {
      detail:
        'Nothing was changed. See that the file and its folder can be written, and that the disk is there.',
    });
  return undefined;
}

/** Errors that express and its body parser raise, in our words. */
function refusedOf(error: unknown): Refused {
  if (error instanceof Refused) return error;
  const kind = error instanceof Error && 'type' in error ? String(error.type) : '';
  if (kind === 'entity.too.large') {
    return new Refused(413, 'The body is too large', {
      detail: 'At most 1 MB is taken in one request, 3 MB for a photo.',
    });
  }
  if (kind === 'entity.parse.failed') {
    return new Refused(400, 'The body is not JSON', {
      errors: [{ field: 'body', accepted: 'a JSON object' }],
    });
  }
  const ofDatabase = refusedByDatabase(error);
  if (ofDatabase) return ofDatabase;
  const status = error instanceof Error && 'status' in error ? Number(error.status) : 500;
  if (status >= 400 && status < 500) return new Refused(status, 'The request cannot be taken');
  console.error(error);
  return new Refused(500, 'Something went wrong here', { detail: 'Nothing was changed. Try again.' });
}

export const answerErrors: ErrorRequestHandler = (error, _request, response, _next) => {
  sendProblem(response, refusedOf(error));
};
