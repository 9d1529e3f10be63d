/**
 * Writes by an id of their own: sent any number of times they are taken once. Deletions that say what was seen; verdicts
 * beside the boxes; photos in parts, and photos no box names any more. Boxes are invented.
 */
import { createHash } from 'node:crypto';
import { copyFileSync, mkdirSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { openDatabase } from './database.ts';
import { PHOTOS_OF_BOX_MOST, sweepPhotos, UNNAMED_DAYS } from './services/photos.ts';
import { JPEG } from './tests/picture.ts';
import { boxOf, countedCards, openPlace, type Place } from './tests/place.ts';

let place: Place;
let now = new Date('2026-03-02T09:00:00Z');
const JOB = 'job-0000001';
const FIELDS = { name: 'House', edition: 'nec2023' };
const DEN = { name: 'Den', box: boxOf('18 in3, 12/2 feed, duplex') };
beforeEach(async () => {
  now = new Date('2026-03-02T09:00:00Z');
  place = await openPlace(() => now);
  await place
    .api()
    .post('/jobs')
    .send({ id: JOB, ...FIELDS })
    .expect(201);
});
afterEach(() => place.close());

const make = (id: string, operation?: string, more: object = {}) =>
  place
    .api()
    .post(`/jobs/${JOB}/boxes`)
    .send({ id, ...DEN, ...more, operation });
const change = (id: string, version: number, operation: string | undefined, more: object = {}) =>
  place
    .api()
    .put(`/boxes/${id}`)
    .send({ ...DEN, ...more, version, operation });
const boxes = async () =>
  (await place.api().get(`/jobs/${JOB}`)).body.boxes as { id: string; version: number; room: string }[];

test('a write sent again is answered with what it did and what is there now, and does nothing', async () => {
  const first = await make('box-0000001', 'operation-1').expect(201);
  expect(first.body).toMatchObject({ version: 1, taken: 1 });
  await change('box-0000001', 1, 'operation-2', { room: 'Hall' }).expect(200);
  // Another changed it since; both writes come once more.
  await change('box-0000001', 2, 'operation-3', { room: 'Cellar' }).expect(200);
  expect((await make('box-0000001', 'operation-1').expect(201)).body).toMatchObject({
    version: 3,
    taken: 1,
    room: 'Cellar',
  });
  const again = await change('box-0000001', 1, 'operation-2', { room: 'Hall' }).expect(200);
  expect(again.body).toMatchObject({ version: 3, taken: 2, room: 'Cellar' });
  expect(await boxes()).toMatchObject([{ version: 3, room: 'Cellar' }]);
  const { states } = (await place.api().get('/boxes/box-0000001/states')).body as { states: unknown[] };
  expect(states).toHaveLength(3);
});

test('a write that was not taken may come again under its id, and is taken then', async () => {
  await make('box-0000001', 'operation-1').expect(201);
  await change('box-0000001', 9, 'operation-2', { room: 'Hall' }).expect(409);
  expect((await change('box-0000001', 1, 'operation-2', { room: 'Hall' }).expect(200)).body.taken).toBe(2);
});

test('without an operation an older program is answered as before', async () => {
  const first = await make('box-0000001').expect(201);
  expect(first.body).not.toHaveProperty('taken');
  expect((await make('box-0000001').expect(201)).body.version).toBe(1);
  expect((await change('box-0000001', 1, undefined)).body).not.toHaveProperty('taken');
  await place.api().delete('/boxes/box-0000001?version=2').expect(200);
});

test('a record that is gone is not made again by a late write', async () => {
  await make('box-0000001', 'operation-1').expect(201);
  await place.api().delete('/boxes/box-0000001?version=1&operation=operation-2').expect(200);
  expect((await make('box-0000001', 'operation-1').expect(410)).body.title).toBe(
    'This box was deleted since',
  );
  expect((await place.api().delete('/boxes/box-0000001?version=1&operation=operation-2')).body).toEqual({
    id: 'box-0000001',
    deleted: true,
  });
  await place.api().delete('/boxes/box-0000001?version=1&operation=operation-3').expect(404);
  expect(await boxes()).toEqual([]);
});

test('a new box under the id of another is refused with what is there; an operation is of one record', async () => {
  await make('box-0000001', 'operation-1').expect(201);
  const other = await make('box-0000001', 'operation-2', { room: 'Attic' }).expect(409);
  expect(other.body.stored).toMatchObject({ id: 'box-0000001', room: '' });
  const used = await make('box-0000002', 'operation-1').expect(422);
  expect(used.body.errors).toEqual([{ field: 'operation', accepted: 'an id that no other write has' }]);
  await make('box-0000003', 'NO').expect(400);
  await place.api().delete('/boxes/box-0000001?version=1&operation=NO').expect(400);
});

test('jobs too: made, changed and deleted once, however often it is sent', async () => {
  const put = (version: number, name: string, operation: string) =>
    place
      .api()
      .put(`/jobs/${JOB}`)
      .send({ ...FIELDS, name, version, operation });
  await put(1, 'Hill', 'operation-1').expect(200);
  await put(2, 'Valley', 'operation-2').expect(200);
  expect((await put(1, 'Hill', 'operation-1').expect(200)).body).toMatchObject({
    name: 'Valley',
    version: 3,
    taken: 2,
  });
  const made = () =>
    place
      .api()
      .post('/jobs')
      .send({ id: 'job-0000002', ...FIELDS, operation: 'operation-3' });
  await made().expect(201);
  expect((await made().expect(201)).body).toMatchObject({ version: 1, taken: 1 });
  await place.api().delete('/jobs/job-0000002?version=1&operation=operation-4').send({}).expect(200);
  await place.api().delete('/jobs/job-0000002?version=1&operation=operation-4').send({}).expect(200);
  await made().expect(410);
});

test('a job is not deleted over a box that was made or changed since it was seen', async () => {
  await make('box-0000001').expect(201);
  const remove = (seen: object) => place.api().delete(`/jobs/${JOB}?version=1`).send({ boxes: seen });
  await make('box-0000002').expect(201);
  const late = await remove({ 'box-0000001': 1 }).expect(409);
  expect(late.body.stored).toMatchObject({ id: JOB });
  expect(late.body.boxes).toEqual([
    { id: 'box-0000001', name: 'Den', version: 1 },
    { id: 'box-0000002', name: 'Den', version: 1 },
  ]);
  await change('box-0000002', 1, undefined, { room: 'Hall' }).expect(200);
  await remove({ 'box-0000001': 1, 'box-0000002': 1 }).expect(409);
  await remove({ 'box-0000001': 'one' }).expect(400);
  // A box that is gone already does no harm.
  await remove({ 'box-0000001': 1, 'box-0000002': 2, 'box-0000003': 4 }).expect(200);
});

describe('verdicts beside the boxes', () => {
  const card = async () => (await countedCards(place))[0];
  const OVER = { box: boxOf('18 in3, 3x 12/2, duplex') };

  test('are of the document, the edition and the program as they are now', async () => {
    await make('box-0000001', undefined, OVER).expect(201);
    await make('box-0000002').expect(201);
    expect(await card()).toMatchObject({ boxes: 2, over: 1, unknown: 0 });
    const kept = place.db.prepare('SELECT verdict FROM box ORDER BY id').pluck().all();
    expect(kept).toEqual(['over', 'legal']);
    await change('box-0000001', 1, undefined).expect(200);
    expect(await card()).toMatchObject({ over: 0 });
    // What another program wrote into the document is counted anew, whatever it said of the version.
    const other = new Database(join(place.folder, 'test.db'));
    other
      .prepare('UPDATE box_all SET document = ? WHERE id = ?')
      .run(JSON.stringify(OVER.box), 'box-0000002');
    other.close();
    expect(await card()).toMatchObject({ over: 1 });
    // A verdict of another program is not believed.
    place.db.prepare("UPDATE box_all SET verdict = 'over', counted_by = 'another:nec2023'").run();
    expect(await card()).toMatchObject({ over: 1 });
  });

  test('are missing where nothing can be written just now, said so, and counted later', async () => {
    await make('box-0000001', undefined, OVER).expect(201);
    const other = new Database(join(place.folder, 'test.db'));
    other.prepare('UPDATE box_all SET document = document').run();
    other.exec('BEGIN IMMEDIATE');
    for (let nth = 0; nth < 3; nth += 1) {
      const { body } = await place.api().get('/jobs').expect(200);
      expect(body.jobs[0]).toMatchObject({ boxes: 1, over: 0, uncounted: 1, vessels: [] });
    }
    other.exec('ROLLBACK');
    other.close();
    expect(await card()).toMatchObject({ boxes: 1, over: 1, uncounted: 0 });
  });
});

describe('photos in parts', () => {
  const SHA = createHash('sha256').update(JPEG).digest('hex');
  const put = (query: string, body: Buffer, photo = 'photo-0001') =>
    place
      .api()
      .put(`/boxes/box-0000001/photos/${photo}${query}`)
      .set('Content-Type', 'image/jpeg')
      .send(body);
  const arrived = () => place.api().get('/boxes/box-0000001/photos/photo-0001/arrived');
  const name = (version: number, photos: string[]) =>
    change('box-0000001', version, undefined, { seen: { photos } }).expect(200);
  beforeEach(async () => {
    await make('box-0000001').expect(201);
  });

  test('go on where they ended, and are stored with the last', async () => {
    const [half, of] = [Math.floor(JPEG.length / 2), JPEG.length];
    await name(1, ['photo-0001']);
    expect((await arrived().expect(200)).body).toEqual({ id: 'photo-0001', have: 0 });
    await put(`?from=0&of=${of}`, JPEG.subarray(0, half)).expect(200);
    expect((await arrived()).body.have).toBe(half);
    // Sent again, or one that leaves a gap: told where to go on.
    for (const from of [0, half + 10])
      expect((await put(`?from=${from}&of=${of}`, JPEG.subarray(0, 10)).expect(200)).body.have).toBe(half);
    await place.api().get('/photos/photo-0001').expect(404);
    const last = await put(`?from=${half}&of=${of}`, JPEG.subarray(half)).expect(200);
    expect(last.body).toEqual({ id: 'photo-0001', bytes: of, sha256: SHA });
    expect((await arrived()).body).toEqual(last.body);
    expect((await put(`?from=${half}&of=${of}`, JPEG.subarray(half))).body).toEqual(last.body);
    expect(Buffer.compare((await place.api().get('/photos/photo-0001')).body as Buffer, JPEG)).toBe(0);
    expect(place.db.prepare('SELECT count(*) FROM photo_part').pluck().get()).toBe(0);
  });

  test('a part that is empty is no part, and lies in no one’s way', async () => {
    await put(`?from=0&of=${JPEG.length}`, Buffer.alloc(0));
    expect(place.db.prepare('SELECT count(*) FROM photo_part').pluck().get()).toBe(0);
    expect((await put(`?from=0&of=${JPEG.length}`, JPEG).expect(200)).body.sha256).toBe(SHA);
  });

  test('a byte that was spoilt on its way is found: the photo starts over, and is stored as it is', async () => {
    const [half, of] = [Math.floor(JPEG.length / 2), JPEG.length];
    const spoilt = Buffer.from(JPEG);
    spoilt[5] = (spoilt[5] ?? 0) ^ 1;
    const query = (from: number) => `?from=${from}&of=${of}&sha256=${SHA}`;
    await put(query(0), spoilt.subarray(0, half)).expect(200);
    expect((await put(query(half), JPEG.subarray(half)).expect(200)).body).toEqual({
      id: 'photo-0001',
      have: 0,
    });
    await put(query(0), JPEG.subarray(0, half)).expect(200);
    expect((await put(query(half), JPEG.subarray(half)).expect(200)).body.sha256).toBe(SHA);
    const bad = await put(`?from=0&of=${of}&sha256=abc`, JPEG).expect(400);
    expect(bad.body.errors).toMatchObject([{ field: 'sha256' }]);
  });

  test('a photo an older program stored spoilt is replaced by the right one', async () => {
    await name(1, ['photo-0001']);
    const spoilt = Buffer.from(JPEG);
    spoilt[spoilt.length - 9] = (spoilt[spoilt.length - 9] ?? 0) ^ 1;
    await put(`?from=0&of=${JPEG.length}`, spoilt).expect(200);
    const asked = `?sha256=${SHA}`;
    const path = '/boxes/box-0000001/photos/photo-0001/arrived';
    expect((await place.api().get(path + asked)).body).toEqual({ id: 'photo-0001', have: 0 });
    await put(`?from=0&of=${JPEG.length}&sha256=${SHA}`, JPEG).expect(200);
    expect(Buffer.compare((await place.api().get('/photos/photo-0001')).body as Buffer, JPEG)).toBe(0);
  });

  test('parts are swept all or none: what is left is the beginning of the photo', async () => {
    const of = JPEG.length;
    const day = (many: number) => new Date(Date.UTC(2026, 2, 2 + many, 9));
    await put(`?from=0&of=${of}`, JPEG.subarray(0, 10)).expect(200);
    now = day(20);
    await put(`?from=10&of=${of}`, JPEG.subarray(10, 30)).expect(200);
    sweepPhotos(place.db, day(UNNAMED_DAYS + 1));
    expect((await arrived()).body.have).toBe(30);
    sweepPhotos(place.db, day(UNNAMED_DAYS + 21));
    expect((await arrived()).body.have).toBe(0);
  });

  test('a box has so many photos and no more, and the next is refused with the reason', async () => {
    for (let index = 0; index < PHOTOS_OF_BOX_MOST; index += 1)
      await put('', JPEG, `photo-${String(1000 + index)}`).expect(200);
    const { body } = await put('', JPEG).expect(422);
    expect(body.title).toBe('This box has as many photos as are kept');
    // One that is there may come again.
    await put('', JPEG, 'photo-1000').expect(200);
  });

  test('what is no photo in the end is refused and forgotten; what is too long is refused at once', async () => {
    const text = Buffer.from('no picture at all');
    await put(`?from=0&of=${text.length}`, text.subarray(0, 5)).expect(200);
    await put(`?from=5&of=${text.length}`, text.subarray(5)).expect(422);
    expect((await arrived()).body.have).toBe(0);
    await put('?from=0&of=4000000', text).expect(413);
    await put('?from=7&of=7', text).expect(400);
    await put('?from=-1', text).expect(400);
    await place.api().get('/boxes/no-such-box/photos/photo-0001/arrived').expect(404);
  });

  test('a photo its box no longer names is not shown, comes back with an undo, and goes after some weeks', async () => {
    // It may arrive before the box that names it does.
    await put('', JPEG).expect(200);
    await place.api().get('/photos/photo-0001').expect(404);
    await name(1, ['photo-0001']);
    await place.api().get('/photos/photo-0001').expect(200);
    await name(2, []);
    await place.api().get('/photos/photo-0001').expect(404);
    await name(3, ['photo-0001']);
    await place.api().get('/photos/photo-0001').expect(200);
    await name(4, []);
    const days = (many: number) => new Date(now.getTime() + many * 86_400_000);
    expect(sweepPhotos(place.db, days(UNNAMED_DAYS - 1))).toBe(0);
    expect(sweepPhotos(place.db, days(UNNAMED_DAYS + 1))).toBe(1);
    expect(place.db.prepare('SELECT count(*) FROM photo').pluck().get()).toBe(0);
  });

  test('a database of an earlier version: what no box names is marked when it is brought up', async () => {
    await name(1, ['photo-0001']);
    await put('', JPEG).expect(200);
    await put('', JPEG, 'photo-0002').expect(200);
    const migrations = join(__dirname, 'migrations');
    // A database as the first four migrations make it, with the rows of this one.
    const four = join(place.folder, 'four');
    mkdirSync(four);
    for (const name of readdirSync(migrations).filter((one) => one < '0005'))
      copyFileSync(join(migrations, name), join(four, name));
    const file = join(place.folder, 'earlier.db');
    const earlier = openDatabase(file, four);
    earlier.exec(`ATTACH '${join(place.folder, 'test.db')}' AS later`);
    for (const table of ['job', 'box', 'photo']) {
      const columns = (earlier.pragma(`table_info(${table})`) as { name: string }[])
        .map(({ name: column }) => column)
        .join();
      earlier.exec(`INSERT INTO main.${table} (${columns}) SELECT ${columns} FROM later.${table}`);
    }
    earlier.close();
    const up = openDatabase(file, migrations);
    expect(up.prepare('SELECT id FROM photo WHERE unnamed_at IS NULL').pluck().all()).toEqual(['photo-0001']);
    up.close();
  });
});
