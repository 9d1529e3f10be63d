/**
 * What a browser of version 1 kept, opened by this program: changes that wait, answers, the way back. The store
 * was written by the released program of version 1 (`core/src/tests/version-1.json`); its boxes are invented.
 */
import { DOCUMENT_VERSION } from '@dense-pack/core/box/document';
import { stillMade } from '@dense-pack/core/box/made-up';
import { BoxFields, BoxRecord } from '@dense-pack/core/box/record';
import { Wiring } from '@dense-pack/core/wiring/wiring';
import { QueryClient, dehydrate, hydrate } from '@tanstack/react-query';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { textOf } from '@/sync/operation';
import { Outbox } from '@/sync/outbox';
import { importLegacyChanges } from '@/sync/legacy-import';
import { MemoryDisk } from '@/sync/testing/memory-disk';
import { readHistory } from './history';
import { broughtUp } from './keep-answers';

const file = join(__dirname, '../../../../core/src/tests/version-1.json');
const written = JSON.parse(readFileSync(file, 'utf8')) as {
  store: Record<string, string>;
  boxes: { name: string; box: { items: { count?: number }[] } }[];
};

const opened: Outbox[] = [];
afterEach(() => opened.splice(0).forEach((outbox) => outbox.close()));

/** A store as a browser has it, taken over by this program, and what was sent to the server. */
async function browser(store: Record<string, string>, answer: (path: string, body: unknown) => unknown) {
  const kept = new Map(Object.entries(store));
  const sent: { path: string; method: string; body: { box?: { version: number }; version?: number } }[] = [];
  globalThis.fetch = jest.fn(async (url: string, init?: RequestInit) => {
    const body = JSON.parse(String(init?.body ?? 'null')) as (typeof sent)[number]['body'];
    sent.push({ path: url, method: init?.method ?? 'GET', body });
    return answer(url, body) as Response;
  }) as never;
  const disk = new MemoryDisk();
  const told = { box: jest.fn(), job: jest.fn(), deleted: jest.fn(), settled: jest.fn() };
  const outbox = new Outbox(disk, told, { lie: 3_600_000 });
  opened.push(outbox);
  const old = {
    get length() {
      return kept.size;
    },
    key: (nth: number) => [...kept.keys()][nth] ?? null,
    getItem: (key: string) => kept.get(key) ?? null,
    removeItem: (key: string) => void kept.delete(key),
  };
  await importLegacyChanges(old, '2026-06-02T08:00:00.000Z', {
    take: (operation) => outbox.take(operation),
    stored: () => outbox.written().then(() => true),
    setAside: (one) => disk.setAside(one),
  });
  await outbox.read();
  return { outbox, kept, sent };
}
const json = (status: number, body: unknown) => ({
  ok: status < 400,
  status,
  headers: new Headers({ 'content-type': 'application/json' }),
  text: async () => JSON.stringify(body),
  json: async () => body,
});

test('everything that waited still waits: none is unreadable, none is dropped, each is brought up', async () => {
  const { outbox } = await browser(written.store, () => json(503, {}));
  const { entries, unreadable } = outbox.snapshot();
  expect(unreadable).toEqual([]);
  expect(entries.map(({ id }) => id).sort()).toEqual(
    ['waiting-box-0', 'waiting-box-1', 'waiting-box-2', 'waiting-job-1'].sort(),
  );
  for (const entry of entries) {
    if (entry.what !== 'box') continue;
    expect(entry.fields.box.version).toBe(DOCUMENT_VERSION);
    const old = JSON.parse(written.store[`dense-pack/outbox/${entry.id}`] ?? '') as {
      fields: { box: { work: { made: string[]; plan: unknown; runs: { of: string }[] } } };
    };
    const { items } = entry.fields.box;
    // What was ticked stands beside the box, and holds in the plan it was ticked in.
    const { made, plan } = old.fields.box.work;
    expect(stillMade(entry.fields.seen.made, Wiring.parse(plan)).sort()).toEqual([...made].sort());
    const told = items.filter((item) => 'duty' in item && item.duty?.hots !== undefined);
    expect(told.map(({ id }) => id).sort()).toEqual(old.fields.box.work.runs.map(({ of }) => of).sort());
  }
});

test('what was sent by version 1 and not answered is known again when the server has taken it', async () => {
  const key = 'dense-pack/outbox/waiting-box-2';
  const entry = JSON.parse(written.store[key] ?? '') as { fields: unknown; sent: string[]; from: number };
  expect(entry.sent).toHaveLength(1);
  const stored = BoxRecord.parse({
    ...BoxFields.parse(entry.fields),
    ...{ id: 'waiting-box-2', jobId: 'waiting-job-1', version: entry.from + 1 },
    ...{ createdAt: '2026-06-01T08:00:00.000Z', updatedAt: '2026-06-01T09:00:00.000Z' },
  });
  const { outbox, kept, sent } = await browser({ [key]: written.store[key] ?? '' }, () =>
    json(409, { type: 'about:blank', title: 'stale', status: 409, stored }),
  );
  expect(outbox.entryOf('waiting-box-2')).toMatchObject({ operation: { sent: [textOf(stored)] } });
  await outbox.flush();
  expect(sent[0]?.body).toMatchObject({ version: entry.from, box: { version: DOCUMENT_VERSION } });
  // No conflict: the stored version is what this phone sent.
  expect(outbox.snapshot().entries).toEqual([]);
  expect(kept.size).toBe(0);
});

test('kept answers are brought up; what no program can read is asked anew, and the rest stays', async () => {
  const client = new QueryClient();
  const [first] = written.boxes;
  client.setQueryData(['job', 'a'], { id: 'a', boxes: [{ id: 'b', box: first?.box, found: null }] });
  client.setQueryData(['job', 'c'], { id: 'c', boxes: [{ box: { version: 9, shell: {}, items: [] } }] });
  const kept = JSON.parse(JSON.stringify(dehydrate(client))) as unknown;
  const fresh = new QueryClient();
  hydrate(fresh, broughtUp(kept) as Parameters<typeof hydrate>[1]);
  expect(fresh.getQueryData(['job', 'a'])).toMatchObject({
    boxes: [{ id: 'b', box: { version: DOCUMENT_VERSION } }],
  });
  expect(fresh.getQueryData(['job', 'c'])).toBeUndefined();
  expect(broughtUp('nothing')).toBe('nothing');
  client.clear();
  fresh.clear();
});

test('the way back of version 1 leads to the same boxes', async () => {
  const past = written.boxes.map(({ box }) => ({
    box,
    stage: 'found',
    stageAt: null,
    found: null,
    seen: {},
  }));
  const store = { get: async () => ({ past, future: [] }) };
  const history = await readHistory(store, 'b');
  expect(history.past).toHaveLength(past.length);
  expect(history.past.every(({ box }) => box.version === DOCUMENT_VERSION)).toBe(true);
});
