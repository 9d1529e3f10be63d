/** What is read as a paper or a table: sheets, labels, templates, CSV, and a job as an archive. */
import { type Request, Router } from 'express';
import type { Db } from '../database.ts';
import { readBox } from '../services/box-rows.ts';
import { readJob } from '../services/jobs.ts';
import { publicAddress } from '../services/settings.ts';
import type { Works } from '../works/works.ts';
import { idOf } from './asked.ts';
import { sendMade } from './send-paper.ts';
import { sendTemplate } from './send-template.ts';

/** Codes lead to the address others reach the server by, where a person said it; to the one this was asked at, else. */
const originOf = (db: Db, request: Request): string =>
  publicAddress(db).address || `${request.protocol}://${request.host}`;
const inline = (name: string) => `inline; filename="${name}"`;

export function paperRoutes(db: Db, clock: () => Date, works: Works): Router {
  const router = Router();
  const OF_JOB = {
    'boxes.csv': 'csv',
    'sheets.pdf': 'sheets',
    'labels.pdf': 'labels',
    'archive.zip': 'zip',
  } as const;
  for (const [file, is] of Object.entries(OF_JOB))
    router.get(`/jobs/:id/${file}`, async (request, response) => {
      const job = readJob(db, idOf(request));
      if (is === 'csv') response.type('text/csv; charset=utf-8').attachment(file);
      else if (is === 'zip')
        response
          .type('application/zip')
          .attachment(`${job.name.replaceAll(/[^\p{L}\p{N}]+/gu, ' ').trim() || 'job'}.zip`);
      else response.type('application/pdf').setHeader('Content-Disposition', inline(file));
      const now = clock().toISOString();
      await sendMade(request, response, works, { is, job: job.id, origin: originOf(db, request), now });
    });
  for (const is of ['sheet', 'label'] as const)
    router.get(`/boxes/:id/${is}.pdf`, async (request, response) => {
      const { id: box } = readBox(db, idOf(request));
      response.type('application/pdf').setHeader('Content-Disposition', inline(`${is}.pdf`));
      const now = clock().toISOString();
      await sendMade(request, response, works, { is, box, origin: originOf(db, request), now });
    });
  router.get('/boxes/:id/template.:kind', (request, response) => {
    sendTemplate(request, response, db, clock());
  });
  router.get('/works/:id', (request, response) => {
    response.setHeader('Cache-Control', 'no-store');
    response.json(works.standing(idOf(request)) ?? { is: 'unknown' });
  });

  return router;
}
