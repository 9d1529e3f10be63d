/** Jobs and boxes: read, made, changed, deleted. */
import { randomUUID } from 'node:crypto';
import { BoxChange, JobChange, JobDeletion, NewBox, NewJob } from '@dense-pack/core';
import { type Request, Router } from 'express';
import type { Db } from '../database.ts';
import { boxesIn, countBoxes, readBox, stateOfBoxes, storedBox } from '../services/box-rows.ts';
import { changeBox, createBox, deleteBox } from '../services/boxes.ts';
import { listCards } from '../services/cards.ts';
import { changeJob, createJob, deleteJob, readJob } from '../services/jobs.ts';
import { statesOf } from '../services/states.ts';
import { bodyAs } from './answers.ts';
import { cardsIn, deviceIn, idOf, madeFromIn, operationOf, pageOf } from './asked.ts';
import type { keepingAnswers } from './kept-answers.ts';

type Keeping = ReturnType<typeof keepingAnswers>;

/** The boxes of a job, or the page of them that is asked for. */
function boxesAsked(db: Db, request: Request, jobId: string) {
  const page = pageOf(request);
  const boxes = boxesIn(db, jobId, page);
  // Pages of the same state are of one list; of another, something was written between them.
  return page
    ? { ...boxes, from: page.from, count: countBoxes(db, jobId), state: stateOfBoxes(db, jobId) }
    : boxes;
}

export function jobRoutes(db: Db, now: () => string, kept: Keeping): Router {
  const router = Router();
  router.get(
    '/jobs',
    kept((request) => listCards(db, cardsIn(request))),
  );
  router.post('/jobs', (request, response) => {
    const { id = randomUUID(), operation, known, ...fields } = bodyAs(NewJob, request.body);
    response.status(201).json(createJob(db, id, fields, now(), { operation, known }));
  });
  router.get(
    '/jobs/:id',
    kept((request) => {
      const job = readJob(db, idOf(request));
      return { ...job, ...boxesAsked(db, request, job.id) };
    }),
  );
  router.put('/jobs/:id', (request, response) => {
    const { version, write, known, operation, ...fields } = bodyAs(JobChange, request.body);
    response.json(changeJob(db, idOf(request), fields, { version, write, known }, now(), operation));
  });
  router.delete('/jobs/:id', (request, response) => {
    const id = idOf(request);
    const { boxes } = bodyAs(JobDeletion, request.body);
    deleteJob(db, id, madeFromIn(request), {
      now: now(),
      by: deviceIn(request),
      ...(boxes === undefined ? {} : { seen: boxes }),
      ...operationOf(request),
    });
    response.json({ id, deleted: true });
  });

  return router;
}

export function boxRoutes(db: Db, now: () => string, kept: Keeping): Router {
  const router = Router();
  router.get(
    '/jobs/:id/boxes',
    kept((request) => boxesAsked(db, request, readJob(db, idOf(request)).id)),
  );
  router.post('/jobs/:id/boxes', (request, response) => {
    const { id = randomUUID(), operation, known, job, ...fields } = bodyAs(NewBox, request.body);
    response.status(201).json(createBox(db, idOf(request), id, fields, now(), { operation, known, job }));
  });
  router.get('/boxes/:id', (request, response) => {
    response.json(readBox(db, idOf(request)));
  });
  router.put('/boxes/:id', (request, response) => {
    const { version, write, known, operation, ...fields } = bodyAs(BoxChange, request.body);
    response.json(changeBox(db, idOf(request), fields, { version, write, known }, now(), operation));
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
    deleteBox(db, id, madeFromIn(request), { now: now(), by: deviceIn(request), ...operationOf(request) });
    response.json({ id, deleted: true });
  });

  return router;
}
