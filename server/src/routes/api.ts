/** The API under /api/v1. */
import { randomUUID } from 'node:crypto';
import { BoxChange, boxJsonSchema, JobChange, NewBox, NewJob, RecordId, writeCsv } from '@dense-pack/core';
import { json, raw, type Request, Router } from 'express';
import type { Db } from '../database.ts';
import {
  boxesIn,
  boxesOf,
  changeBox,
  countBoxes,
  createBox,
  deleteBox,
  type Page,
  readBox,
  storedBox,
} from '../services/boxes.ts';
import { Refused } from '../services/failures.ts';
import { eventsOf, eventsOfJob, findBoxes } from '../services/logbook.ts';
import { keepPhoto, PHOTO_BYTES_MOST, readPhoto } from '../services/photos.ts';
import { statesOf } from '../services/states.ts';
import { changeJob, countJobs, createJob, deleteJob, listJobs, readJob } from '../services/jobs.ts';
import { bodyAs } from './answers.ts';
import { keepingAnswers } from './kept-answers.ts';
import { ARCHIVE_BYTES_MOST, readArchive } from '../services/archive-zip.ts';
import { previewOf, readIn } from '../services/archives.ts';
import { sendArchive, sendLabels, sendSheets } from './send-paper.ts';
import { sendTemplate } from './send-template.ts';

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

const PAGE_MOST = 1000;

/** The part of a list that is asked for: `?from=100&most=100`; undefined for all of it. @throws Refused 400 */
function pageOf({ query }: Request): Page | undefined {
  if (query['from'] === undefined && query['most'] === undefined) return undefined;
  const from = Number(query['from'] ?? 0);
  const most = Number(query['most'] ?? PAGE_MOST);
  const errors = [
    ...(Number.isInteger(from) && from >= 0
      ? []
      : [{ field: 'from', accepted: 'how many are passed over, a whole number from 0' }]),
    ...(Number.isInteger(most) && most >= 1 && most <= PAGE_MOST
      ? []
      : [{ field: 'most', accepted: `how many are told, a whole number from 1 to ${PAGE_MOST}` }]),
  ];
  if (errors.length > 0) throw new Refused(400, 'Some of this cannot be taken', { errors });
  return { from, most };
}

/** The archive a request brings. @throws Refused 415 */
function zipIn({ body }: Request): Buffer {
  if (Buffer.isBuffer(body)) return body;
  throw new Refused(415, 'Only an archive is taken here', {
    detail: 'Send the ZIP file as it is, with Content-Type: application/zip.',
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

  router.get('/jobs/:id/sheets.pdf', async (request, response) => {
    const job = readJob(db, idOf(request));
    const { boxes, unreadable } = boxesIn(db, job.id);
    await sendSheets(response, db, { job, boxes, house: boxes, unreadable, cover: true, now: clock() });
  });
  router.get('/boxes/:id/sheet.pdf', async (request, response) => {
    const box = readBox(db, idOf(request));
    const job = readJob(db, box.jobId);
    const house = boxesIn(db, job.id).boxes;
    await sendSheets(response, db, { job, boxes: [box], house, unreadable: [], cover: false, now: clock() });
  });
  router.get('/jobs/:id/labels.pdf', (request, response) => {
    const job = readJob(db, idOf(request));
    const { boxes } = boxesIn(db, job.id);
    sendLabels(request, response, { job, boxes, sheet: true, now: clock() });
  });
  router.get('/boxes/:id/label.pdf', (request, response) => {
    const box = readBox(db, idOf(request));
    sendLabels(request, response, { job: readJob(db, box.jobId), boxes: [box], sheet: false, now: clock() });
  });
  router.get('/boxes/:id/template.:kind', (request, response) => {
    sendTemplate(request, response, db, clock());
  });

  router.get('/logbook', (request, response) => {
    const { q = '' } = request.query;
    if (typeof q !== 'string' || q.length > 400)
      throw new Refused(400, 'Some of this cannot be taken', {
        errors: [{ field: 'q', accepted: 'one text of at most 400 characters' }],
      });
    response.json(findBoxes(db, q));
  });
  router.get('/jobs/:id/events', (request, response) => {
    response.json({ events: eventsOfJob(db, readJob(db, idOf(request)).id) });
  });
  router.get('/boxes/:id/events', (request, response) => {
    response.json({ events: eventsOf(db, readBox(db, idOf(request)).id) });
  });

  const kept = keepingAnswers(db);
  router.get(
    '/jobs',
    kept((request) => {
      const page = pageOf(request);
      const jobs = listJobs(db, page);
      return page ? { jobs, from: page.from, count: countJobs(db) } : { jobs };
    }),
  );
  router.post('/jobs', (request, response) => {
    const { id = randomUUID(), ...fields } = bodyAs(NewJob, request.body);
    response.status(201).json(createJob(db, id, fields, now()));
  });
  const part = (request: Request, jobId: string) => {
    const page = pageOf(request);
    const boxes = boxesIn(db, jobId, page);
    return page ? { ...boxes, from: page.from, count: countBoxes(db, jobId) } : boxes;
  };
  router.get(
    '/jobs/:id',
    kept((request) => {
      const job = readJob(db, idOf(request));
      return { ...job, ...part(request, job.id) };
    }),
  );
  router.put('/jobs/:id', (request, response) => {
    const { version, ...fields } = bodyAs(JobChange, request.body);
    response.json(changeJob(db, idOf(request), fields, version, now()));
  });
  router.delete('/jobs/:id', (request, response) => {
    const id = idOf(request);
    deleteJob(db, id, versionOf(request));
    response.json({ id, deleted: true });
  });

  router.get(
    '/jobs/:id/boxes',
    kept((request) => part(request, readJob(db, idOf(request)).id)),
  );
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
