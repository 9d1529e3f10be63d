/**
 * How quick it feels, measured and printed: edit to painted verdict with the processor throttled to a
 * quarter, first load, a later start, and the size of what is sent. Bounds here are wide; the figures are
 * for reading (wanted: 50 ms, 3 s and 1.5 s on a quiet machine).
 */
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { basename, join } from 'node:path';
import { gzipSync } from 'node:zlib';
import type { CDPSession } from 'puppeteer-core';
import { type Hand, PHONE, World } from './world';

/** The figures are what these tests are run for. */
const print = (text: string) => void process.stdout.write(`${text}\n`);

const world = new World();
beforeAll(async () => {
  await world.startServer();
  await world.startBrowser();
});
afterAll(() => world.stop());

const BOX = '/job/demo-house-on-the-hill/box/demo-den-outlet';
const at = (sorted: readonly number[], share: number) =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? NaN;

/** How long a finger stays on the glass: common practice, no source. What follows its leaving is measured. */
const DOWN_MS = 90;

/** So long on the glass is a touch held, not a tap. */
const HELD_MS = 400;

const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** Taps; the finger does not wait for the page to have heard that it is down. Gives how long it was down, in ms. */
async function tapped(finger: CDPSession, x: number, y: number): Promise<number> {
  const from = performance.now();
  const down = finger.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [{ x, y }] });
  await pause(DOWN_MS);
  const up = finger.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
  const long = performance.now() - from;
  await Promise.all([down, up]);
  return long;
}

/** A busy machine may take long over sixty touches. */
const PATIENT_MS = 240_000;

const countTold = () => (window as unknown as { told: number[] }).told.length;

/** Milliseconds from the finger leaving the glass to the frame after the fill has changed, as the page itself sees them. */
async function editsPainted(
  hand: Hand,
  touches: number,
  name = (nth: number) => (nth % 2 === 0 ? 'Add 12/2' : 'Undo'),
): Promise<number[]> {
  const finger = await hand.page.createCDPSession();
  await hand.page.evaluate(() => {
    const told: number[] = [];
    Object.assign(window, { told });
    let began = 0;
    addEventListener('pointerup', (event) => (began = event.timeStamp), { capture: true });
    const fill = document.querySelector('[data-testid="fill"]');
    new MutationObserver(() => {
      const from = began;
      requestAnimationFrame(() => {
        const { port1, port2 } = new MessageChannel();
        port1.onmessage = () => told.push(performance.now() - from);
        port2.postMessage(null);
      });
    }).observe(fill as Node, { characterData: true, childList: true, subtree: true });
  });
  let held = 0;
  for (let nth = 0; nth < touches;) {
    const box = await (await hand.page.waitForSelector(`[aria-label="${name(nth)}"]`))?.boundingBox();
    if (!box) throw new Error(`${name(nth)} is not on the screen`);
    const down = await tapped(finger, box.x + box.width / 2, box.y + box.height / 2);
    // The next touch comes when a person's would, not while this one's lists are still being drawn.
    let waits = 0;
    do await pause(500);
    while ((await hand.page.evaluate(countTold)) <= nth && (waits += 1) < 20);
    if ((await hand.page.evaluate(countTold)) > nth) nth += 1;
    // A busy machine kept the finger on the glass until it was no tap: it is tapped again.
    else if (down >= HELD_MS && held < touches / 5) held += 1;
    else throw new Error(`${name(nth)}, touched for ${down.toFixed(0)} ms, changed nothing`);
  }
  await finger.detach();
  return hand.page.evaluate(() => (window as unknown as { told: number[] }).told);
}

/**
 * The least a page can do: one word changed by hand where the fill stands, on the same touch. What this
 * takes is the machine's own, and the edit is told as a multiple of it.
 */
async function barePainted(hand: Hand, touches: number): Promise<number[]> {
  await hand.page.evaluate(() => {
    const word = document.querySelector('[data-testid="fill"]');
    const bare = (event: Event) => {
      event.stopImmediatePropagation();
      event.preventDefault();
      if (word) word.textContent = String(Math.round(performance.now()));
    };
    addEventListener('touchend', bare, { capture: true, passive: false });
    Object.assign(window, { bare });
  });
  const told = await editsPainted(hand, touches, () => 'Add 12/2');
  await hand.page.evaluate(() =>
    removeEventListener('touchend', (window as unknown as { bare: () => void }).bare, { capture: true }),
  );
  return told;
}

test(
  'an edit is painted at once, also on a phone of a quarter the speed',
  async () => {
    const hand = await world.page(PHONE, { keepsApp: true });
    await hand.open(BOX);
    // Found by selector, not by what is read aloud: a page that is read aloud does more at each change.
    await (await hand.page.waitForSelector('[aria-label="Cable"]'))?.tap();
    await hand.rests();
    await editsPainted(hand, 4);
    const quick = (await editsPainted(hand, 6)).sort((a, b) => a - b);
    await hand.page.emulateCPUThrottling(4);
    const slow = (await editsPainted(hand, 20)).sort((a, b) => a - b);
    const bare = (await barePainted(hand, 10)).sort((a, b) => a - b);
    await hand.page.emulateCPUThrottling(null);
    const median = at(slow, 0.5);
    print(
      `Edit to painted verdict: median ${median.toFixed(0)} ms, p95 ${at(slow, 0.95).toFixed(0)} ms at 4x throttling; median ${at(quick, 0.5).toFixed(0)} ms without. One word changed by hand in the same page: median ${at(bare, 0.5).toFixed(0)} ms at 4x (ratio ${(median / at(bare, 0.5)).toFixed(2)}).`,
    );
    // Both are taken in one run: how busy the machine is does not matter.
    expect(median / at(bare, 0.5)).toBeLessThan(4);
  },
  PATIENT_MS,
);

/** Wide bounds on the ratios to it: see the test. */
const [FIRST_MOST, LATER_MOST] = [20, 15];

/** A fixed piece of work in the page, in milliseconds: what the machine gives at this moment. */
const workInPage = (hand: Hand): Promise<number> =>
  hand.page.evaluate(() => {
    const from = performance.now();
    const text = JSON.stringify(Array.from({ length: 20_000 }, (_, nth) => ({ nth, half: nth / 2 })));
    for (let round = 0; round < 10; round += 1) JSON.parse(text);
    return performance.now() - from;
  });

test(
  'the first load and a later start from the phone',
  async () => {
    const hand = await world.page(PHONE, { keepsApp: true });
    await hand.page.emulateCPUThrottling(4);
    const before = await workInPage(hand);
    const start = async (path: string) => {
      const from = Date.now();
      await hand.page.goto(world.address + path);
      await hand.page.waitForSelector('[data-testid="fill"]', { timeout: 30_000 });
      return Date.now() - from;
    };
    const first = await start(BOX);
    await hand.worksOffline();
    await pause(1500);
    await world.stopServer();
    const later = await start(BOX);
    await world.startServer();
    const work = (before + (await workInPage(hand))) / 2;
    print(
      `First load usable after ${first} ms, a later start without the server after ${later} ms, at 4x throttling; a fixed piece of work ${work.toFixed(0)} ms (ratios ${(first / work).toFixed(1)} and ${(later / work).toFixed(1)}).`,
    );
    // Ratios to work done in the same run: how busy the machine is does not matter.
    expect(first / work).toBeLessThan(FIRST_MOST);
    expect(later / work).toBeLessThan(LATER_MOST);
  },
  PATIENT_MS,
);

test('what is sent for the first screen stays small', () => {
  const dist = join(__dirname, '../app/dist');
  const files = (folder: string): string[] =>
    readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
      entry.isDirectory() ? files(join(folder, entry.name)) : [join(folder, entry.name)],
    );
  const html = readFileSync(join(dist, 'index.html'), 'utf8');
  const all = files(dist).filter((path) => /\.(js|css|html)$/.test(path));
  const tags = /<template id="app-files"[^>]*>(.*)<\/template>/.exec(html)?.[1] ?? '';
  const named = new Set([...tags.matchAll(/"(\/_expo\/[^"]+)"/g)].map(([, name]) => name ?? ''));
  const first = all.filter(
    (path) => path.endsWith('.html') || named.has(path.slice(dist.length).replaceAll('\\', '/')),
  );
  const sum = (paths: readonly string[]) => ({
    raw: Math.round(paths.reduce((all, path) => all + statSync(path).size, 0) / 1024),
    gzip: Math.round(paths.reduce((all, path) => all + gzipSync(readFileSync(path)).length, 0) / 1024),
  });
  const [now, whole] = [sum(first), sum(all)];
  print(
    `First screen ${now.raw} KB raw, ${now.gzip} KB gzip; everything ${whole.raw} KB raw, ${whole.gzip} KB gzip.`,
  );
  const kinds = first.map((path) => basename(path).replace(/-[0-9a-f]{32}(?=\.)/, ''));
  expect(kinds.sort()).toEqual([
    '__common.js',
    '__expo-metro-runtime.js',
    'index.html',
    'index.js',
    'web.css',
  ]);
  // An empty screen of the router is 298 KB of it. The product wants 430 KB in all: docs/performance.md says what is in the way.
  expect(now.gzip).toBeLessThan(540);
});
