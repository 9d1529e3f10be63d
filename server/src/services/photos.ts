/** Photos of a box. They come resized and without their metadata; what still has some is refused. */
import { createHash } from 'node:crypto';
import type { ArchivedBox } from '@dense-pack/core/exchange/archive';
import exifr from 'exifr';
import { imageSize } from 'image-size';
import type { Db } from '../database.ts';
import { notFound, Refused } from './failures.ts';

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

/** Keeps a photo. Sending the same id again changes nothing. @throws Refused 404, 422 */
export async function keepPhoto(
  db: Db,
  boxId: string,
  id: string,
  bytes: Buffer,
  now: string,
): Promise<Stored> {
  const { width, height, type } = measured(bytes);
  await insistOnNoPlace(bytes);
  if (!db.prepare('SELECT 1 FROM box WHERE id = ?').get(boxId)) throw notFound('box', boxId);
  db.prepare(
    `INSERT INTO photo (id, box_id, type, width, height, bytes, created_at) VALUES (?, ?, ?, ?, ?, ?, ?)
     ON CONFLICT (id) DO NOTHING`,
  ).run(id, boxId, type, width, height, bytes, now);
  // Told of what lies there, not of what was sent.
  const stored = readPhoto(db, id).bytes;
  return { id, bytes: stored.length, sha256: createHash('sha256').update(stored).digest('hex') };
}

/** @throws Refused 404 */
export function readPhoto(db: Db, id: string): Photo {
  const photo = db.prepare<[string], Photo>('SELECT type, bytes FROM photo WHERE id = ?').get(id);
  if (!photo) throw notFound('photo', id);
  return photo;
}

/** What is known of the photos of a box, oldest first. */
export const photosOf = (db: Db, boxId: string): readonly ArchivedBox['photos'][number][] =>
  db
    .prepare<[string], ArchivedBox['photos'][number]>(
      'SELECT id, type, created_at AS createdAt FROM photo WHERE box_id = ? ORDER BY created_at, id',
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
  db.prepare(
    `INSERT INTO photo (id, box_id, type, width, height, bytes, created_at) VALUES (?, ?, ?, ?, ?, ?, ?)
     ON CONFLICT (id) DO NOTHING`,
  ).run(id, boxId, type, width, height, bytes, createdAt);
}
