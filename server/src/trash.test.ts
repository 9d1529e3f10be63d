/** What was deleted is kept for thirty days with its states and photos, comes back whole, and is gone for good only on purpose. */
import type { Trashed } from '@dense-pack/core';
import { JPEG } from './tests/picture.ts';
import { sweepTrash, TRASH_DAYS } from './services/trash.ts';
import { boxOf, countedCards, openPlace, type Place } from './tests/place.ts';

let place: Place;
let now = Date.UTC(2026, 2, 2);
beforeEach(async () => {
  place = await openPlace(() => new Date((now += 1000)));
});
afterEach(() => place.close());

const JOB = 'job-0000001';
const BOX = 'box-0000001';
const api = () => place.api();
const makeJob = () => api().post('/jobs').send({ id: JOB, name: 'House', edition: 'nec2023' }).expect(201);
const makeBox = (id = BOX, name = 'Kitchen') =>
  api()
    .post(`/jobs/${JOB}/boxes`)
    .send({ id, name, box: boxOf('18 in3, 2x 12/2, duplex') })
    .expect(201);
const trash = async () => (await api().get('/trash').expect(200)).body.trash as Trashed[];
const read = async (path: string) => (await api().get(path).expect(200)).body;

/** A box with two states and a photo. */
async function madeBox(): Promise<void> {
  await makeBox();
  await api().put(`/boxes/${BOX}/photos/photo-0001`).type('image/jpeg').send(JPEG).expect(200);
  const {
    id: _id,
    jobId: _job,
    version,
    createdAt: _c,
    updatedAt: _u,
    ...fields
  } = await read(`/boxes/${BOX}`);
  const seen = { ...fields.seen, photos: ['photo-0001'] };
  await api()
    .put(`/boxes/${BOX}`)
    .send({ ...fields, seen, version, room: 'Cellar' })
    .expect(200);
}

test('a deleted box is named with who and when, and comes back with its states, photos and words', async () => {
  await makeJob();
  await madeBox();
  const before = await read(`/boxes/${BOX}`);
  await api()
    .delete(`/boxes/${BOX}?version=2&by=${encodeURIComponent('Van phone')}`)
    .expect(200);
  await api().get(`/boxes/${BOX}`).expect(404);
  await api().get('/photos/photo-0001').expect(404);
  expect((await read('/logbook?q=cellar')).hits).toEqual([]);
  const [one, ...others] = await trash();
  expect(others).toEqual([]);
  expect(one).toMatchObject({
    of: 'box',
    id: BOX,
    name: 'Kitchen',
    job: 'House',
    jobGone: false,
    by: 'Van phone',
  });
  expect(Date.parse(one?.until ?? '') - Date.parse(one?.at ?? '')).toBe(TRASH_DAYS * 86_400_000);
  expect((await api().post(`/trash/${BOX}`).send({}).expect(200)).body).toEqual({ jobId: JOB });
  const { version, write, updatedAt: _at, ...rest } = await read(`/boxes/${BOX}`);
  const { version: was, write: made, updatedAt: _then, ...same } = before;
  expect(rest).toEqual(same);
  // Newer than what a phone knew of it: it is taken for a later state.
  expect([version, write === made]).toEqual([was + 1, false]);
  expect(
    (await read(`/boxes/${BOX}/states`)).states.map((state: { version: number }) => state.version),
  ).toEqual([2, 1]);
  await api().get('/photos/photo-0001').expect(200);
  expect((await read('/logbook?q=cellar')).hits).toHaveLength(1);
  expect((await read(`/boxes/${BOX}/events`)).events.map(({ words }: { words: string }) => words)).toEqual([
    'recorded',
    'deleted, by Van phone',
    'brought back from the trash',
  ]);
  expect(await trash()).toEqual([]);
});

test('a job comes back with the boxes that went with it; one that was deleted before stays in the trash', async () => {
  await makeJob();
  await makeBox();
  await makeBox('box-0000002', 'Hall');
  await makeBox('box-0000003', 'Attic');
  await api().delete('/boxes/box-0000003?version=1').expect(200);
  await api().delete(`/jobs/${JOB}?version=1&by=Tablet`).send({}).expect(200);
  expect((await trash()).map(({ of, name, boxes, jobGone }) => [of, name, boxes, jobGone])).toEqual([
    ['job', 'House', 2, false],
    ['box', 'Attic', 1, true],
  ]);
  await api().post(`/trash/${JOB}`).send({}).expect(200);
  expect((await read(`/jobs/${JOB}/boxes`)).boxes.map(({ name }: { name: string }) => name)).toEqual([
    'Kitchen',
    'Hall',
  ]);
  expect((await trash()).map(({ name }) => name)).toEqual(['Attic']);
  expect(await countedCards(place)).toMatchObject([{ id: JOB, boxes: 2 }]);
});

test('a box of a deleted job brings its job back, and nothing else of it', async () => {
  await makeJob();
  await makeBox();
  await makeBox('box-0000002', 'Hall');
  await api().delete('/boxes/box-0000002?version=1').expect(200);
  await api().delete(`/jobs/${JOB}?version=1`).send({}).expect(200);
  await api().post('/trash/box-0000002').send({}).expect(200);
  expect((await read(`/jobs/${JOB}/boxes`)).boxes.map(({ name }: { name: string }) => name)).toEqual([
    'Hall',
  ]);
  // The rest of the job is not lost with it: each box is listed by itself now.
  expect((await trash()).map(({ of, name, jobGone }) => [of, name, jobGone])).toEqual([
    ['box', 'Kitchen', false],
  ]);
  await api().post(`/trash/${BOX}`).send({}).expect(200);
  expect((await read(`/jobs/${JOB}/boxes`)).boxes).toHaveLength(2);
});

test('a box made again under its id has its photos and states again', async () => {
  await makeJob();
  await madeBox();
  const { seen } = await read(`/boxes/${BOX}`);
  await api().delete(`/boxes/${BOX}?version=2`).expect(200);
  const again = await api()
    .post(`/jobs/${JOB}/boxes`)
    .send({ id: BOX, name: 'Kitchen again', box: boxOf('20 in3, 12/2'), seen })
    .expect(201);
  expect(again.body).toMatchObject({ version: 3, name: 'Kitchen again' });
  await api().get('/photos/photo-0001').expect(200);
  expect((await read(`/boxes/${BOX}/states`)).states).toHaveLength(3);
  expect(await trash()).toEqual([]);
});

test('a job made again by a box leaves its other boxes in the trash, and they come back into it', async () => {
  await makeJob();
  await makeBox();
  await makeBox('box-0000002', 'Hall');
  await api().delete(`/jobs/${JOB}?version=1`).send({}).expect(200);
  await api()
    .post(`/jobs/${JOB}/boxes`)
    .send({
      id: BOX,
      name: 'Kitchen',
      box: boxOf('20 in3, 12/2'),
      job: { name: 'House', edition: 'nec2023' },
    })
    .expect(201);
  expect((await trash()).map(({ of, id, name }) => [of, id, name])).toEqual([['box', 'box-0000002', 'Hall']]);
  await api().post('/trash/box-0000002').send({}).expect(200);
  expect((await read(`/jobs/${JOB}/boxes`)).boxes).toHaveLength(2);
});

test('a box that no program here can read comes back as it was', async () => {
  await makeJob();
  await makeBox();
  place.db.prepare(`UPDATE box_all SET document = '{"version": 99}' WHERE id = ?`).run(BOX);
  await api().delete(`/boxes/${BOX}?version=1`).expect(200);
  await api().post(`/trash/${BOX}`).send({}).expect(200);
  expect((await read(`/jobs/${JOB}/boxes`)).unreadable).toMatchObject([{ id: BOX }]);
  expect((await read(`/boxes/${BOX}/stored`)).box).toEqual({ version: 99 });
});

test('for good: on purpose, or after thirty days; then an id begins after its last version all the same', async () => {
  await makeJob();
  await madeBox();
  await makeBox('box-0000002', 'Hall');
  await api().delete('/boxes/box-0000002?version=1').expect(200);
  await api().delete('/trash/box-0000002').expect(200);
  await api().post('/trash/box-0000002').send({}).expect(404);
  await api().delete(`/boxes/${BOX}?version=2`).expect(200);
  expect(sweepTrash(place.db, new Date(now + (TRASH_DAYS - 1) * 86_400_000))).toBe(0);
  expect(await trash()).toHaveLength(1);
  expect(sweepTrash(place.db, new Date(now + (TRASH_DAYS + 1) * 86_400_000))).toBe(1);
  expect(await trash()).toEqual([]);
  expect(place.db.prepare('SELECT count(*) FROM photo').pluck().get()).toBe(0);
  expect(place.db.prepare('SELECT count(*) FROM box_state').pluck().get()).toBe(0);
  expect((await makeBox()).body.version).toBe(3);
});

test.each(['x', 'box-unknown-1', JOB])('%s is not in the trash', async (id) => {
  await makeJob();
  await api().post(`/trash/${id}`).send({}).expect(404);
  await api().delete(`/trash/${id}`).expect(404);
  await api().get(`/jobs/${JOB}`).expect(200);
});

test('a name of a device that is none is refused, and nothing is deleted', async () => {
  await makeJob();
  await makeBox();
  for (const by of ['x'.repeat(61), 'two\nlines']) {
    const { status, body } = await api().delete(`/boxes/${BOX}?version=1&by=${encodeURIComponent(by)}`);
    expect([status, body.errors[0].field]).toEqual([400, 'by']);
  }
  await api().get(`/boxes/${BOX}`).expect(200);
});
