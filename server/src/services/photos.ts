/** Photos of a box. They come resized and without their metadata; what still has some is refused. */
import { createHash } from 'node:crypto';
import type { ArchivedBox } from '@dense-pack/core/exchange/archive';
import exifr from 'exifr';
import { imageSize } from 'image-size';
import type { Db } from '../database.ts';
import { notFound, Refused } from './failures.ts';
import { photoBytesMost } from './settings.ts';

/** A photo as it is sent to a browser. */
export interface Photo {
  readonly type: string;
  readonly bytes: Buffer;
}

/** The most bytes of a resized photo, and the longest side, in pixels. */
export const PHOTO_BYTES_MOST = 3_000_000;
const PHOTO_SIDE_MOST = 4096;
const TYPES: Readonly<Record<string, string>> = { jpg: 'image/jpeg', png: 'image/png', webp: 'image/webp' };

/** Whether a picture goes on to its end: JPEG EOI, PNG IEND, the length a WebP says of itself. */
function isWhole(bytes: Buffer, type: string): boolean {
  if (type === 'image/jpeg') return bytes.lastIndexOf(Buffer.from([0xff, 0xd9])) > 2;
  if (type === 'image/png') return bytes.lastIndexOf('IEND', undefined, 'latin1') > 8;
  return bytes.length >= 8 && bytes.readUInt32LE(4) + 8 <= bytes.length;
}

function measured(bytes: Buffer): { width: number; height: number; type: string } {
  const refuse = (accepted: string) =>
    new Refused(422, 'This is not a photo that can be kept', { errors: [{ field: 'body', accepted }] });
  let size;
  try {
    size = imageSize(bytes);
  } catch {
    throw refuse('a JPEG, PNG or WebP picture');
  }
  const type = TYPES[size.type ?? ''];
  if (type === undefined) throw refuse('a JPEG, PNG or WebP picture');
  if (!(size.width >= 1 && size.height >= 1)) throw refuse('a picture that has a width and a height');
  if (!isWhole(bytes, type)) throw refuse('a whole picture: this one ends before its end');
  if (Math.max(size.width, size.height) > PHOTO_SIDE_MOST) {
    throw refuse(`a picture of at most ${PHOTO_SIDE_MOST} pixels on its longest side`);
  }
  return { width: size.width, height: size.height, type };
}

/** @throws Refused 422 where the picture still says where it was taken */
async function insistOnNoPlace(bytes: Buffer): Promise<void> {
  const place: unknown = await exifr.gps(bytes).catch(() => undefined);
  if (place) {
    throw new Refused(422, 'This photo says where it was taken', {
      detail: 'Photos are kept without their location: send it without EXIF data.',
    });
  }
}

/** @throws Refused 422 for what is no photo that may be kept */
export async function insistOnPhoto(bytes: Buffer): Promise<void> {
  measured(bytes);
  await insistOnNoPlace(bytes);
}

/** What is said of a photo that is stored: its id, how many bytes of it there are, and their hash. */
export interface Stored {
  readonly id: string;
  readonly bytes: number;
  readonly sha256: string;
}

/** Photos of one box that are kept, those it does not name any more too: an undo may bring them back. */
export const PHOTOS_OF_BOX_MOST = 40;

/** Bytes of all photos, and of those that are on their way. */
export const photoBytes = (db: Db): number =>
  db
    .prepare(
      'SELECT coalesce((SELECT sum(size) FROM photo), 0) + coalesce((SELECT sum(size) FROM photo_part), 0)',
    )
    .pluck()
    .get() as number;

const inWords = (bytes: number) => `${(bytes / 1_000_000_000).toFixed(2)} GB`;

/** @param more bytes that come @throws Refused 422 where the server would have more of photos than it may */
function insistOnRoom(db: Db, more: number): void {
  const most = photoBytesMost(db);
  const there = photoBytes(db);
  if (there + more <= most) return;
  throw new Refused(422, 'The server has as many photos as it keeps', {
    detail: `${inWords(there)} of at most ${inWords(most)} are there. The photo stays on the phone. Delete old jobs for good, or start the server with a higher DENSE_PACK_PHOTOS_GB.`,
  });
}

/**
 * Keeps a photo. Sending the same id again changes nothing, but where another picture is stored under it than `sha256` says: that one
 * was spoilt on its way.
 * @throws Refused 404, 422
 */
export async function keepPhoto(
  db: Db,
  boxId: string,
  id: string,
  bytes: Buffer,
  now: string,
  sha256?: string,
): Promise<Stored> {
  const { width, height, type } = measured(bytes);
  await insistOnNoPlace(bytes);
  const box = insistOnBox(db, boxId);
  if (sha256 !== undefined && storedAs(db, id)?.sha256 !== sha256)
    db.prepare('DELETE FROM photo WHERE id = ? AND box_id = ?').run(id, boxId);
  const there = db
    .prepare<[string, string], { n: number }>('SELECT count(*) AS n FROM photo WHERE box_id = ? AND id <> ?')
    .get(boxId, id);
  if ((there?.n ?? 0) >= PHOTOS_OF_BOX_MOST)
    throw new Refused(422, 'This box has as many photos as are kept', {
      detail: `At most ${PHOTOS_OF_BOX_MOST} are kept of one box, with those that were removed in the last ${UNNAMED_DAYS} days.`,
    });
  if (storedAs(db, id) === undefined) insistOnRoom(db, bytes.length - bytesOfParts(db, id));
  db.prepare(
    `INSERT INTO photo (id, box_id, type, width, height, bytes, created_at, unnamed_at)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?) ON CONFLICT (id) DO NOTHING`,
  ).run(id, boxId, type, width, height, bytes, now, box.includes(id) ? null : now);
  return storedAs(db, id) ?? raiseGone(id);
}

const raiseGone = (id: string): never => {
  throw notFound('photo', id);
};

/** The photos a box names. @throws Refused 404 */
function insistOnBox(db: Db, boxId: string): readonly string[] {
  const row = db.prepare<[string], { seen: string }>('SELECT seen FROM box WHERE id = ?').get(boxId);
  if (!row) throw notFound('box', boxId);
  const { photos = [] } = JSON.parse(row.seen) as { photos?: string[] };
  return photos;
}

const hashOf = (bytes: Buffer): string => createHash('sha256').update(bytes).digest('hex');

/** What lies there, not what was sent; undefined where there is no such photo. */
function storedAs(db: Db, id: string): Stored | undefined {
  const row = db.prepare<[string], { bytes: Buffer }>('SELECT bytes FROM photo WHERE id = ?').get(id);
  if (!row) return undefined;
  const { bytes } = row;
  return { id, bytes: bytes.length, sha256: hashOf(bytes) };
}

/** How much of a photo has arrived. */
export interface Arrived {
  readonly id: string;
  /** Bytes from its beginning. */
  readonly have: number;
}

/**
 * How much of a photo that is sent in parts is here; the whole, where it is stored.
 * @param sha256 of the photo that is sent: another one under its id is not it
 * @throws Refused 404
 */
export function arrivedOf(db: Db, boxId: string, id: string, sha256?: string): Arrived | Stored {
  insistOnBox(db, boxId);
  const stored = storedAs(db, id);
  if (stored && (sha256 === undefined || stored.sha256 === sha256)) return stored;
  return { id, have: bytesOfParts(db, id) };
}

const bytesOfParts = (db: Db, id: string): number =>
  db.prepare('SELECT coalesce(sum(size), 0) FROM photo_part WHERE photo = ?').pluck().get(id) as number;

const partsOf = (db: Db, id: string): Buffer[] =>
  db
    .prepare<[string], { bytes: Buffer }>('SELECT bytes FROM photo_part WHERE photo = ? ORDER BY start')
    .all(id)
    .map(({ bytes }) => bytes);

/** Where a part of a photo belongs. */
export interface Part {
  /** Bytes before it. */
  readonly from: number;
  /** Bytes of the whole. */
  readonly of: number;
  /** SHA-256 of the whole, in hexadecimal; an older program does not say. */
  readonly sha256?: string | undefined;
}

/**
 * Keeps a part of a photo. One that does not begin where the last one ended is not kept: the answer says where to go on.
 * With the last part the photo is kept as any other; what is no photo is forgotten whole.
 * @throws Refused 404, 413, 422
 */
export async function keepPart(
  db: Db,
  boxId: string,
  id: string,
  { from, of, sha256 }: Part,
  bytes: Buffer,
  now: string,
): Promise<Arrived | Stored> {
  if (of > PHOTO_BYTES_MOST) {
    throw new Refused(413, 'The photo is too large', {
      detail: `At most ${PHOTO_BYTES_MOST / 1_000_000} MB is taken.`,
    });
  }
  const arrived = arrivedOf(db, boxId, id, sha256);
  if (!('have' in arrived)) return arrived;
  // Nothing is no part: kept, it would lie in the way of the next.
  if (bytes.length === 0 || from !== arrived.have || from + bytes.length > of) return arrived;
  if (from + bytes.length < of) {
    // All of it must have room: it is not taken in part for nothing.
    insistOnRoom(db, of - from);
    db.prepare(
      'INSERT OR IGNORE INTO photo_part (photo, box_id, start, bytes, at) VALUES (?, ?, ?, ?, ?)',
    ).run(id, boxId, from, bytes, now);
    return arrivedOf(db, boxId, id, sha256);
  }
  const whole = Buffer.concat([...partsOf(db, id), bytes]);
  const forget = () => db.prepare('DELETE FROM photo_part WHERE photo = ?').run(id);
  if (sha256 !== undefined && hashOf(whole) !== sha256) {
    // Something of it was spoilt on its way, or is of another photo: it starts over.
    forget();
    return { id, have: 0 };
  }
  try {
    const stored = await keepPhoto(db, boxId, id, whole, now, sha256);
    forget();
    return stored;
  } catch (error) {
    if (error instanceof Refused && error.status === 422) forget();
    throw error;
  }
}

/** Marks which photos of a box it names. In the transaction of its write. */
export function namePhotos(db: Db, boxId: string, named: readonly string[], now: string): void {
  const list = JSON.stringify(named);
  db.prepare(
    `UPDATE photo SET unnamed_at = NULL
     WHERE box_id = ? AND unnamed_at IS NOT NULL AND id IN (SELECT value FROM json_each(?))`,
  ).run(boxId, list);
  db.prepare(
    `UPDATE photo SET unnamed_at = ?
     WHERE box_id = ? AND unnamed_at IS NULL AND id NOT IN (SELECT value FROM json_each(?))`,
  ).run(now, boxId, list);
}

/** How long a photo that no box names is kept, in days: a change may be undone until then. */
export const UNNAMED_DAYS = 30;

/** Deletes photos that no box has named for so long, and parts that no one went on with. @returns how many photos */
export function sweepPhotos(db: Db, now: Date): number {
  const before = new Date(now.getTime() - UNNAMED_DAYS * 86_400_000).toISOString();
  // All parts of a photo or none: what is left must be its beginning.
  db.prepare(
    'DELETE FROM photo_part WHERE photo IN (SELECT photo FROM photo_part GROUP BY photo HAVING max(at) < ?)',
  ).run(before);
  return db.prepare('DELETE FROM photo WHERE unnamed_at < ?').run(before).changes;
}

/** @throws Refused 404, also for one that its box no longer names, or whose box was deleted */
export function readPhoto(db: Db, id: string): Photo {
  const photo = db
    .prepare<[string], Photo>(
      `SELECT photo.type, photo.bytes FROM photo JOIN box ON box.id = photo.box_id
       WHERE photo.id = ? AND photo.unnamed_at IS NULL`,
    )
    .get(id);
  if (!photo) throw notFound('photo', id);
  return photo;
}

/** What is known of the photos a box names, oldest first. */
export const photosOf = (db: Db, boxId: string): readonly ArchivedBox['photos'][number][] =>
  db
    .prepare<[string], ArchivedBox['photos'][number]>(
      `SELECT id, type, created_at AS createdAt FROM photo
       WHERE box_id = ? AND unnamed_at IS NULL ORDER BY created_at, id`,
    )
    .all(boxId);

/** Puts a photo of an archive in as it was. @throws Refused 422 for what is no photo */
export function restorePhoto(
  db: Db,
  boxId: string,
  { id, createdAt }: ArchivedBox['photos'][number],
  bytes: Buffer,
): void {
  const { width, height, type } = measured(bytes);
  if (storedAs(db, id) === undefined) insistOnRoom(db, bytes.length);
  db.prepare(
    `INSERT INTO photo (id, box_id, type, width, height, bytes, created_at) VALUES (?, ?, ?, ?, ?, ?, ?)
     ON CONFLICT (id) DO NOTHING`,
  ).run(id, boxId, type, width, height, bytes, createdAt);
}
