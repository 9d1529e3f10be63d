/** The server goes back in time: a backup put back, an empty database. What a phone knows comes back by itself, or is asked about. */
import { copyFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { type Hand, PHONE, World } from './world';

const world = new World();
beforeAll(async () => {
  await world.startServer();
  await world.startBrowser();
});
afterAll(() => world.stop());

const DEN = '/job/demo-house-on-the-hill/box/demo-den-outlet';
const file = () => join(world.folder, 'test.db');
const backup = () => join(world.folder, 'backup.db');

/** Puts the backup in the place of the database, or nothing, as someone does whose disk broke. */
async function goBack({ empty = false } = {}): Promise<void> {
  await world.stopServer('SIGKILL');
  for (const ending of ['', '-wal', '-shm']) rmSync(file() + ending, { force: true });
  if (!empty) copyFileSync(backup(), file());
  await world.startServer();
}

const api = async (path: string) => (await fetch(`${world.address}/api/v1${path}`)).json();
const cablesOf = async (box: string) =>
  ((await api(`/boxes/${box}`)).box.items as { kind: string }[]).filter(({ kind }) => kind === 'cable')
    .length;

async function addsACable(hand: Hand): Promise<void> {
  await hand.touch('Cable');
  await hand.touch('Add 12/2');
  await hand.saved();
}

/** Waits until something is so on the server. */
async function becomes<T>(what: () => Promise<T>, wanted: T): Promise<void> {
  const until = Date.now() + 20_000;
  let now = await what();
  for (; now !== wanted && Date.now() < until; now = await what())
    await new Promise((resolve) => setTimeout(resolve, 200));
  expect(now).toEqual(wanted);
}

/** The answers are kept a moment after they came. */
const keeps = () => new Promise((resolve) => setTimeout(resolve, 1500));

test('a cable that was saved after the backup was made comes back, and nobody is asked', async () => {
  await world.stopServer();
  copyFileSync(file(), backup());
  await world.startServer();
  const hand = await world.page(PHONE, { keepsApp: true });
  await hand.open(DEN);
  await addsACable(hand);
  expect(await cablesOf('demo-den-outlet')).toBe(3);
  await keeps();
  await goBack();
  expect(await cablesOf('demo-den-outlet')).toBe(2);
  await hand.reload();
  await becomes(() => cablesOf('demo-den-outlet'), 3);
  await hand.saved();
  await hand.sees('fill', '20.25');
  expect(hand.complaints).toEqual([]);
  await hand.page.browserContext().close();
});

test('an edit that waits is brought with all it was made from, and a box the backup does not have comes back', async () => {
  const hand = await world.page(PHONE, { keepsApp: true });
  await hand.open('/job/demo-house-on-the-hill');
  await hand.touch('New box');
  await hand.touch('18.0 in³');
  await hand.saved();
  const made = hand.page.url().split('/box/')[1]?.split('?')[0] ?? '';
  await hand.open(DEN);
  await hand.sees('fill', '20.25');
  await keeps();
  await world.stopServer('SIGKILL');
  await hand.touch('Cable');
  await hand.touch('Add 12/2');
  await goBack();
  await hand.page.evaluate(() => window.dispatchEvent(new Event('online')));
  await becomes(() => cablesOf('demo-den-outlet'), 4);
  await hand.reload();
  await becomes(async () => (await fetch(`${world.address}/api/v1/boxes/${made}`)).status, 200);
  await hand.saved();
  expect(hand.complaints).toEqual([]);
  await hand.page.browserContext().close();
});

test('a box of a job that was deleted is made again with its job', async () => {
  const hand = await world.page(PHONE, { keepsApp: true });
  await hand.open('/job/demo-house-on-the-hill/box/demo-study-sink');
  // What is touched next comes with the late file: without a network only once the app is on the phone.
  await hand.worksOffline();
  await hand.page.setOfflineMode(true);
  await hand.touch('Cable');
  await hand.touch('Add 12/2');
  const { version } = await api('/jobs/demo-house-on-the-hill');
  const gone = await fetch(`${world.address}/api/v1/jobs/demo-house-on-the-hill?version=${version}`, {
    method: 'DELETE',
  });
  expect(gone.status).toBe(200);
  await hand.page.setOfflineMode(false);
  await hand.page.evaluate(() => window.dispatchEvent(new Event('online')));
  await hand.touch('Make it again');
  await becomes(async () => (await api('/jobs/demo-house-on-the-hill')).boxes?.length, 1);
  await hand.saved();
  expect((await api('/jobs/demo-house-on-the-hill')).name).toBe('House on the hill (demo)');
  await hand.page.browserContext().close();
});
