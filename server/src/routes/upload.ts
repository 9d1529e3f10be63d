/** A large body as a file on the disk of the server, gone when the request is answered: none of it is held in memory. */
import { createWriteStream, rmSync } from 'node:fs';
import { mkdir, mkdtemp, rm } from 'node:fs/promises';
import { join } from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Request, Response } from 'express';
import type { Db } from '../database.ts';
import { ARCHIVE_BYTES_MOST } from '../services/archive-zip.ts';
import { Refused } from '../services/failures.ts';
import { untilGone } from './send-paper.ts';

const tooLarge = () =>
  new Refused(413, 'The body is too large', {
    detail: `At most ${ARCHIVE_BYTES_MOST / 1_000_000} MB is taken as an archive.`,
  });

/** Beside the database, on its disk. */
const uploadsOf = (file: string) => `${file}-uploads`;

/** Deletes what a server that was killed left of uploads. At a start, before any comes. */
export function dropUploads({ name }: Db): void {
  rmSync(uploadsOf(name), { recursive: true, force: true });
}

/** Lets so many bytes through. */
function atMost(bytes: number): Transform {
  let seen = 0;
  return new Transform({
    transform(chunk: Buffer, _encoding, done) {
      seen += chunk.length;
      if (seen > bytes) done(tooLarge());
      else done(null, chunk);
    },
  });
}

/**
 * Keeps the archive of a request in a file while it is worked on.
 * @param work gets the path, and a signal for when the client is gone
 * @throws Refused 413, 415
 */
export async function withUpload(
  { name }: Db,
  request: Request,
  response: Response,
  work: (file: string, signal: AbortSignal) => Promise<void>,
): Promise<void> {
  if (!request.is('application/zip'))
    throw new Refused(415, 'Only an archive is taken here', {
      detail: 'Send the ZIP file as it is, with Content-Type: application/zip.',
    });
  if (Number(request.headers['content-length'] ?? 0) > ARCHIVE_BYTES_MOST) throw tooLarge();
  const signal = untilGone(response);
  await mkdir(uploadsOf(name), { recursive: true });
  const folder = await mkdtemp(join(uploadsOf(name), 'one-'));
  try {
    const file = join(folder, 'archive.zip');
    await pipeline(request, atMost(ARCHIVE_BYTES_MOST), createWriteStream(file), { signal });
    await work(file, signal);
  } catch (error) {
    // Nobody is there to be answered.
    if (!signal.aborted) throw error;
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}
