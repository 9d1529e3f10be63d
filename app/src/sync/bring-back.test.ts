/** What a phone brings back where the server went back in time, what it asks about, and what it leaves alone. Boxes are invented. */
import { EMPTY_BOX } from '@dense-pack/core/box/document';
import { BoxFields, type BoxRecord, Epochs as EpochsAnswer, JobFields } from '@dense-pack/core/box/record';
import type { JobWithBoxes } from './answers';
import { request } from './api';
import { broughtBack } from './bring-back';
import { Epochs } from './epochs';
import { MemoryDisk } from './testing/memory-disk';
import { ModelServer } from './testing/model-server';

const AT = '2026-01-01T00:00:00.000Z';
const JOB = 'job-0000001';
const BOX = 'box-0000001';
const NEVER = { waits: () => false, at: AT };
const START = BoxFields.parse({ name: 'Den', box: EMPTY_BOX });

let server: ModelServer;
let epochs: Epochs;
/** As a page asks: each answer names the epoch. */
const ask = async () => {
  await request(EpochsAnswer, '/epochs');
  return epochs.follow();
};
beforeEach(async () => {
  server = new ModelServer().serve();
  server.handle('POST', '/jobs', { id: JOB, ...JobFields.parse({ name: 'House' }) });
  server.handle('POST', `/jobs/${JOB}/boxes`, { id: BOX, ...START });
  epochs = new Epochs(new MemoryDisk());
  await ask();
});
const known = (more: object = {}): JobWithBoxes => ({ ...(server.whole(JOB) as JobWithBoxes), ...more });
const change = (room: string) =>
  server.handle('PUT', `/boxes/${BOX}`, { ...START, room, version: server.boxes.get(BOX)?.version });

test('another epoch is reported once: then all known records are compared with the server', async () => {
  expect(await ask()).toBe(false);
  server.restart(server.backup());
  expect([await ask(), await ask()]).toEqual([true, false]);
});

test('a restart brings nothing back, and what was deleted stays deleted', async () => {
  const before = known();
  server.restart(server.backup());
  server.handle('DELETE', `/boxes/${BOX}?version=1`, {});
  await ask();
  expect(await broughtBack(before, server.whole(JOB), epochs, NEVER)).toEqual([]);
});

test('a backup that was put back: the box is brought, made from what the server has', async () => {
  const backup = server.backup();
  change('Hall');
  const before = known();
  server.restart(backup);
  await ask();
  const [brought, ...more] = await broughtBack(before, server.whole(JOB), epochs, NEVER);
  const { write, version } = before.boxes[0] as BoxRecord;
  expect(more).toEqual([]);
  expect(brought).toMatchObject({ record: BOX, from: 1, after: { room: 'Hall' }, before: { room: '' } });
  expect(brought?.known).toEqual({ version, write, changed: false });
  expect(brought).not.toHaveProperty('conflict');
});

test('the same where it was changed since: both are asked about, but never of the demo house', async () => {
  const backup = server.backup();
  change('Hall');
  const before = known();
  server.restart(backup);
  change('Cellar');
  await ask();
  expect(await broughtBack(before, server.whole(JOB), epochs, NEVER)).toMatchObject([
    { record: BOX, after: { room: 'Hall' }, conflict: { room: 'Cellar' } },
  ]);
  expect(await broughtBack({ ...before, demo: true }, server.whole(JOB), epochs, NEVER)).toEqual([]);
});

test('an empty database gets the job and its boxes, but for what waits to be sent by itself', async () => {
  const before = known();
  server.restart(undefined);
  await ask();
  expect(await broughtBack(before, undefined, epochs, NEVER)).toMatchObject([
    { what: 'job', record: JOB, from: null },
    { what: 'box', record: BOX, from: null, job: JOB },
  ]);
  const waits = (record: string) => record === BOX;
  expect(await broughtBack(before, undefined, epochs, { waits, at: AT })).toHaveLength(1);
});

test('between the demo house and a person’s own database nothing is brought', async () => {
  const before = known();
  server.demo = true;
  server.restart(undefined);
  await ask();
  expect(await broughtBack(before, undefined, epochs, NEVER)).toEqual([]);
});
