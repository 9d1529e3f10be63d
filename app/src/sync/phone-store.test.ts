/** What a phone keeps: a full store, one that keeps nothing, what cannot be read, and what earlier programs left. */
import { EMPTY_BOX } from '@dense-pack/core/box/document';
import { BoxFields, JobFields } from '@dense-pack/core/box/record';
import { textOf } from './operation';
import { Outbox } from './outbox';
import { importLegacyChanges, importLegacyTexts } from './legacy-import';
import { MemoryDisk } from './testing/memory-disk';
import { ModelServer } from './testing/model-server';

const AT = '2026-01-01T00:00:00.000Z';
const ID = 'box-0000001';
const JOB = 'job-0000001';
const fields = (name: string, more: object = {}) => BoxFields.parse({ name, box: EMPTY_BOX, ...more });
let server: ModelServer;
beforeEach(() => {
  server = new ModelServer().serve();
  server.handle('POST', '/jobs', { id: JOB, ...JobFields.parse({ name: 'House' }) });
  server.handle('POST', `/jobs/${JOB}/boxes`, { id: ID, ...fields('Den') });
});
const all: Outbox[] = [];
afterEach(() => all.splice(0).forEach((outbox) => outbox.close()));

async function opened(disk: MemoryDisk): Promise<Outbox> {
  const told = { box: jest.fn(), job: jest.fn(), deleted: jest.fn(), settled: jest.fn() };
  const outbox = new Outbox(disk, told, { lie: 3_600_000 });
  all.push(outbox);
  await outbox.read();
  return outbox;
}
const save = (outbox: Outbox, name: string, before = 'Den', more: object = {}) =>
  outbox.saveBox(ID, JOB, fields(name, more), { version: 1 }, AT, fields(before));

describe('a full store', () => {
  test('holds the change here, says so, and stores it once there is room', async () => {
    const disk = new MemoryDisk();
    const outbox = await opened(disk);
    server.otherwise = 'away';
    save(outbox, 'A');
    await outbox.written();
    disk.full = true;
    save(outbox, 'B', 'A', { room: 'Attic' });
    await outbox.written();
    expect(outbox.snapshot()).toMatchObject({ full: true, entries: [{ fields: { name: 'B' } }] });
    // Sending reads the store anew: what is only held here does not vanish, nor does the earlier one come back.
    await outbox.flush();
    expect(outbox.snapshot()).toMatchObject({ full: true, entries: [{ fields: { name: 'B' } }] });
    disk.full = false;
    await outbox.flush();
    expect(outbox.snapshot().full).toBe(false);
    outbox.close();
    const again = await opened(disk);
    expect(again.snapshot().entries).toMatchObject([{ fields: { name: 'B', room: 'Attic' } }]);
  });

  test('what is held is sent all the same', async () => {
    const disk = new MemoryDisk();
    const outbox = await opened(disk);
    disk.full = true;
    save(outbox, 'A');
    await outbox.flush();
    expect(server.boxes.get(ID)).toMatchObject({ name: 'A', version: 2 });
    expect(outbox.snapshot()).toMatchObject({ full: false, entries: [] });
  });

  test('the way back makes room first', async () => {
    const disk = new MemoryDisk();
    await disk.put('history', ID, { past: [], future: [] });
    const outbox = await opened(disk);
    const { makeRoom } = disk;
    disk.full = true;
    disk.makeRoom = async () => {
      await makeRoom.call(disk);
      disk.full = false;
    };
    save(outbox, 'A');
    await outbox.written();
    expect([outbox.snapshot().full, disk.operations.size, disk.shelves.size]).toEqual([false, 1, 0]);
  });

  test('what another tab wrote meanwhile is not lost over what is held here', async () => {
    const disk = new MemoryDisk();
    const [one, other] = [await opened(disk), await opened(disk)];
    disk.full = true;
    save(one, 'A');
    await one.written();
    disk.full = false;
    save(other, 'Den', 'Den', { room: 'Cellar' });
    await other.written();
    await one.flush();
    expect(server.boxes.get(ID)).toMatchObject({ name: 'A', room: 'Cellar' });
  });
});

test('a browser that keeps nothing says so, and what is changed is sent while the page is open', async () => {
  const disk = new MemoryDisk();
  disk.none = true;
  const outbox = await opened(disk);
  server.otherwise = 'away';
  save(outbox, 'A');
  await outbox.flush();
  expect(outbox.snapshot()).toMatchObject({ full: true, away: true, entries: [{ fields: { name: 'A' } }] });
  server.otherwise = 'good';
  await outbox.flush();
  expect([server.boxes.get(ID)?.['name'], outbox.snapshot().entries]).toEqual(['A', []]);
});

test('what cannot be read stays where it is, is shown, keeps nothing else up, and goes only at a word', async () => {
  const disk = new MemoryDisk();
  disk.operations.set(101, { what: 'box', of: 'a version to come', record: ID });
  disk.operations.set(102, 'torn');
  const outbox = await opened(disk);
  expect(outbox.snapshot().unreadable.map(({ key }) => key)).toEqual(['operation/101', 'operation/102']);
  save(outbox, 'A');
  await outbox.flush();
  expect(server.boxes.get(ID)).toMatchObject({ name: 'A' });
  const again = await opened(disk);
  expect(again.snapshot().unreadable.map(({ text }) => text)).toEqual([
    '{"what":"box","of":"a version to come","record":"box-0000001"}',
    '"torn"',
  ]);
  for (const { key } of again.snapshot().unreadable) await again.discard(key);
  expect([again.snapshot().unreadable, disk.operations.size]).toEqual([[], 0]);
});

test('a change of an earlier version of the document is brought up when it is read, and sent as today’s', async () => {
  const disk = new MemoryDisk();
  disk.operations.set(101, {
    ...{ what: 'box', id: 'operation-1', record: ID, job: JOB, madeAt: AT, from: 1 },
    before: { name: 'Den', box: { version: 2, shell: { gangs: 1 }, items: [] } },
    after: {
      name: 'Mine',
      box: {
        ...{ version: 1, shell: { gangs: 1 } },
        items: [{ id: 'i1', kind: 'cable', count: 2, size: 12, conductors: 2 }],
      },
    },
  });
  const outbox = await opened(disk);
  expect(outbox.snapshot().unreadable).toEqual([]);
  await outbox.flush();
  const { name, box } = server.boxes.get(ID) as unknown as BoxFields;
  expect([name, box.version, box.items.map(({ id }) => id)]).toEqual(['Mine', 3, ['i1.0', 'i1.1']]);
});

describe('what earlier programs left in localStorage', () => {
  /** A change as the program before this one kept it. */
  const old = (more: object) =>
    JSON.stringify({ order: 1, turn: 3, what: 'box', id: ID, jobId: JOB, madeAt: AT, ...more });
  function storage(entries: Record<string, string>) {
    const kept = new Map(Object.entries(entries));
    return {
      kept,
      get length() {
        return kept.size;
      },
      key: (nth: number) => [...kept.keys()][nth] ?? null,
      getItem: (key: string) => kept.get(key) ?? null,
      removeItem: (key: string) => void kept.delete(key),
    };
  }
  const into = (outbox: Outbox, disk: MemoryDisk) => ({
    take: outbox.take.bind(outbox),
    stored: () => outbox.written().then(() => !outbox.snapshot().full),
    setAside: disk.setAside.bind(disk),
  });

  test('is taken over, in order, and removed there once it is here', async () => {
    const disk = new MemoryDisk();
    const outbox = await opened(disk);
    const store = storage({
      [`dense-pack/outbox/${ID}`]: old({ order: 2, fields: fields('Mine'), base: fields('Den'), from: 1 }),
      'dense-pack/outbox/job-0000002': JSON.stringify({
        ...{ order: 1, turn: 1, what: 'job', id: 'job-0000002', from: null, madeAt: AT },
        fields: JobFields.parse({ name: 'Away' }),
      }),
      'dense-pack/outbox/box-torn-001': '{',
      'dense-pack/preferences': '{"theme":"dark"}',
    });
    await importLegacyChanges(store, AT, into(outbox, disk));
    await outbox.read();
    expect(outbox.snapshot().entries.map(({ id }) => id)).toEqual(['job-0000002', ID]);
    expect(outbox.snapshot().unreadable).toEqual([{ key: 'dense-pack/outbox/box-torn-001', text: '{' }]);
    expect([...store.kept.keys()]).toEqual(['dense-pack/preferences']);
    server.handle('PUT', `/boxes/${ID}`, { ...fields('Den'), room: 'Cellar', version: 1 });
    await outbox.flush();
    expect(server.boxes.get(ID)).toMatchObject({ name: 'Mine', room: 'Cellar' });
    expect(server.jobs.has('job-0000002')).toBe(true);
  });

  test('stays there where this store has no room, and is taken once however often it is taken over', async () => {
    const disk = new MemoryDisk();
    const store = storage({
      [`dense-pack/outbox/${ID}`]: old({ fields: fields('Mine'), base: fields('Den'), from: 1 }),
    });
    disk.full = true;
    const first = await opened(disk);
    await importLegacyChanges(store, AT, into(first, disk));
    expect([store.kept.size, first.snapshot().full]).toEqual([1, true]);
    await first.flush();
    first.close();
    disk.full = false;
    const second = await opened(disk);
    await importLegacyChanges(store, AT, into(second, disk));
    await second.flush();
    expect([store.kept.size, server.boxes.get(ID)?.version, second.snapshot().entries]).toEqual([0, 2, []]);
  });

  test('what was sent without an id and without an answer is known again where the server has it', async () => {
    const disk = new MemoryDisk();
    const outbox = await opened(disk);
    server.handle('PUT', `/boxes/${ID}`, { ...fields('Sent'), version: 1 });
    const store = storage({
      [`dense-pack/outbox/${ID}`]: old({
        fields: fields('Later'),
        from: 1,
        sent: ['{', textOf(fields('Sent'))],
      }),
    });
    await importLegacyChanges(store, AT, into(outbox, disk));
    await outbox.flush();
    expect([server.boxes.get(ID)?.['name'], outbox.snapshot().entries]).toEqual(['Later', []]);
  });

  test('a job made without an answer and renamed since is no one else’s', async () => {
    const disk = new MemoryDisk();
    const outbox = await opened(disk);
    server.handle('POST', '/jobs', { id: 'job-0000002', ...JobFields.parse({ name: 'House' }) });
    const entry = { order: 1, turn: 2, what: 'job', id: 'job-0000002', from: null, madeAt: AT };
    const store = storage({
      'dense-pack/outbox/job-0000002': JSON.stringify({
        ...entry,
        fields: JobFields.parse({ name: 'Hill' }),
      }),
    });
    await importLegacyChanges(store, AT, into(outbox, disk));
    await outbox.flush();
    expect([server.jobs.get('job-0000002')?.['name'], outbox.snapshot().entries]).toEqual(['Hill', []]);
  });

  test('without what it was made from another’s change is asked about, whole', async () => {
    const disk = new MemoryDisk();
    const outbox = await opened(disk);
    server.handle('PUT', `/boxes/${ID}`, { ...fields('Theirs'), version: 1 });
    const store = storage({ [`dense-pack/outbox/${ID}`]: old({ fields: fields('Mine'), from: 1 }) });
    await importLegacyChanges(store, AT, into(outbox, disk));
    await outbox.flush();
    expect(outbox.entryOf(ID)).toMatchObject({ conflict: { name: 'Theirs' }, fields: { name: 'Mine' } });
    await outbox.settle(ID, 'theirs');
    expect(outbox.snapshot().entries).toEqual([]);
  });

  test('a deletion without a version deletes what is there', async () => {
    const disk = new MemoryDisk();
    const outbox = await opened(disk);
    const entry = { order: 1, turn: 1, what: 'delete', of: 'boxes', id: ID };
    await importLegacyChanges(
      storage({ [`dense-pack/outbox/${ID}`]: JSON.stringify(entry) }),
      AT,
      into(outbox, disk),
    );
    await outbox.flush();
    expect(server.boxes.size).toBe(0);
  });

  test('the way back and the person’s lists go to their shelves', async () => {
    const disk = new MemoryDisk();
    const store = storage({
      [`dense-pack/history/${ID}`]: '{"past":[],"future":[]}',
      'dense-pack/kit': '{"here":["a"]}',
      'dense-pack/trip': 'torn',
      'dense-pack/preferences': '{}',
    });
    await importLegacyTexts(store, disk);
    expect([...store.kept.keys()]).toEqual(['dense-pack/trip', 'dense-pack/preferences']);
    expect([await disk.get('history', ID), await disk.get('words', 'dense-pack/kit')]).toEqual([
      { past: [], future: [] },
      { here: ['a'] },
    ]);
  });
});
