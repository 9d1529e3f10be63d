/** Jobs in the outbox: a job goes before its boxes, a stale name is sent again over the stored one. */
import { EMPTY_BOX } from '@dense-pack/core/box/document';
import { BoxFields, JobFields } from '@dense-pack/core/box/record';
import { Outbox } from './outbox';
import { memoryStore } from './testing/memory-store';

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

let store = memoryStore();

type Answer = { status: number; body?: unknown };

/** @param otherwise what is answered when there is nothing more; without it the server is away */
function start(answers: Answer[], otherwise?: Answer) {
  store = memoryStore();
  const sent: string[] = [];
  const bodies: unknown[] = [];
  globalThis.fetch = ((path: string, init: RequestInit) => {
    const body = init.body ? (JSON.parse(String(init.body)) as { version?: number }) : {};
    bodies.push(body);
    sent.push(`${init.method} ${path}${body.version === undefined ? '' : ` v${body.version}`}`);
    const answer = answers.shift() ?? otherwise;
    if (!answer) return Promise.reject(new TypeError('away'));
    const { status } = answer;
    return Promise.resolve({ ok: status < 400, status, json: () => Promise.resolve(answer.body) });
  }) as unknown as typeof fetch;
  return {
    outbox: new Outbox(store, { box: jest.fn(), job: jest.fn(), deleted: jest.fn(), settled: jest.fn() }),
    sent,
    bodies,
    answers,
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

test('a stale change keeps what another wrote into the panel meanwhile', async () => {
  const circuit = (id: string, space: number, label: string) => ({ id, space, label });
  const base = JobFields.parse({ ...FIELDS, panel: { circuits: [circuit('a', 1, 'one')] } });
  const theirs = JobFields.parse({
    ...base,
    panel: { circuits: [circuit('a', 1, 'one'), circuit('b', 3, 'two')] },
  });
  const problem = {
    type: 'about:blank',
    title: 'Stale',
    status: 409,
    stored: { ...job('House', 5), panel: theirs.panel },
  };
  const { outbox, bodies } = start([
    { status: 409, body: problem },
    { status: 200, body: job('House', 6) },
  ]);
  const mine = { ...base, panel: { circuits: [circuit('a', 1, 'mine')] } };
  outbox.saveJob('job-0000001', mine, 2, AT, base);
  await settled();
  const labels = (bodies.at(-1) as JobFields).panel.circuits.map(({ label }) => label);
  expect(labels).toEqual(['mine', 'two']);
});

test('a deleted record that is gone already is as good as deleted', async () => {
  const { outbox } = start([{ status: 404, body: { type: 'about:blank', title: 'None', status: 404 } }]);
  outbox.remove('boxes', 'box-0000001', 3, 'B');
  await settled();
  expect(outbox.snapshot()).toMatchObject({ entries: [], away: false });
});

test('with a deleted job go the changes of its boxes that still wait, once it is deleted', async () => {
  const { outbox, sent, answers } = start([]);
  outbox.saveBox('box-0000001', 'job-0000001', BoxFields.parse({ name: 'B', box: EMPTY_BOX }), 1, AT);
  await settled();
  outbox.remove('jobs', 'job-0000001', 4, 'House');
  await settled();
  // Until then they stay: the deletion may be taken back.
  expect(outbox.snapshot().entries.map(({ what }) => what)).toEqual(['box', 'delete']);
  expect(sent.at(-1)).toBe('DELETE /api/v1/jobs/job-0000001?version=4');
  expect(sent.filter((one) => one.startsWith('PUT'))).toHaveLength(1);
  answers.push({ status: 200, body: { id: 'job-0000001', deleted: true } });
  await outbox.flush();
  expect(outbox.snapshot().entries).toEqual([]);
});

const problem = (status: number, more: object = {}) => ({
  status,
  body: { type: 'about:blank', title: 'No', status, ...more },
});
const LOGIN = { status: 200, body: '<html>Welcome to the guest network</html>' };

test.each([
  ['a failure', problem(500)],
  ['no time', problem(429)],
  ['a login page', LOGIN],
  ['an answer of nothing', { status: 204 }],
])('%s drops neither a new job, its box nor a deletion', async (_name, answer) => {
  const { outbox, sent, answers } = start([], answer);
  outbox.saveJob('job-0000001', FIELDS, null, AT);
  outbox.saveBox('box-0000001', 'job-0000001', BoxFields.parse({ name: 'B', box: EMPTY_BOX }), null, AT);
  outbox.remove('boxes', 'box-0000002', 3, 'Old');
  await settled();
  expect(outbox.snapshot()).toMatchObject({ away: true });
  expect(outbox.snapshot().entries.map(({ id }) => id)).toEqual([
    'job-0000001',
    'box-0000001',
    'box-0000002',
  ]);
  // The box waits for its job: it would be refused.
  expect(sent.some((one) => one.includes('/boxes '))).toBe(false);
  const box = { ...BoxFields.parse({ name: 'B', box: EMPTY_BOX }), id: 'box-0000001', jobId: 'job-0000001' };
  answers.push(
    { status: 201, body: job('House', 1) },
    { status: 201, body: { ...box, version: 1, createdAt: AT, updatedAt: AT } },
    { status: 200, body: { id: 'box-0000002', deleted: true } },
  );
  await outbox.flush();
  expect(outbox.snapshot()).toMatchObject({ away: false, entries: [] });
});

test('a refused job and a refused deletion stay, with the reason, until the person decides', async () => {
  const { outbox, answers } = start([problem(422), problem(403)]);
  outbox.saveJob('job-0000001', FIELDS, null, AT);
  await settled();
  outbox.remove('boxes', 'box-0000002', 3, 'Old');
  await settled();
  expect(outbox.snapshot().entries).toMatchObject([
    { id: 'job-0000001', refused: 'No' },
    { id: 'box-0000002', refused: 'No', name: 'Old' },
  ]);
  answers.push({ status: 201, body: job('House', 1) });
  outbox.again('job-0000001');
  await settled();
  outbox.giveUp('box-0000002');
  expect(outbox.snapshot().entries).toEqual([]);
});

test('what another changed since is not deleted: the person is asked', async () => {
  const stored = {
    ...BoxFields.parse({ name: 'Changed since', box: EMPTY_BOX }),
    id: 'box-0000001',
    jobId: 'job-0000001',
    version: 7,
    createdAt: AT,
    updatedAt: AT,
  };
  const { outbox, sent, answers } = start([problem(409, { stored })]);
  outbox.remove('boxes', 'box-0000001', 3, 'Old');
  await settled();
  expect(outbox.snapshot().entries).toMatchObject([{ conflict: { name: 'Changed since' } }]);
  await outbox.flush();
  expect(sent).toHaveLength(1);
  answers.push({ status: 200, body: { id: 'box-0000001', deleted: true } });
  outbox.settle('box-0000001', 'mine');
  await settled();
  expect(sent.at(-1)).toBe('DELETE /api/v1/boxes/box-0000001?version=7');
  expect(outbox.snapshot().entries).toEqual([]);
});

test('a job made twice because the answer was lost takes the name it was given since', async () => {
  const { outbox, sent } = start([
    { status: 201, body: job('House', 1) },
    { status: 200, body: job('Renamed', 2) },
  ]);
  outbox.saveJob('job-0000001', { ...FIELDS, name: 'Renamed' }, null, AT);
  await settled();
  expect(sent).toEqual(['POST /api/v1/jobs', 'PUT /api/v1/jobs/job-0000001 v1']);
});

test('a deletion an older program left without a version deletes what is there', async () => {
  const { outbox, sent } = start([
    { status: 200, body: job('House', 6) },
    { status: 200, body: { id: 'job-0000001', deleted: true } },
  ]);
  outbox.giveUp('none');
  const old = { order: 1, turn: 1, what: 'delete', of: 'jobs', id: 'job-0000001' };
  store.setItem('dense-pack/outbox/job-0000001', JSON.stringify(old));
  await outbox.flush();
  expect(sent).toEqual(['GET /api/v1/jobs/job-0000001', 'DELETE /api/v1/jobs/job-0000001?version=6']);
});
