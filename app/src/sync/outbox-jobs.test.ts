/** Jobs in the outbox: a job goes before its boxes; two changes of one job; deletions that say what was seen. Invented. */
import { EMPTY_BOX } from '@dense-pack/core/box/document';
import { BoxFields, JobFields } from '@dense-pack/core/box/record';
import { Outbox } from './outbox';
import { MemoryDisk } from './testing/memory-disk';
import { type Fate, ModelServer } from './testing/model-server';

const AT = '2026-01-01T00:00:00.000Z';
const JOB = 'job-0000001';
const BOX = 'box-0000001';
const HOUSE = JobFields.parse({ name: 'House' });
const fields = (name: string) => BoxFields.parse({ name, box: EMPTY_BOX });

let server: ModelServer;
beforeEach(() => {
  server = new ModelServer().serve();
});
const all: Outbox[] = [];
afterEach(() => all.splice(0).forEach((outbox) => outbox.close()));
const arrivals = () => ({ box: jest.fn(), job: jest.fn(), deleted: jest.fn(), settled: jest.fn() });

async function opened(): Promise<Outbox> {
  const outbox = new Outbox(new MemoryDisk(), arrivals(), { lie: 3_600_000 });
  all.push(outbox);
  await outbox.read();
  return outbox;
}
/** A job with one box, on the server. */
function stand(): void {
  server.handle('POST', '/jobs', { id: JOB, ...HOUSE });
  server.handle('POST', `/jobs/${JOB}/boxes`, { id: BOX, ...fields('Den') });
  server.asked.length = 0;
}
const rename = (more: object) => {
  const { name, edition, note, panel, links, version } = server.jobs.get(JOB) as never;
  server.handle('PUT', `/jobs/${JOB}`, { name, edition, note, panel, links, version, ...more });
};

test('a job made without signal goes before the box made in it', async () => {
  const outbox = await opened();
  outbox.saveBox(BOX, JOB, fields('B'), null, AT);
  outbox.saveJob(JOB, HOUSE, null, AT);
  await outbox.flush();
  await outbox.flush();
  expect(server.asked).toEqual(['POST /jobs', `POST /jobs/${JOB}/boxes`]);
  expect(outbox.snapshot().entries).toEqual([]);
});

test('what another changed of a job stays beside one’s own; the same said differently asks, with both values', async () => {
  stand();
  const circuit = (id: string, space: number, label: string) => ({ id, space, label });
  const outbox = await opened();
  rename({ note: 'theirs', panel: { circuits: [circuit('b', 3, 'two')] } });
  outbox.saveJob(JOB, { ...HOUSE, panel: { circuits: [circuit('a', 1, 'one')] } }, { version: 1 }, AT, HOUSE);
  await outbox.flush();
  const merged = server.jobs.get(JOB) as unknown as JobFields;
  expect(merged.note).toBe('theirs');
  expect(merged.panel.circuits.map(({ label }) => label).sort()).toEqual(['one', 'two']);
  expect(outbox.snapshot().entries).toEqual([]);
  rename({ name: 'Hill, west' });
  const { name, edition, note, panel, links } = merged;
  const was = JobFields.parse({ name, edition, note, panel, links });
  outbox.saveJob(JOB, { ...was, name: 'Hill, east', note: 'mine' }, { version: 3 }, AT, was);
  await outbox.flush();
  expect(outbox.snapshot().entries).toMatchObject([{ conflict: { name: 'Hill, west' } }]);
  await outbox.settle(JOB, 'mine');
  await outbox.flush();
  expect(server.jobs.get(JOB)).toMatchObject({ name: 'Hill, east', note: 'mine' });
});

test('a deleted record that is gone already is as good as deleted', async () => {
  stand();
  const outbox = await opened();
  outbox.remove('boxes', 'box-0000009', 'B', { version: 3, at: AT });
  await outbox.flush();
  expect(outbox.snapshot()).toMatchObject({ entries: [], away: false });
});

test('with a deleted job go the changes of its boxes that still wait, once it is deleted', async () => {
  stand();
  const outbox = await opened();
  server.otherwise = 'away';
  outbox.saveBox(BOX, JOB, fields('Changed'), { version: 1 }, AT, fields('Den'));
  outbox.remove('jobs', JOB, 'House', { version: 1, boxes: { [BOX]: 1 }, at: AT });
  await outbox.flush();
  // Until then they stay: the deletion may be taken back.
  expect(
    outbox
      .snapshot()
      .entries.map(({ what }) => what)
      .sort(),
  ).toEqual(['box', 'delete']);
  server.otherwise = 'good';
  await outbox.flush();
  await outbox.flush();
  expect([outbox.snapshot().entries, server.jobs.size]).toEqual([[], 0]);
});

test('a deletion that is taken back brings the change back that waited', async () => {
  stand();
  const outbox = await opened();
  server.otherwise = 'away';
  outbox.saveBox(BOX, JOB, fields('Changed'), { version: 1 }, AT, fields('Den'));
  outbox.remove('boxes', BOX, 'Den', { version: 1, at: AT });
  await outbox.flush();
  expect(outbox.entryOf(BOX)).toMatchObject({ what: 'delete' });
  server.otherwise = 'good';
  await outbox.giveUp(BOX);
  await outbox.flush();
  expect(server.boxes.get(BOX)).toMatchObject({ name: 'Changed' });
});

test.each<Fate>(['500', 'gateway', 'login page', 'disk full', 'half'])(
  '%s drops neither a new job, its box nor a deletion',
  async (fate) => {
    server.handle('POST', '/jobs', { id: 'job-0000002', ...HOUSE });
    server.handle('POST', '/jobs/job-0000002/boxes', { id: 'box-0000002', ...fields('Old') });
    server.asked.length = 0;
    const outbox = await opened();
    server.otherwise = fate;
    outbox.saveJob(JOB, HOUSE, null, AT);
    outbox.saveBox(BOX, JOB, fields('B'), null, AT);
    outbox.remove('boxes', 'box-0000002', 'Old', { version: 1, at: AT });
    await outbox.flush();
    expect(outbox.snapshot().away).toBe(true);
    expect(outbox.snapshot().entries.map(({ id }) => id)).toEqual([JOB, BOX, 'box-0000002']);
    // The box waits for its job: it would be refused.
    expect(server.asked).not.toContain(`POST /jobs/${JOB}/boxes`);
    server.otherwise = 'good';
    await outbox.flush();
    expect(outbox.snapshot()).toMatchObject({ away: false, entries: [] });
    expect([[...server.boxes.keys()], server.jobs.size]).toEqual([[BOX], 2]);
  },
);

test('a refused job and a refused deletion stay, with the reason, until the person decides', async () => {
  stand();
  const outbox = await opened();
  const { handle } = server;
  server.handle = () => ({ status: 403, body: { type: 'about:blank', title: 'No', status: 403 } });
  outbox.saveJob('job-0000002', HOUSE, null, AT);
  outbox.remove('boxes', BOX, 'Old', { version: 1, at: AT });
  await outbox.flush();
  expect(outbox.snapshot().entries).toMatchObject([
    { id: 'job-0000002', refused: 'No' },
    { id: BOX, refused: 'No', name: 'Old' },
  ]);
  server.handle = handle.bind(server);
  await outbox.again('job-0000002');
  await outbox.giveUp(BOX);
  await outbox.flush();
  expect(outbox.snapshot().entries).toEqual([]);
  expect([server.jobs.size, server.boxes.size]).toEqual([2, 1]);
});

test('what another changed since is not deleted: the person is asked', async () => {
  stand();
  server.handle('PUT', `/boxes/${BOX}`, { ...fields('Changed since'), version: 1 });
  const outbox = await opened();
  outbox.remove('boxes', BOX, 'Old', { version: 1, at: AT });
  await outbox.flush();
  expect(outbox.snapshot().entries).toMatchObject([{ conflict: { name: 'Changed since' } }]);
  const asked = server.asked.length;
  await outbox.flush();
  expect(server.asked).toHaveLength(asked);
  await outbox.settle(BOX, 'mine');
  await outbox.flush();
  expect([server.boxes.size, outbox.snapshot().entries]).toEqual([0, []]);
});

test('a job is not deleted over a box that another made since; the box is named, and all goes at a word', async () => {
  stand();
  server.handle('POST', `/jobs/${JOB}/boxes`, { id: 'box-0000002', ...fields('Attic') });
  const outbox = await opened();
  outbox.remove('jobs', JOB, 'House', { version: 1, boxes: { [BOX]: 1 }, at: AT });
  await outbox.flush();
  expect(outbox.snapshot().entries).toMatchObject([
    { operation: { changed: [{ name: 'Den' }, { name: 'Attic', version: 1 }] } },
  ]);
  expect(server.boxes.size).toBe(2);
  await outbox.settle(JOB, 'mine');
  await outbox.flush();
  expect([server.jobs.size, server.boxes.size, outbox.snapshot().entries]).toEqual([0, 0, []]);
});

test('one’s own last change of a box, its answer lost, does not keep its job from being deleted', async () => {
  stand();
  const outbox = await opened();
  server.fates = ['lost'];
  outbox.saveBox(BOX, JOB, fields('Mine'), { version: 1 }, AT, fields('Den'));
  await outbox.flush();
  expect(server.boxes.get(BOX)).toMatchObject({ version: 2 });
  outbox.remove('jobs', JOB, 'House', { version: 1, boxes: { [BOX]: 1 }, at: AT });
  await outbox.flush();
  expect([server.jobs.size, outbox.snapshot().entries]).toEqual([0, []]);
});

test('a job that waited before its box is deleted after that box was answered', async () => {
  stand();
  const outbox = await opened();
  // The job fails, the box is taken and its answer lost.
  server.fates = ['500', 'lost'];
  outbox.saveJob(JOB, { ...HOUSE, name: 'Renamed' }, { version: 1 }, AT, HOUSE);
  outbox.saveBox(BOX, JOB, fields('Mine'), { version: 1 }, AT, fields('Den'));
  await outbox.flush();
  expect(server.boxes.get(BOX)).toMatchObject({ version: 2 });
  outbox.remove('jobs', JOB, 'House', { version: 1, boxes: { [BOX]: 1 }, at: AT });
  await outbox.flush();
  expect([server.jobs.size, server.boxes.size, outbox.snapshot().entries]).toEqual([0, 0, []]);
});

test('a job and its box made and deleted before they were ever sent are never sent', async () => {
  const outbox = await opened();
  outbox.saveJob(JOB, HOUSE, null, AT);
  outbox.saveBox(BOX, JOB, fields('B'), null, AT);
  outbox.remove('jobs', JOB, 'House', { version: 1, boxes: {}, at: AT });
  await outbox.flush();
  expect([server.asked, outbox.snapshot().entries]).toEqual([[], []]);
});
