/** Answers that are kept while nothing was written, pages of a long list, and a database that cannot be used just now. */
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { DatabaseRefused, openDatabase, serveAlone } from './database.ts';
import { boxOf, countedCards, openPlace, type Place } from './tests/place.ts';

let place: Place;
const JOB = 'job-0000001';
const MIGRATIONS = join(__dirname, 'migrations');
beforeAll(async () => {
  place = await openPlace(() => new Date('2026-03-02T09:00:00Z'));
  await place.api().post('/jobs').send({ id: JOB, name: 'Long', edition: 'nec2023' });
  for (let nth = 0; nth < 25; nth += 1)
    await place
      .api()
      .post(`/jobs/${JOB}/boxes`)
      .send({
        id: `box-00000${String(nth).padStart(2, '0')}`,
        name: `Box ${nth}`,
        box: boxOf('18 in3, 3x 12/2, duplex'),
      });
});
afterAll(() => place.close());

const job = () => place.api().get(`/jobs/${JOB}`);

test('an answer is the same until something is written; then it says what was written', async () => {
  const first = await job();
  const tag = String(first.headers['etag']);
  expect((await job().set('If-None-Match', tag)).status).toBe(304);
  const { version, ...fields } = first.body.boxes[3] as Record<string, unknown>;
  const { id, jobId: _job, createdAt: _made, updatedAt: _at, ...said } = fields;
  await place
    .api()
    .put(`/boxes/${String(id)}`)
    .send({ ...said, version, room: 'Hall' })
    .expect(200);
  const next = await job().set('If-None-Match', tag);
  expect(next.status).toBe(200);
  expect(next.body.boxes[3]).toMatchObject({ room: 'Hall', version: 2 });
});

test('what another process wrote is seen at once', async () => {
  await job();
  const other = new Database(join(place.folder, 'test.db'));
  other.prepare('UPDATE box_all SET room = ? WHERE id = ?').run('Cellar', 'box-0000005');
  other.close();
  expect((await job()).body.boxes[5]).toMatchObject({ id: 'box-0000005', room: 'Cellar' });
});

test('verdicts of a card follow the edition of the job', async () => {
  const card = async () => (await countedCards(place))[0];
  expect(await card()).toMatchObject({ over: 25, boxes: 25 });
  const { body } = await job();
  const {
    boxes: _boxes,
    unreadable: _un,
    id: _id,
    demo: _demo,
    createdAt: _c,
    updatedAt: _u,
    ...said
  } = body;
  // 3x 12/2 with a duplex by the CEC: 6 × 28.7 mL and two for the device are less than 295 mL.
  await place
    .api()
    .put(`/jobs/${JOB}`)
    .send({ ...said, edition: 'cec2021' })
    .expect(200);
  expect(await card()).toMatchObject({ over: 0 });
  const { version, write: madeBy } = (await job()).body as { version: number; write: string };
  await place
    .api()
    .put(`/jobs/${JOB}`)
    .send({ ...said, edition: 'nec2023', version, write: madeBy })
    .expect(200);
  expect(await card()).toMatchObject({ over: 25 });
});

test('the pages of a house are the house', async () => {
  const whole = (await job()).body.boxes as { id: string }[];
  const ids: string[] = [];
  for (let from = 0; ;) {
    const { body } = await place.api().get(`/jobs/${JOB}/boxes?from=${from}&most=10`).expect(200);
    expect([body.from, body.count]).toEqual([from, 25]);
    ids.push(...(body.boxes as { id: string }[]).map(({ id }) => id));
    from += 10;
    if (from >= body.count) break;
  }
  expect(ids).toEqual(whole.map(({ id }) => id));
});

test.each([
  ['from=-1', 'from'],
  ['most=0', 'most'],
  ['most=1001', 'most'],
  ['from=a', 'from'],
])('?%s is no page', async (query, field) => {
  const { status, body } = await place.api().get(`/jobs/${JOB}/boxes?${query}`);
  expect([status, body.errors[0].field]).toEqual([400, field]);
});

test('it is sent compressed or plain, as it is asked for', async () => {
  const plain = await job().set('Accept-Encoding', 'identity');
  const zipped = await job().set('Accept-Encoding', 'gzip');
  expect([plain.headers['content-encoding'], zipped.headers['content-encoding']]).toEqual([
    undefined,
    'gzip',
  ]);
  expect(zipped.body).toEqual(plain.body);
});

const write = () => place.api().post('/jobs').send({ name: 'More', edition: 'nec2023' });

test('while another program writes, a write is answered soon, in words, and reads go on', async () => {
  const other = new Database(join(place.folder, 'test.db'));
  other.exec('BEGIN IMMEDIATE');
  const before = Date.now();
  const refused = await write();
  expect([refused.status, refused.body.title]).toEqual([503, 'Another program is writing to the database']);
  // Not the five seconds it took before.
  expect(Date.now() - before).toBeLessThan(3000);
  expect((await job()).status).toBe(200);
  other.exec('ROLLBACK');
  other.close();
  expect((await write()).status).toBe(201);
});

test('a full disk is told as one, and nothing is half written', async () => {
  const count = async () => ((await place.api().get('/jobs')).body.jobs as unknown[]).length;
  const before = await count();
  const pages = place.db.pragma('page_count', { simple: true }) as number;
  place.db.pragma(`max_page_count = ${pages}`);
  const told = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  const post = () =>
    place
      .api()
      .post('/jobs')
      .send({ name: 'Big', edition: 'nec2023', note: 'x'.repeat(3999) });
  // The last pages may have room for some.
  let [full, made] = [await post(), 0];
  for (; full.status === 201 && made < 20; made += 1) full = await post();
  told.mockRestore();
  expect([full.status, full.body.title]).toEqual([507, 'The disk is full']);
  place.db.pragma('max_page_count = 1000000');
  expect(await count()).toBe(before + made);
});

test('a damaged file is refused at the start and left as it is', () => {
  const file = join(place.folder, 'torn.db');
  const made = openDatabase(file, MIGRATIONS);
  made.pragma('journal_mode = DELETE');
  made.exec(`INSERT INTO job_all (id, version, name, edition, created_at, updated_at)
             VALUES ('job-torn-01', 1, '${'n'.repeat(3000)}', 'nec2023', 'a', 'b')`);
  const size = made.pragma('page_size', { simple: true }) as number;
  const pages = made.pragma('page_count', { simple: true }) as number;
  made.close();
  const bytes = Buffer.from(new Uint8Array(size * (pages - 1)).fill(7));
  const whole = Buffer.concat([readFileSync(file).subarray(0, size), bytes]);
  writeFileSync(file, whole);
  expect(() => openDatabase(file, MIGRATIONS)).toThrow(DatabaseRefused);
  expect(() => openDatabase(file, MIGRATIONS)).toThrow(/is damaged|cannot be/);
});

test('a second server on the same file is told, and may begin once the first has ended', () => {
  const file = join(place.folder, 'served.db');
  const giveBack = serveAlone(file);
  expect(() => serveAlone(file)).toThrow(/served by another process already/);
  giveBack();
  serveAlone(file)();
});
