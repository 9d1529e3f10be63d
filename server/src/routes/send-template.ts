/** The template of the opening that is planned for a box: PDF, SVG or DXF. */
import { editionOf } from '@dense-pack/core';
import { type CutIn, planCutIn } from '@dense-pack/core/space/cut-in';
import { reasonsOf } from '@dense-pack/core/space/cut-in-words';
import { holeAsk } from '@dense-pack/core/space/of-box';
import { templateOf, templateSvg } from '@dense-pack/core/space/template';
import { ThereInStud } from '@dense-pack/core/space/wall';
import { type Length, writeLength } from '@dense-pack/core/quantity/length';
import type { Request, Response } from 'express';
import type { Db } from '../database.ts';
import { PAPERS, type PaperSize, templateDxf, writeTemplate } from '../report/template.ts';
import { readBox } from '../services/box-rows.ts';
import { Refused } from '../services/failures.ts';
import { readJob } from '../services/jobs.ts';

const KINDS = ['pdf', 'svg', 'dxf'] as const;

function paperOf(request: Request): PaperSize {
  const { paper = 'letter' } = request.query;
  if (typeof paper === 'string' && Object.hasOwn(PAPERS, paper)) return paper as PaperSize;
  throw new Refused(400, 'Some of this cannot be taken', {
    errors: [{ field: 'paper', accepted: Object.keys(PAPERS).join(' or ') }],
  });
}

/** @throws Refused 400 for another kind or paper, 404 for no such box, 422 where there is no opening to print */
export function sendTemplate(request: Request, response: Response, db: Db, now: Date): void {
  const kind = KINDS.find((one) => one === request.params['kind']);
  if (!kind) throw new Refused(404, 'There is no such template', { detail: `Ask for ${KINDS.join(', ')}.` });
  const size = paperOf(request);
  const box = readBox(db, String(request.params['id']));
  const job = readJob(db, box.jobId);
  const plan = planned(() => planCutIn(holeAsk(box, editionOf(box.box.edition ?? job.edition))));
  if (!plan.best)
    throw nothing(reasonsOf(plan, (length) => writeLength(Math.round(length) as Length, 'in')).join(' '));
  const name = [box.room, box.name].filter((part) => part !== '').join(', ');
  const template = templateOf(plan, plan.best, name);
  response.setHeader(
    'Content-Disposition',
    `${kind === 'pdf' ? 'inline' : 'attachment'}; filename="template.${kind}"`,
  );
  if (kind === 'pdf') {
    response.type('application/pdf');
    writeTemplate(response, template, { size, name, now });
    return;
  }
  if (kind === 'svg') response.type('image/svg+xml').send(templateSvg(template));
  else response.type('image/vnd.dxf').send(templateDxf(template));
}

const nothing = (detail: string) => new Refused(422, 'There is no opening to print', { detail });

function planned(plan: () => CutIn): CutIn {
  try {
    return plan();
  } catch (error) {
    if (error instanceof ThereInStud)
      throw nothing('The box that is there is measured into a stud: measure again.');
    throw error;
  }
}
