/**
 * The first load against an empty screen of the same router as Expo builds it, against a page that is one black square, and
 * all against a fixed piece of work, at a quarter of the machine's speed, in one run: `npm run bench:load`. Every figure is a
 * median of several loads, taken by turns.
 *
 * 1. First paint (wanted: at most 0.5 of the piece of work).
 * 2. First load usable (wanted: at most 5, or 1.4 of the empty screen where that takes more than 3.5 by itself).
 * 3. A later start without the server's help (wanted: at most 2).
 *
 * The square tells what a page takes that has nothing to do: no script can be there sooner.
 */
import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { readFile } from 'node:fs/promises';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { extname, join } from 'node:path';
import puppeteer, { type Browser, type Page } from 'puppeteer-core';

const ROOT = join(import.meta.dirname, '..');
const EMPTY = join(import.meta.dirname, '.empty-screen');
const LOADS = 7;

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
    "import '../global.css'; import { Stack } from 'expo-router'; export default function Layout() { return <Stack screenOptions={{ headerShown: false, animation: 'none' }} />; }",
  'src/app/index.js':
    'import { Text } from \'react-native\'; export default function Empty() { return <Text testID="empty">Empty</Text>; }',
};

/** The least a page can paint, and the least that starts without a server. */
const SQUARE = `<!doctype html><title>Square</title>
<div data-testid="square" style="width:99px;height:99px;background:#000"></div>
<script>navigator.serviceWorker.register('/sw.js')</script>`;
const KEEPS_SQUARE = `
addEventListener('install', (event) => event.waitUntil(caches.open('square').then((kept) => kept.add('/square'))));
addEventListener('fetch', (event) => event.respondWith(caches.match('/square').then((kept) => kept || fetch(event.request))));`;

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
  const server = createServer((asked, answer) => {
    if (asked.url === '/square') return answer.setHeader('content-type', 'text/html').end(SQUARE);
    if (asked.url === '/sw.js') return answer.setHeader('content-type', 'text/javascript').end(KEEPS_SQUARE);
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
  const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts', '--demo'], {
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

/** A fixed piece of work in the page, in ms. */
const pieceOfWork = (page: Page) =>
  page.evaluate(() => {
    const from = performance.now();
    const text = JSON.stringify(Array.from({ length: 20_000 }, (_, nth) => ({ nth, half: nth / 2 })));
    for (let round = 0; round < 10; round += 1) JSON.parse(text);
    return performance.now() - from;
  });

interface Load {
  readonly paint: number;
  readonly usable: number;
  readonly later: number;
}

/** One load in a browser of its own, in pieces of work. */
async function load(browser: Browser, address: string, selector: string): Promise<Load> {
  const context = await browser.createBrowserContext();
  const page = await context.newPage();
  await page.setViewport({ width: 390, height: 844, deviceScaleFactor: 1, isMobile: true, hasTouch: true });
  await page.emulateCPUThrottling(4);
  const before = await pieceOfWork(page);
  const start = async () => {
    const from = Date.now();
    await page.goto(address);
    await page.waitForSelector(selector, { timeout: 60_000 });
    return Date.now() - from;
  };
  const usable = await start();
  const paint = await page.evaluate(() => performance.getEntriesByType('paint')[0]?.startTime ?? NaN);
  // What keeps the app registers itself a moment later.
  await new Promise((resolve) => setTimeout(resolve, 500));
  const kept = await page.evaluate(
    async () => (await navigator.serviceWorker.getRegistration()) !== undefined,
  );
  let later = NaN;
  if (kept) {
    await page.evaluate(() => navigator.serviceWorker.ready.then(() => undefined));
    await new Promise((resolve) => setTimeout(resolve, 2500));
    later = await start();
  }
  const work = (before + (await pieceOfWork(page))) / 2;
  await context.close();
  return { paint: paint / work, usable: usable / work, later: later / work };
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
    `a box is usable after ${(own.usable / bare.usable).toFixed(2)} of an empty screen of the same router`,
  );
} finally {
  await browser.close();
  empty.close();
  server.kill();
  rmSync(folder, { recursive: true, force: true });
}
