/** What happened, and what is found by its words. */
import { Router } from 'express';
import type { Db } from '../database.ts';
import { readBox } from '../services/box-rows.ts';
import { Refused } from '../services/failures.ts';
import { readJob } from '../services/jobs.ts';
import { eventsOf, eventsOfJob, findBoxes } from '../services/logbook.ts';
import { idOf } from './asked.ts';

export function logbookRoutes(db: Db): Router {
  const router = Router();
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

  return router;
}
