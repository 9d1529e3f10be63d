/** The outbox against a server that is away, slow, stale or refusing. */
import { EMPTY_BOX } from '@dense-pack/core/box/document';
import { BoxFields } from '@dense-pack/core/box/record';
import { Outbox } from './outbox';
import { memoryStore } from './testing/memory-store';

const AT = '2026-01-01T00:00:00.000Z';
const fields = (name: string) => BoxFields.parse({ name, box: EMPTY_BOX });
const record = (name: string, version: number) => ({
  ...fields(name),
  id: 'box-0000001',
  jobId: 'job-0000001',
  version,
  createdAt: AT,
  updatedAt: AT,
});

const answers: (() => Promise<{ status: number; body?: unknown }>)[] = [];
const sent: { method: string; path: string; body: Record<string, unknown> }[] = [];
beforeEach(() => {
  answers.length = 0;
  sent.length = 0;
  globalThis.fetch = (async (path: string, init: RequestInit) => {
    sent.push({
      method: init.method ?? 'GET',
      path,
      body: init.body ? (JSON.parse(String(init.body)) as Record<string, unknown>) : {},
    });
    const answer = await (answers.shift() ?? (() => Promise.reject(new TypeError('away'))))();
    return {
      ok: answer.status < 400,
      status: answer.status,
      json: () => Promise.resolve(answer.body),
    };
  }) as unknown as typeof fetch;
});

const all: Outbox[] = [];
/** An outbox that ends with its test. */
function made(...how: ConstructorParameters<typeof Outbox>): Outbox {
  const outbox = new Outbox(...how);
  all.push(outbox);
  return outbox;
}
afterEach(() => all.splice(0).forEach((outbox) => outbox.close()));

const arrivals = () => ({ box: jest.fn(), job: jest.fn(), deleted: jest.fn(), settled: jest.fn() });
const settled = () => new Promise((resolve) => setTimeout(resolve, 5));

test('a change is stored at once, stays while the server is away, and survives a restart', async () => {
  const store = memoryStore();
  const outbox = made(store, arrivals());
  outbox.saveBox('box-0000001', 'job-0000001', fields('A'), 3, AT);
  expect(store.length).toBe(1);
  await settled();
  expect(outbox.snapshot().away).toBe(true);
  const again = made(store, arrivals());
  expect(again.snapshot().entries).toMatchObject([{ id: 'box-0000001', from: 3, fields: { name: 'A' } }]);
  answers.push(() => Promise.resolve({ status: 200, body: record('A', 4) }));
  await again.flush();
  expect(sent.at(-1)).toMatchObject({ method: 'PUT', body: { version: 3, name: 'A' } });
  expect(again.snapshot()).toMatchObject({ away: false, entries: [] });
  clearTimers(outbox);
});

test('a change made while an earlier one is being sent goes after it, from the new version', async () => {
  const outbox = made(memoryStore(), arrivals());
  let release: (() => void) | undefined;
  answers.push(
    () =>
      new Promise((resolve) => {
        release = () => resolve({ status: 200, body: record('A', 2) });
      }),
    () => Promise.resolve({ status: 200, body: record('B', 3) }),
  );
  outbox.saveBox('box-0000001', 'job-0000001', fields('A'), 1, AT);
  await settled();
  outbox.saveBox('box-0000001', 'job-0000001', fields('B'), 1, AT);
  release?.();
  await settled();
  expect(sent.map(({ body }) => [body['name'], body['version']])).toEqual([
    ['A', 1],
    ['B', 2],
  ]);
  expect(outbox.snapshot().entries).toEqual([]);
});

test('a stale write waits for the person; “mine” is sent from the stored version', async () => {
  const told = arrivals();
  const outbox = made(memoryStore(), told);
  const problem = {
    type: 'about:blank',
    title: 'Stale',
    status: 409,
    yours: {},
    stored: record('Theirs', 7),
  };
  answers.push(() => Promise.resolve({ status: 409, body: problem }));
  outbox.saveBox('box-0000001', 'job-0000001', fields('Mine'), 1, AT);
  await settled();
  expect(outbox.snapshot().entries[0]).toMatchObject({
    conflict: { name: 'Theirs' },
    fields: { name: 'Mine' },
  });
  answers.push(() => Promise.resolve({ status: 200, body: record('Mine', 8) }));
  outbox.settle('box-0000001', 'mine');
  await settled();
  expect(sent.at(-1)?.body).toMatchObject({ name: 'Mine', version: 7 });
  expect(told.box).toHaveBeenCalledWith(expect.objectContaining({ version: 8 }));
});

test('a refused change is kept with the reason, and a corrected one is sent', async () => {
  const outbox = made(memoryStore(), arrivals());
  const problem = {
    type: 'about:blank',
    title: 'No',
    status: 422,
    errors: [{ field: 'box.items.0.size', accepted: 'a conductor' }],
  };
  answers.push(() => Promise.resolve({ status: 422, body: problem }));
  outbox.saveBox('box-0000001', 'job-0000001', fields('A'), 1, AT);
  await settled();
  expect(outbox.snapshot().entries[0]).toMatchObject({ refused: 'No. box.items.0.size: a conductor' });
  answers.push(() => Promise.resolve({ status: 200, body: record('B', 2) }));
  outbox.saveBox('box-0000001', 'job-0000001', fields('B'), 1, AT);
  await settled();
  expect(outbox.snapshot().entries).toEqual([]);
});

test('an answer that was lost makes no conflict with oneself, and no edit is lost', async () => {
  const outbox = made(memoryStore(), arrivals());
  // The server takes A as version 4, its answer does not arrive; then B is made.
  outbox.saveBox('box-0000001', 'job-0000001', fields('A'), 3, AT);
  await settled();
  const stale = { type: 'about:blank', title: 'Stale', status: 409, stored: record('A', 4) };
  answers.push(
    () => Promise.resolve({ status: 409, body: stale }),
    () => Promise.resolve({ status: 200, body: record('B', 5) }),
  );
  outbox.saveBox('box-0000001', 'job-0000001', fields('B'), 3, AT);
  await settled();
  expect(sent.map(({ body }) => [body['name'], body['version']])).toEqual([
    ['A', 3],
    ['B', 3],
    ['B', 4],
  ]);
  expect(outbox.snapshot().entries).toEqual([]);
});

test('a version that says the same as this phone is no conflict', async () => {
  const outbox = made(memoryStore(), arrivals());
  const stale = { type: 'about:blank', title: 'Stale', status: 409, stored: record('A', 4) };
  answers.push(() => Promise.resolve({ status: 409, body: stale }));
  outbox.saveBox('box-0000001', 'job-0000001', fields('A'), 3, AT);
  await settled();
  expect(outbox.snapshot().entries).toEqual([]);
});

test('another’s change after a lost answer is still asked about', async () => {
  const outbox = made(memoryStore(), arrivals());
  outbox.saveBox('box-0000001', 'job-0000001', fields('A'), 3, AT);
  await settled();
  const stale = { type: 'about:blank', title: 'Stale', status: 409, stored: record('Theirs', 5) };
  answers.push(() => Promise.resolve({ status: 409, body: stale }));
  await outbox.flush();
  expect(outbox.snapshot().entries).toMatchObject([{ conflict: { name: 'Theirs' }, fields: { name: 'A' } }]);
});

test('a box made twice because the answer was lost: what another changed since is asked about', async () => {
  const outbox = made(memoryStore(), arrivals());
  outbox.saveBox('box-0000001', 'job-0000001', fields('A'), null, AT);
  await settled();
  answers.push(() => Promise.resolve({ status: 201, body: record('Theirs', 2) }));
  await outbox.flush();
  expect(outbox.snapshot().entries).toMatchObject([{ conflict: { name: 'Theirs', version: 2 } }]);
  expect(sent.every(({ method }) => method === 'POST')).toBe(true);
});

test('a deletion after a lost answer deletes what this phone last sent', async () => {
  const outbox = made(memoryStore(), arrivals());
  outbox.saveBox('box-0000001', 'job-0000001', fields('A'), 3, AT);
  await settled();
  const stale = { type: 'about:blank', title: 'Stale', status: 409, stored: record('A', 4) };
  answers.push(
    () => Promise.resolve({ status: 409, body: stale }),
    () => Promise.resolve({ status: 200, body: { id: 'box-0000001', deleted: true } }),
  );
  outbox.remove('boxes', 'box-0000001', 3, 'A');
  await settled();
  expect(sent.slice(1).map(({ path }) => path)).toEqual([
    '/api/v1/boxes/box-0000001?version=3',
    '/api/v1/boxes/box-0000001?version=4',
  ]);
  expect(outbox.snapshot().entries).toEqual([]);
});

test('a box made without an answer and deleted at once is deleted on the server too', async () => {
  const outbox = made(memoryStore(), arrivals());
  outbox.saveBox('box-0000001', 'job-0000001', fields('A'), null, AT);
  await settled();
  answers.push(() => Promise.resolve({ status: 200, body: { id: 'box-0000001', deleted: true } }));
  outbox.remove('boxes', 'box-0000001', 1, 'A');
  await settled();
  expect(sent.at(-1)).toMatchObject({ method: 'DELETE', path: '/api/v1/boxes/box-0000001?version=1' });
});

test('a change the schema refuses is told by field and not written; what waited stays', async () => {
  const store = memoryStore();
  const outbox = made(store, arrivals());
  outbox.saveBox('box-0000001', 'job-0000001', fields('A'), 3, AT);
  const problems = outbox.saveBox(
    'box-0000001',
    'job-0000001',
    { ...fields('A'), name: 'x'.repeat(81) },
    3,
    AT,
  );
  expect(problems).toEqual([{ field: 'name', accepted: 'must be at most 80 characters' }]);
  expect(outbox.snapshot()).toMatchObject({
    entries: [{ fields: { name: 'A' } }],
    rejected: { id: 'box-0000001', problems },
  });
  expect(store.length).toBe(1);
  // A pasted tab is a blank, and is kept.
  expect(outbox.saveBox('box-0000001', 'job-0000001', { ...fields('B'), room: 'Den\told' }, 3, AT)).toEqual(
    [],
  );
  expect(outbox.snapshot()).toMatchObject({
    entries: [{ fields: { room: 'Den old' } }],
    rejected: undefined,
  });
  expect(made(store, arrivals()).snapshot().entries).toHaveLength(1);
  expect(outbox.saveJob('job-0000001', { name: '', edition: 'nec2023', note: '' }, null, AT)).toMatchObject([
    { field: 'name' },
  ]);
  expect(store.length).toBe(1);
  await clearTimers(outbox);
});

test('what cannot be read is kept, shown and counted, set aside for a newer change, and thrown away at a word', async () => {
  const store = memoryStore();
  const key = 'dense-pack/outbox/box-0000001';
  store.setItem(key, '{"what":"box","of a version":"to come"}');
  store.setItem('dense-pack/outbox/box-0000002', 'torn {');
  const outbox = made(store, arrivals());
  expect(outbox.snapshot().unreadable.map((one) => one.key)).toEqual([key, 'dense-pack/outbox/box-0000002']);
  answers.push(() => Promise.resolve({ status: 200, body: record('A', 4) }));
  outbox.saveBox('box-0000001', 'job-0000001', fields('A'), 3, AT);
  await settled();
  expect(outbox.snapshot().entries).toEqual([]);
  const again = made(store, arrivals());
  expect(again.snapshot().unreadable.map((one) => one.text)).toEqual(
    expect.arrayContaining(['{"what":"box","of a version":"to come"}', 'torn {']),
  );
  for (const one of again.snapshot().unreadable) again.discard(one.key);
  expect([again.snapshot().unreadable, store.length]).toEqual([[], 0]);
});

test('an entry that was set aside and can be read now waits again, once', async () => {
  const store = memoryStore();
  const first = made(store, arrivals());
  first.saveBox('box-0000001', 'job-0000001', fields('A'), 3, AT);
  const text = store.getItem('dense-pack/outbox/box-0000001') ?? '';
  store.removeItem('dense-pack/outbox/box-0000001');
  store.setItem('dense-pack/unreadable/box-0000001/1', text);
  const outbox = made(store, arrivals());
  expect(outbox.snapshot()).toMatchObject({ entries: [{ fields: { name: 'A' } }], unreadable: [] });
  answers.push(() => Promise.resolve({ status: 200, body: record('A', 4) }));
  await outbox.flush();
  expect([outbox.snapshot().entries, store.length]).toEqual([[], 0]);
  await clearTimers(first);
});

test('a record the server fails at does not hold up the others', async () => {
  const outbox = made(memoryStore(), arrivals());
  answers.push(
    () => Promise.resolve({ status: 500, body: {} }),
    () => Promise.resolve({ status: 500, body: {} }),
    () => Promise.resolve({ status: 200, body: { ...record('B', 2), id: 'box-0000002' } }),
  );
  outbox.saveBox('box-0000001', 'job-0000001', fields('A'), 1, AT);
  outbox.saveBox('box-0000002', 'job-0000001', fields('B'), 1, AT);
  await settled();
  await outbox.flush();
  expect(outbox.snapshot()).toMatchObject({ away: true, entries: [{ id: 'box-0000001' }] });
  await clearTimers(outbox);
});

test('five hundred boxes at once are all kept in order and told as one list', async () => {
  const outbox = made(memoryStore(), arrivals());
  for (let nth = 0; nth < 500; nth += 1) {
    outbox.saveBox(`box-${String(nth).padStart(7, '0')}`, 'job-0000001', fields(`Box ${nth}`), null, AT);
  }
  const { entries } = outbox.snapshot();
  expect(entries).toHaveLength(500);
  expect(entries.map((entry) => entry.order)).toEqual(entries.map((_, nth) => nth + 1));
  await clearTimers(outbox);
});

/** A store with room for so many characters, which can be changed. */
function smallStore(room: number) {
  const kept = memoryStore();
  // Written out: a spread would keep the length of this moment.
  const small = {
    room,
    get length() {
      return kept.length;
    },
    key: (nth: number) => kept.key(nth),
    getItem: (key: string) => kept.getItem(key),
    removeItem: (key: string) => kept.removeItem(key),
    setItem: (key: string, value: string) => {
      const others = Array.from({ length: kept.length }, (_, nth) => kept.key(nth) ?? '');
      const taken = others
        .filter((one) => one !== key)
        .reduce((all, one) => all + (kept.getItem(one)?.length ?? 0), 0);
      if (taken + value.length > small.room) throw new Error('QuotaExceededError');
      kept.setItem(key, value);
    },
  };
  return { kept, small };
}

test('what did not fit is still held when something smaller fits, and is stored once there is room', async () => {
  const { kept, small } = smallStore(900);
  const outbox = made(small, arrivals());
  const long = 'x'.repeat(60);
  const seen = (note: string) => ({ ...fields('Long'), seen: { ...fields('Long').seen, note } });
  outbox.saveBox('box-0000001', 'job-0000001', seen(long.repeat(20)), 1, AT);
  outbox.saveBox('box-0000002', 'job-0000001', fields('Short'), 1, AT);
  expect(kept.getItem('dense-pack/outbox/box-0000002')).not.toBeNull();
  // Sending reads the store anew: the one that is only held here must not vanish.
  await settled();
  await settled();
  expect(outbox.snapshot()).toMatchObject({
    full: true,
    entries: [{ id: 'box-0000001' }, { id: 'box-0000002' }],
  });
  small.room = 10_000;
  outbox.saveBox('box-0000002', 'job-0000001', fields('Short too'), 1, AT);
  expect(outbox.snapshot().full).toBe(false);
  expect(kept.getItem('dense-pack/outbox/box-0000001')).toMatch(long);
  await clearTimers(outbox);
});

test('a change that does not fit is not undone by the earlier one that lies in its place', async () => {
  const { small } = smallStore(900);
  const outbox = made(small, arrivals());
  outbox.saveBox('box-0000001', 'job-0000001', fields('Before'), 1, AT);
  const { seen } = fields('After');
  outbox.saveBox(
    'box-0000001',
    'job-0000001',
    { ...fields('After'), seen: { ...seen, note: 'y'.repeat(1200) } },
    1,
    AT,
  );
  await settled();
  await settled();
  expect(outbox.entryOf('box-0000001')).toMatchObject({ fields: { name: 'After' } });
  expect(outbox.snapshot().full).toBe(true);
  await clearTimers(outbox);
  // What is sent is the change as it was made last.
  expect(sent.at(-1)?.body).toMatchObject({ name: 'After' });
});

test('where there is no room for what a change was made from, the change itself is stored', () => {
  const { kept, small } = smallStore(10_000);
  // Nothing is sent meanwhile.
  const outbox = made(small, arrivals(), (work) => work(), 3_600_000);
  outbox.saveBox('box-0000001', 'job-0000001', fields('A'), 1, AT, fields('Before'));
  expect(kept.getItem('dense-pack/outbox/box-0000001')).toContain('"base"');
  // Room for one whole entry, and for one without what it was made from.
  const whole = kept.getItem('dense-pack/outbox/box-0000001')?.length ?? 0;
  small.room = 2 * whole - JSON.stringify(fields('Before')).length + 10;
  outbox.saveBox('box-0000002', 'job-0000001', fields('B'), 1, AT, fields('Before'));
  expect(kept.getItem('dense-pack/outbox/box-0000002')).not.toContain('"base"');
  expect(outbox.snapshot().full).toBe(false);
});

test('what was sent and is no text of ours says nothing, and breaks nothing', async () => {
  const store = memoryStore();
  const outbox = made(store, arrivals());
  outbox.saveBox('box-0000001', 'job-0000001', fields('A'), 1, AT, fields('Before'));
  await settled();
  const key = 'dense-pack/outbox/box-0000001';
  const entry = JSON.parse(store.getItem(key) ?? '') as object;
  store.setItem(key, JSON.stringify({ ...entry, sent: ['{', 'null', '{"name":1}'] }));
  answers.push(() =>
    Promise.resolve({
      status: 409,
      body: { type: 'about:blank', title: 'Stale', status: 409, yours: {}, stored: record('Theirs', 4) },
    }),
  );
  await outbox.flush();
  // Both wrote the name: the person is asked.
  expect(outbox.entryOf('box-0000001')).toMatchObject({ conflict: { name: 'Theirs' } });
  clearTimers(outbox);
});

test('a full store gives up the undo steps first, then says so and still holds the change', async () => {
  const { kept, small } = smallStore(1000);
  kept.setItem('dense-pack/history/a', 'x'.repeat(900));
  const outbox = made(small, arrivals());
  outbox.saveBox('box-0000001', 'job-0000001', fields('A'), 1, AT);
  expect(kept.getItem('dense-pack/history/a')).toBeNull();
  expect(outbox.snapshot()).toMatchObject({ full: false, entries: [{ id: 'box-0000001' }] });
  small.room = 10;
  outbox.saveBox('box-0000002', 'job-0000001', fields('B'), 1, AT);
  expect(outbox.snapshot().full).toBe(true);
  expect(outbox.entryOf('box-0000002')).toMatchObject({ fields: { name: 'B' } });
  await settled();
  expect(outbox.entryOf('box-0000002')).toMatchObject({ fields: { name: 'B' } });
  await clearTimers(outbox);
});

/** Stops the retry timer of an outbox whose server stayed away. */
function clearTimers(outbox: Outbox) {
  answers.push(() => Promise.resolve({ status: 200, body: record('A', 9) }));
  return outbox.flush();
}
