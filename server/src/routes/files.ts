/** What comes and goes as a file: photos and archives. Their bodies are taken as they are. */
import { randomUUID } from 'node:crypto';
import { PassThrough } from 'node:stream';
import { RecordId } from '@dense-pack/core';
import { raw, type Request, Router } from 'express';
import type { Db } from '../database.ts';
import { dropArrival } from '../services/archives.ts';
import { Refused } from '../services/failures.ts';
import {
  arrivedOf,
  keepPart,
  keepPhoto,
  type Part,
  PHOTO_BYTES_MOST,
  readPhoto,
} from '../services/photos.ts';
import { countLater } from '../services/verdicts.ts';
import type { Works } from '../works/works.ts';
import { idOf } from './asked.ts';
import { workIn } from './send-paper.ts';
import { withUpload } from './upload.ts';

const onlyPhotos = () =>
  new Refused(415, 'Only a photo is taken here', {
    detail: 'Send a JPEG, PNG or WebP picture with its Content-Type, under an id of 8 to 40 letters.',
  });

/** @throws Refused 415 */
function photoOf(request: Request): string {
  const photo = RecordId.safeParse(request.params['photo']);
  if (!photo.success) throw onlyPhotos();
  return photo.data;
}

/** The SHA-256 of the photo a request speaks of: `?sha256=…`. @throws Refused 400 */
function hashIn({ query: { sha256 } }: Request): string | undefined {
  if (sha256 === undefined || (typeof sha256 === 'string' && /^[0-9a-f]{64}$/.test(sha256))) return sha256;
  throw new Refused(400, 'Some of this cannot be taken', {
    errors: [{ field: 'sha256', accepted: 'the SHA-256 of the whole photo, 64 of 0–9 and a–f, or none' }],
  });
}

/** The part of a photo a request brings: `?from=65536&of=300000`; undefined for a whole one. @throws Refused 400 */
function partOf(request: Request): Part | undefined {
  const { query } = request;
  if (query['from'] === undefined && query['of'] === undefined) return undefined;
  const [from, of] = [Number(query['from']), Number(query['of'])];
  if (Number.isInteger(from) && Number.isInteger(of) && from >= 0 && of > from)
    return { from, of, sha256: hashIn(request) };
  throw new Refused(400, 'Some of this cannot be taken', {
    errors: [
      { field: 'from', accepted: 'how many bytes of the photo come before this part, a whole number from 0' },
      { field: 'of', accepted: 'how many bytes the whole photo has, a whole number above “from”' },
    ],
  });
}

/** Runs pieces of work one after the other. */
function inTurn(): <T>(work: () => Promise<T>) => Promise<T> {
  let last: Promise<unknown> = Promise.resolve();
  return (work) => {
    const next = last.then(work);
    last = next.catch(() => undefined);
    return next;
  };
}

/** For a task that makes nothing to read. */
const nowhere = () => new PassThrough().resume();

/** Takes away what an import wrote that broke off, a little at a time. @param arrival its name; without it all of them */
export function dropLater(db: Db, arrival?: string): void {
  try {
    if (db.open && dropArrival(db, arrival)) setTimeout(() => dropLater(db, arrival), 1).unref();
  } catch (error) {
    // It is not seen, and taken away at the next start.
    console.error(error);
  }
}

export function fileRoutes(db: Db, clock: () => Date, works: Works): Router {
  const router = Router();
  // Two imports of one archive at once would each take what the other has not finished for deleted; and each may be large.
  const archiveInTurn = inTurn();
  router.put(
    '/boxes/:id/photos/:photo',
    raw({ limit: PHOTO_BYTES_MOST, type: 'image/*' }),
    async (request, response) => {
      const photo = photoOf(request);
      if (!Buffer.isBuffer(request.body)) throw onlyPhotos();
      const [box, part, now] = [idOf(request), partOf(request), clock().toISOString()];
      // What is stored is said by name, length and hash: a phone forgets its photo after this answer and no other.
      response.json(
        part
          ? await keepPart(db, box, photo, part, request.body, now)
          : await keepPhoto(db, box, photo, request.body, now),
      );
    },
  );
  router.get('/boxes/:id/photos/:photo/arrived', (request, response) => {
    response.setHeader('Cache-Control', 'no-store');
    response.json(arrivedOf(db, idOf(request), photoOf(request), hashIn(request)));
  });
  router.get('/photos/:id', (request, response) => {
    const { type, bytes } = readPhoto(db, idOf(request));
    response.type(type).setHeader('Cache-Control', 'private, max-age=31536000, immutable');
    response.send(bytes);
  });
  router.post('/archives/preview', async (request, response) => {
    const name = workIn(request);
    await withUpload(db, request, response, async (file, signal) => {
      response.json(
        await archiveInTurn(() => works.run({ is: 'preview', file }, { into: nowhere(), signal, name })),
      );
    });
  });
  router.post('/archives', async (request, response) => {
    const name = workIn(request);
    await withUpload(db, request, response, async (file, signal) => {
      const arrival = randomUUID();
      try {
        const answer = await archiveInTurn(() =>
          works.run({ is: 'import', file, arrival }, { into: nowhere(), signal, name }),
        );
        countLater(db, [(answer as { readonly jobId: string }).jobId]);
        response.status(201).json(answer);
      } catch (error) {
        dropLater(db, arrival);
        throw error;
      }
    });
  });
  return router;
}
