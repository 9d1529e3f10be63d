/** The list of jobs: pages, what changed since a state, words sought, and verdicts counted in the background. */
import { JobCards } from '@dense-pack/core';
import { countsBy } from './services/verdicts.ts';
import { beginEpoch } from './services/writes.ts';
import { boxOf, countedCards, openPlace, type Place } from './tests/place.ts';

let place: Place;
let minute = 0;
beforeEach(async () => {
  minute = 0;
  // Each write a minute later: the list is ordered by its date.
  place = await openPlace(() => new Date(Date.UTC(2026, 2, 2) + (minute += 60_000)));
});
afterEach(() => place.close());

const jobId = (index: number) => `job-${String(index).padStart(7, '0')}`;
const makeJob = (index: number, more: object = {}) =>
  place
    .api()
    .post('/jobs')
    .send({ id: jobId(index), name: `Job ${index}`, edition: 'nec2023', ...more })
    .expect(201);
const makeBox = (index: number, job: number, line = '18 in3, 3x 12/2, duplex') =>
  place
    .api()
    .post(`/jobs/${jobId(job)}/boxes`)
    .send({ id: `box-${String(index).padStart(7, '0')}`, name: `Box ${index}`, box: boxOf(line) })
    .expect(201);
async function cards(query = ''): Promise<JobCards> {
  const { body } = await place.api().get(`/jobs${query}`).expect(200);
  return JobCards.parse(body);
}
const idsOf = ({ jobs }: JobCards) => jobs.map(({ id }) => id);

test('pages follow each other by the last card, also when a job moves up between them', async () => {
  for (let index = 0; index < 7; index += 1) await makeJob(index);
  const first = await cards('?most=3');
  expect([idsOf(first), first.count, first.more]).toEqual([[6, 5, 4].map(jobId), 7, true]);
  await makeBox(1, 1);
  const last = first.jobs.at(-1);
  const second = await cards(`?most=3&after=${last?.updatedAt},${last?.id}`);
  expect([idsOf(second), second.more]).toEqual([[3, 2, 0].map(jobId), false]);
  const since = await cards(`?since=${first.state}`);
  expect([since.since, idsOf(since), since.deleted]).toEqual([true, [jobId(1)], []]);
  expect(since.jobs[0]).toMatchObject({ boxes: 1, over: 1, uncounted: 0 });
});

test('jobs of one moment are in the order of their ids, none twice and none left out', async () => {
  for (let index = 0; index < 5; index += 1) await makeJob(index);
  place.db.prepare("UPDATE job_all SET updated_at = '2026-03-02T09:00:00.000Z'").run();
  const ids: string[] = [];
  for (let after = ''; ;) {
    const page = await cards(`?most=2${after}`);
    ids.push(...idsOf(page));
    if (!page.more) break;
    const last = page.jobs.at(-1);
    after = `&after=${last?.updatedAt},${last?.id}`;
  }
  expect(ids).toEqual([0, 1, 2, 3, 4].map(jobId));
});

test('since a state: what was made, renamed, deleted, and nothing else; more of it goes on from its own state', async () => {
  for (let index = 0; index < 4; index += 1) await makeJob(index);
  const { state } = await cards();
  expect(await cards(`?since=${state}`)).toMatchObject({ jobs: [], deleted: [], state, more: false });
  await makeJob(9);
  const { version, write } = (await place.api().get(`/jobs/${jobId(2)}`)).body as Record<string, string>;
  await place
    .api()
    .put(`/jobs/${jobId(2)}`)
    .send({ name: 'Renamed', edition: 'nec2023', note: '', version, write })
    .expect(200);
  await place
    .api()
    .delete(`/jobs/${jobId(0)}?version=1`)
    .send({})
    .expect(200);
  const [a, b] = [await cards(`?since=${state}`), await cards(`?since=${state}&most=1`)];
  expect([idsOf(a), a.deleted, a.count, a.more]).toEqual([[9, 2].map(jobId), [jobId(0)], 4, false]);
  expect([idsOf(b), b.deleted, b.more]).toEqual([[jobId(9)], [], true]);
  const c = await cards(`?since=${b.state}&most=1`);
  expect([idsOf(c), c.more]).toEqual([[jobId(2)], true]);
  const d = await cards(`?since=${c.state}&most=1`);
  expect([idsOf(d), d.deleted, d.more, d.state]).toEqual([[], [jobId(0)], false, a.state]);
});

test('a box that is deleted, or comes back, changes the card', async () => {
  await makeJob(1);
  await makeBox(1, 1);
  const before = await cards();
  await place.api().delete('/boxes/box-0000001?version=1').expect(200);
  const after = await cards(`?since=${before.state}`);
  expect(after.jobs).toMatchObject([{ id: jobId(1), boxes: 0, over: 0, vessels: [] }]);
  await place.api().post('/trash/box-0000001').send({}).expect(200);
  await countedCards(place);
  expect((await cards(`?since=${after.state}`)).jobs).toMatchObject([{ boxes: 1, over: 1 }]);
});

test('a state goes on over a restart, and one of another database is answered with the list', async () => {
  await makeJob(1);
  const { state } = await cards();
  beginEpoch(place.db);
  expect(await cards(`?since=${state}`)).toMatchObject({ since: true, jobs: [] });
  await makeJob(2);
  expect(idsOf(await cards(`?since=${state}`))).toEqual([jobId(2)]);
  const other = `${'0'.repeat(12)}${state.slice(12)}`;
  expect(await cards(`?since=${other}`)).toMatchObject({ since: false, count: 2 });
  // A state this database never came to, of an epoch it has: the file was put back.
  expect(await cards(`?since=${state.slice(0, 12)}.zz`)).toMatchObject({ since: false });
});

test('a state from before something was thrown away is answered with the list', async () => {
  await makeJob(1);
  await makeJob(2);
  const { state } = await cards();
  await place
    .api()
    .delete(`/jobs/${jobId(1)}?version=1`)
    .send({})
    .expect(200);
  await place
    .api()
    .delete(`/trash/${jobId(1)}`)
    .expect(200);
  const since = await cards(`?since=${state}`);
  expect([since.since, idsOf(since)]).toEqual([false, [jobId(2)]]);
  expect(await cards(`?since=${since.state}`)).toMatchObject({ since: true, jobs: [] });
});

test('words are sought in name and note, whatever their letters', async () => {
  await makeJob(1, { name: 'Ärger im Keller' });
  await makeJob(2, { note: 'behind the ÄRGER gate' });
  await makeJob(3, { name: '100 % done_now' });
  expect(idsOf(await cards(`?words=${encodeURIComponent('ärger')}`))).toEqual([2, 1].map(jobId));
  expect(idsOf(await cards(`?words=${encodeURIComponent(' 100 % ')}`))).toEqual([jobId(3)]);
  expect(idsOf(await cards('?words=e_n'))).toEqual([jobId(3)]);
});

test.each([
  ['most=0', 'most'],
  ['most=501', 'most'],
  ['most=x', 'most'],
  ['after=yesterday', 'after'],
  ['after=2026-03-02T09:00:00.000Z', 'after'],
  ['since=now', 'since'],
  ['from=100', 'from'],
  [`words=${'w'.repeat(201)}`, 'words'],
])('?%s is refused by name', async (query, field) => {
  const { status, body } = await place.api().get(`/jobs?${query}`);
  expect([status, body.errors[0].field]).toEqual([400, field]);
});

test('after a change of the rules every box is counted again in the background, and phones get the new cards', async () => {
  for (let job = 0; job < 3; job += 1) {
    await makeJob(job);
    for (let index = 0; index < 12; index += 1)
      await makeBox(100 * job + index, job, index < 4 ? undefined : '20 in3, 12/2');
  }
  const before = await countedCards(place);
  expect(before.map(({ over }) => over)).toEqual([4, 4, 4]);
  countsBy('other-rules');
  try {
    const at = await cards('?most=99');
    expect(at.jobs.map(({ uncounted, over, vessels }) => [uncounted, over, vessels.length])).toEqual(
      Array(3).fill([12, 0, 0]),
    );
    expect(await countedCards(place)).toMatchObject(before.map(({ over, id }) => ({ over, id })));
    expect((await cards(`?since=${at.state}`)).jobs).toHaveLength(3);
  } finally {
    countsBy('the-rules');
  }
});

test('a vessel on a card is the picture of its box', async () => {
  await makeJob(1);
  await makeBox(1, 1, '18 in3, 3x 12/2, duplex');
  const [card] = await countedCards(place);
  // docs/trade.md#fill-nec: six 12 AWG conductors at 2.25 in³, one allowance for grounds, two for the device: 20.25 of 18.
  expect(card?.vessels).toEqual([
    {
      gangs: 1,
      columns: [
        {
          rim: true,
          over: true,
          tiles: [
            ['ground', 'bare', 1250, 1],
            ['neutral', 'white', 1250, 3],
            ['hot', 'black', 1250, 3],
            ['device', null, 1250, 2],
          ],
        },
      ],
    },
  ]);
});
