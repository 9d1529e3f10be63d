/** What is set once for the whole server, in the table `setting`. */
import type { PublicAddress } from '@dense-pack/core/sheet/public-address';
import type { Db } from '../database.ts';

type Name = 'public address' | 'photo bytes';

const read = (db: Db, name: Name): string | undefined =>
  db.prepare<[string], { value: string }>('SELECT value FROM setting WHERE name = ?').get(name)?.value;

function write(db: Db, name: Name, value: string | null): void {
  if (value === null) db.prepare('DELETE FROM setting WHERE name = ?').run(name);
  else
    db.prepare(
      'INSERT INTO setting (name, value) VALUES (?, ?) ON CONFLICT (name) DO UPDATE SET value = excluded.value',
    ).run(name, value);
}

/** The address other phones reach this server by, as far as a person said so. */
export const publicAddress = (db: Db): PublicAddress => ({ address: read(db, 'public address') ?? null });

export function setPublicAddress(db: Db, { address }: PublicAddress): PublicAddress {
  write(db, 'public address', address);
  return publicAddress(db);
}

const GB = 1_000_000_000;
/** How many bytes of photos are kept where nothing else is set: some 60,000 photos. */
const PHOTO_BYTES_DEFAULT = 20 * GB;

/** The most bytes of photos that are kept, all jobs together. */
export const photoBytesMost = (db: Db): number => Number(read(db, 'photo bytes') ?? PHOTO_BYTES_DEFAULT);

/** A setting of the environment that cannot be read, in one sentence. */
export class SettingRefused extends Error {}

/**
 * Takes the limit for photos of the environment, in GB; without one the default holds.
 * @param text of `DENSE_PACK_PHOTOS_GB`: `20`, `0.5`
 * @throws SettingRefused
 */
export function limitPhotos(db: Db, text: string | undefined): void {
  if (text === undefined || text === '') return write(db, 'photo bytes', null);
  if (!/^\d{1,6}(\.\d{1,3})?$/.test(text))
    throw new SettingRefused(
      `DENSE_PACK_PHOTOS_GB must be a number of gigabytes such as 20 or 0.5, not “${text}”.`,
    );
  write(db, 'photo bytes', String(Math.round(Number(text) * GB)));
}
