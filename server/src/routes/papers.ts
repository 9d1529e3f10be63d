/** What is read as a paper or a table: sheets, labels, templates, CSV. */
import { writeCsv } from '@dense-pack/core';
import { Router } from 'express';
import type { Db } from '../database.ts';
import { boxesIn, boxesOf, readBox } from '../services/box-rows.ts';
import { readJob } from '../services/jobs.ts';
import { idOf } from './asked.ts';
import { sendLabels, sendSheets } from './send-paper.ts';
import { sendTemplate } from './send-template.ts';

export function paperRoutes(db: Db, clock: () => Date): Router {
  const router = Router();
  router.get('/jobs/:id/boxes.csv', (request, response) => {
    const job = readJob(db, idOf(request));
    response
      .type('text/csv; charset=utf-8')
      .attachment('boxes.csv')
      .send(writeCsv(boxesOf(db, job.id), job));
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

  return router;
}
