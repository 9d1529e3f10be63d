/** The outbox against a server that is away, slow, stale or refusing. */
import { EMPTY_BOX } from '@dense-pack/core/box/document';
import { BoxFields } from '@dense-pack/core/box/record';
import { Outbox } from './outbox';

function memoryStore() {
  const kept = new Map<string, string>();
  return {
    get length() {
      return kept.size;
    },
    key: (nth: number) => [...kept.keys()][nth] ?? null,
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
    removeItem: (key: string) => void kept.delete(key),
  };
}

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

const arrivals = () => ({ box: jest.fn(), job: jest.fn(), deleted: jest.fn(), settled: jest.fn() });
const settled = () => new Promise((resolve) => setTimeout(resolve, 5));

test('a change is stored at once, stays while the server is away, and survives a restart', async () => {
  const store = memoryStore();
  const outbox = new Outbox(store, arrivals());
  outbox.saveBox('box-0000001', 'job-0000001', fields('A'), 3, AT);
  expect(store.length).toBe(1);
  await settled();
  expect(outbox.snapshot().away).toBe(true);
  const again = new Outbox(store, arrivals());
  expect(again.snapshot().entries).toMatchObject([{ id: 'box-0000001', from: 3, fields: { name: 'A' } }]);
  answers.push(() => Promise.resolve({ status: 200, body: record('A', 4) }));
  await again.flush();
  expect(sent.at(-1)).toMatchObject({ method: 'PUT', body: { version: 3, name: 'A' } });
  expect(again.snapshot()).toMatchObject({ away: false, entries: [] });
  clearTimers(outbox);
});

test('a change made while an earlier one is being sent goes after it, from the new version', async () => {
  const outbox = new Outbox(memoryStore(), arrivals());
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
  const outbox = new Outbox(memoryStore(), told);
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
  const outbox = new Outbox(memoryStore(), arrivals());
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

test('five hundred boxes at once are all kept in order and told as one list', async () => {
  const outbox = new Outbox(memoryStore(), arrivals());
  for (let nth = 0; nth < 500; nth += 1) {
    outbox.saveBox(`box-${String(nth).padStart(7, '0')}`, 'job-0000001', fields(`Box ${nth}`), null, AT);
  }
  const { entries } = outbox.snapshot();
  expect(entries).toHaveLength(500);
  expect(entries.map((entry) => entry.order)).toEqual(entries.map((_, nth) => nth + 1));
  await clearTimers(outbox);
});

test('a full store gives up the undo steps first, then says so and still holds the change', async () => {
  const kept = memoryStore();
  kept.setItem('dense-pack/history/a', 'x'.repeat(900));
  let room = 1000;
  const small = {
    ...kept,
    get length() {
      return kept.length;
    },
    setItem: (key: string, value: string) => {
      const others = Array.from({ length: kept.length }, (_, nth) => kept.key(nth) ?? '');
      const taken = others
        .filter((one) => one !== key)
        .reduce((all, one) => all + (kept.getItem(one)?.length ?? 0), 0);
      if (taken + value.length > room) throw new Error('QuotaExceededError');
      kept.setItem(key, value);
    },
  };
  const outbox = new Outbox(small, arrivals());
  outbox.saveBox('box-0000001', 'job-0000001', fields('A'), 1, AT);
  expect(kept.getItem('dense-pack/history/a')).toBeNull();
  expect(outbox.snapshot()).toMatchObject({ full: false, entries: [{ id: 'box-0000001' }] });
  room = 10;
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
