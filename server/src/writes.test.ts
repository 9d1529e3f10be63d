/**
 * Records and databases that go back in time: a record made again under its id, a backup put back, an archive read into an empty
 * database. A change made from an earlier life of a record is never taken for one of the life there is now. Boxes are invented.
 */
import { copyFileSync } from 'node:fs';
import { join } from 'node:path';
import { openDatabase } from './database.ts';
import { beginEpoch, epochOf, epochsOf, nextWrite } from './services/writes.ts';
import { boxOf, openPlace, type Place } from './tests/place.ts';
import { isIn } from '@dense-pack/core/box/write-id';

let place: Place;
const JOB = 'job-0000001';
const BOX = 'box-0000001';
const FIELDS = { name: 'House', edition: 'nec2023' };
const DEN = { name: 'Den', box: boxOf('18 in3, 12/2 feed, duplex') };
beforeEach(async () => {
  place = await openPlace(() => new Date('2026-03-02T09:00:00Z'));
  await place
    .api()
    .post('/jobs')
    .send({ id: JOB, ...FIELDS })
    .expect(201);
});
afterEach(() => place.close());

const make = (more: object = {}) =>
  place
    .api()
    .post(`/jobs/${JOB}/boxes`)
    .send({ id: BOX, ...DEN, ...more });
const change = (version: number, more: object = {}) =>
  place
    .api()
    .put(`/boxes/${BOX}`)
    .send({ ...DEN, ...more, version });

test('a change made before a box was deleted and made again is not taken for one of the new box', async () => {
  const first = await make().expect(201);
  await place.api().delete(`/boxes/${BOX}?version=1`).expect(200);
  const second = await make({ room: 'Hall' }).expect(201);
  // Versions go on, so that even a program that knows no writes is refused.
  expect([first.body.version, second.body.version]).toEqual([1, 2]);
  const late = await change(1, { room: 'Cellar' }).expect(409);
  expect(late.body.stored).toMatchObject({ room: 'Hall' });
});

test('versions of a job and of its boxes go on too when it is made again', async () => {
  await make().expect(201);
  await change(1).expect(200);
  await place.api().delete(`/jobs/${JOB}?version=1`).expect(200);
  const job = await place
    .api()
    .post('/jobs')
    .send({ id: JOB, ...FIELDS })
    .expect(201);
  const box = await make().expect(201);
  expect([job.body.version, box.body.version]).toEqual([2, 3]);
});

test('the version alone is not enough: another write made it', async () => {
  const { body } = await make().expect(201);
  const another = body.write.replace(/.$/, 'z');
  await change(1, { write: another, room: 'Cellar' }).expect(409);
  await place.api().delete(`/boxes/${BOX}?version=1&write=${another}`).expect(409);
  await place
    .api()
    .put(`/jobs/${JOB}`)
    .send({ ...FIELDS, version: 1, write: another })
    .expect(409);
  await place.api().delete(`/jobs/${JOB}?version=1&write=${another}`).expect(409);
  const taken = await change(1, { write: body.write, operation: 'operation-1' }).expect(200);
  expect(taken.body.takenWrite).toBe(taken.body.write);
  expect(taken.body.write).not.toBe(body.write);
  const bad = await place.api().delete(`/boxes/${BOX}?version=2&write=no`).expect(400);
  expect(bad.body.errors).toMatchObject([{ field: 'write' }]);
});

test('a repeated answer has the write it made then, and the state there is now', async () => {
  const { body } = await make({ operation: 'operation-1' }).expect(201);
  const changed = await change(1, { room: 'Hall' }).expect(200);
  const again = await make({ operation: 'operation-1' }).expect(201);
  expect(again.body).toMatchObject({ taken: 1, takenWrite: body.write, write: changed.body.write });
});

test('an operation is of one record and of one kind', async () => {
  await make({ operation: 'operation-1' }).expect(201);
  const other = await place.api().delete(`/boxes/${BOX}?version=1&operation=operation-1`).expect(422);
  expect(other.body.title).toBe('This operation was taken to write this record');
  await place.api().get(`/boxes/${BOX}`).expect(200);
  await place.api().delete(`/boxes/${BOX}?version=1&operation=operation-2`).expect(200);
  await place.api().delete(`/boxes/${BOX}?version=1&operation=operation-2`).expect(200);
  const back = await make({ operation: 'operation-2' }).expect(422);
  expect(back.body.title).toBe('This operation was taken to delete this record');
});

test('a box made again makes its job again, where that is gone', async () => {
  await place.api().delete(`/jobs/${JOB}?version=1`).expect(200);
  await make().expect(404);
  await make({ job: FIELDS }).expect(201);
  const { body } = await place.api().get(`/jobs/${JOB}`).expect(200);
  expect(body).toMatchObject({ name: 'House', version: 2, boxes: [{ id: BOX }] });
  await place.api().delete(`/jobs/${JOB}?version=2`).expect(200);
  // A phone that brings it back says what it knew of the job.
  const known = { version: 8, write: '0123456789ab.4' };
  await make({ job: { ...FIELDS, known } }).expect(201);
  const copy = { version: 9, copyOf: { write: known.write, changed: false } };
  expect((await place.api().get(`/jobs/${JOB}`)).body).toMatchObject(copy);
});

describe('epochs', () => {
  test('each answer names the epoch; each start begins one, and one without a write is given up', async () => {
    const { headers, body } = await place.api().get('/epochs').expect(200);
    expect(headers['dense-pack-epoch']).toBe(body.epochs.at(-1).id);
    expect(body.epochs).toEqual(epochsOf(place.db));
    await make().expect(201);
    beginEpoch(place.db);
    const second = epochOf(place.db);
    beginEpoch(place.db);
    expect(epochsOf(place.db).map(({ id }) => id)).toEqual([body.epochs[0].id, epochOf(place.db)]);
    expect(epochsOf(place.db).map(({ id }) => id)).not.toContain(second);
    const write = nextWrite(place.db);
    expect(isIn(write, epochsOf(place.db))).toBe(true);
  });

  test('a backup that is put back says which writes it does not have', async () => {
    const before = await make().expect(201);
    await place.db.backup(join(place.folder, 'backup.db'));
    const lost = await change(1, { room: 'Hall' }).expect(200);
    copyFileSync(join(place.folder, 'backup.db'), join(place.folder, 'back.db'));
    const back = openDatabase(join(place.folder, 'back.db'), join(__dirname, 'migrations'));
    beginEpoch(back);
    const [was, is] = [epochsOf(place.db), epochsOf(back)];
    expect([isIn(before.body.write, was), isIn(before.body.write, is)]).toEqual([true, true]);
    expect([isIn(lost.body.write, was), isIn(lost.body.write, is)]).toEqual([true, false]);
    // It goes on with the same numbers, of its own epoch.
    const next = nextWrite(back);
    expect([isIn(next, was), isIn(next, is)]).toEqual([false, true]);
    expect(next.split('.')[1]).toBe(lost.body.write.split('.')[1]);
    back.close();
  });

  test('what a phone brings back is a copy of what it knew, in a version above it, until it is changed', async () => {
    const known = { version: 7, write: '0123456789ab.4' };
    const brought = await make({ known, operation: 'operation-1' }).expect(201);
    expect(brought.body).toMatchObject({ version: 8, copyOf: { write: known.write, changed: false } });
    const changed = await change(8, { room: 'Hall' }).expect(200);
    expect(changed.body).toMatchObject({ version: 9, copyOf: { write: known.write, changed: true } });
    const later = { version: 20, write: '0123456789ab.9', changed: true };
    const again = await change(9, { known: later }).expect(200);
    expect(again.body).toMatchObject({ version: 21, copyOf: { write: later.write, changed: true } });
    const job = await place
      .api()
      .put(`/jobs/${JOB}`)
      .send({ ...FIELDS, version: 1, known })
      .expect(200);
    expect(job.body).toMatchObject({ version: 8, copyOf: { write: known.write, changed: false } });
    await make({ id: 'box-0000002', known: { version: 2 ** 53 - 1 } }).expect(400);
  });
});
