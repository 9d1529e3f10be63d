/** Closing a box with a thumb (docs/trade.md#testing): what was read is kept, wherever it is read; a phone without signal too. */
import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import puppeteer from 'puppeteer-core';
import { box, JOB, PICTURES } from './views';
import { CHROMIUM, PHONE, World } from './world';

const world = new World();
beforeAll(async () => {
  await world.startServer();
  await world.startBrowser();
});
afterAll(() => world.stop());

const LEFT = 'demo-balcony-left';
const stored = async () => {
  const answer = await fetch(`${world.address}/api/v1/boxes/${LEFT}`);
  const { seen } = (await answer.json()) as {
    seen: {
      closing: {
        outcome?: { verdict: string };
        results: { test: string; by: string; says: Record<string, unknown> }[];
      };
    };
  };
  return seen.closing;
};

test('the tests of a box are answered on one walk, without signal, and arrive with their date and name', async () => {
  const hand = await world.page(PHONE, { keepsApp: true });
  await hand.open(box('balcony-left', 'close'));
  await hand.worksOffline();
  await hand.sees('tested', 'Not all tested');
  await hand.type('Your name: kept with tests and deletions', 'R. Example');
  await hand.page.setOfflineMode(true);
  await hand.touch('Plug tester proved in a receptacle known to be right');
  await hand.saysSomewhere('Server away: carry on');
  for (const half of ['top', 'bottom']) {
    const of = `duplex receptacle, ${half}`;
    await hand.touch(`HN, hot to neutral: ${of}`);
    await hand.touch(`HG, hot to ground: ${of}`);
    await hand.touch(`Take down HN and HG lit: ${of}`);
  }
  await hand.touch('On: to right');
  await hand.page.setOfflineMode(false);
  await hand.saved();
  const { results, outcome } = await stored();
  expect(outcome?.verdict).toBe('open');
  expect(results.map(({ by, says }) => [by, says])).toEqual([
    ['R. Example', { read: 'lamps', HN: true, HG: true, NG: false }],
    ['R. Example', { read: 'lamps', HN: true, HG: true, NG: false }],
    ['R. Example', { read: 'on', on: true }],
  ]);
  await hand.reload();
  await hand.sees('tested', '3 of ');
  expect(hand.complaints).toEqual([]);
});

test('the fault of a box is told with its screws lit in the drawing, from the readings that were kept', async () => {
  const hand = await world.page(PHONE);
  await hand.open(`${JOB}/box/demo-study-sink?open=close`);
  await hand.sees('tested', 'Tested, failed');
  await hand.sees('fit', 'LINE and LOAD of the GFCI receptacle are exchanged');
  expect(hand.complaints).toEqual([]);
});

test('a sheet is printed by the browser on one page, without the screen around it and without a server', async () => {
  const hand = await world.page(PHONE, { keepsApp: true });
  await hand.open(`${JOB}/sheet?box=demo-study-sink`);
  await hand.worksOffline();
  await hand.sees('sheet', 'Bar sink');
  // The answers are kept a moment after they came.
  await new Promise((resolve) => setTimeout(resolve, 1500));
  await hand.page.setOfflineMode(true);
  await hand.page.reload();
  await hand.sees('sheet', 'Bar sink');
  const file = join(world.folder, 'sheet.pdf');
  await hand.page.pdf({ path: file, format: 'letter' });
  const told = execFileSync('pdftotext', [file, '-'], { encoding: 'utf8' });
  expect(told).toContain('Fill legal, its tests failed');
  expect(told).not.toContain('PDF from the server');
  expect(execFileSync('pdfinfo', [file], { encoding: 'utf8' })).toMatch(/Pages:\s+1\n/);
  await hand.page.setOfflineMode(false);
});

test('the server sets the same sheet as PDF', async () => {
  const answer = await fetch(`${world.address}/api/v1/boxes/demo-study-sink/sheet.pdf`);
  const file = join(world.folder, 'set.pdf');
  writeFileSync(file, Buffer.from(await answer.arrayBuffer()));
  expect(execFileSync('pdftotext', [file, '-'], { encoding: 'utf8' })).toContain(
    'Fill legal, its tests failed',
  );
  const to = process.env['SCREENSHOTS'] ? PICTURES : world.folder;
  execFileSync('pdftoppm', ['-r', '90', '-png', '-singlefile', file, join(to, 'sheet')]);
});

test('a box is found by its tag: a picture of the label opens it; what is no picture is named and refused', async () => {
  const hand = await world.page(PHONE);
  const label = await fetch(`${world.address}/api/v1/boxes/demo-den-door/label.pdf`);
  const file = join(world.folder, 'label.pdf');
  writeFileSync(file, Buffer.from(await label.arrayBuffer()));
  execFileSync('pdftoppm', ['-r', '300', '-png', '-singlefile', file, join(world.folder, 'label')]);
  await hand.open('/');
  await hand.touch('Scan a tag');
  const input = async () => {
    const found = await hand.page.waitForSelector('[data-testid="file"]');
    return found as unknown as import('puppeteer-core').ElementHandle<HTMLInputElement>;
  };
  writeFileSync(join(world.folder, 'note.png'), 'this is no picture');
  await (await input()).uploadFile(join(world.folder, 'note.png'));
  await hand.saysSomewhere('“note.png” is no picture this browser can read');
  await (await input()).uploadFile(join(world.folder, 'label.png'));
  await hand.sees('fill', '15.75');
  expect(hand.page.url()).toContain('/job/demo-house-on-the-hill/box/demo-den-door');
  expect(hand.complaints).toEqual([]);
});

test('the camera held to a label finds its box, and is put down again', async () => {
  const label = await fetch(`${world.address}/api/v1/boxes/demo-porch-ceiling/label.pdf`);
  const file = join(world.folder, 'porch.pdf');
  writeFileSync(file, Buffer.from(await label.arrayBuffer()));
  // A camera’s picture has even sides.
  const even = ['-scale-to-x', '640', '-scale-to-y', '300'];
  execFileSync('pdftoppm', [...even, '-jpeg', '-singlefile', file, join(world.folder, 'porch')]);
  // What the camera sees: one picture, over and over.
  const seen = join(world.folder, 'porch.mjpeg');
  writeFileSync(seen, readFileSync(join(world.folder, 'porch.jpg')));
  const browser = await puppeteer.launch({
    executablePath: CHROMIUM,
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-video-capture=${seen}`,
    ],
  });
  try {
    const page = await browser.newPage();
    await page.setViewport(PHONE);
    await page.goto(`${world.address}/scan`, { waitUntil: 'networkidle0' });
    const look = await page.waitForSelector('::-p-aria(Look through the camera)');
    await look?.tap();
    await page.waitForFunction(() => location.pathname.endsWith('/box/demo-porch-ceiling'), {
      timeout: 20_000,
    });
    await page.waitForSelector('[data-testid="fill"]');
    expect(await page.$('video')).toBeNull();
  } finally {
    await browser.close();
  }
});
