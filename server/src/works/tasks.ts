/**
 * Long tasks: papers, archives and imports. A task is plain data. It runs in a worker thread with a database connection of its own,
 * and writes its result into a stream.
 */
import type { Writable } from 'node:stream';
import { type BoxRecord, writeCsv } from '@dense-pack/core';
import type { Db } from '../database.ts';
import { writeLabels } from '../report/labels.ts';
import type { SheetPhoto } from '../report/set-sheet.ts';
import { writeSheets } from '../report/sheets.ts';
import { openArchive, zipOf } from '../services/archive-zip.ts';
import { archivedBox, idsOf, previewOf, readIn } from '../services/archives.ts';
import { boxesIn, boxesOf, readBox } from '../services/box-rows.ts';
import { readJob } from '../services/jobs.ts';
import { photosOf, readPhoto } from '../services/photos.ts';

export type Task =
  | {
      readonly is: 'sheets' | 'labels' | 'csv' | 'zip';
      readonly job: string;
      readonly origin: string;
      readonly now: string;
    }
  | { readonly is: 'sheet' | 'label'; readonly box: string; readonly origin: string; readonly now: string }
  | { readonly is: 'preview'; readonly file: string }
  | {
      readonly is: 'import';
      readonly file: string;
      /** Names what it writes until all of it is there. */
      readonly arrival: string;
    };

/** How far a task is. */
export interface Progress {
  readonly done: number;
  readonly of: number;
}

export interface Io {
  /** Where what it makes goes; a preview and an import answer instead. */
  readonly into: Writable;
  readonly progress: (at: Progress) => void;
}

/** A photo that has not arrived yet, or is gone, is none. */
function photoIn(db: Db, id: string): SheetPhoto[] {
  try {
    return [readPhoto(db, id)];
  } catch {
    return [];
  }
}

/** Photos of a box for its sheet. Each box whose photos are asked for is one more that is set. */
function photosFor(db: Db, of: number, { progress }: Io) {
  let done = 0;
  return ({ seen }: BoxRecord): SheetPhoto[] => {
    done += 1;
    progress({ done, of });
    return seen.photos.flatMap((id) => photoIn(db, id));
  };
}

/** What is made of a whole job. */
async function ofJob(
  db: Db,
  { is, job: id, origin, now: at }: Extract<Task, { job: string }>,
  io: Io,
): Promise<void> {
  const job = readJob(db, id);
  const now = new Date(at);
  const { into, progress } = io;
  if (is === 'csv') {
    into.end(writeCsv(boxesOf(db, id), job));
    return;
  }
  if (is === 'zip') {
    const ids = idsOf(db, job);
    await zipOf({
      job,
      ids,
      boxOf: (box) => archivedBox(db, box),
      photosOf: (box) => photosOf(db, box),
      photoOf: (photo) => readPhoto(db, photo).bytes,
      sheets: (sheets) => {
        const { boxes, unreadable } = boxesIn(db, id);
        return writeSheets(sheets, {
          job,
          boxes,
          house: boxes,
          unreadable,
          cover: true,
          now,
          photosOf: ({ seen }) => seen.photos.flatMap((photo) => photoIn(db, photo)),
        });
      },
      packed: (done) => progress({ done, of: ids.length }),
      now,
      into,
    });
    return;
  }
  const { boxes, unreadable } = boxesIn(db, id);
  if (is === 'labels') {
    await writeLabels(into, {
      job,
      boxes,
      sheet: true,
      now,
      origin,
      set: (done) => progress({ done, of: boxes.length }),
    });
    return;
  }
  const photos = photosFor(db, boxes.length, io);
  await writeSheets(into, { job, boxes, house: boxes, unreadable, cover: true, now, photosOf: photos });
}

/** What is made of one box. */
async function ofBox(
  db: Db,
  { is, box: id, origin, now: at }: Extract<Task, { box: string }>,
  io: Io,
): Promise<void> {
  const box = readBox(db, id);
  const job = readJob(db, box.jobId);
  const now = new Date(at);
  if (is === 'label') return writeLabels(io.into, { job, boxes: [box], sheet: false, now, origin });
  const house = boxesIn(db, job.id).boxes;
  const photos = photosFor(db, 1, io);
  return writeSheets(io.into, {
    job,
    boxes: [box],
    house,
    unreadable: [],
    cover: false,
    now,
    photosOf: photos,
  });
}

/**
 * Runs a task.
 * @returns what a preview or an import says; undefined for what went into the stream
 * @throws Refused
 */
export async function runTask(db: Db, task: Task, io: Io): Promise<unknown> {
  if ('job' in task) return ofJob(db, task, io);
  if ('box' in task) return ofBox(db, task, io);
  const archive = await openArchive(task.file);
  try {
    return task.is === 'preview'
      ? await previewOf(db, archive, io.progress)
      : await readIn(db, archive, task.arrival, io.progress);
  } finally {
    archive.close();
  }
}
