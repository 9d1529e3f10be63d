/** Jobs in the outbox: a job goes before its boxes, a stale name is sent again over the stored one. */
import { EMPTY_BOX } from '@dense-pack/core/box/document';
import { BoxFields } from '@dense-pack/core/box/record';
import { Outbox } from './outbox';

const AT = '2026-01-01T00:00:00.000Z';
const FIELDS = { name: 'House', edition: 'nec2023' as const, note: '' };
const job = (name: string, version: number) => ({
  ...FIELDS,
  name,
  id: 'job-0000001',
  version,
  demo: false,
  createdAt: AT,
  updatedAt: AT,
});

function start(answers: { status: number; body?: unknown }[]) {
  const kept = new Map<string, string>();
  const sent: string[] = [];
  globalThis.fetch = ((path: string, init: RequestInit) => {
    const body = init.body ? (JSON.parse(String(init.body)) as { version?: number }) : {};
    sent.push(`${init.method} ${path}${body.version === undefined ? '' : ` v${body.version}`}`);
    const answer = answers.shift();
    if (!answer) return Promise.reject(new TypeError('away'));
    const { status } = answer;
    return Promise.resolve({ ok: status < 400, status, json: () => Promise.resolve(answer.body) });
  }) as unknown as typeof fetch;
  const store = {
    get length() {
      return kept.size;
    },
    key: (nth: number) => [...kept.keys()][nth] ?? null,
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
    removeItem: (key: string) => void kept.delete(key),
  };
  return {
    outbox: new Outbox(store, { box: jest.fn(), job: jest.fn(), deleted: jest.fn(), settled: jest.fn() }),
    sent,
  };
}
const settled = () => new Promise((resolve) => setTimeout(resolve, 10));

test('a job made without signal goes before the box made in it', async () => {
  const box = BoxFields.parse({ name: 'B', box: EMPTY_BOX });
  const stored = {
    ...box,
    id: 'box-0000001',
    jobId: 'job-0000001',
    version: 1,
    createdAt: AT,
    updatedAt: AT,
  };
  const { outbox, sent } = start([
    { status: 201, body: job('House', 1) },
    { status: 201, body: stored },
  ]);
  outbox.saveJob('job-0000001', FIELDS, null, AT);
  outbox.saveBox('box-0000001', 'job-0000001', box, null, AT);
  await settled();
  expect(sent).toEqual(['POST /api/v1/jobs', 'POST /api/v1/jobs/job-0000001/boxes']);
  expect(outbox.snapshot().entries).toEqual([]);
});

test('a stale change of a job is sent again from the stored version', async () => {
  const problem = { type: 'about:blank', title: 'Stale', status: 409, stored: job('Other', 5) };
  const { outbox, sent } = start([
    { status: 409, body: problem },
    { status: 200, body: job('Mine', 6) },
  ]);
  outbox.saveJob('job-0000001', { ...FIELDS, name: 'Mine' }, 2, AT);
  await settled();
  expect(sent).toEqual(['PUT /api/v1/jobs/job-0000001 v2', 'PUT /api/v1/jobs/job-0000001 v5']);
  expect(outbox.snapshot().entries).toEqual([]);
});

test('a deleted record that is gone already is as good as deleted', async () => {
  const { outbox } = start([{ status: 404, body: { type: 'about:blank', title: 'None', status: 404 } }]);
  outbox.remove('boxes', 'box-0000001');
  await settled();
  expect(outbox.snapshot()).toMatchObject({ entries: [], away: false });
});

test('with a deleted job go the changes of its boxes that still wait', async () => {
  const { outbox, sent } = start([]);
  outbox.saveBox('box-0000001', 'job-0000001', BoxFields.parse({ name: 'B', box: EMPTY_BOX }), 1, AT);
  await settled();
  outbox.remove('jobs', 'job-0000001');
  await settled();
  expect(outbox.snapshot().entries).toMatchObject([{ what: 'delete', id: 'job-0000001' }]);
  expect(sent.at(-1)).toBe('DELETE /api/v1/jobs/job-0000001');
});
