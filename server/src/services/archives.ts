/** A job as an archive, and an archive read in: nothing stored here is written over, and nothing comes twice. */
import { ArchivedBox, type ArchivePreview } from '@dense-pack/core/exchange/archive';
import type { Job } from '@dense-pack/core';
import type { Db } from '../database.ts';
import type { Archive } from './archive-zip.ts';
import { readBox } from './box-rows.ts';
import { indexSome, restoreBox } from './boxes.ts';
import { findJob, restoreJob } from './job-rows.ts';
import { eventsOf } from './logbook.ts';
import { photosOf, restorePhoto } from './photos.ts';
import { statesOf } from './states.ts';
import { packed } from './writes.ts';

/** More states than any box has. */
const ALL = 5000;

/** A box with everything that is known of it. @throws Refused 404, or 422 for one that cannot be read */
export function archivedBox(db: Db, id: string): ArchivedBox {
  return {
    box: packed(readBox(db, id)),
    states: [...statesOf(db, id, ALL).states],
    events: [...eventsOf(db, id)],
    photos: [...photosOf(db, id)],
  };
}

interface Sorted {
  readonly added: readonly ArchivedBox[];
  readonly same: readonly ArchivedBox[];
  readonly kept: readonly ArchivedBox[];
}

/** The boxes of an archive by what is here of them. */
function sorted(db: Db, boxes: readonly ArchivedBox[]): Sorted {
  const is = { added: [] as ArchivedBox[], same: [] as ArchivedBox[], kept: [] as ArchivedBox[] };
  const here = db.prepare<[string], { id: string }>('SELECT id FROM box WHERE id = ?');
  for (const one of boxes) {
    if (!here.get(one.box.id)) is.added.push(one);
    else if (isSame(db, one)) is.same.push(one);
    else is.kept.push(one);
  }
  return is;
}

function isSame(db: Db, one: ArchivedBox): boolean {
  try {
    // Parsed alike, so that what is the same reads the same.
    return JSON.stringify(ArchivedBox.parse(archivedBox(db, one.box.id))) === JSON.stringify(one);
  } catch {
    // What is here and cannot be read is not what came.
    return false;
  }
}

/** What reading it in would do; nothing is written. */
export function previewOf(db: Db, { head: { job }, boxes, photos }: Archive): ArchivePreview {
  const { added, same, kept } = sorted(db, boxes);
  return {
    job: job.name,
    known: findJob(db, job.id) !== undefined,
    boxes: boxes.length,
    photos: photos.size,
    added: added.length,
    same: same.length,
    kept: kept.map(({ box }) => box.name),
  };
}

/** Reads an archive in, all of it or nothing. What is stored here stays as it is. */
export function readIn(db: Db, archive: Archive): ArchivePreview & { readonly jobId: string } {
  return db.transaction(() => {
    const preview = previewOf(db, archive);
    const { job } = archive.head;
    if (!preview.known) restoreJob(db, job);
    for (const one of sorted(db, archive.boxes).added) {
      restoreBox(db, one);
      for (const photo of one.photos) {
        const bytes = archive.photos.get(photo.id);
        if (bytes) restorePhoto(db, one.box.id, photo, bytes);
      }
    }
    // They are found as soon as they are here.
    while (indexSome(db, ALL) > 0);
    return { ...preview, jobId: job.id };
  })();
}

/** The boxes of a job in their order, by their ids: those that can be read. */
export function idsOf(db: Db, { id }: Job): string[] {
  return db
    .prepare<[string], { id: string }>('SELECT id FROM box WHERE job_id = ? ORDER BY created_at, place')
    .all(id)
    .flatMap((row) => {
      try {
        return [readBox(db, row.id).id];
      } catch {
        return [];
      }
    });
}
