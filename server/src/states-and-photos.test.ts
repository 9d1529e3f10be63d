/** Every state of a box with its date, and its photos, over real HTTP. Invented data. */
import { createHash } from 'node:crypto';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { openDatabase } from './database.ts';
import { boxOf, openPlace, type Place } from './tests/place.ts';
import { JPEG } from './tests/picture.ts';

const MIGRATIONS = join(__dirname, 'migrations');
let place: Place;
let minute = 0;

beforeAll(async () => {
  place = await openPlace(() => new Date(Date.UTC(2026, 0, 1, 0, (minute += 1))));
});
afterAll(() => place.close());

const api = () => place.api();
async function newBox() {
  const job = await api().post('/jobs').send({ name: 'A job' }).expect(201);
  const made = await api()
    .post(`/jobs/${job.body.id}/boxes`)
    .send({ name: 'A box', box: boxOf('18 in3, 2x 12/2, duplex') })
    .expect(201);
  return made.body as { id: string; box: unknown };
}

test('each write leaves a state with its date; what was found stays beside the plan', async () => {
  const { id, box } = await newBox();
  const planned = {
    name: 'A box',
    box: boxOf('18 in3, 3x 12/2, duplex'),
    found: box,
    stage: 'planned',
    stageAt: '2026-01-01T00:00:00.000Z',
    seen: { stud: 'left', conditions: ['crowded'], note: 'n', safe: ['off'], photos: [] },
    version: 1,
  };
  const put = await api().put(`/boxes/${id}`).send(planned).expect(200);
  expect(put.body).toMatchObject({ stage: 'planned', found: box, seen: planned.seen, version: 2 });
  const { body } = await api().get(`/boxes/${id}/states`).expect(200);
  expect(
    body.states.map((state: { version: number; stage: string }) => [state.version, state.stage]),
  ).toEqual([
    [2, 'planned'],
    [1, 'found'],
  ]);
  expect(body.states[1].box).toEqual(box);
  expect(body.states[0].at > body.states[1].at).toBe(true);
  await api()
    .delete(`/boxes/${id}?version=${(await api().get(`/boxes/${id}`)).body.version}`)
    .expect(200);
  await api().get(`/boxes/${id}/states`).expect(404);
});

test('a repeated POST keeps one state, a stale write none', async () => {
  const { id } = await newBox();
  const job = (await api().get(`/boxes/${id}`)).body.jobId as string;
  await api()
    .post(`/jobs/${job}/boxes`)
    .send({ id, name: 'Again', box: boxOf('18 in3') })
    .expect(201);
  await api()
    .put(`/boxes/${id}`)
    .send({ name: 'Stale', box: boxOf('18 in3'), version: 9 })
    .expect(409);
  const { body } = await api().get(`/boxes/${id}/states`);
  expect(body.states).toHaveLength(1);
});

test.each([
  ['stage', { stage: 'dreamt' }],
  ['stageAt', { stageAt: 'yesterday' }],
  ['seen.stud', { seen: { stud: 'up' } }],
  ['seen.conditions.0', { seen: { conditions: ['haunted'] } }],
  ['seen.note', { seen: { note: 'x'.repeat(4001) } }],
  ['seen.photos', { seen: { photos: Array.from({ length: 13 }, (_, nth) => `photo-000${nth}`) } }],
  ['found.version', { found: { shell: {}, items: [] } }],
])('a wrong %s is refused and named', async (field, change) => {
  const { id } = await newBox();
  const answer = await api()
    .put(`/boxes/${id}`)
    .send({ name: 'A', box: boxOf('18 in3'), version: 1, ...change })
    .expect(400);
  expect(answer.body.errors[0].field).toBe(field);
});

test('a database of the first schema is brought up to date, its boxes as found with one state', () => {
  const file = join(place.folder, 'old.db');
  const old = new Database(file);
  const sql = `CREATE TABLE job (id TEXT PRIMARY KEY, version INTEGER NOT NULL, name TEXT NOT NULL,
      edition TEXT NOT NULL, note TEXT NOT NULL DEFAULT '', demo INTEGER NOT NULL DEFAULT 0,
      created_at TEXT NOT NULL, updated_at TEXT NOT NULL) STRICT;
    CREATE TABLE box (id TEXT PRIMARY KEY, job_id TEXT NOT NULL REFERENCES job (id) ON DELETE CASCADE,
      version INTEGER NOT NULL, name TEXT NOT NULL, room TEXT NOT NULL DEFAULT '',
      circuit TEXT NOT NULL DEFAULT '', document TEXT NOT NULL, created_at TEXT NOT NULL,
      updated_at TEXT NOT NULL) STRICT;`;
  old.exec(sql);
  old.prepare("INSERT INTO job VALUES ('job-0001', 1, 'J', 'nec2023', '', 0, 'a', 'a')").run();
  old
    .prepare("INSERT INTO box VALUES ('box-0001', 'job-0001', 4, 'B', '', '', ?, 'a', 'b')")
    .run(JSON.stringify(boxOf('18 in3, 12/2')));
  old.pragma('user_version = 1');
  old.close();
  const again = openDatabase(file, MIGRATIONS);
  expect(again.prepare('SELECT stage, found, seen FROM box').get()).toEqual({
    stage: 'found',
    found: null,
    seen: '{}',
  });
  expect(again.prepare('SELECT version, at, stage FROM box_state').all()).toEqual([
    { version: 4, at: 'b', stage: 'found' },
  ]);
  again.close();
});

/** A grey JPEG of one pixel (baseline, JFIF). */
/** The same picture with an EXIF block that says 51° N, 7° E: a TIFF header, IFD0 with a GPS IFD. */
/** A PNG whose head says that it is 0 × 0. */
const NO_SIZE = Buffer.concat([
  Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13]),
  Buffer.from('IHDR', 'latin1'),
  Buffer.alloc(17),
  Buffer.from([0, 0, 0, 0]),
  Buffer.from('IEND', 'latin1'),
  Buffer.from([0xae, 0x42, 0x60, 0x82]),
]);
function withPlace(jpeg: Buffer): Buffer {
  const tiff = Buffer.alloc(8 + 2 + 12 + 4 + 2 + 4 * 12 + 4 + 48);
  tiff.write('MM', 0, 'latin1');
  tiff.writeUInt16BE(42, 2);
  tiff.writeUInt32BE(8, 4);
  tiff.writeUInt16BE(1, 8);
  const entry = (at: number, tag: number, type: number, count: number, value: number | string) => {
    tiff.writeUInt16BE(tag, at);
    tiff.writeUInt16BE(type, at + 2);
    tiff.writeUInt32BE(count, at + 4);
    if (typeof value === 'string') tiff.write(value, at + 8, 'latin1');
    else tiff.writeUInt32BE(value, at + 8);
  };
  const gps = 26;
  const numbers = gps + 2 + 4 * 12 + 4;
  entry(10, 0x8825, 4, 1, gps);
  tiff.writeUInt16BE(4, gps);
  entry(gps + 2, 1, 2, 2, 'N');
  entry(gps + 14, 2, 5, 3, numbers);
  entry(gps + 26, 3, 2, 2, 'E');
  entry(gps + 38, 4, 5, 3, numbers + 24);
  [51, 1, 0, 1, 0, 1, 7, 1, 0, 1, 0, 1].forEach((value, nth) => tiff.writeUInt32BE(value, numbers + nth * 4));
  const head = Buffer.from([0xff, 0xe1, 0, 0]);
  head.writeUInt16BE(2 + 6 + tiff.length, 2);
  return Buffer.concat([
    jpeg.subarray(0, 2),
    head,
    Buffer.from('Exif\0\0', 'latin1'),
    tiff,
    jpeg.subarray(2),
  ]);
}

describe('photos', () => {
  const put = (box: string, id: string, body: Buffer, type = 'image/jpeg') =>
    api().put(`/boxes/${box}/photos/${id}`).set('Content-Type', type).send(body);

  test('a photo is kept with its box, read back to the byte, and goes with it', async () => {
    const { id, box } = await newBox();
    await api()
      .put(`/boxes/${id}`)
      .send({ name: 'A box', box, version: 1, seen: { photos: ['photo-0001'] } })
      .expect(200);
    for (let time = 0; time < 2; time += 1) {
      const answer = await put(id, 'photo-0001', JPEG).expect(200);
      expect(answer.body).toEqual({
        id: 'photo-0001',
        bytes: JPEG.length,
        sha256: createHash('sha256').update(JPEG).digest('hex'),
      });
    }
    const read = await api().get('/photos/photo-0001').expect(200);
    expect(read.headers['content-type']).toBe('image/jpeg');
    expect(read.headers['cache-control']).toMatch('immutable');
    expect(Buffer.compare(read.body as Buffer, JPEG)).toBe(0);
    await api()
      .delete(`/boxes/${id}?version=${(await api().get(`/boxes/${id}`)).body.version}`)
      .expect(200);
    await api().get('/photos/photo-0001').expect(404);
  });

  test('a photo that says where it was taken is refused', async () => {
    const { id } = await newBox();
    const answer = await put(id, 'photo-0002', withPlace(JPEG)).expect(422);
    expect(answer.body.title).toBe('This photo says where it was taken');
    await api().get('/photos/photo-0002').expect(404);
  });

  test.each<[string, Buffer, string, number]>([
    ['text', Buffer.from('not a picture'), 'image/jpeg', 422],
    ['a page with a script', Buffer.from('<svg onload="alert(1)"/>'), 'image/svg+xml', 422],
    ['JSON', Buffer.from('{}'), 'application/json', 415],
    ['a picture that was cut off', JPEG.subarray(0, JPEG.length - 20), 'image/jpeg', 422],
    ['a picture of nothing', NO_SIZE, 'image/png', 422],
    ['four megabytes', Buffer.alloc(4_000_000), 'image/jpeg', 413],
  ])('%s is refused', async (_name, body, type, status) => {
    const { id } = await newBox();
    const answer = await put(id, 'photo-0003', body, type).expect(status);
    expect(answer.headers['content-type']).toMatch('application/problem+json');
  });

  test('no such box, no photo', async () => {
    await put('box-none-00', 'photo-0004', JPEG).expect(404);
  });
});
