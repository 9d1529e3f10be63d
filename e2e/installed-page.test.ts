/** The page that was installed before Expo built it is taken over: nothing that waits in it is lost. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type Front, startFront } from './front';
import { PHONE, World } from './world';

/*
 * Its service worker, and a change that waits in its database, as a browser had them on 2026-12-01. Of its scripts only what
 * has the browser keep the page is here.
 */
const kept = (name: string) => readFileSync(join(__dirname, 'installed-page', name), 'utf8');
const WORKER = kept('service-worker.txt');
const WAITING = JSON.parse(kept('operations.json')) as { operations: { key: number; value: object }[] };
const INSTALLED: Readonly<Record<string, readonly [type: string, text: string]>> = {
  '/': [
    'text/html',
    '<!doctype html><title>installed</title><script src="/assets/index-D0K23BjU.js"></script>',
  ],
  '/assets/index-D0K23BjU.js': ['text/javascript', "navigator.serviceWorker.register('/sw.js')"],
  '/sw.js': ['text/javascript', WORKER],
};

const world = new World();
let front: Front;
let isInstalled = true;

beforeAll(async () => {
  await world.startServer();
  await world.startBrowser();
  front = await startFront(world, { instead: (path) => (isInstalled ? INSTALLED[path] : undefined) });
});
afterAll(async () => {
  await world.stop();
  await front.close();
});

/** Runs in a page: lays what the installed page had in its database, as that page had it. */
function layWaiting({ operations }: typeof WAITING): Promise<void> {
  return new Promise((done, fail) => {
    const opening = indexedDB.open('dense-pack', 1);
    opening.onerror = () => fail(opening.error);
    opening.onupgradeneeded = () => {
      for (const name of ['answers', 'history', 'photos', 'unreadable', 'words'])
        opening.result.createObjectStore(name);
      opening.result.createObjectStore('operations', { autoIncrement: true }).createIndex('record', 'record');
    };
    opening.onsuccess = () => {
      const writing = opening.result.transaction('operations', 'readwrite');
      for (const { key, value } of operations) writing.objectStore('operations').put(value, key);
      writing.oncomplete = () => {
        opening.result.close();
        done();
      };
    };
  });
}

/** Runs in a page: fetches the service worker the server has now, and takes it. */
async function takeNewer(): Promise<void> {
  const registration = await navigator.serviceWorker.getRegistration();
  const taken = new Promise((done) => navigator.serviceWorker.addEventListener('controllerchange', done));
  registration?.addEventListener('updatefound', () => {
    const { installing } = registration;
    installing?.addEventListener('statechange', () => {
      if (installing.state === 'installed') installing.postMessage('take');
    });
  });
  await registration?.update();
  await taken;
}

async function cablesStored(): Promise<number> {
  const answer = await fetch(`${world.address}/api/v1/boxes/demo-den-outlet`);
  const { box } = (await answer.json()) as { box: { items: { kind: string }[] } };
  return box.items.filter(({ kind }) => kind === 'cable').length;
}

test('what waits in the installed page is sent by this one, which starts without a server', async () => {
  const before = await cablesStored();
  const hand = await world.page(PHONE, { keepsApp: true });
  await hand.page.goto(`${front.address}/`);
  await hand.worksOffline();
  await hand.page.evaluate(layWaiting, WAITING);
  await hand.page.reload();
  expect(await hand.page.title()).toBe('installed');
  expect(await hand.page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true);

  isInstalled = false;
  await hand.page.evaluate(takeNewer);
  const box = `${front.address}/job/demo-house-on-the-hill/box/demo-den-outlet`;
  await hand.page.goto(box, { waitUntil: 'networkidle0' });
  await hand.sees('verdict', 'Over by 1.75 in³');
  await hand.saved(30_000);
  expect(await cablesStored()).toBe(before + 1);
  // One cache of the app is left: that of this build.
  const caches = await hand.page.evaluate(() => globalThis.caches.keys());
  expect(caches.filter((name) => name !== 'dense-pack-photos')).toHaveLength(1);
  expect(WORKER).not.toContain(caches[0]);

  // The answers are kept a moment after they came.
  await new Promise((resolve) => setTimeout(resolve, 1500));
  await world.stopServer('SIGKILL');
  await hand.page.goto(box);
  await hand.sees('verdict', 'Over by 1.75 in³');
  expect(hand.complaints).toEqual([]);
});
