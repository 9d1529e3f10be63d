/** As an app on the phone: its shortcuts, and a new version that is told and taken with nothing lost. */
import { type Front, startFront } from './front';
import { PHONE, World } from './world';

const world = new World();
let front: Front;
let address = '';
/** Which version the front gives: the app’s own, or one that has a newer service worker. */
let version = 'own';

beforeAll(async () => {
  await world.startServer();
  await world.startBrowser();
  front = await startFront(world, {
    changed: (path, text) =>
      path === '/sw.js' ? text.replace(/dense-pack-[0-9a-f]{16}/, `dense-pack-${version}`) : text,
  });
  address = front.address;
});
afterAll(async () => {
  await world.stop();
  await front.close();
});

/** A page that comes from the front, with the app kept by the browser. */
async function kept() {
  const hand = await world.page(PHONE, { keepsApp: true });
  await hand.page.goto(`${address}/`, { waitUntil: 'networkidle0' });
  await hand.worksOffline();
  await hand.reload();
  return hand;
}

test('a new version is told, waits, and is taken: the station, the edits and what is typed are there again', async () => {
  version = 'own';
  const hand = await kept();
  const box = `${address}/job/demo-house-on-the-hill/box/demo-den-outlet`;
  await hand.page.goto(box, { waitUntil: 'networkidle0' });
  await hand.touch('Cable');
  await hand.touch('Add 14/2');
  await hand.sees('verdict', 'Over by');
  await hand.touch('Type');
  await hand.type('Count line', '18 in3 plastic, 9x 14/2');
  version = 'newer';
  await hand.page.evaluate(() =>
    navigator.serviceWorker.getRegistration().then((one) => one?.update().then(() => undefined)),
  );
  await hand.saysSomewhere('A new version is ready');
  // It waits: nothing is loaded anew by itself.
  await hand.sees('verdict', 'Over by');
  await Promise.all([hand.page.waitForNavigation({ waitUntil: 'networkidle0' }), hand.touch('Take it now')]);
  await hand.sees('verdict', 'Over by');
  const typed = await hand.page.$eval('textarea', (field) => field.value);
  expect(typed).toBe('18 in3 plastic, 9x 14/2');
  expect(await hand.page.evaluate(() => caches.keys())).toContain('dense-pack-newer');
  // Told once: the version that runs now is the newest.
  expect(await hand.page.evaluate(() => document.body.innerText)).not.toMatch('A new version');
  await hand.touch('Undo');
  await hand.sees('verdict', 'Fill legal');
  expect(hand.complaints).toEqual([]);
  await hand.page.browserContext().close();
});

test('another window that is looked at is told and not torn away; later is later', async () => {
  version = 'third';
  const hand = await kept();
  const other = await hand.page.browserContext().newPage();
  await other.goto(`${address}/settings`, { waitUntil: 'networkidle0' });
  version = 'fourth';
  await hand.page.bringToFront();
  await hand.page.evaluate(() =>
    navigator.serviceWorker.getRegistration().then((one) => one?.update().then(() => undefined)),
  );
  await hand.touch('Later');
  expect(await hand.page.evaluate(() => document.body.innerText)).not.toMatch('A new version');
  await other.bringToFront();
  await other.waitForFunction(() => document.body.innerText.includes('A new version is ready'), {
    timeout: 15_000,
  });
  await hand.page.browserContext().close();
});

test.each([
  ['/job/now/box/new', 'Which box is it?'],
  ['/job/now/box/new?open=line', 'The box in one line'],
])('the shortcut %s makes one box, and a reload opens it again', async (path, words) => {
  const manifest = (await (await fetch(`${world.address}/manifest.webmanifest`)).json()) as {
    shortcuts: { url: string }[];
  };
  expect(manifest.shortcuts.map(({ url }) => url)).toContain(path);
  const hand = await world.page(PHONE, { keepsApp: true });
  await hand.open(path);
  await hand.saysSomewhere(words);
  await hand.saved();
  const made = async () =>
    (
      (await (await fetch(`${world.address}/api/v1/jobs`)).json()) as {
        jobs: { demo: boolean; boxes: number }[];
      }
    ).jobs
      .filter(({ demo }) => !demo)
      .reduce((sum, { boxes }) => sum + boxes, 0);
  const before = await made();
  expect(before).toBeGreaterThan(0);
  await hand.reload();
  await hand.saysSomewhere(words);
  await hand.saved();
  expect(await made()).toBe(before);
  expect(hand.complaints).toEqual([]);
  await hand.page.browserContext().close();
});

test('where the app and its jobs are kept, the shortcut makes one box and shows it', async () => {
  const hand = await kept();
  await hand.page.goto(`${address}/job/now/box/new?open=line`);
  await hand.saysSomewhere('Count line');
  await hand.page.waitForFunction(() => /box\/[0-9a-z]{26}$/.test(location.pathname));
  expect(new URL(hand.page.url()).search).toBe('?open=line');
  expect(hand.complaints).toEqual([]);
  await hand.page.browserContext().close();
});

test('on a busy machine each start from the shortcut makes its box and shows it', async () => {
  for (let nth = 0; nth < 3; nth += 1) {
    const hand = await world.page(PHONE, { keepsApp: true });
    await hand.page.emulateCPUThrottling(6);
    await hand.page.goto(`${world.address}/job/now/box/new`, { waitUntil: 'load' });
    await hand.saysSomewhere('Which box is it?');
    await hand.page.waitForFunction(() => !location.pathname.includes('/now/'));
    await hand.page.browserContext().close();
  }
}, 180_000);
