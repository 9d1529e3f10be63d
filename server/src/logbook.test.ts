/** The logbook over real HTTP: what happened, and boxes found by any word of theirs. Invented data. */
import { seedDemo } from './demo.ts';
import { indexSome } from './services/boxes.ts';
import { boxOf, openPlace, type Place } from './tests/place.ts';

let place: Place;
let minute = 0;

beforeAll(async () => {
  place = await openPlace(() => new Date(Date.UTC(2026, 2, 2, 9, (minute += 1))));
  seedDemo(place.db, new Date(Date.UTC(2026, 2, 1)));
});
afterAll(() => place.close());

const api = () => place.api();
async function found(q: string): Promise<string[]> {
  const { body } = await api().get('/logbook').query({ q }).expect(200);
  return (body.hits as { name: string }[]).map(({ name }) => name);
}
async function job(name: string): Promise<string> {
  const { body } = await api().post('/jobs').send({ name }).expect(201);
  return body.id as string;
}
async function box(jobId: string, line: string, more: object = {}) {
  const { body } = await api()
    .post(`/jobs/${jobId}/boxes`)
    .send({ name: 'Den', box: boxOf(line), ...more })
    .expect(201);
  return body as { id: string; version: number } & Record<string, unknown>;
}
const change = async (id: string, more: object) => {
  const { body } = await api().get(`/boxes/${id}`);
  const { id: _id, jobId: _job, createdAt: _created, updatedAt: _updated, ...fields } = body;
  return api()
    .put(`/boxes/${id}`)
    .send({ ...fields, ...more });
};

test('boxes of all jobs are found by the beginning of any word, the newest written first', async () => {
  expect(await found('bar si')).toEqual(['Bar sink']);
  expect(await found('tested failed')).toEqual(['Bar sink']);
  expect(await found('legal when found counter')).toEqual(['Counter left of sink']);
  expect((await found('kitchen')).sort()).toEqual([
    'Counter left of sink',
    'Pendant over the table',
    'Pendant, second',
    'Pendant, third',
  ]);
  expect(await found('nothing-like-it')).toEqual([]);
  const other = await job('Mill by the river');
  await box(other, '20 in3 metal, 14/2, switch', { name: 'Pantry' });
  expect((await found(''))[0]).toBe('Pantry');
  expect(await found('mill 14/2')).toEqual(['Pantry']);
  expect(await found('in march')).toContain('Pantry');
});

test('what is changed is found by its new words and no more by the old ones', async () => {
  const id = await job('Barn');
  const { id: boxId } = await box(id, '18 in3 plastic, 12/2, duplex', { name: 'Loft' });
  expect(await found('loft')).toEqual(['Loft']);
  expect((await change(boxId, { name: 'Hayloft' })).status).toBe(200);
  expect([await found('loft'), await found('hayloft')]).toEqual([[], ['Hayloft']]);
  const { body } = await api().get(`/jobs/${id}`);
  const { version, edition, note, panel, links } = body;
  await api()
    .put(`/jobs/${id}`)
    .send({ name: 'Stable', version, edition: 'nec2017', note, panel, links })
    .expect(200);
  expect([edition, await found('barn'), await found('stable nec 2017')]).toEqual([
    'nec2023',
    [],
    ['Hayloft'],
  ]);
});

test('a stale write leaves the words as they are; what is deleted is found no more', async () => {
  const id = await job('Quarry');
  const { id: one } = await box(id, '18 in3, 12/2', { name: 'Crusher' });
  await box(id, '18 in3, 12/2', { name: 'Conveyor' });
  expect((await change(one, { name: 'Other', version: 9 })).status).toBe(409);
  expect(await found('crusher')).toEqual(['Crusher']);
  await api().delete(`/boxes/${one}?version=1`).expect(200);
  expect([await found('crusher'), await found('quarry')]).toEqual([[], ['Conveyor']]);
  const stored = await api().get(`/jobs/${id}`);
  await api().delete(`/jobs/${id}?version=${stored.body.version}`).expect(200);
  expect(await found('conveyor')).toEqual([]);
  const left = place.db
    .prepare('SELECT count(*) AS n FROM indexed WHERE box_id NOT IN (SELECT id FROM box)')
    .get();
  expect(left).toEqual({ n: 0 });
});

test('what happened to a box is told in order, with its time', async () => {
  const id = await job('Forge');
  const { id: boxId } = await box(id, '18 in3 plastic, 12/2, duplex');
  const at = '2026-03-02T10:00:00.000Z';
  const found_ = boxOf('18 in3 plastic, 12/2, duplex');
  await change(boxId, { stage: 'planned', stageAt: at, found: found_ });
  await change(boxId, { name: 'Den, east' });
  await change(boxId, { stage: 'built', stageAt: at });
  await change(boxId, { stage: 'planned', stageAt: at });
  const { body } = await api().get(`/boxes/${boxId}/events`).expect(200);
  expect(body.events.map(({ what }: { what: string }) => what)).toEqual([
    'found',
    'planned',
    'built',
    'opened',
  ]);
  const times = body.events.map((one: { at: string }) => one.at);
  expect(times).toEqual([...times].sort());
  await api().get('/boxes/no-such-box/events').expect(404);
  // Of the whole job the newest first, each with its box.
  await box(id, '20 in3, 14/2', { name: 'Anvil' });
  const whole = await api().get(`/jobs/${id}/events`).expect(200);
  expect(whole.body.events.map(({ name, what }: Record<string, string>) => `${name} ${what}`)).toEqual([
    'Anvil found',
    'Den, east opened',
    'Den, east built',
    'Den, east planned',
    'Den, east found',
  ]);
  await api().get('/jobs/no-such-job/events').expect(404);
});

test.each([
  '"',
  '" OR "a',
  'a* NEAR b',
  "'; DROP TABLE box; --",
  'words:kitchen',
  '^ ( ) : * -',
  '\u0000',
  'ключ',
  '🙂',
  '%',
])('a search is words and never a command: %j', async (q) => {
  await api().get('/logbook').query({ q }).expect(200);
  await api().get('/boxes/demo-den-door').expect(200);
});

test('what cannot be asked is refused by its field', async () => {
  const long = await api()
    .get('/logbook')
    .query({ q: 'x'.repeat(401) })
    .expect(400);
  expect(long.body.errors).toEqual([{ field: 'q', accepted: 'one text of at most 400 characters' }]);
  await api().get('/logbook?q=a&q=b').expect(400);
});

test('boxes written before there was a logbook are found once they are indexed, a few at a time', async () => {
  place.db.prepare('DELETE FROM indexed').run();
  place.db
    .prepare(
      `INSERT INTO box_all (id, job_id, version, name, document, created_at, updated_at)
              VALUES ('from-the-future', 'demo-house-on-the-hill', 1, 'Later', '{"version":99}', '2026', '2026')`,
    )
    .run();
  expect(await found('sink')).toEqual([]);
  let rounds = 0;
  while (indexSome(place.db, 7) > 0) rounds += 1;
  expect(rounds).toBeGreaterThan(1);
  expect((await found('bar sink')).sort()).toEqual(['Bar sink']);
  // What this program cannot read is passed over once, and hurts nobody.
  expect([await found('later'), indexSome(place.db, 7)]).toEqual([[], 0]);
});
