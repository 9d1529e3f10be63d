/** The API under /api/v1. */
import { randomUUID } from 'node:crypto';
import { BoxChange, boxJsonSchema, JobChange, NewBox, NewJob, RecordId, writeCsv } from '@dense-pack/core';
import { json, raw, type Request, Router } from 'express';
import type { Db } from '../database.ts';
import { boxesIn, boxesOf, changeBox, createBox, deleteBox, readBox, storedBox } from '../services/boxes.ts';
import { Refused } from '../services/failures.ts';
import { keepPhoto, PHOTO_BYTES_MOST, readPhoto } from '../services/photos.ts';
import { statesOf } from '../services/states.ts';
import { changeJob, createJob, deleteJob, listJobs, readJob } from '../services/jobs.ts';
import { bodyAs } from './answers.ts';

const idOf = (request: Request): string => String(request.params['id']);

/** The version a deletion names: `?version=3`. @throws Refused 400 */
function versionOf(request: Request): number {
  const version = Number(request.query['version']);
  if (Number.isInteger(version) && version >= 1) return version;
  throw new Refused(400, 'Some of this cannot be taken', {
    errors: [
      {
        field: 'version',
        accepted:
          'the version that is deleted, a whole number from 1, as “?version=3”: it must be the stored one',
      },
    ],
  });
}

/** All routes of the API over one database. */
export function api(db: Db, clock: () => Date): Router {
  const router = Router();
  const now = () => clock().toISOString();
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
      // What is stored is said by name and length: a phone forgets its photo after this answer and no other.
      response.json(await keepPhoto(db, idOf(request), photo.data, request.body, now()));
    },
  );
  router.get('/photos/:id', (request, response) => {
    const { type, bytes } = readPhoto(db, idOf(request));
    response.type(type).setHeader('Cache-Control', 'private, max-age=31536000, immutable');
    response.send(bytes);
  });
  router.use(json({ limit: '1mb', strict: true, type: ['application/json', 'application/*+json'] }));
  router.use((request, _response, next) => {
    const sends = ['POST', 'PUT', 'PATCH'].includes(request.method);
    if (sends && !request.is(['application/json', 'application/*+json'])) {
      throw new Refused(415, 'Only JSON is taken here', { detail: 'Send Content-Type: application/json.' });
    }
    next();
  });

  router.get('/health', (_request, response) => {
    response.json({ status: 'ok' });
  });

  router.get('/schema', (_request, response) => {
    response.type('application/schema+json').send(JSON.stringify(boxJsonSchema()));
  });
  router.get('/jobs/:id/boxes.csv', (request, response) => {
    const job = readJob(db, idOf(request));
    response
      .type('text/csv; charset=utf-8')
      .attachment('boxes.csv')
      .send(writeCsv(boxesOf(db, job.id), job.edition));
  });

  router.get('/jobs', (_request, response) => {
    response.json({ jobs: listJobs(db) });
  });
  router.post('/jobs', (request, response) => {
    const { id = randomUUID(), ...fields } = bodyAs(NewJob, request.body);
    response.status(201).json(createJob(db, id, fields, now()));
  });
  router.get('/jobs/:id', (request, response) => {
    const job = readJob(db, idOf(request));
    response.json({ ...job, ...boxesIn(db, job.id) });
  });
  router.put('/jobs/:id', (request, response) => {
    const { version, ...fields } = bodyAs(JobChange, request.body);
    response.json(changeJob(db, idOf(request), fields, version, now()));
  });
  router.delete('/jobs/:id', (request, response) => {
    const id = idOf(request);
    deleteJob(db, id, versionOf(request));
    response.json({ id, deleted: true });
  });

  router.get('/jobs/:id/boxes', (request, response) => {
    response.json(boxesIn(db, readJob(db, idOf(request)).id));
  });
  router.post('/jobs/:id/boxes', (request, response) => {
    const { id = randomUUID(), ...fields } = bodyAs(NewBox, request.body);
    response.status(201).json(createBox(db, idOf(request), id, fields, now()));
  });
  router.get('/boxes/:id', (request, response) => {
    response.json(readBox(db, idOf(request)));
  });
  router.put('/boxes/:id', (request, response) => {
    const { version, ...fields } = bodyAs(BoxChange, request.body);
    response.json(changeBox(db, idOf(request), fields, version, now()));
  });
  router.get('/boxes/:id/states', (request, response) => {
    response.json(statesOf(db, readBox(db, idOf(request)).id));
  });
  router.get('/boxes/:id/stored', (request, response) => {
    response
      .type('application/json')
      .attachment('box.json')
      .send(storedBox(db, idOf(request)));
  });
  router.delete('/boxes/:id', (request, response) => {
    const id = idOf(request);
    deleteBox(db, id, versionOf(request));
    response.json({ id, deleted: true });
  });

  router.use(() => {
    throw new Refused(404, 'There is nothing at this address');
  });
  return router;
}
