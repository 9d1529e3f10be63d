/** The trash: listed, brought back, or deleted for good. */
import { Router } from 'express';
import type { Db } from '../database.ts';
import { bringBack, throwAway, trashed } from '../services/trash.ts';
import { idOf, pageOf } from './asked.ts';

/** How many entries an answer has by default. */
const MOST = 100;

export function trashRoutes(db: Db, now: () => string): Router {
  const router = Router();
  router.get('/trash', (request, response) => {
    response.setHeader('Cache-Control', 'no-store');
    response.json(trashed(db, pageOf(request) ?? { from: 0, most: MOST }));
  });
  router.post('/trash/:id', (request, response) => {
    response.json(bringBack(db, idOf(request), now()));
  });
  router.delete('/trash/:id', (request, response) => {
    const id = idOf(request);
    throwAway(db, id);
    response.json({ id, deleted: true });
  });
  return router;
}
