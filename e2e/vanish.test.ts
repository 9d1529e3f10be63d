/** No edit vanishes between the screen and the server: pasted tabs, failures, the login page of a guest network. */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { HTTPRequest } from 'puppeteer-core';
import { type Hand, PHONE, World } from './world';

const world = new World();
beforeAll(async () => {
  await world.startServer();
  await world.startBrowser();
});
afterAll(() => world.stop());

const JOB = '/job/demo-house-on-the-hill';
const boxOf = async (id: string) => (await fetch(`${world.address}/api/v1/boxes/${id}`)).json();

/** Answers every write in place of the server until it is told to stop. */
async function inPlaceOfServer(hand: Hand, answer: { status: number; contentType: string; body: string }) {
  const { page } = hand;
  const meddle = (request: HTTPRequest) => {
    const write = request.method() !== 'GET' && request.url().includes('/api/');
    void (write ? request.respond(answer) : request.continue());
  };
  await page.setRequestInterception(true);
  page.on('request', meddle);
  return async () => {
    page.off('request', meddle);
    await page.setRequestInterception(false);
  };
}

const LOGIN = {
  status: 200,
  contentType: 'text/html',
  body: '<!doctype html><title>Guest network</title>Please sign in',
};
const FAILED = { status: 500, contentType: 'text/html', body: 'Internal error' };

test('a tab pasted into a name is a blank; what is changed after it is kept too', async () => {
  const hand = await world.page(PHONE);
  await hand.open(`${JOB}/box/demo-den-outlet`);
  await hand.touch('Found');
  const field = await hand.find('Name of the box');
  await field.focus();
  await hand.page.evaluate(() => {
    document.execCommand('selectAll');
    document.execCommand('insertText', false, 'Den\tby the window');
  });
  await hand.page.keyboard.press('Enter');
  await hand.touch('Cable');
  await hand.touch('Add 12/2');
  await hand.saved();
  const den = await boxOf('demo-den-outlet');
  expect(den.name).toBe('Den by the window');
  expect(den.box.items.filter(({ kind }: { kind: string }) => kind === 'cable')).not.toHaveLength(0);
  await hand.sees('save-sign', 'Saved');
  expect(hand.complaints).toEqual([]);
});

test('what is being typed is kept when the phone goes back, and when the page is closed', async () => {
  const noteAt = async () => ((await boxOf('demo-workshop-square')) as { seen: { note: string } }).seen.note;
  const hand = await world.page(PHONE);
  await hand.open(JOB);
  await hand.open(`${JOB}/box/demo-workshop-square?open=found`);
  await hand.type('Notes for next time', 'nail through the cable');
  await hand.page.goBack();
  await hand.saved();
  expect(await noteAt()).toBe('nail through the cable');
  await hand.open(`${JOB}/box/demo-workshop-square?open=found`);
  await hand.type('Notes for next time', 'nail drawn, cable whole');
  await hand.reload();
  await hand.saved();
  expect(await noteAt()).toBe('nail drawn, cable whole');
  expect(hand.complaints).toEqual([]);
});

test('a change that waits behind another tab is kept when the page is loaded again at once', async () => {
  const id = 'demo-entry-smart';
  const cables = async () =>
    ((await boxOf(id)) as { box: { items: { kind: string }[] } }).box.items.filter(
      ({ kind }) => kind === 'cable',
    ).length;
  const before = await cables();
  const hand = await world.page(PHONE, { keepsApp: true });
  await hand.open(`${JOB}/box/${id}`);
  await hand.touch('Cable');
  await hand.find('Add 12/2');
  // Another tab of the same phone writes into the store, and takes its time.
  const other = await hand.page.browserContext().newPage();
  await other.goto(`${world.address}/api/v1/health`);
  await other.evaluate(
    () =>
      new Promise<void>((begun) => {
        indexedDB.open('dense-pack').onsuccess = ({ target }) => {
          const store = (target as IDBOpenDBRequest).result
            .transaction('operations', 'readwrite')
            .objectStore('operations');
          const until = Date.now() + 4000;
          const on = () => {
            begun();
            if (Date.now() < until) store.count().onsuccess = on;
          };
          on();
        };
      }),
  );
  await hand.page.bringToFront();
  const fill = () => hand.page.$eval('[data-testid="fill"]', (one) => one.textContent ?? '');
  const shown = await fill();
  await hand.touch('Add 12/2');
  await hand.page.waitForFunction(
    (was) => document.querySelector('[data-testid="fill"]')?.textContent !== was,
    {},
    shown,
  );
  const seen = await fill();
  await hand.page.reload();
  await other.close();
  await hand.page.waitForFunction(
    (was) => document.querySelector('[data-testid="fill"]')?.textContent === was,
    { timeout: 15_000 },
    seen,
  );
  await hand.saved();
  expect(await cables()).toBe(before + 1);
  expect(
    await hand.page.evaluate(() => Object.keys(localStorage).filter((key) => key.includes('/left/'))),
  ).toEqual([]);
  expect(hand.complaints).toEqual([]);
});

test.each([
  ['a login page', LOGIN],
  ['a failure', FAILED],
])('%s takes nothing: a change and a new box wait, over a reload, and arrive', async (_name, answer) => {
  const hand = await world.page(PHONE, { keepsApp: true });
  await hand.open(`${JOB}/box/demo-kitchen-counter`);
  const before = (await boxOf('demo-kitchen-counter')).version;
  const stop = await inPlaceOfServer(hand, answer);
  await hand.touch('Cable');
  await hand.touch('Add 12/2');
  await hand.sees('save-sign', '1 queued');
  expect((await boxOf('demo-kitchen-counter')).version).toBe(before);
  await hand.page.goto(`${world.address}/`);
  await hand.touch('New box');
  await hand.touch('18.0 in³');
  await hand.sees('save-sign', 'queued');
  await hand.page.reload();
  await hand.sees('capacity', 'of 18.00 in³');
  await stop();
  await hand.page.reload();
  await hand.saved();
  await hand.sees('save-sign', 'Saved');
  expect((await boxOf('demo-kitchen-counter')).version).toBeGreaterThan(before);
  const id = hand.page.url().split('/').at(-1)?.split('?')[0] ?? '';
  expect((await boxOf(id)).box.shell.volume).toBe('18 in3');
  expect(hand.complaints).toEqual([]);
});

test('what cannot be read is shown under the sign, over a reload, and goes only at a word', async () => {
  const hand = await world.page(PHONE);
  await hand.open('/');
  await hand.page.evaluate(() => localStorage.setItem('dense-pack/outbox/box-torn-0001', '{"what":"box"'));
  await hand.page.reload();
  await hand.sees('save-sign', '1 not sent');
  await hand.page.reload();
  await hand.touch('1 not sent: show what waits');
  await hand.sees('unreadable', 'cannot be read');
  await hand.touch('Throw it away');
  await hand.touch('Close What waits to be sent');
  await hand.sees('save-sign', 'Saved');
  await hand.page.reload();
  await hand.sees('save-sign', 'Saved');
  expect(await hand.waiting()).toBe(0);
  expect(hand.complaints).toEqual([]);
});

test('changes that a browser kept for version 1 of the record are sent, as today’s, with all they said', async () => {
  const file = join(__dirname, '../core/src/tests/version-1.json');
  const { store } = JSON.parse(readFileSync(file, 'utf8')) as { store: Record<string, string> };
  const waiting = Object.entries(store).filter(([key]) => !key.endsWith('waiting-box-2'));
  const hand = await world.page(PHONE);
  await hand.page.evaluateOnNewDocument((entries) => {
    if (sessionStorage.getItem('laid')) return;
    sessionStorage.setItem('laid', 'yes');
    for (const [key, text] of entries) localStorage.setItem(key, text);
  }, waiting);
  await hand.open('/job/waiting-job-1');
  await hand.saved();
  const { boxes, name } = await (await fetch(`${world.address}/api/v1/jobs/waiting-job-1`)).json();
  expect([name, boxes.length]).toEqual(['House away', 2]);
  for (const { id, box, seen } of boxes) {
    const kept = JSON.parse(store[`dense-pack/outbox/${id}`] ?? '').fields.box.work;
    expect(box.version).toBe(3);
    // What was ticked stands beside the box; the plan follows from it.
    expect([seen.made.length, 'plan' in box.work, 'made' in box.work]).toEqual([
      kept.made.length,
      false,
      false,
    ]);
    const told = box.items.filter(({ duty }: { duty?: { hots?: unknown } }) => duty?.hots !== undefined);
    expect(told).toHaveLength(kept.runs.length);
  }
  expect(await hand.waiting()).toBe(0);
  expect(hand.complaints).toEqual([]);
});

test('jobs and boxes are made before any server was seen, and arrive when one is', async () => {
  const hand = await world.page(PHONE);
  // The app itself is there; nothing of the server’s data ever answered.
  const away = (request: HTTPRequest) =>
    void (request.url().includes('/api/') ? request.abort() : request.continue());
  await hand.page.setRequestInterception(true);
  hand.page.on('request', away);
  await hand.page.goto(`${world.address}/`);
  await hand.touch('New box');
  await hand.touch('18.0 in³');
  await hand.touch('Cable');
  await hand.touch('Add 12/2');
  await hand.sees('fill', '6.75');
  await hand.page.reload();
  await hand.sees('fill', '6.75');
  expect(await hand.waiting()).toBeGreaterThan(0);
  hand.page.off('request', away);
  await hand.page.setRequestInterception(false);
  await hand.page.reload();
  await hand.saved();
  const id = hand.page.url().split('/').at(-1)?.split('?')[0] ?? '';
  expect((await boxOf(id)).box.items).toHaveLength(1);
  expect(hand.complaints).toEqual([]);
});
