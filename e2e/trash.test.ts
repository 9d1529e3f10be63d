/** A long list of jobs is read page by page and sought through; what was deleted is found, comes back, and goes for good. */
import { PHONE, World } from './world';

const world = new World();
beforeAll(async () => {
  await world.startServer();
  await world.startBrowser();
});
afterAll(() => world.stop());

const api = (path: string, method = 'GET', body?: object) =>
  fetch(`${world.address}/api/v1${path}`, {
    method,
    headers: { 'content-type': 'application/json' },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });

test('a deleted box is taken back on the phone that sees it under Deleted', async () => {
  const hand = await world.page(PHONE);
  await hand.open('/job/demo-house-on-the-hill/box/demo-den-outlet?open=found');
  await hand.touch('Delete this box');
  await hand.saysSomewhere('kept for 30 days');
  await hand.touch('Delete');
  await hand.sees('save-sign', 'Saved');
  await hand.go('/');
  await hand.touch('Deleted jobs and boxes');
  await hand.sees('trashed', 'A box of “House on the hill (demo)”. Deleted');
  await hand.touch('Bring it back');
  await hand.sees('fill', '15.75');
  await hand.go('/trash');
  await hand.saysSomewhere('Nothing to bring back');
  expect(hand.complaints).toEqual([]);
});

test('deletion for good asks once more; without the server the screen says why it is empty', async () => {
  await api('/jobs', 'POST', { id: 'gone-job-0001', name: 'Gone for good', edition: 'nec2023' });
  await api('/jobs/gone-job-0001?version=1', 'DELETE', {});
  const hand = await world.page(PHONE);
  await hand.open('/trash');
  await hand.touch('Delete for good');
  await hand.saysSomewhere('Nothing brings it back');
  await hand.touch('Keep it');
  await hand.touch('Delete for good');
  await hand.touch('Delete for good');
  await hand.saysSomewhere('Nothing to bring back');
  expect((await api('/trash/gone-job-0001', 'POST', {})).status).toBe(404);
  await hand.page.setOfflineMode(true);
  await hand.go('/');
  await hand.touch('Deleted jobs and boxes');
  await hand.saysSomewhere('This needs the server');
  expect(hand.complaints).toEqual([]);
});

test('seventy jobs: the newest at once, the rest page by page, a word finds one that was never read', async () => {
  for (let index = 0; index < 70; index += 1)
    await api('/jobs', 'POST', {
      id: `long-job-${index}`,
      name: `Long ${index}`,
      note: index === 3 ? 'blue gate' : '',
    });
  const hand = await world.page(PHONE);
  await hand.open('/');
  const shown = () =>
    hand.page.$$eval(
      '[role="link"]',
      (links) => links.filter((one) => /^Long /.test(one.textContent ?? '')).length,
    );
  expect(await shown()).toBe(30);
  await hand.type('Search jobs', 'blue gate');
  await hand.saysSomewhere('Long 3');
  expect(await shown()).toBe(1);
  await hand.reload();
  await hand.touch('Show more jobs: 30 of 71');
  await hand.saysSomewhere('Show more jobs: 60 of 71');
  await hand.touch('Show more jobs: 60 of 71');
  await hand.saysSomewhere('House on the hill');
  expect(await shown()).toBe(70);
  // A job that is made elsewhere comes with what changed, at the top.
  await api('/jobs', 'POST', { id: 'long-job-new', name: 'Long new' });
  // What was read just now is not asked for again so soon.
  await new Promise((resolve) => setTimeout(resolve, 2200));
  await hand.page.evaluate(() => window.dispatchEvent(new Event('visibilitychange')));
  await hand.saysSomewhere('Long new');
  expect(await shown()).toBe(71);
  expect(hand.complaints).toEqual([]);
});
