/** The API under /api/v1. */
import { boxJsonSchema } from '@dense-pack/core';
import { json, Router } from 'express';
import type { Db } from '../database.ts';
import { Refused } from '../services/failures.ts';
import { type FileGuard, tryOut } from '../services/file-guard.ts';
import { sizeOf } from '../services/growth.ts';
import { epochsOf, hasDemoJob } from '../services/writes.ts';
import type { Works } from '../works/works.ts';
import { fileRoutes } from './files.ts';
import { keepingAnswers } from './kept-answers.ts';
import { logbookRoutes } from './logbook.ts';
import { paperRoutes } from './papers.ts';
import { trashRoutes } from './trash.ts';
import { boxRoutes, jobRoutes } from './records.ts';
import { settingRoutes } from './settings.ts';

/** What is said where nothing may be written any more. */
const refusedBy = (trouble: string) =>
  new Refused(503, 'The database cannot be trusted any more', {
    detail: `${trouble} Nothing was changed; what is here can be read. What waits on a phone stays there.`,
  });

interface ApiOptions {
  readonly guard?: FileGuard | undefined;
  /** Names the server answers to in addition to those of this computer. */
  readonly hosts: readonly string[];
}

/** All routes of the API over one database. */
export function api(db: Db, clock: () => Date, works: Works, { guard, hosts }: ApiOptions): Router {
  const router = Router();
  const now = () => clock().toISOString();
  router.use((request, _response, next) => {
    const trouble = request.method === 'GET' || request.method === 'HEAD' ? undefined : guard?.trouble();
    if (trouble !== undefined) throw refusedBy(trouble);
    next();
  });
  router.use(fileRoutes(db, clock, works));
  router.use(json({ limit: '1mb', strict: true, type: ['application/json', 'application/*+json'] }));
  router.use((request, _response, next) => {
    const sends = ['POST', 'PUT', 'PATCH'].includes(request.method);
    if (sends && !request.is(['application/json', 'application/*+json'])) {
      throw new Refused(415, 'Only JSON is taken here', { detail: 'Send Content-Type: application/json.' });
    }
    next();
  });

  router.get('/health', (_request, response) => {
    response.setHeader('Cache-Control', 'no-store');
    const trouble = guard?.trouble();
    if (trouble !== undefined) throw refusedBy(trouble);
    tryOut(db);
    response.json({ status: 'ok', ...sizeOf(db) });
  });

  router.get('/epochs', (_request, response) => {
    response.setHeader('Cache-Control', 'no-store');
    response.json({ epochs: epochsOf(db), demo: hasDemoJob(db) });
  });
  router.get('/schema', (_request, response) => {
    response.type('application/schema+json').send(JSON.stringify(boxJsonSchema()));
  });
  router.use(paperRoutes(db, clock, works));
  router.use(logbookRoutes(db));
  router.use(settingRoutes(db, hosts));
  const kept = keepingAnswers(db);
  router.use(jobRoutes(db, now, kept));
  router.use(boxRoutes(db, now, kept));
  router.use(trashRoutes(db, now));
  router.use(() => {
    throw new Refused(404, 'There is nothing at this address');
  });
  return router;
}
