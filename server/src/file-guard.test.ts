/** A database file that is deleted, replaced or spoilt under the server: no write is accepted that would be lost, and the answer says why. */
import { closeSync, copyFileSync, openSync, renameSync, rmSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { isLarge, openDatabase, stateOfFile } from './database.ts';
import { checkPages } from './services/file-guard.ts';
import { openPlace, type Place } from './tests/place.ts';

const MIGRATIONS = join(__dirname, 'migrations');
let place: Place;
beforeEach(async () => {
  place = await openPlace(() => new Date('2026-03-02T09:00:00Z'));
  await make().expect(201);
});
afterEach(() => place.close());

const make = () => place.api().post('/jobs').send({ name: 'House', edition: 'nec2023' });
const file = () => join(place.folder, 'test.db');
const health = () => place.api().get('/health');

test('a healthy file is reported as healthy, with its size', async () => {
  const { body } = await health().expect(200);
  expect(body).toMatchObject({ status: 'ok', jobs: 1, boxes: 0, states: 0, photoBytes: 0 });
  expect(body.databaseBytes).toBeGreaterThan(10_000);
});

const copied = () => {
  copyFileSync(file(), `${file()}.copy`);
  renameSync(`${file()}.copy`, file());
};
test.each([
  ['deleted', () => rmSync(file()), 'The database file was deleted'],
  ['replaced by a copy of itself', copied, 'The database file was replaced'],
  ['left without its log', () => rmSync(`${file()}-wal`), 'The write-ahead log of the database was deleted'],
])('a file that is %s takes no more writes; what is there can be read', async (_, spoil, words) => {
  spoil();
  const [written, said] = [await make(), await health()];
  expect([written.status, said.status]).toEqual([503, 503]);
  expect(written.body.detail).toMatch(words);
  expect(said.body.detail).toMatch(words);
  expect((await place.api().get('/jobs').expect(200)).body.jobs).toHaveLength(1);
});

test('a file that was moved away and comes back is well again', async () => {
  renameSync(file(), `${file()}.away`);
  await make().expect(503);
  renameSync(`${file()}.away`, file());
  await make().expect(201);
});

test('the check of all pages finds damaged pages, and the report stays', async () => {
  const command = (path: string) =>
    [process.execPath, '-e', `console.log(${JSON.stringify(stateOfFile(path))})`] as const;
  await checkPages(place.guard, command(file()));
  await health().expect(200);
  const spoilt = join(place.folder, 'spoilt.db');
  await place.db.backup(spoilt);
  const pages = new Database(spoilt, { readonly: true });
  const size = pages.pragma('page_size', { simple: true }) as number;
  const root = pages
    .prepare(`SELECT rootpage FROM sqlite_schema WHERE name = 'job_all'`)
    .pluck()
    .get() as number;
  pages.close();
  const open = openSync(spoilt, 'r+');
  writeSync(open, Buffer.alloc(200, 7), 0, 200, (root - 1) * size);
  closeSync(open);
  expect(stateOfFile(spoilt)).not.toBe('ok');
  // A small file is checked before it is used. One that is too large for that is used and checked at once, but for one that must be changed.
  expect(() => openDatabase(spoilt, MIGRATIONS)).toThrow(/is damaged/);
  const large = openDatabase(spoilt, MIGRATIONS, 1000);
  expect(isLarge(large, 1000)).toBe(true);
  expect(isLarge(large)).toBe(false);
  large.pragma('user_version = 8');
  large.close();
  expect(() => openDatabase(spoilt, MIGRATIONS, 1000)).toThrow(/is damaged/);
  await checkPages(place.guard, command(spoilt));
  const { body } = await make().expect(503);
  expect(body.detail).toMatch(/^The database file is damaged \(/);
});

test('a check that cannot run says nothing of the file', async () => {
  await checkPages(place.guard, [join(place.folder, 'no-such-program')]);
  await checkPages(place.guard, [process.execPath, '-e', 'process.exit(3)']);
  await health().expect(200);
});
