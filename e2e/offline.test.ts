/** Without a network: the app starts from the phone, shows what it knew, takes edits, and sends them later. */
import { JobCards } from '@dense-pack/core';
import { JobPage } from '../app/src/sync/answers';
import { startFront } from './front';
import { PHONE, World } from './world';

const world = new World();
beforeAll(async () => {
  await world.startServer();
  await world.startBrowser();
});
afterAll(() => world.stop());

test('the server and the page know that they are made of the same rules; what it checked is what the page would make of it', async () => {
  const page = await (await fetch(world.address)).text();
  const core = /data-core="([0-9a-f]{24})"/.exec(page)?.[1];
  expect(core).toBeDefined();
  const ask = async (path: string) => {
    const answer = await fetch(`${world.address}/api/v1${path}`);
    expect(answer.headers.get('dense-pack-core')).toBe(core);
    return (await answer.json()) as unknown;
  };
  const list = await ask('/jobs');
  const cards = JobCards.parse(list);
  expect(cards).toEqual(list);
  for (const { id } of cards.jobs) {
    const job = await ask(`/jobs/${id}?from=0&most=200`);
    const read = JobPage.parse(job);
    expect(read).toEqual(job);
    expect(read.boxes.length).toBeGreaterThan(10);
  }
});

test('a later start, a deep link, a known box and a new one all work with the server stopped', async () => {
  const hand = await world.page(PHONE, { keepsApp: true });
  await hand.open('/job/demo-house-on-the-hill/box/demo-den-outlet');
  await hand.sees('fill', '15.75');
  await hand.worksOffline();
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
  await hand.sees('save-sign', 'queued');
  expect(await hand.page.evaluate(() => document.fonts.check('16px Overpass_400Regular'))).toBe(true);
  await hand.page.reload();
  await hand.sees('capacity', 'of 18.00 in³');

  // What was asked on an earlier start and not answered takes nothing of what the phone knows.
  for (let start = 0; start < 2; start += 1) {
    await hand.page.goto(`${world.address}/job/demo-house-on-the-hill/box/demo-workshop-square`);
    await hand.sees('verdict', 'Fill legal, roles of cables assumed');
    await new Promise((resolve) => setTimeout(resolve, 1500));
  }

  await world.startServer();
  await hand.saved(30_000);
  await hand.sees('save-sign', 'Saved');
  const den = await (await fetch(`${world.address}/api/v1/boxes/demo-den-outlet`)).json();
  expect(den.box.items.filter((item: { kind: string }) => item.kind === 'cable')).toHaveLength(3);
  const { jobs } = await (await fetch(`${world.address}/api/v1/jobs`)).json();
  expect(jobs).toHaveLength(2);
  expect(hand.complaints).toEqual([]);
});

test.each([
  ['light', 'rgb(243, 240, 232)'],
  ['dark', 'rgb(19, 22, 23)'],
  ['sun', 'rgb(255, 255, 255)'],
] as const)('before any script of the app has run the frame stands in the %s theme', async (theme, paper) => {
  const hand = await world.page(PHONE);
  await hand.page.evaluateOnNewDocument(
    (text) => localStorage.setItem('dense-pack/preferences', text),
    JSON.stringify({ theme }),
  );
  await hand.page.setRequestInterception(true);
  hand.page.on('request', (request) =>
    /\/_expo\/static\/.*\.js$/.test(request.url())
      ? void request.respond({ contentType: 'text/javascript', body: '' })
      : void request.continue(),
  );
  const asked: string[] = [];
  hand.page.on('request', (request) => asked.push(new URL(request.url()).pathname));
  await hand.page.goto(`${world.address}/job/demo-house-on-the-hill/box/demo-den-outlet`, {
    waitUntil: 'networkidle0',
  });
  const shown = await hand.page.evaluate(() => {
    const shell = document.querySelector('.shell');
    const box = document.querySelector('.shell .box');
    return {
      paper: shell && getComputedStyle(shell).backgroundColor,
      box: box && getComputedStyle(box).display,
      name: Math.round(document.querySelector('.shell .bar path')?.getBoundingClientRect().width ?? 0),
      words: shell?.textContent.trim(),
    };
  });
  // The name is drawn: no face needs to be there for it.
  expect(shown).toEqual({ paper, box: 'flex', name: 95, words: '' });
  // The data and the type are fetched beside the app's script, not after it.
  expect(asked).toContain('/api/v1/jobs/demo-house-on-the-hill');
  expect(asked.filter((path) => path.endsWith('.ttf')).length).toBeGreaterThanOrEqual(2);
  await hand.page.browserContext().close();
});

test('without its style sheet the app is plain, and there', async () => {
  const hand = await world.page(PHONE);
  await hand.page.setRequestInterception(true);
  hand.page.on('request', (request) =>
    request.url().endsWith('.css') ? void request.abort() : void request.continue(),
  );
  await hand.page.goto(`${world.address}/job/demo-house-on-the-hill/box/demo-den-outlet`);
  await hand.page.waitForSelector('[data-testid="fill"]', { timeout: 20_000 });
  // It is given up where it was asked for: this browser takes one that failed for an empty one, others would wait for it still.
  expect(await hand.page.$('link[rel="stylesheet"]')).toBeNull();
  await hand.page.browserContext().close();
});

test('a part that cannot be fetched says so, the verdict stays, and trying again brings it', async () => {
  const hand = await world.page(PHONE);
  await hand.page.setRequestInterception(true);
  let away = true;
  hand.page.on('request', (request) =>
    away && /\/later-[\w-]+\.js$/.test(request.url()) ? void request.abort() : void request.continue(),
  );
  await hand.open('/job/demo-house-on-the-hill/box/demo-kitchen-counter');
  await hand.touch('Fix');
  await hand.saysSomewhere('This part could not be shown');
  await hand.sees('verdict', 'Over by 2.25 in³');
  away = false;
  await hand.touch('Try again');
  await hand.sees('remedy', 'Legal');
  await hand.page.browserContext().close();
});

const PORTAL = '<html>Welcome to the guest network. Please log in.</html>';

test.each([
  ['is not there', { status: 404, body: 'no' }],
  ['is a login page', { status: 200, contentType: 'text/html', body: PORTAL }],
  ['cannot be run', { status: 200, contentType: 'text/javascript', body: 'var a = ;' }],
])('a script that %s is reported in words, and loading again starts the app', async (_, answer) => {
  const hand = await world.page(PHONE);
  await hand.page.setRequestInterception(true);
  let away = true;
  hand.page.on('request', (request) =>
    away && /\/index-[\w-]+\.js$/.test(request.url())
      ? void request.respond(answer)
      : void request.continue(),
  );
  await hand.page.goto(`${world.address}/job/demo-house-on-the-hill/box/demo-workshop-square`);
  await hand.find('Load it again');
  await hand.saysSomewhere('What you entered on this phone is kept.');
  away = false;
  await hand.touch('Load it again');
  await hand.sees('verdict', 'Fill legal, roles of cables assumed');
  expect(await hand.page.$('.not-started')).toBeNull();
  await hand.page.browserContext().close();
});

test('a damaged address leads to a screen with words and a way back', async () => {
  const hand = await world.page(PHONE);
  await hand.open('/job/%E0%A4%A/box/x');
  await hand.saysSomewhere('There is no such box');
  await hand.open('/nowhere/%');
  await hand.saysSomewhere('There is no page at this address');
  await hand.touch('All jobs');
  await hand.saysSomewhere('House on the hill');
  await hand.page.browserContext().close();
});

test('a login page in place of a part is never kept: the app is kept once all of it arrived', async () => {
  let portal = true;
  const front = await startFront(world, {
    instead: (path) => (portal && /\/later-[\w-]+\.js$/.test(path) ? ['text/html', PORTAL] : undefined),
  });
  const hand = await world.page(PHONE, { keepsApp: true });
  const installed = () =>
    hand.page.evaluate(async () => {
      const found = await navigator.serviceWorker.register('/sw.js');
      const worker = found.installing;
      if (!worker) return found.active?.state ?? 'none';
      await new Promise<void>((done) => {
        worker.onstatechange = () => {
          if (/installed|activated|redundant/.test(worker.state)) done();
        };
      });
      return worker.state === 'redundant' ? 'refused' : 'kept';
    });
  await hand.page.goto(`${front.address}/settings`);
  expect(await installed()).toBe('refused');
  portal = false;
  await hand.page.reload();
  expect(['kept', 'activated']).toContain(await installed());
  await hand.page.browserContext().close();
  await front.close();
});
