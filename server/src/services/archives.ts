/** A job as an archive, and an archive read in: nothing stored here is written over, and nothing comes twice. */
import { ArchivedBox, type ArchivePreview } from '@dense-pack/core/exchange/archive';
import type { Job } from '@dense-pack/core';
import type { Db } from '../database.ts';
import type { Progress } from '../works/tasks.ts';
import type { Archive } from './archive-zip.ts';
import { readBox } from './box-rows.ts';
import { ARRIVING, restoreBox } from './boxes.ts';
import { findJob, restoreJob, touchCard } from './job-rows.ts';
import { eventsOf, indexBox } from './logbook.ts';
import { photosOf, restorePhoto } from './photos.ts';
import { statesOf } from './states.ts';
import { nextWrite, packed } from './writes.ts';

/** More states than any box has. */
const ALL = 5000;

/** A box with everything that is known of it. @throws Refused 404, or 422 for one that cannot be read */
export function archivedBox(db: Db, id: string): ArchivedBox {
  return {
    box: packed(readBox(db, id)),
    states: [...statesOf(db, id, ALL).states],
    statesLeftOut: 0,
    events: [...eventsOf(db, id)],
    photos: [...photosOf(db, id)],
  };
}

/** How a box of an archive relates to what is here. */
type Here = 'added' | 'same' | 'kept';

/** Whether two say the same of a box; one may have been packed with fewer of its states. */
function same(one: ArchivedBox, other: ArchivedBox): boolean {
  const [mine, theirs] = [one, other].map(({ statesLeftOut: _left, states, ...rest }) =>
    JSON.stringify({ ...rest, states: states.slice(0, Math.min(one.states.length, other.states.length)) }),
  );
  const shorter = one.states.length < other.states.length ? one : other;
  return mine === theirs && (one.states.length === other.states.length || shorter.statesLeftOut > 0);
}

function hereOf(db: Db, one: ArchivedBox): Here {
  const { id } = one.box;
  if (!db.prepare('SELECT 1 FROM box WHERE id = ?').get(id)) return 'added';
  try {
    // Parsed alike, so that what is the same reads the same.
    return same(ArchivedBox.parse(archivedBox(db, id)), one) ? 'same' : 'kept';
  } catch {
    // What is here and cannot be read is not what came.
    return 'kept';
  }
}

interface Looked {
  readonly preview: ArchivePreview;
  /** The boxes that are not here. */
  readonly added: readonly string[];
}

/** Looks through a whole archive, box by box and photo by photo; nothing is written. @throws Refused 422 in words */
async function look(db: Db, archive: Archive, heard: (at: Progress) => void, of: number): Promise<Looked> {
  const { job, boxes } = archive.head;
  const is: Record<Here, { readonly id: string; readonly name: string }[]> = {
    added: [],
    same: [],
    kept: [],
  };
  const photos = new Set<string>();
  let statesLeftOut = 0;
  for (const [index, id] of boxes.entries()) {
    heard({ done: index, of });
    const one = await archive.boxOf(id);
    for (const photo of one.photos) {
      await archive.photoOf(photo, one.box.name);
      photos.add(photo.id);
    }
    statesLeftOut += one.statesLeftOut;
    is[hereOf(db, one)].push({ id, name: one.box.name });
  }
  return {
    preview: {
      job: job.name,
      known: findJob(db, job.id) !== undefined,
      boxes: boxes.length,
      photos: photos.size,
      statesLeftOut,
      added: is.added.length,
      same: is.same.length,
      kept: is.kept.map(({ name }) => name),
    },
    added: is.added.map(({ id }) => id),
  };
}

/** What reading it in would do. @throws Refused 422 in words */
export const previewOf = async (
  db: Db,
  archive: Archive,
  heard: (at: Progress) => void,
): Promise<ArchivePreview> => (await look(db, archive, heard, archive.head.boxes.length)).preview;

/** Boxes are written for so long, in ms, before another may write; then so long nothing is written. */
const TURN_MS = 8;
const PAUSE_MS = 4;

/**
 * Reads an archive in, all of it or nothing: box by box in short transactions, so that others write between them, and shown at
 * once in the last one. What is stored here stays as it is.
 * @param arrival names what it writes; should it break off, `dropArrival` takes that away
 * @throws Refused 422 in words, before anything is written
 */
export async function readIn(
  db: Db,
  archive: Archive,
  arrival: string,
  heard: (at: Progress) => void,
): Promise<ArchivePreview & { readonly jobId: string }> {
  const { head } = archive;
  const all = head.boxes.length;
  // Twice as many steps: each box is looked at, then each of those that are not here is written.
  const { preview, added } = await look(db, archive, heard, 2 * all);
  const { job } = head;
  db.prepare(
    `INSERT INTO job_all (id, version, name, edition, created_at, updated_at, deleted_at, deleted_by)
     VALUES (?, 1, '', ?, '', '', '${ARRIVING}', ?) ON CONFLICT (id) DO NOTHING`,
  ).run(job.id, job.edition, arrival);
  for (let from = 0; from < added.length;) {
    const until = performance.now() + TURN_MS;
    // Read before the transaction begins: nothing is awaited while others wait for it.
    const { id, one, photos } = await whole(archive, added[from] ?? '');
    db.transaction(() => {
      restoreBox(db, one, arrival);
      for (const { photo, bytes } of photos) restorePhoto(db, id, photo, bytes);
      indexBox(db, job, one.box);
    }).immediate();
    from += 1;
    heard({ done: all + from, of: 2 * all });
    if (performance.now() >= until) await new Promise((resolve) => setTimeout(resolve, PAUSE_MS));
  }
  db.transaction(() => {
    if (!findJob(db, job.id)) restoreJob(db, job);
    nextWrite(db);
    db.prepare(
      `UPDATE box_all SET deleted_at = NULL, deleted_by = '' WHERE deleted_at = '${ARRIVING}' AND deleted_by = ?`,
    ).run(arrival);
    touchCard(db, job.id);
  }).immediate();
  return { ...preview, jobId: job.id };
}

async function whole(archive: Archive, id: string) {
  const one = await archive.boxOf(id);
  const photos = [];
  for (const photo of one.photos) photos.push({ photo, bytes: await archive.photoOf(photo, one.box.name) });
  return { id, one, photos };
}

/** So many boxes of an arrival are taken away at once. */
const DROPPED_AT_ONCE = 20;

/**
 * Takes away some of what an import wrote that broke off. @param arrival its name; undefined for all of them, after a start
 * @returns whether there is more
 */
export function dropArrival(db: Db, arrival?: string): boolean {
  const of = `deleted_at = '${ARRIVING}' AND deleted_by = coalesce(?, deleted_by)`;
  const { changes } = db
    .prepare(`DELETE FROM box_all WHERE id IN (SELECT id FROM box_all WHERE ${of} LIMIT ${DROPPED_AT_ONCE})`)
    .run(arrival ?? null);
  if (changes > 0) return true;
  db.prepare(`DELETE FROM job_all WHERE ${of}`).run(arrival ?? null);
  return false;
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
