/** Sheets, labels and archives as they are sent: they stream while they are made. */
import type { BoxRecord, Job } from '@dense-pack/core';
import type { Request, Response } from 'express';
import type { Db } from '../database.ts';
import { type LabelsOf, writeLabels } from '../report/labels.ts';
import type { SheetPhoto } from '../report/set-sheet.ts';
import { type SheetsOf, writeSheets } from '../report/sheets.ts';
import { zipOf } from '../services/archive-zip.ts';
import { archivedBox, idsOf } from '../services/archives.ts';
import { boxesIn } from '../services/box-rows.ts';
import { readPhoto } from '../services/photos.ts';

export async function sendSheets(response: Response, db: Db, of: Omit<SheetsOf, 'photosOf'>): Promise<void> {
  response
    .type('application/pdf')
    .setHeader('Content-Disposition', `inline; filename="${of.cover ? 'sheets' : 'sheet'}.pdf"`);
  const photosOf = ({ seen }: BoxRecord): SheetPhoto[] => seen.photos.flatMap((id) => photoIn(db, id));
  try {
    await writeSheets(response, { ...of, photosOf });
  } catch (error) {
    // What is sent already cannot be taken back: the reader sees that it broke off.
    if (!response.headersSent) throw error;
    console.error(error);
    response.destroy();
  }
}

/** A photo that has not arrived yet, or is gone, is none. */
function photoIn(db: Db, id: string): SheetPhoto[] {
  try {
    return [readPhoto(db, id)];
  } catch {
    return [];
  }
}

/** Labels, whose codes lead to the address this was asked at. */
export function sendLabels(request: Request, response: Response, of: Omit<LabelsOf, 'origin'>): void {
  response.type('application/pdf').setHeader('Content-Disposition', 'inline; filename="labels.pdf"');
  writeLabels(response, { ...of, origin: `${request.protocol}://${request.host}` });
}

/** A job as an archive, streamed as its entries are made. */
export function sendArchive(response: Response, db: Db, job: Job, now: Date): void {
  const { boxes, unreadable } = boxesIn(db, job.id);
  const house = { job, boxes, house: boxes, unreadable, cover: true, now };
  const archive = zipOf({
    job,
    ids: idsOf(db, job),
    boxOf: (id) => archivedBox(db, id),
    photoOf: (id) => readPhoto(db, id).bytes,
    sheets: (into) => {
      writeSheets(into, {
        ...house,
        photosOf: ({ seen }) => seen.photos.flatMap((id) => photoIn(db, id)),
      }).catch((error: unknown) => into.destroy(error instanceof Error ? error : new Error(String(error))));
    },
    now,
  });
  response
    .type('application/zip')
    .attachment(`${job.name.replaceAll(/[^\p{L}\p{N}]+/gu, ' ').trim() || 'job'}.zip`);
  archive.on('error', (error: Error) => {
    console.error(error);
    response.destroy();
  });
  archive.pipe(response);
}
