/** Without a network: the app starts from the phone, shows what it knew, takes edits, and sends them later. */
import { PHONE, World } from './world';

const world = new World();
beforeAll(async () => {
  await world.startServer();
  await world.startBrowser();
});
afterAll(() => world.stop());

test('a later start, a deep link, a known box and a new one all work with the server stopped', async () => {
  const hand = await world.page(PHONE);
  await hand.open('/job/demo-house-on-the-hill/box/demo-den-outlet');
  await hand.sees('fill', '15.75');
  await hand.page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
  // The answers are kept a moment after they came.
  await new Promise((resolve) => setTimeout(resolve, 1500));
  await world.stopServer('SIGKILL');

  await hand.page.goto(`${world.address}/job/demo-house-on-the-hill/box/demo-den-outlet`);
  await hand.sees('fill', '15.75');
  await hand.touch('Cable');
  await hand.touch('Add 12/2');
  await hand.sees('verdict', 'Over by 2.25 in³');
  await hand.sees('save-sign', '1 queued');

  await hand.page.goto(`${world.address}/`);
  await hand.saysSomewhere('House on the hill');
  await hand.touch('New box');
  await hand.touch('18.0 in³');
  await hand.saysSomewhere('kept on this phone');
  expect(await hand.page.evaluate(() => document.fonts.check('16px Overpass_400Regular'))).toBe(true);
  await hand.page.reload();
  await hand.sees('capacity', 'of 18.00 in³');

  await world.startServer();
  await hand.page.waitForFunction(
    () => !Object.keys(localStorage).some((key) => key.startsWith('dense-pack/outbox/')),
    { timeout: 30_000 },
  );
  await hand.sees('save-sign', 'Saved');
  const den = await (await fetch(`${world.address}/api/v1/boxes/demo-den-outlet`)).json();
  expect(den.box.items.filter((item: { kind: string }) => item.kind === 'cable')).toHaveLength(3);
  const { jobs } = await (await fetch(`${world.address}/api/v1/jobs`)).json();
  expect(jobs).toHaveLength(2);
  expect(hand.complaints).toEqual([]);
});
