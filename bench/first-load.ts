/**
 * The first load against an empty screen of the same router as Expo builds it, against a page that is one black square, and
 * all against a fixed piece of work, at a quarter of the machine's speed, in one run: `npm run bench:load`. Every figure is a
 * median of several loads, taken by turns.
 *
 * 1. First paint (wanted: at most 0.7 of the piece of work).
 * 2. First load usable (wanted: at most 1.5 of the empty screen).
 * 3. A later start, from what the browser keeps (wanted: at most 1.5 of that of the empty screen).
 *
 * The square tells what a page takes that has nothing to do: no script can be there sooner. A page is spoken to by the browser's
 * own protocol and watches itself: what a driver puts into every page and asks of it would be measured with it. A later start is
 * one of a page that was closed.
 */
import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { readFile } from 'node:fs/promises';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { extname, join } from 'node:path';
import puppeteer, { type Browser, type BrowserContext, type CDPSession, type Target } from 'puppeteer-core';

const ROOT = join(import.meta.dirname, '..');
const EMPTY = join(import.meta.dirname, '.empty-screen');
/** How often each is loaded. */
const LOADS = Number(process.env['LOADS'] ?? 7);

/** The least a screen of this router can be, built as the app is. */
const EMPTY_FILES: Readonly<Record<string, string>> = {
  'package.json': '{ "name": "empty-screen", "private": true, "main": "expo-router/entry" }',
  'app.json': JSON.stringify({
    expo: {
      name: 'Empty',
      slug: 'empty',
      platforms: ['web'],
      experiments: { reactCompiler: true },
      web: { bundler: 'metro', output: 'single' },
      plugins: [['expo-router', { root: 'src/app', sitemap: false }]],
    },
  }),
  'babel.config.js':
    "module.exports = (api) => { api.cache(true); return { presets: [['babel-preset-expo', { jsxImportSource: 'nativewind' }], 'nativewind/babel'] }; };",
  'tailwind.config.js':
    "module.exports = { content: ['./src/**/*.js'], presets: [require('nativewind/preset')] };",
  'metro.config.js':
    "const { getDefaultConfig } = require('expo/metro-config'); const { withNativeWind } = require('nativewind/metro'); module.exports = withNativeWind(getDefaultConfig(__dirname), { input: './src/global.css', inlineRem: 16 });",
  'src/global.css': '@tailwind base; @tailwind components; @tailwind utilities;',
  'src/app/_layout.js':
    "import '../global.css'; import { Stack } from 'expo-router'; import { useEffect } from 'react'; export default function Layout() { useEffect(() => void navigator.serviceWorker.register('/sw.js'), []); return <Stack screenOptions={{ headerShown: false, animation: 'none' }} />; }",
  'src/app/index.js':
    'import { Text } from \'react-native\'; export default function Empty() { return <Text testID="empty">Empty</Text>; }',
};

/** The least a page can paint, and the least that starts without a server. */
const SQUARE = `<!doctype html><title>Square</title>
<div data-testid="square" style="width:99px;height:99px;background:#000"></div>
<script>navigator.serviceWorker.register('/square-sw.js', { scope: '/square' })</script>`;
/** A service worker that keeps these files, and answers a visit with the first. */
const keeping = (files: readonly string[]) => `
const FILES = ${JSON.stringify(files)};
addEventListener('install', (event) => event.waitUntil(caches.open('kept').then((kept) => kept.addAll(FILES))));
addEventListener('fetch', (event) =>
  event.respondWith(caches.match(event.request.mode === 'navigate' ? FILES[0] : event.request).then((kept) => kept || fetch(event.request))));`;

const TYPES: Readonly<Record<string, string>> = {
  '.html': 'text/html',
  '.js': 'text/javascript',
  '.css': 'text/css',
};

/** Builds the empty screen and serves it as it is. */
async function serveEmpty(): Promise<{ address: string; close: () => void }> {
  for (const [name, text] of Object.entries(EMPTY_FILES)) {
    mkdirSync(join(EMPTY, name, '..'), { recursive: true });
    writeFileSync(join(EMPTY, name), text);
  }
  const done = spawnSync('npx', ['expo', 'export', '--platform', 'web', '--output-dir', 'dist'], {
    cwd: EMPTY,
    env: { ...process.env, CI: '1', EXPO_NO_TELEMETRY: '1', EXPO_OFFLINE: '1' },
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  if (done.status !== 0) throw new Error('the empty screen could not be built');
  const dist = join(EMPTY, 'dist');
  const files = readdirSync(dist, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && entry.name !== 'index.html')
    .map((entry) => join(entry.parentPath, entry.name).slice(dist.length));
  const server = createServer((asked, answer) => {
    if (asked.url === '/square') return answer.setHeader('content-type', 'text/html').end(SQUARE);
    const keeps = { '/sw.js': ['/', ...files], '/square-sw.js': ['/square'] }[asked.url ?? ''];
    if (keeps) return answer.setHeader('content-type', 'text/javascript').end(keeping(keeps));
    const path = asked.url === '/' ? '/index.html' : (asked.url ?? '/');
    readFile(join(EMPTY, 'dist', path)).then(
      (text) => answer.setHeader('content-type', TYPES[extname(path)] ?? 'text/plain').end(text),
      () => answer.writeHead(404).end(),
    );
  });
  await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
  return {
    address: `http://127.0.0.1:${(server.address() as AddressInfo).port}/`,
    close: () => server.close(),
  };
}

/** Starts the app on a database of its own with the demo house. */
async function serveApp(folder: string): Promise<{ address: string; server: ChildProcess }> {
  const server = spawn(process.execPath, ['scripts/server.mjs', '--demo'], {
    cwd: ROOT,
    env: { ...process.env, PORT: '0', DENSE_PACK_DB: join(folder, 'bench.db') },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const address = await new Promise<string>((ready, fail) => {
    let said = '';
    server.stdout.on('data', (part: Buffer) => {
      said += part.toString();
      const found = /ready at (\S+)/.exec(said)?.[1];
      if (found) ready(found);
    });
    server.on('exit', () => fail(new Error(said)));
  });
  return { address, server };
}

const median = (all: readonly number[]) => [...all].sort((a, b) => a - b)[Math.floor(all.length / 2)] ?? NaN;

/** Runs in a page: a fixed piece of work, in ms. */
function work(): number {
  const from = performance.now();
  const text = JSON.stringify(Array.from({ length: 20_000 }, (_, nth) => ({ nth, half: nth / 2 })));
  for (let round = 0; round < 10; round += 1) JSON.parse(text);
  return performance.now() - from;
}

/** Runs in a page: when something came to be there, in ms from the beginning of its loading. */
const shown = (selector: string) =>
  new Promise<number>((done) => {
    const watch = new MutationObserver(() => look() && watch.disconnect());
    const look = () => {
      const there = document.querySelector(selector) !== null;
      if (there) done(performance.now());
      return there;
    };
    if (!look()) watch.observe(document, { childList: true, subtree: true });
  });

/** Runs in a page: when it painted first, in ms from the beginning of its loading. */
const firstPaint = () => performance.getEntriesByType('paint')[0]?.startTime ?? 0;

/** Runs in a page: whether something keeps it for a start without a server, once that is ready. */
const keeps = async () => {
  if (!(await navigator.serviceWorker.getRegistration())) return false;
  await navigator.serviceWorker.ready;
  return true;
};

const rest = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** A page of a phone at a quarter of the machine's speed; it is closed by what is given back last. */
async function phone(context: BrowserContext) {
  const isPage = (target: Target) => target.type() === 'page';
  const own = await context.browser().target().createCDPSession();
  const { targetId } = await own.send('Target.createTarget', {
    url: 'about:blank',
    ...(context.id === undefined ? {} : { browserContextId: context.id }),
  });
  const page = await (await context.waitForTarget(isPage)).createCDPSession();
  await page.send('Emulation.setDeviceMetricsOverride', {
    width: 390,
    height: 844,
    deviceScaleFactor: 1,
    mobile: true,
  });
  await page.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  const close = async () => {
    await own.send('Target.closeTarget', { targetId });
    while (context.targets().some(isPage)) await rest(50);
  };
  return { page, close };
}

/** Runs a function in the page with texts. The names a compiler gives to functions are none there. */
async function inPage<T>(page: CDPSession, run: (...given: string[]) => T, ...given: string[]) {
  const { result, exceptionDetails } = await page.send('Runtime.evaluate', {
    expression: `(() => { const __name = (run) => run; return (${run})(${given.map((text) => JSON.stringify(text)).join()}); })()`,
    awaitPromise: true,
    returnByValue: true,
  });
  if (exceptionDetails) throw new Error(exceptionDetails.text);
  return result.value as Awaited<T>;
}

interface Load {
  /** Of a first load, in pieces of work. */
  readonly paint: number;
  readonly usable: number;
  /** Of a later start. */
  readonly later: number;
}

/** One first load and one later start in a browser of their own. */
async function load(browser: Browser, address: string, selector: string): Promise<Load> {
  const context = await browser.createBrowserContext();
  /** When a new page shows it and paints first, in pieces of work done before and after in the same page. */
  const start = async () => {
    const { page, close } = await phone(context);
    const before = await inPage(page, work);
    await page.send('Page.navigate', { url: address });
    const there = await inPage(page, shown, selector);
    await rest(1000);
    const paint = await inPage(page, firstPaint);
    if (!(paint > 0)) throw new Error(`${address} painted nothing`);
    const piece = (before + (await inPage(page, work))) / 2;
    return { page, close, usable: there / piece, paint: paint / piece };
  };
  const first = await start();
  // What keeps the app registers itself a moment later.
  const kept = await inPage(first.page, keeps);
  await rest(2500);
  await first.close();
  const later = kept ? (await start()).usable : NaN;
  await context.close();
  return { paint: first.paint, usable: first.usable, later };
}

/** Loads every address by turns, so that all meet the same machine. */
async function byTurns(browser: Browser, all: readonly (readonly [string, string])[]): Promise<Load[]> {
  const loads = all.map((): Load[] => []);
  for (let nth = 0; nth < LOADS; nth += 1)
    for (const [at, [address, selector]] of all.entries())
      loads[at]?.push(await load(browser, address, selector));
  return loads.map((own) => ({
    paint: median(own.map(({ paint }) => paint)),
    usable: median(own.map(({ usable }) => usable)),
    later: median(own.map(({ later }) => later)),
  }));
}

const folder = mkdtempSync(join(tmpdir(), 'dense-pack-bench-'));
const empty = await serveEmpty();
const { address, server } = await serveApp(folder);
const browser = await puppeteer.launch({
  executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
  args: ['--headless', '--no-sandbox', '--disable-gpu'],
});
try {
  const named = (id: string) => `[data-testid="${id}"]`;
  const [square, bare, own] = (await byTurns(browser, [
    [`${empty.address}square`, named('square')],
    [empty.address, named('empty')],
    [`${address}/job/demo-house-on-the-hill/box/demo-den-outlet`, named('fill')],
  ])) as [Load, Load, Load];
  const line = (name: string, { paint, usable, later }: Load) =>
    console.log(
      `${name.padEnd(14)} first paint ${paint.toFixed(2)}, usable ${usable.toFixed(2)}, later start ${later.toFixed(2)} pieces of work`,
    );
  line('a black square', square);
  line('empty screen', bare);
  line('a box', own);
  console.log(
    `a box is usable after ${(own.usable / bare.usable).toFixed(2)} of an empty screen of the same router, on a later start after ${(own.later / bare.later).toFixed(2)}`,
  );
} finally {
  await browser.close();
  empty.close();
  server.kill();
  rmSync(folder, { recursive: true, force: true });
}
