/** What the database may grow to: states of long ago are thinned, photos have a limit, and both can be seen. Invented data. */
import type { BoxState } from '@dense-pack/core';
import request from 'supertest';
import { application } from './application.ts';
import { sweep, thinStates } from './services/growth.ts';
import { limitPhotos, SettingRefused } from './services/settings.ts';
import { boxOf, openPlace, type Place } from './tests/place.ts';
import { JPEG } from './tests/picture.ts';

let place: Place;
let now = new Date('2024-03-01T09:00:00Z');
const MINUTE = 60_000;

beforeEach(async () => {
  now = new Date('2024-03-01T09:00:00Z');
  place = await openPlace(() => (now = new Date(now.getTime() + MINUTE)));
});
afterEach(() => place.close());

const api = () => place.api();
const later = (years: number) => new Date(now.getTime() + years * 366 * 86_400_000);

async function newBox(): Promise<string> {
  const job = await api().post('/jobs').send({ name: 'House' }).expect(201);
  const made = await api()
    .post(`/jobs/${job.body.id}/boxes`)
    .send({ name: 'Den', box: boxOf('18 in3') })
    .expect(201);
  return made.body.id as string;
}

/** Writes one state. @param cables so many are in it */
async function write(id: string, stage: string, cables: number, seen: object = {}) {
  const { body } = await api().get(`/boxes/${id}`).expect(200);
  const box = boxOf(`18 in3, ${cables}x 12/2`);
  await api()
    .put(`/boxes/${id}`)
    .send({ name: 'Den', box, found: null, stage, seen, version: body.version })
    .expect(200);
}

const versions = async (id: string) =>
  ((await api().get(`/boxes/${id}/states`).expect(200)).body.states as BoxState[]).map(
    ({ version }) => version,
  );

/** Eleven states: made, four edits, planned, two edits, built, two edits. */
async function history(): Promise<string> {
  const id = await newBox();
  for (const cables of [1, 2, 3, 4]) await write(id, 'found', cables);
  for (const cables of [5, 6, 7]) await write(id, 'planned', cables);
  for (const cables of [8, 9, 10]) await write(id, 'built', cables);
  return id;
}

test('states of more than a year are thinned to the first, the newest, what the logbook shows, and the state before it', async () => {
  const id = await history();
  expect(await versions(id)).toEqual([11, 10, 9, 8, 7, 6, 5, 4, 3, 2, 1]);
  await thinStates(place.db, later(2));
  // 6 is planned, 9 is built; 5 and 8 are how the box was left before; 1 is the first, 11 the newest.
  expect(await versions(id)).toEqual([11, 9, 8, 6, 5, 1]);
  const { body } = await api().get(`/boxes/${id}/events`).expect(200);
  expect(body.events.map(({ what }: { what: string }) => what)).toEqual(['found', 'planned', 'built']);
  // Once more there is nothing left to thin, and the box is as it was.
  await thinStates(place.db, later(3));
  expect(await versions(id)).toEqual([11, 9, 8, 6, 5, 1]);
  expect((await api().get(`/boxes/${id}`).expect(200)).body).toMatchObject({ version: 11, stage: 'built' });
});

test('what is younger than a year stays, and so does the state a test was made of', async () => {
  const id = await history();
  const results = [
    { test: 'cover', says: { read: 'done', good: true }, at: '2024-03-01T10:00:00.000Z', of: '0'.repeat(16) },
  ];
  await write(id, 'built', 11, { closing: { results } });
  const tested = (await versions(id))[0];
  now = later(0.5);
  for (const cables of [12, 13, 14]) await write(id, 'built', cables);
  await thinStates(place.db, later(0.1));
  expect(await versions(id)).toHaveLength(15);
  await thinStates(place.db, later(0.7));
  const left = await versions(id);
  // The tested state is 12, the one before it 11; 13 to 15 are young.
  expect([tested, left]).toEqual([12, [15, 14, 13, 12, 11, 9, 8, 6, 5, 1]]);
});

test('a clock that is years ahead of the newest write throws nothing away', async () => {
  const id = await history();
  const gone = await newBox();
  await api().delete(`/boxes/${gone}?version=1`).expect(200);
  const trash = async () => (await api().get('/trash').expect(200)).body.trash as unknown[];
  // The computer started with a wrong date, before anyone wrote.
  await sweep(place.db, later(12));
  expect([(await trash()).length, (await versions(id)).length]).toEqual([1, 11]);
  // A month later by the newest write, the trash goes; two years later the states are thinned.
  now = later(0.1);
  await write(id, 'built', 11);
  await sweep(place.db, now);
  expect([(await trash()).length, (await versions(id)).length]).toEqual([0, 12]);
  now = later(2);
  await write(id, 'built', 12);
  await sweep(place.db, now);
  expect(await versions(id)).toEqual([13, 9, 8, 6, 5, 1]);
});

test('each box is thinned by itself, also in the trash', async () => {
  const [first, second, third] = [await history(), await newBox(), await history()];
  await api().delete(`/boxes/${third}?version=11`).expect(200);
  await thinStates(place.db, later(2));
  expect([await versions(first), await versions(second)]).toEqual([[11, 9, 8, 6, 5, 1], [1]]);
  expect(place.db.prepare('SELECT count(*) FROM box_state WHERE box_id = ?').pluck().get(third)).toBe(6);
});

test('photos have a limit, all together; what does not fit is refused in words before it is sent whole', async () => {
  const id = await newBox();
  const put = (photo: string, bytes = JPEG, query = '') =>
    api().put(`/boxes/${id}/photos/${photo}${query}`).set('Content-Type', 'image/jpeg').send(bytes);
  limitPhotos(place.db, '0.001');
  place.db.prepare("UPDATE setting SET value = ? WHERE name = 'photo bytes'").run(String(2.5 * JPEG.length));
  await put('photo-0001').expect(200);
  await put('photo-0002').expect(200);
  const { body } = await put('photo-0003').expect(422);
  expect(body).toMatchObject({
    title: 'The server has as many photos as it keeps',
    detail: expect.stringMatching(/stays on the phone.*DENSE_PACK_PHOTOS_GB/),
  });
  // What is there already is answered as ever.
  await put('photo-0002').expect(200);
  // A first part of one that would not fit is not taken.
  const part = await put('photo-0004', JPEG.subarray(0, 50), `?from=0&of=${JPEG.length}`).expect(422);
  expect(part.body.title).toBe('The server has as many photos as it keeps');
  const health = await api().get('/health').expect(200);
  expect(health.body).toMatchObject({
    photoBytes: 2 * JPEG.length,
    photoBytesMost: 2.5 * JPEG.length,
    jobs: 1,
    boxes: 1,
    states: 1,
  });
  // With a higher limit the same photo is taken, in parts: what has arrived of it is counted once.
  place.db.prepare("UPDATE setting SET value = ? WHERE name = 'photo bytes'").run(String(3 * JPEG.length));
  await put('photo-0003', JPEG.subarray(0, 50), `?from=0&of=${JPEG.length}`).expect(200);
  expect((await api().get('/health')).body.photoBytes).toBe(2 * JPEG.length + 50);
  await put('photo-0003', JPEG.subarray(50), `?from=50&of=${JPEG.length}`).expect(200);
  expect((await api().get('/health')).body.photoBytes).toBe(3 * JPEG.length);
});

test('the limit is read from the setting of the environment, or refused in words', async () => {
  const most = async () => (await api().get('/health').expect(200)).body.photoBytesMost as number;
  expect(await most()).toBe(20_000_000_000);
  limitPhotos(place.db, '0.5');
  expect(await most()).toBe(500_000_000);
  for (const wrong of ['much', '-1', '1e9', '20 GB', '1,5'])
    expect(() => limitPhotos(place.db, wrong)).toThrow(SettingRefused);
  expect(() => limitPhotos(place.db, 'much')).toThrow(
    'DENSE_PACK_PHOTOS_GB must be a number of gigabytes such as 20 or 0.5, not “much”.',
  );
  expect(await most()).toBe(500_000_000);
  limitPhotos(place.db, undefined);
  expect(await most()).toBe(20_000_000_000);
});

test('the address others reach the server by is asked for once, kept, and refused in words', async () => {
  expect((await api().get('/address').expect(200)).body).toEqual({ address: null, answered: true });
  const wrong = await api().put('/address').send({ address: 'http://127.0.0.1:4310' }).expect(400);
  expect(wrong.body.errors).toEqual([
    { field: 'address', accepted: expect.stringContaining('https://boxes.example.com') },
  ]);
  await api().put('/address').send({}).expect(400);
  expect((await api().get('/address')).body).toMatchObject({ address: null });
  const put = await api().put('/address').send({ address: 'https://Boxes.example/' }).expect(200);
  // This server does not answer to that name yet, and says so.
  expect(put.body).toEqual({ address: 'https://boxes.example', answered: false });
  const own = request(application(place.db, { hosts: ['boxes.example'] }));
  expect((await own.get('/api/v1/address')).body).toEqual({
    address: 'https://boxes.example',
    answered: true,
  });
  expect((await api().put('/address').send({ address: '' }).expect(200)).body).toEqual({
    address: '',
    answered: true,
  });
});
