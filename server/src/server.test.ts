/** The API over real HTTP on a database file of its own. */
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdirSync, mkdtempSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import type { Server } from 'node:http';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import { readCountLine } from '@dense-pack/core';
import Database from 'better-sqlite3';
import request from 'supertest';
import { application } from './application.ts';
import { DatabaseRefused, type Db, openDatabase } from './database.ts';
import { seedDemo } from './demo.ts';
import { readHosts } from './routes/origin-guard.ts';
import { listen } from './serve.ts';

const MIGRATIONS = join(__dirname, 'migrations');
const folder = mkdtempSync(join(tmpdir(), 'dense-pack-server-'));
const file = join(folder, 'test.db');
let db: Db;
let server: Server;
let address: string;

async function start() {
  db = openDatabase(file, MIGRATIONS);
  ({ server, address } = await listen(application(db), 0));
}
async function stop() {
  await new Promise((resolve) => server.close(resolve));
  db.close();
}

beforeAll(start);
afterAll(async () => {
  await stop();
  rmSync(folder, { recursive: true });
});

const api = () => request(`${address}/api/v1`);
function boxOf(line: string) {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  return read.box;
}
const LINE = '18 in3 plastic, 2x 12/2, duplex';
async function newBox(line = LINE) {
  const job = await api().post('/jobs').send({ name: 'A job' }).expect(201);
  const box = await api()
    .post(`/jobs/${job.body.id}/boxes`)
    .send({ name: 'A box', box: boxOf(line) })
    .expect(201);
  return { jobId: job.body.id as string, box: box.body };
}

test('a job keeps its panel and its cables; an older program that knows of neither wipes neither', async () => {
  const { jobId, box } = await newBox();
  const panel = { circuits: [{ id: 'k', space: 4, amps: 20, label: 'Bedroom', corrected: 'Kitchen' }] };
  const links = [{ id: 'l', from: { box: box.id, piece: 'i2.0' }, to: 'panel' }];
  const put = (body: object) => api().put(`/jobs/${jobId}`).send(body);
  const first = await put({ name: 'A job', panel, links, version: 1 }).expect(200);
  expect(first.body).toMatchObject({ panel, links, version: 2 });
  await put({ name: 'Renamed', version: 2 }).expect(200);
  await stop();
  await start();
  const read = await api().get(`/jobs/${jobId}`).expect(200);
  expect(read.body).toMatchObject({ name: 'Renamed', panel, links });
  const twice = { circuits: [...panel.circuits, { id: 'r', space: 2, poles: 2 }] };
  const refused = await put({ name: 'Renamed', panel: twice, version: 3 }).expect(400);
  expect(refused.body.errors).toEqual([
    {
      field: 'panel.circuits.1.space',
      accepted: 'space 4 is taken by circuit 4 already; accepted is a space that is free',
    },
  ]);
  const again = [...links, { id: 'm', from: { box: box.id, piece: 'i2.0' }, to: 'lamp' }];
  const claimed = await put({ name: 'Renamed', links: again, version: 3 }).expect(400);
  expect(claimed.body.errors[0]).toMatchObject({ field: 'links.1' });
  const same = await api().get(`/jobs/${jobId}`).expect(200);
  expect(same.body).toMatchObject({ panel, links, version: 3 });
});

test('a box is made, read, changed and deleted, and stays when the server starts again', async () => {
  const { jobId, box } = await newBox();
  expect(box).toMatchObject({ version: 1, name: 'A box', room: '', jobId });
  const changed = { name: 'A box', room: 'Den', circuit: '7', box: boxOf('18 in3 plastic, 3x 12/2, duplex') };
  const put = await api()
    .put(`/boxes/${box.id}`)
    .send({ ...changed, version: 1 })
    .expect(200);
  expect(put.body).toMatchObject({ version: 2, room: 'Den' });
  await stop();
  await start();
  const again = await api().get(`/boxes/${box.id}`).expect(200);
  expect(again.body).toEqual(put.body);
  const list = await api().get('/jobs').expect(200);
  expect(list.body.jobs[0]).toMatchObject({ id: jobId, boxes: 1, over: 1, unknown: 0 });
  const deleted = await api().delete(`/boxes/${box.id}?version=2`).expect(200);
  expect(deleted.body).toEqual({ id: box.id, deleted: true });
  await api().get(`/boxes/${box.id}`).expect(404);
  await api().delete(`/jobs/${jobId}?version=1`).expect(200);
  await api().get(`/jobs/${jobId}`).expect(404);
});

test('a stale write is answered 409 with both versions, and nothing is overwritten', async () => {
  const { box } = await newBox();
  const { name, room, circuit, box: document } = box;
  const body = { name, room, circuit, box: document, version: 1 };
  await api()
    .put(`/boxes/${box.id}`)
    .send({ ...body, name: 'First' })
    .expect(200);
  const late = await api()
    .put(`/boxes/${box.id}`)
    .send({ ...body, name: 'Late' })
    .expect(409);
  expect(late.headers['content-type']).toMatch('application/problem+json');
  expect(late.body).toMatchObject({
    status: 409,
    yours: { name: 'Late', version: 1 },
    stored: { name: 'First', version: 2 },
  });
  expect((await api().get(`/boxes/${box.id}`)).body.name).toBe('First');
  const job = await api().get(`/jobs/${box.jobId}`);
  await api().put(`/jobs/${box.jobId}`).send({ name: 'Other', version: 99 }).expect(409);
  expect((await api().get(`/jobs/${box.jobId}`)).body.name).toBe(job.body.name);
});

test('a deletion names the version it deletes: what was changed since is kept and answered', async () => {
  const { jobId, box } = await newBox();
  const { name, room, circuit, box: document } = box;
  await api()
    .put(`/boxes/${box.id}`)
    .send({ name: 'Changed since', room, circuit, box: document, version: 1 })
    .expect(200);
  const late = await api().delete(`/boxes/${box.id}?version=1`).expect(409);
  expect(late.body).toMatchObject({ stored: { name: 'Changed since', version: 2 }, yours: { version: 1 } });
  const unnamed = await api().delete(`/boxes/${box.id}`).expect(400);
  expect(unnamed.body.errors).toMatchObject([{ field: 'version' }]);
  for (const wrong of ['0', '-1', '1.5', 'all'])
    await api().delete(`/jobs/${jobId}?version=${wrong}`).expect(400);
  await api().delete(`/jobs/${jobId}?version=9`).expect(409);
  expect((await api().get(`/boxes/${box.id}`)).body.name).toBe(name === '' ? '' : 'Changed since');
});

describe('who may speak to it', () => {
  const asked = (headers: Record<string, string>, path = '/api/v1/jobs') =>
    request(address).get(path).set(headers);
  const port = () => new URL(address).port;

  test.each([
    ['a foreign name that points here', { Host: 'evil.example' }],
    ['the same with the port', { Host: 'evil.example:4310' }],
    ['a name that only begins like ours', { Host: 'localhost.evil.example' }],
    ['an origin that is not ours', { Origin: 'http://evil.example' }],
    ['another program’s page on this computer', { Origin: 'http://localhost:1' }],
    ['a page without an origin', { Origin: 'null' }],
    ['a picture on a foreign page', { 'Sec-Fetch-Site': 'cross-site', 'Sec-Fetch-Mode': 'no-cors' }],
    ['a page of another port', { 'Sec-Fetch-Site': 'same-site', 'Sec-Fetch-Mode': 'cors' }],
  ])('%s is refused, for reading and for writing', async (_name, headers) => {
    const read = await asked(headers as Record<string, string>).expect(403);
    expect(read.headers['content-type']).toMatch('application/problem+json');
    expect(read.body.jobs).toBeUndefined();
    const before = (await api().get('/jobs')).body.jobs.length;
    await request(address)
      .post('/api/v1/jobs')
      .set(headers as Record<string, string>)
      .send({ name: 'Foreign' })
      .expect(403);
    expect((await api().get('/jobs')).body.jobs).toHaveLength(before);
  });

  test('our own page, a program without a browser and a link to the app are let in', async () => {
    await asked({ Host: `localhost:${port()}`, Origin: `http://localhost:${port()}` }).expect(200);
    await asked({ 'Sec-Fetch-Site': 'same-origin', 'Sec-Fetch-Mode': 'cors' }).expect(200);
    await asked({ 'Sec-Fetch-Site': 'none', 'Sec-Fetch-Mode': 'navigate' }).expect(200);
    await asked({ 'Sec-Fetch-Site': 'cross-site', 'Sec-Fetch-Mode': 'navigate' }).expect(200);
    await asked({ Host: `[::1]:${port()}` }).expect(200);
  });

  test('a proxy’s name is let in by the setting, and a setting that cannot be read is told', async () => {
    const hosts = readHosts(' boxes.example, Other.example:8443 ');
    const own = request(application(db, { hosts }));
    await own.get('/api/v1/jobs').set({ Host: 'boxes.example', Origin: 'https://boxes.example' }).expect(200);
    await own.get('/api/v1/jobs').set({ Host: 'boxes.example' }).expect(200);
    await own.get('/api/v1/jobs').set({ Host: 'other.example:8443' }).expect(200);
    await own.get('/api/v1/jobs').set({ Host: 'other.example' }).expect(403);
    // The proxy may name this computer and leave the page’s origin as it is.
    await own
      .get('/api/v1/jobs')
      .set({ Host: '127.0.0.1:4310', Origin: 'https://boxes.example' })
      .expect(200);
    expect(() => readHosts('https://boxes.example/')).toThrow(
      /DENSE_PACK_HOSTS.*“https:\/\/boxes.example\/” is none/,
    );
  });
});

test('a repeated creation with the same id makes one record', async () => {
  const id = 'repeated-job-1';
  await api().post('/jobs').send({ id, name: 'Once' }).expect(201);
  await api().post('/jobs').send({ id, name: 'Once' }).expect(201);
  const { body } = await api().get('/jobs');
  expect(body.jobs.filter((job: { id: string }) => job.id === id)).toHaveLength(1);
});

const VALID = { name: 'A box', box: { version: 1, shell: { volume: '18 in3' }, items: [] } };
const withShell = (shell: unknown) => ({ ...VALID, box: { ...VALID.box, shell } });
const withItems = (...items: unknown[]) => ({ ...VALID, box: { ...VALID.box, items } });

test.each([
  ['a volume of 0', withShell({ volume: '0 in3' }), 400, 'box.shell.volume', /more than 0 and at most 500/],
  ['a negative volume', withShell({ volume: '-5 in3' }), 400, 'box.shell.volume', /such as “18 in3”/],
  ['a volume in words', withShell({ volume: 'big' }), 400, 'box.shell.volume', /such as “18 in3”/],
  ['a volume of 10 000', withShell({ volume: '10000 in3' }), 400, 'box.shell.volume', /at most 500 in³/],
  [
    'a cable of 4 AWG',
    withItems({ id: 'i1', kind: 'cable', count: 1, size: 4, conductors: 2 }),
    400,
    'box.items.0.size',
    /4 AWG and larger is sized by 314.28/,
  ],
  [
    'a device on nothing',
    withItems({ id: 'i1', kind: 'device', count: 1, device: 'duplex' }),
    422,
    'box.items.0.size',
    /add a cable, or give the size/,
  ],
  ['a box without a name', { ...VALID, name: ' ' }, 400, 'name', /must name the box/],
  ['a field that is not known', { ...VALID, colour: 'red' }, 400, 'colour', /[Uu]nrecognized/],
  [
    'two items with one id',
    withItems(
      { id: 'i1', kind: 'fitting', count: 1, fitting: 'stud' },
      { id: 'i1', kind: 'clamps', count: 1 },
    ),
    400,
    'box.items',
    /same id/,
  ],
])(
  '%s is refused with its field and what is accepted; nothing is saved',
  async (_, body, status, field, accepted) => {
    const job = await api().post('/jobs').send({ name: 'Refusals' }).expect(201);
    const answer = await api().post(`/jobs/${job.body.id}/boxes`).send(body).expect(status);
    expect(answer.headers['content-type']).toMatch('application/problem+json');
    expect(answer.body.errors).toContainEqual({ field, accepted: expect.stringMatching(accepted) });
    expect((await api().get(`/jobs/${job.body.id}/boxes`)).body.boxes).toEqual([]);
  },
);

test('malformed JSON, other content and more than 1 MB are refused', async () => {
  const json = { 'Content-Type': 'application/json' };
  const bad = await api().post('/jobs').set(json).send('{"name": ').expect(400);
  expect(bad.body).toMatchObject({ status: 400, errors: [{ field: 'body', accepted: 'a JSON object' }] });
  await api().post('/jobs').set({ 'Content-Type': 'text/plain' }).send('name').expect(415);
  const large = await api()
    .post('/jobs')
    .send({ name: 'x', note: 'x'.repeat(1_100_000) })
    .expect(413);
  expect(large.body.detail).toMatch('1 MB');
});

test('unknown ids and addresses are 404 problem documents', async () => {
  for (const path of ['/jobs/no-such-job', '/boxes/no-such-box', '/nothing']) {
    const answer = await api().get(path).expect(404);
    expect(answer.body).toMatchObject({ status: 404, type: 'about:blank' });
  }
  await api().post('/jobs/no-such-job/boxes').send(VALID).expect(404);
  await api()
    .put('/boxes/no-such-box')
    .send({ ...VALID, version: 1 })
    .expect(404);
  await api().delete('/boxes/no-such-box?version=1').expect(404);
});

test('answers carry a strict content security policy and no product header', async () => {
  const { headers } = await api().get('/health').expect(200);
  expect(headers['content-security-policy']).toMatch("script-src 'self'");
  expect(headers['content-security-policy']).not.toMatch('unsafe-eval');
  expect(headers['x-content-type-options']).toBe('nosniff');
  expect(headers['x-powered-by']).toBeUndefined();
});

test('a script of the page itself may run by its hash and no other; what was compressed is sent as it is', async () => {
  const pages = mkdtempSync(join(tmpdir(), 'dense-pack-page-'));
  const text = 'window.early = {};';
  writeFileSync(join(pages, 'index.html'), `<script>${text}</script><script src="/a.js"></script>`);
  mkdirSync(join(pages, 'assets'));
  writeFileSync(join(pages, 'assets/a.js'), 'let whole;');
  writeFileSync(join(pages, 'assets/a.js.br'), brotliCompressSync('let small;'));
  const page = request(application(db, { appFolder: pages }));
  const { headers } = await page.get('/').expect(200);
  // The hash by a tool of its own, as a browser computes it.
  const hash = createHash('sha256').update(text).digest('base64');
  expect(headers['content-security-policy']).toMatch(`script-src 'self' 'sha256-${hash}';`);
  const sent = await page.get('/assets/a.js').set('accept-encoding', 'br').expect(200);
  expect([sent.headers['content-encoding'], sent.headers['cache-control']]).toEqual([
    'br',
    expect.stringMatching('immutable'),
  ]);
  const plain = await page.get('/assets/a.js').set('accept-encoding', 'identity').expect(200);
  expect(plain.headers['content-encoding']).toBeUndefined();
  // A damaged address gets the page, whose app says what is wrong; a file or an answer is still refused.
  const damaged = await page.get('/job/%E0%A4%A').set('accept', 'text/html').expect(200);
  expect(damaged.text).toBe((await page.get('/')).text);
  await page.get('/assets/%E0.js').set('accept', 'text/javascript').expect(400);
  await page.get('/api/v1/boxes/%E0').set('accept', 'text/html').expect(400);
  // The page was built anew while the server runs.
  writeFileSync(join(pages, 'index.html'), '<script>let other;</script>');
  utimesSync(join(pages, 'index.html'), new Date(), new Date(Date.now() + 5000));
  const again = await page.get('/').expect(200);
  expect(again.headers['content-security-policy']).not.toMatch(hash);
  rmSync(pages, { recursive: true });
});

test('the demo house has eighteen boxes, four of them over, and can be seeded again', async () => {
  seedDemo(db, new Date('2026-01-01T00:00:00Z'));
  seedDemo(db, new Date('2026-01-02T00:00:00Z'));
  const { body } = await api().get('/jobs');
  const demo = body.jobs.filter((job: { demo: boolean }) => job.demo);
  expect(demo).toHaveLength(1);
  expect(demo[0]).toMatchObject({ boxes: 18, over: 4, unknown: 1 });
});

test('the schema is published, and boxes go out as CSV', async () => {
  const schema = await api().get('/schema').expect(200);
  expect(schema.headers['content-type']).toMatch('application/schema+json');
  expect(JSON.parse(schema.text)).toMatchObject({ $id: 'urn:dense-pack:box:3', type: 'object' });
  const { jobId } = await newBox();
  const csv = await api().get(`/jobs/${jobId}/boxes.csv`).expect(200);
  expect(csv.headers['content-type']).toMatch('text/csv');
  expect(csv.text.split('\r\n')[1]).toMatch('"18 in3 plastic, 2x 12/2, duplex",nec2023,in3,15.75,18,2.25,');
});

describe('a database file that cannot be used', () => {
  test('written by a newer version', () => {
    const newer = join(folder, 'newer.db');
    const raw = new Database(newer);
    raw.pragma('user_version = 9999');
    raw.close();
    expect(() => openDatabase(newer, MIGRATIONS)).toThrow(/schema 9999, newer than/);
  });
  test('no database, or in a folder that is not there', () => {
    const text = join(folder, 'text.db');
    writeFileSync(text, 'This is no database. '.repeat(100));
    expect(() => openDatabase(text, MIGRATIONS)).toThrow(DatabaseRefused);
    expect(() => openDatabase(join(folder, 'none/here.db'), MIGRATIONS)).toThrow(
      /cannot be opened for writing/,
    );
  });
  test('connections keep foreign keys, WAL and a busy timeout', () => {
    expect(db.pragma('foreign_keys', { simple: true })).toBe(1);
    expect(db.pragma('journal_mode', { simple: true })).toBe('wal');
    expect(db.pragma('busy_timeout', { simple: true })).toBe(250);
  });
});

describe('starting', () => {
  const startWith = (env: Record<string, string>) =>
    spawnSync(process.execPath, [join(__dirname, '../../scripts/server.mjs')], {
      env: { ...process.env, ...env },
      encoding: 'utf8',
      timeout: 30_000,
    });

  test('a port in use is one clear sentence and a non-zero exit', async () => {
    const other = createServer();
    await new Promise<void>((resolve) => other.listen(0, '127.0.0.1', resolve));
    const { port } = other.address() as { port: number };
    const done = startWith({ PORT: String(port), DENSE_PACK_DB: join(folder, 'port.db') });
    other.close();
    expect(done.status).toBe(1);
    expect(done.stderr.trim()).toBe(
      `Port ${port} is in use by another program: stop it, or choose another with PORT=4311.`,
    );
  });

  test('an unusable port number or database file is one clear sentence', () => {
    const port = startWith({ PORT: 'abc', DENSE_PACK_DB: join(folder, 'x.db') });
    expect([port.status, port.stderr.trim()]).toEqual([
      1,
      'PORT must be a number from 0 to 65535, not “abc”.',
    ]);
    const file = startWith({ PORT: '0', DENSE_PACK_DB: join(folder, 'no/such/x.db') });
    expect(file.status).toBe(1);
    expect(file.stderr.trim().split('\n')).toHaveLength(1);
    expect(file.stderr).toMatch('cannot be opened for writing');
  });
});
