/**
 * A database written by version 1, and boxes this program cannot read, over real HTTP. The documents are those
 * of `core/src/tests/version-1.json`, written by the released program of version 1; all boxes are invented.
 */
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import type { Server } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import request from 'supertest';
import { application } from './application.ts';
import { type Db, openDatabase } from './database.ts';
import { listen } from './serve.ts';
import { countedCards } from './tests/place.ts';

interface Written {
  readonly name: string;
  readonly box: { readonly items: readonly { readonly count?: number; readonly kind: string }[] };
  readonly found?: object | null;
}
const { boxes } = JSON.parse(
  readFileSync(join(__dirname, '../../core/src/tests/version-1.json'), 'utf8'),
) as { boxes: readonly Written[] };

const AT = '2026-06-01T08:00:00.000Z';
const SEEN = '{"conditions":[],"note":"","safe":[],"remedy":[],"photos":[]}';
const folder = mkdtempSync(join(tmpdir(), 'dense-pack-versions-'));
let db: Db;
let server: Server;
let address: string;

/** Puts rows into the tables as version 1 did. */
function write(id: string, jobId: string, document: string, found: string | null): void {
  db.prepare(
    `INSERT INTO box_all (id, job_id, version, name, room, circuit, document, created_at, updated_at,
                      stage, stage_at, found, seen)
     VALUES (?, ?, 1, ?, 'Den', '', ?, ?, ?, ?, ?, ?, ?)`,
  ).run(id, jobId, id, document, AT, AT, found === null ? 'found' : 'planned', found && AT, found, SEEN);
  db.prepare(
    'INSERT INTO box_state (box_id, version, at, stage, document, found) VALUES (?, 1, ?, ?, ?, ?)',
  ).run(id, AT, found === null ? 'found' : 'planned', document, found);
}

beforeAll(async () => {
  db = openDatabase(join(folder, 'test.db'), join(__dirname, 'migrations'));
  for (const id of ['job-of-one', 'job-of-four'])
    db.prepare(
      `INSERT INTO job_all (id, version, name, edition, created_at, updated_at) VALUES (?, 1, ?, 'nec2023', ?, ?)`,
    ).run(id, id, AT, AT);
  boxes.forEach(({ box, found }, nth) =>
    write(`box-of-one-${nth}`, 'job-of-one', JSON.stringify(box), found ? JSON.stringify(found) : null),
  );
  write('box-readable', 'job-of-four', JSON.stringify(boxes[0]?.box), null);
  write('box-of-four', 'job-of-four', '{"version":4,"cavity":"a field of the future"}', null);
  write('box-twice', 'job-of-four', JSON.stringify(twice()), null);
  ({ server, address } = await listen(application(db, { clock: () => new Date(AT) }), 0));
});
afterAll(async () => {
  await new Promise((resolve) => server.close(resolve));
  db.close();
  rmSync(folder, { recursive: true });
});
function twice() {
  const cable = { id: 'i1', kind: 'cable', count: 1, size: 12, conductors: 2 };
  return { version: 1, shell: {}, items: [cable, cable] };
}
const api = () => request(`${address}/api/v1`);

test('every box of version 1 is read, with as many pieces as were counted, and written anew as version 3, its ticks beside it', async () => {
  const { body } = await api().get('/jobs/job-of-one').expect(200);
  expect(body.unreadable).toEqual([]);
  expect(body.boxes).toHaveLength(boxes.length);
  let ticks = 0;
  for (const [nth, { box }] of boxes.entries()) {
    const { id, version, jobId: _job, createdAt: _made, updatedAt: _at, ...fields } = body.boxes[nth];
    const many = (kind: string) =>
      box.items.reduce((sum, item) => sum + (item.kind === kind ? (item.count ?? 1) : 0), 0);
    for (const kind of ['cable', 'device'])
      expect(fields.box.items.filter((item: { kind: string }) => item.kind === kind)).toHaveLength(
        many(kind),
      );
    const put = await api()
      .put(`/boxes/${id}`)
      .send({ ...fields, version })
      .expect(200);
    expect([put.body.box, put.body.seen]).toEqual([fields.box, fields.seen]);
    // What was ticked in its plan is kept beside it, whatever the plan is now.
    const { work } = box as { work?: { made: string[]; plan?: unknown } };
    ticks += fields.seen.made.length;
    expect(fields.seen.made).toHaveLength(work?.plan === undefined ? 0 : work.made.length);
    const { body: history } = await api().get(`/boxes/${id}/states`).expect(200);
    expect(history).toMatchObject({ unreadable: 0, states: [{ version: 2 }, { version: 1 }] });
    expect(history.states[1].box).toEqual(fields.box);
  }
  expect(ticks).toBeGreaterThan(0);
  const rows = db
    .prepare<[], { version: number }>(
      `SELECT json_extract(document, '$.version') AS version FROM box WHERE job_id = 'job-of-one'`,
    )
    .all();
  expect(new Set(rows.map(({ version }) => version))).toEqual(new Set([3]));
});

test('a program of version 1 that sends a box is understood; one of version 4 is refused by its field', async () => {
  const made = await api()
    .post('/jobs/job-of-one/boxes')
    .send({ name: 'Old', box: boxes[0]?.box })
    .expect(201);
  expect(made.body.box.version).toBe(3);
  const newer = await api()
    .post('/jobs/job-of-one/boxes')
    .send({ name: 'New', box: { version: 4, shell: {}, items: [] } })
    .expect(400);
  expect(newer.body.errors).toEqual([
    {
      field: 'box.version',
      accepted: expect.stringMatching(/version 4; this program reads versions up to 3/),
    },
  ]);
  const same = await api().post('/jobs/job-of-one/boxes').send({ name: 'Twice', box: twice() }).expect(400);
  expect(same.body.errors).toEqual([{ field: 'box.items', accepted: 'two items have the same id' }]);
});

test('what cannot be read is told beside the rest, kept as it is, given out as a file and never written over', async () => {
  const { body } = await api().get('/jobs/job-of-four').expect(200);
  expect(body.boxes.map(({ id }: { id: string }) => id)).toEqual(['box-readable']);
  expect(body.unreadable).toEqual([
    {
      id: 'box-of-four',
      name: 'box-of-four',
      room: 'Den',
      version: 1,
      why: expect.stringMatching(/version 4/),
    },
    { id: 'box-twice', name: 'box-twice', room: 'Den', version: 1, why: expect.stringMatching(/same id/) },
  ]);
  const list = await countedCards({ api });
  expect(list.find(({ id }) => id === 'job-of-four')).toMatchObject({
    boxes: 1,
    unreadable: 2,
  });
  const one = await api().get('/boxes/box-of-four').expect(422);
  expect(one.body.detail).toMatch(/version 4.*kept as it is/);
  const change = { name: 'Over it', box: { version: 2, shell: {}, items: [] }, version: 1 };
  await api().put('/boxes/box-of-four').send(change).expect(422);
  const file = await api().get('/boxes/box-of-four/stored').expect(200);
  expect(file.headers['content-disposition']).toMatch(/attachment/);
  expect(file.body).toMatchObject({ id: 'box-of-four', box: { cavity: 'a field of the future' } });
  await api().get('/boxes/none-such/stored').expect(404);
  await api().get('/jobs/job-of-four/boxes.csv').expect(200);
});

test('a state that cannot be read is counted beside the others', async () => {
  db.prepare(
    `INSERT INTO box_state (box_id, version, at, stage, document, found)
     VALUES ('box-readable', 2, ?, 'found', '{"version":7}', NULL)`,
  ).run(AT);
  const { body } = await api().get('/boxes/box-readable/states').expect(200);
  expect(body).toMatchObject({ unreadable: 1, states: [{ version: 1 }] });
});

test('the person may still throw away what cannot be read', async () => {
  await api().delete('/boxes/box-of-four?version=2').expect(422);
  await api().delete('/boxes/box-of-four?version=1').expect(200);
  await api().get('/boxes/box-of-four/stored').expect(404);
});
