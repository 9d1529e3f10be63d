/** The outbox against a server that is away, slow, stale or refusing. Boxes are invented. */
import { EMPTY_BOX } from '@dense-pack/core/box/document';
import { BoxFields, JobFields } from '@dense-pack/core/box/record';
import type { Disk } from './disk';
import { Outbox } from './outbox';
import { MemoryDisk } from './testing/memory-disk';
import { ModelServer } from './testing/model-server';

const AT = '2026-01-01T00:00:00.000Z';
const ID = 'box-0000001';
const JOB = 'job-0000001';
const HOUSE = JobFields.parse({ name: 'House' });
const fields = (name: string, more: object = {}) => BoxFields.parse({ name, box: EMPTY_BOX, ...more });

let server: ModelServer;
beforeEach(() => {
  server = new ModelServer().serve();
  server.handle('POST', '/jobs', { id: JOB, ...HOUSE });
  server.handle('POST', `/jobs/${JOB}/boxes`, { id: ID, ...fields('Den') });
  server.asked.length = 0;
});

const all: Outbox[] = [];
afterEach(() => all.splice(0).forEach((outbox) => outbox.close()));
const arrivals = () => ({ box: jest.fn(), job: jest.fn(), deleted: jest.fn(), settled: jest.fn() });

/** An outbox that ends with its test; nothing is sent before it is asked to. */
async function opened(disk: Disk = new MemoryDisk(), told = arrivals()): Promise<Outbox> {
  const outbox = new Outbox(disk, told, { lie: 3_600_000 });
  all.push(outbox);
  await outbox.read();
  return outbox;
}
/** Another writes the box meanwhile. */
function another(more: object): void {
  const { version, name, room, circuit, box, stage, stageAt, found, seen } = server.boxes.get(ID) as never;
  server.handle('PUT', `/boxes/${ID}`, {
    name,
    room,
    circuit,
    box,
    stage,
    stageAt,
    found,
    seen,
    ...more,
    version,
  });
}
const save = (outbox: Outbox, name: string, more: object = {}, before = fields('Den')) =>
  outbox.saveBox(ID, JOB, fields(name, more), { version: 1 }, AT, before);
const stored = () => server.boxes.get(ID);

test('a change is in the store at once, stays while the server is away, and survives a restart', async () => {
  const disk = new MemoryDisk();
  const outbox = await opened(disk);
  server.otherwise = 'away';
  save(outbox, 'A');
  expect(disk.operations.size).toBe(1);
  await outbox.flush();
  expect(outbox.snapshot()).toMatchObject({ away: true, entries: [{ id: ID }] });
  outbox.close();
  const again = await opened(disk);
  expect(again.snapshot().entries).toMatchObject([{ id: ID, from: 1, fields: { name: 'A' } }]);
  server.otherwise = 'good';
  await again.flush();
  expect(again.snapshot()).toMatchObject({ away: false, entries: [] });
  expect([stored()?.version, disk.operations.size]).toEqual([2, 0]);
});

test('a change made while an earlier one is on the way goes after it, from the new version', async () => {
  const outbox = await opened();
  save(outbox, 'A');
  const network = globalThis.fetch;
  globalThis.fetch = ((...ask: Parameters<typeof fetch>) => {
    if (server.written.at(-1)?.['name'] !== 'A' && outbox.snapshot().entries.length === 1)
      save(outbox, 'B', {}, fields('A'));
    globalThis.fetch = network;
    return network(...ask);
  }) as typeof fetch;
  await outbox.flush();
  await outbox.flush();
  expect(server.written.map(({ name, version }) => [name, version]).slice(-2)).toEqual([
    ['A', 1],
    ['B', 2],
  ]);
  expect([stored()?.['name'], outbox.snapshot().entries]).toEqual(['B', []]);
});

test('quick changes go together', async () => {
  const outbox = await opened();
  save(outbox, 'A');
  save(outbox, 'B', {}, fields('A'));
  await outbox.flush();
  expect(server.asked).toEqual([`PUT /boxes/${ID}`]);
  expect(stored()).toMatchObject({ name: 'B', version: 2 });
});

test('the same field changed twice waits for the person; “mine” is sent from what is stored', async () => {
  const outbox = await opened();
  another({ name: 'Theirs', room: 'Cellar' });
  save(outbox, 'Mine', { circuit: '7' });
  await outbox.flush();
  expect(outbox.snapshot().entries).toMatchObject([
    { conflict: { name: 'Theirs' }, fields: { name: 'Mine' } },
  ]);
  expect(stored()?.version).toBe(2);
  await outbox.settle(ID, 'mine');
  await outbox.flush();
  expect(stored()).toMatchObject({ name: 'Mine', room: 'Cellar', circuit: '7', version: 3 });
  another({ name: 'Theirs again' });
  outbox.saveBox(
    ID,
    JOB,
    fields('Mine again', { circuit: '8' }),
    { version: 3 },
    AT,
    fields('Mine', { circuit: '7' }),
  );
  await outbox.flush();
  await outbox.settle(ID, 'theirs');
  await outbox.flush();
  expect(stored()).toMatchObject({ name: 'Theirs again', circuit: '8' });
  expect(outbox.snapshot().entries).toEqual([]);
});

test('a refused change is kept with the reason, and a corrected one is sent', async () => {
  const outbox = await opened();
  const { handle } = server;
  server.handle = () => ({
    status: 422,
    body: {
      type: 'about:blank',
      title: 'No',
      status: 422,
      errors: [{ field: 'box.items.0.size', accepted: 'a conductor' }],
    },
  });
  save(outbox, 'A');
  await outbox.flush();
  expect(outbox.snapshot().entries).toMatchObject([{ refused: 'No. box.items.0.size: a conductor' }]);
  // It is not sent again by itself.
  server.handle = handle.bind(server);
  await outbox.flush();
  expect(stored()?.version).toBe(1);
  save(outbox, 'B', {}, fields('A'));
  await outbox.flush();
  expect([stored()?.['name'], outbox.snapshot().entries]).toEqual(['B', []]);
});

test('an answer that was lost makes no conflict with oneself, and no edit is lost', async () => {
  const outbox = await opened();
  server.fates = ['lost'];
  save(outbox, 'A');
  await outbox.flush();
  // Another writes on top of it, and one goes on.
  another({ room: 'Cellar' });
  save(outbox, 'B', {}, fields('A'));
  await outbox.flush();
  expect(stored()).toMatchObject({ name: 'B', room: 'Cellar' });
  expect(outbox.snapshot().entries).toEqual([]);
});

test.each(['lost', 'half', 'killed'] as const)('a box made with its answer %s is made once', async (fate) => {
  const outbox = await opened();
  server.fates = [fate];
  outbox.saveBox('box-0000002', JOB, fields('New'), null, AT);
  await outbox.flush();
  expect(outbox.snapshot().away).toBe(true);
  await outbox.flush();
  expect(server.boxes.get('box-0000002')).toMatchObject({ version: 1, name: 'New' });
  expect(outbox.snapshot().entries).toEqual([]);
});

test('a deletion after a lost answer deletes what this phone last sent, and nobody is asked', async () => {
  const outbox = await opened();
  server.fates = ['lost'];
  save(outbox, 'A');
  await outbox.flush();
  outbox.remove('boxes', ID, 'A', { version: 1, at: AT });
  await outbox.flush();
  expect([server.boxes.size, outbox.snapshot().entries]).toEqual([0, []]);
});

test('a box made without an answer and deleted at once is deleted on the server too', async () => {
  const outbox = await opened();
  server.fates = ['lost'];
  outbox.saveBox('box-0000002', JOB, fields('New'), null, AT);
  await outbox.flush();
  outbox.remove('boxes', 'box-0000002', 'New', { version: 1, at: AT });
  await outbox.flush();
  expect([[...server.boxes.keys()], outbox.snapshot().entries]).toEqual([[ID], []]);
});

test('a box made and deleted before it was ever sent is never sent', async () => {
  const told = arrivals();
  const outbox = await opened(new MemoryDisk(), told);
  outbox.saveBox('box-0000002', JOB, fields('New'), null, AT);
  outbox.remove('boxes', 'box-0000002', 'New', { version: 1, at: AT });
  await outbox.flush();
  expect([server.asked, outbox.snapshot().entries]).toEqual([[], []]);
  expect(told.deleted).toHaveBeenCalledWith('box-0000002');
});

test('a change the schema refuses is told by field and not written; what waited stays', async () => {
  const disk = new MemoryDisk();
  const outbox = await opened(disk);
  save(outbox, 'A');
  const problems = outbox.saveBox(
    ID,
    JOB,
    { ...fields('A'), name: 'x'.repeat(81) },
    { version: 1 },
    AT,
    fields('A'),
  );
  expect(problems).toEqual([{ field: 'name', accepted: 'must be at most 80 characters' }]);
  expect(outbox.snapshot()).toMatchObject({
    entries: [{ fields: { name: 'A' } }],
    rejected: { id: ID, problems },
  });
  // A pasted tab is a blank, and is kept.
  expect(save(outbox, 'B', { room: 'Den\told' }, fields('A'))).toEqual([]);
  expect(outbox.snapshot()).toMatchObject({
    entries: [{ fields: { room: 'Den old' } }],
    rejected: undefined,
  });
  expect(outbox.saveJob(JOB, { name: '', edition: 'nec2023', note: '' }, null, AT)).toMatchObject([
    { field: 'name' },
  ]);
  expect(disk.operations.size).toBe(2);
});

test('what arrived is told before what waited for it goes: no screen falls back in between', async () => {
  const disk = new MemoryDisk();
  const shown = { ...fields('Den') };
  let known: { name: string } | undefined = shown;
  const told = {
    ...arrivals(),
    box: jest.fn((box: { name: string }) => void (known = box)),
    deleted: jest.fn(() => void (known = undefined)),
  };
  const outbox = await opened(disk, told as never);
  const seen: (string | undefined)[] = [];
  outbox.subscribe(() => {
    const entry = outbox.entryOf(ID);
    const now =
      entry?.what === 'delete' ? undefined : entry?.what === 'box' ? entry.fields.name : known?.name;
    if (seen.length === 0 || seen.at(-1) !== now) seen.push(now);
  });
  save(outbox, 'A');
  await outbox.flush();
  another({ name: 'B' });
  outbox.saveBox(ID, JOB, fields('B'), { version: 2 }, AT, fields('A'));
  await outbox.flush();
  outbox.remove('boxes', ID, 'B', { version: 3, at: AT });
  await outbox.flush();
  expect(seen).toEqual(['A', 'B', undefined]);
});

test('a record the server fails at does not hold up the others', async () => {
  server.handle('POST', `/jobs/${JOB}/boxes`, { id: 'box-0000002', ...fields('Hall') });
  const outbox = await opened();
  save(outbox, 'A');
  outbox.saveBox('box-0000002', JOB, fields('B'), { version: 1 }, AT, fields('Hall'));
  server.fates = ['500'];
  await outbox.flush();
  expect(outbox.snapshot()).toMatchObject({ away: true, entries: [{ id: ID }] });
  expect(server.boxes.get('box-0000002')).toMatchObject({ name: 'B' });
});

test('five hundred boxes at once are all kept in order and told as one list', async () => {
  const disk = new MemoryDisk();
  const outbox = await opened(disk);
  const ids = Array.from({ length: 500 }, (_, nth) => `box-${String(nth).padStart(7, '0')}`);
  for (const id of ids) outbox.saveBox(id, JOB, fields(`Box ${id}`), null, AT);
  expect(outbox.snapshot().entries.map(({ id }) => id)).toEqual(ids);
  const again = await opened(disk);
  expect(again.snapshot().entries.map(({ id }) => id)).toEqual(ids);
});

describe('two tabs of one browser', () => {
  test('what each changed is sent; neither writes over the other', async () => {
    const disk = new MemoryDisk();
    const [one, other] = [await opened(disk), await opened(disk)];
    save(one, 'A');
    // The other tab has not heard of it.
    save(other, 'Den', { room: 'Cellar' });
    await other.flush();
    expect(stored()).toMatchObject({ name: 'A', room: 'Cellar' });
    await one.refresh(ID);
    expect([one.snapshot().entries, other.snapshot().entries]).toEqual([[], []]);
  });

  /** Another wrote the cellar; while one tab is laid over it the other, that slept, says its own. */
  async function slept(more: object): Promise<Outbox> {
    const disk = new MemoryDisk();
    const [one, asleep] = [await opened(disk), await opened(disk)];
    another({ room: 'Cellar' });
    save(one, 'A');
    const network = globalThis.fetch;
    let puts = 0;
    globalThis.fetch = ((...ask: Parameters<typeof fetch>) => {
      puts += 1;
      if (puts === 2) save(asleep, 'Den', more);
      return network(...ask);
    }) as typeof fetch;
    await one.flush();
    await one.flush();
    return one;
  }

  test('a tab that slept writes over nothing that it has not seen', async () => {
    const one = await slept({ circuit: '7' });
    expect(stored()).toMatchObject({ name: 'A', room: 'Cellar', circuit: '7' });
    expect(one.snapshot().entries).toEqual([]);
  });

  test('what a tab that slept says of the same as another is asked about', async () => {
    const one = await slept({ room: 'Attic' });
    expect(stored()).toMatchObject({ name: 'A', room: 'Cellar' });
    expect(one.entryOf(ID)).toMatchObject({ fields: { room: 'Attic' }, conflict: { room: 'Cellar' } });
  });

  test('a change in one tab of what the other deleted is kept', async () => {
    const disk = new MemoryDisk();
    const [one, other] = [await opened(disk), await opened(disk)];
    one.remove('boxes', ID, 'Den', { version: 1, at: AT });
    save(other, 'A');
    await other.flush();
    expect(stored()).toMatchObject({ name: 'A' });
  });
});

test('what another deleted is asked about where a change of it waits: made again, or let go', async () => {
  const outbox = await opened();
  for (const choice of ['revive', 'giveUp'] as const) {
    const from = Number(stored()?.version);
    server.handle('DELETE', `/boxes/${ID}?version=${from}`, {});
    outbox.saveBox(ID, JOB, fields('A', { room: choice }), { version: from }, AT, fields('Den'));
    await outbox.flush();
    expect(outbox.snapshot().entries).toMatchObject([{ gone: true, fields: { room: choice } }]);
    await outbox.flush();
    expect(server.boxes.size).toBe(0);
    await outbox[choice](ID);
    await outbox.flush();
    expect(outbox.snapshot().entries).toEqual([]);
    expect(server.boxes.size).toBe(choice === 'revive' ? 1 : 0);
  }
});

test('a late write does not bring a box back that was made here and deleted elsewhere since', async () => {
  const told = arrivals();
  const outbox = await opened(new MemoryDisk(), told);
  server.fates = ['lost'];
  outbox.saveBox('box-0000002', JOB, fields('New'), null, AT);
  await outbox.flush();
  server.handle('DELETE', '/boxes/box-0000002?version=1', {});
  await outbox.flush();
  expect(outbox.snapshot().entries).toEqual([]);
  expect([...server.boxes.keys()]).toEqual([ID]);
  expect(told.deleted).toHaveBeenCalledWith('box-0000002');
});

test('a record that others change at each try has its turn again, by itself', async () => {
  const outbox = await opened();
  const network = globalThis.fetch;
  let others = 0;
  globalThis.fetch = ((...ask: Parameters<typeof fetch>) => {
    if (others < 6) another({ room: `Room ${(others += 1)}` });
    return network(...ask);
  }) as typeof fetch;
  jest.useFakeTimers();
  try {
    save(outbox, 'A');
    await outbox.flush();
    expect(outbox.snapshot().entries).toHaveLength(1);
    await jest.advanceTimersByTimeAsync(2000);
    expect(stored()).toMatchObject({ name: 'A', room: 'Room 6' });
    expect(outbox.snapshot().entries).toEqual([]);
  } finally {
    jest.useRealTimers();
  }
});

test('the pause grows while the server is away, and one touch more is sent at once', async () => {
  jest.useFakeTimers();
  try {
    const outbox = await opened();
    server.otherwise = 'away';
    save(outbox, 'A');
    await outbox.flush();
    const waits: number[] = [];
    for (let nth = 0; nth < 7; nth += 1) {
      const before = Date.now();
      server.asked.length = 0;
      const [sent, network] = [{ many: 0 }, globalThis.fetch];
      globalThis.fetch = ((...ask: Parameters<typeof fetch>) => {
        sent.many += 1;
        return network(...ask);
      }) as typeof fetch;
      while (sent.many === 0) await jest.advanceTimersByTimeAsync(500);
      globalThis.fetch = network;
      waits.push(Date.now() - before);
    }
    expect(waits).toEqual([1000, 2000, 5000, 15_000, 30_000, 60_000, 60_000]);
  } finally {
    jest.useRealTimers();
  }
});
