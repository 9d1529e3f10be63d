/** What comes and goes as a file: photos and archives. Their bodies are taken as they are. */
import { RecordId } from '@dense-pack/core';
import { raw, type Request, Router } from 'express';
import type { Db } from '../database.ts';
import { ARCHIVE_BYTES_MOST, readArchive } from '../services/archive-zip.ts';
import { previewOf, readIn } from '../services/archives.ts';
import { Refused } from '../services/failures.ts';
import { readJob } from '../services/jobs.ts';
import { keepPhoto, PHOTO_BYTES_MOST, readPhoto } from '../services/photos.ts';
import { idOf } from './asked.ts';
import { sendArchive } from './send-paper.ts';

/** The archive a request brings. @throws Refused 415 */
function zipIn({ body }: Request): Buffer {
  if (Buffer.isBuffer(body)) return body;
  throw new Refused(415, 'Only an archive is taken here', {
    detail: 'Send the ZIP file as it is, with Content-Type: application/zip.',
  });
}

export function fileRoutes(db: Db, clock: () => Date): Router {
  const router = Router();
  router.put(
    '/boxes/:id/photos/:photo',
    raw({ limit: PHOTO_BYTES_MOST, type: 'image/*' }),
    async (request, response) => {
      const photo = RecordId.safeParse(request.params['photo']);
      if (!Buffer.isBuffer(request.body) || !photo.success) {
        throw new Refused(415, 'Only a photo is taken here', {
          detail: 'Send a JPEG, PNG or WebP picture with its Content-Type, under an id of 8 to 40 letters.',
        });
      }
      // What is stored is said by name, length and hash: a phone forgets its photo after this answer and no other.
      response.json(await keepPhoto(db, idOf(request), photo.data, request.body, clock().toISOString()));
    },
  );
  router.get('/photos/:id', (request, response) => {
    const { type, bytes } = readPhoto(db, idOf(request));
    response.type(type).setHeader('Cache-Control', 'private, max-age=31536000, immutable');
    response.send(bytes);
  });
  const zip = raw({ limit: ARCHIVE_BYTES_MOST, type: 'application/zip' });
  router.post('/archives/preview', zip, async (request, response) => {
    response.json(previewOf(db, await readArchive(zipIn(request))));
  });
  router.post('/archives', zip, async (request, response) => {
    response.status(201).json(readIn(db, await readArchive(zipIn(request))));
  });
  router.get('/jobs/:id/archive.zip', (request, response) => {
    sendArchive(response, db, readJob(db, idOf(request)), clock());
  });
  return router;
}
