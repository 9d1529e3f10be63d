/**
 * The sheets, read back by programs that share nothing with what sets them: text, fonts, pages and pictures by
 * Poppler’s. Invented data; the count of the first box is an example of docs/trade.md#worked-examples.
 */
import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import jsQR from 'jsqr';
import { seedDemo } from '../demo.ts';
import { boxOf, openPlace, type Place } from '../tests/place.ts';

const NOW = new Date(Date.UTC(2026, 2, 2, 9));
let place: Place;
beforeAll(async () => {
  place = await openPlace(() => NOW);
  seedDemo(place.db, NOW);
});
afterAll(() => place.close());

const api = () => place.api();
async function pdf(path: string): Promise<string> {
  const answer = await fetch(`${place.address}/api/v1${path}`);
  expect([answer.status, answer.headers.get('content-type')]).toEqual([200, 'application/pdf']);
  const file = join(place.folder, `${path.replaceAll(/\W+/g, '-')}.pdf`);
  writeFileSync(file, Buffer.from(await answer.arrayBuffer()));
  return file;
}
const run = (program: string, ...args: string[]) => execFileSync(program, args, { encoding: 'utf8' });
const text = (file: string, ...more: string[]) => run('pdftotext', ...more, '-enc', 'UTF-8', file, '-');
const flat = (file: string) => text(file).replaceAll(/\s+/g, ' ');
const info = (file: string) =>
  Object.fromEntries(
    run('pdfinfo', file)
      .split('\n')
      .map((line) => [line.slice(0, line.indexOf(':')), line.slice(line.indexOf(':') + 1).trim()]),
  );

async function newBox(line: string, more: object = {}): Promise<string> {
  const job = await api().post('/jobs').send({ name: 'Sheets' }).expect(201);
  const made = await api()
    .post(`/jobs/${job.body.id}/boxes`)
    .send({ name: 'Den', room: 'Den', circuit: '7', box: boxOf(line), ...more })
    .expect(201);
  return made.body.id as string;
}

test('the sheet says the count line by line, how it is known, what was not checked, and who decides', async () => {
  const file = await pdf(`/boxes/${await newBox('18 in3 plastic, 3x 12/2, duplex')}/sheet.pdf`);
  const words = flat(file);
  // docs/trade.md#worked-examples: six 12 AWG, one yoke, one ground at 2.25 in³ are 20.25 in 18.
  for (const told of [
    '314.16(B)(1) 6 × 2.25 13.50',
    '314.16(B)(4) 2 × 2.25 4.50',
    '314.16(B)(5) 1 × 2.25 2.25',
    'Over by 2.25',
    '20.25',
    'NEC 2023',
    'for want of',
    'from memory',
    'Signed',
    'the inspector decide',
    'Power off, locked or tagged',
    'Not tested: ',
  ])
    expect(words).toContain(told);
});

test('title, language, tags and our own fonts are in it; a letter of it can be searched', async () => {
  const file = await pdf('/boxes/demo-living-split/sheet.pdf');
  expect(info(file)).toMatchObject({
    Title: 'Living room, Half-switched outlet, sofa: sheet',
    Tagged: 'yes',
    Pages: '1',
  });
  expect(readFileSync(file, 'latin1')).toMatch(/\/Lang \(en\)/);
  const fonts = run('pdffonts', file).split('\n').slice(2).filter(Boolean);
  expect(fonts.length).toBeGreaterThan(1);
  // Embedded, subset and mapped to Unicode, all of them.
  for (const font of fonts) expect(font).toMatch(/Overpass.* yes yes yes /);
  const tree = run('pdfinfo', '-struct', file);
  for (const tag of ['Document', 'H1', 'H2', 'Figure']) expect(tree).toContain(tag);
});

test.each(['demo-entry-smart', 'demo-hall-switches', 'demo-study-sink', 'demo-kitchen-counter'])(
  'a full box of the demo is one page: %s',
  async (id) => {
    const file = await pdf(`/boxes/${id}/sheet.pdf`);
    expect(info(file)['Pages']).toBe('1');
  },
);

test('four gangs with nine cables, all joints and terminals, are one page, drawn as vectors', async () => {
  const file = await pdf(
    `/boxes/${await newBox('68 in3 plastic 4-gang, 14/2 feed, 14/2 out, 7x 14/2 leg, clamps, 4x smart')}/sheet.pdf`,
  );
  expect(info(file)['Pages']).toBe('1');
  expect(run('pdfimages', '-list', file).split('\n').slice(2).filter(Boolean)).toEqual([]);
  // The smallest letters are six points: 600 dpi of a page would show them; here the words must be there at all.
  expect(flat(file)).toMatch(/Smart switch 4/);
});

test('readings stand on it with what is not right, who took them and when', async () => {
  const words = flat(await pdf('/boxes/demo-study-sink/sheet.pdf'));
  expect(words).toMatch(/Tested, failed: 12 of 13 right; 2 Mar 2026, R\. Example\./);
  expect(words).toMatch(/On, and .*should be off\./);
  expect(words).toContain('HN and HG lit: right');
});

test('the sheets of a house have a cover with contents that lead to each, and its verdicts', async () => {
  const file = await pdf('/jobs/demo-house-on-the-hill/sheets.pdf');
  expect(Number(info(file)['Pages'])).toBe(19);
  const cover = text(file, '-l', '1').replaceAll(/\s+/g, ' ');
  expect(cover).toContain('House on the hill (demo)');
  expect(cover).toContain('4 over, 3 not certain, 8 legal, 1 without a legal volume, 2 with a violation');
  expect(cover).toContain('1 tested, failed, 1 tested, passed');
  expect(cover).toContain('Invented demo data');
  const links = run('pdfinfo', '-dests', file)
    .split('\n')
    .filter((line) => line.includes('sheet-demo-'));
  expect(links).toHaveLength(18);
  for (let page = 2; page <= 16; page += 1)
    expect(text(file, '-f', `${page}`, '-l', `${page}`).replaceAll(/\s+/g, ' ')).toContain(
      `Sheet ${page - 1} of 18`,
    );
});

test('a page is white paper with ink on it, inside its margins', async () => {
  const file = await pdf('/boxes/demo-hall-switches/sheet.pdf');
  const at = join(place.folder, 'page');
  run('pdftoppm', '-r', '36', '-gray', '-singlefile', file, at);
  const bytes = readFileSync(`${at}.pgm`);
  const [, wide = '0', high = '0'] =
    /^P5\s+(\d+)\s+(\d+)\s+255\s/.exec(bytes.toString('latin1', 0, 40)) ?? [];
  const [width, height] = [Number(wide), Number(high)];
  const pixels = bytes.subarray(bytes.length - width * height);
  const dark = (x: number, y: number) => (pixels[y * width + x] ?? 255) < 160;
  let inside = 0;
  let outside = 0;
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1)
      if (dark(x, y)) {
        // Half an inch less a little: what a printer cannot reach.
        if (x < 15 || y < 15 || x >= width - 15 || y >= height - 10) outside += 1;
        else inside += 1;
      }
  expect([width, height, outside]).toEqual([306, 396, 0]);
  expect(inside).toBeGreaterThan(1000);
});

test('hostile words and a note of twenty thousand letters are set, and what does not fit goes on', async () => {
  const id = await newBox('18 in3, 12/2 "‮evil", duplex', {
    name: 'Ω 口 🙂 name (with) \\ brackets',
    seen: { note: `${'wet wall '.repeat(440)}end of it` },
  });
  const file = await pdf(`/boxes/${id}/sheet.pdf`);
  expect(Number(info(file)['Pages'])).toBeGreaterThan(0);
  expect(flat(file)).toContain('end of it');
  expect(flat(file)).toContain('name (with) \\ brackets');
  const long = await newBox('60 in3 plastic 3-gang, 20x 14/2, clamps, 3x switch', {
    seen: { note: 'x '.repeat(2000) },
  });
  const longer = await pdf(`/boxes/${long}/sheet.pdf`);
  expect(Number(info(longer)['Pages'])).toBeGreaterThan(1);
  expect(flat(longer)).toContain('continued');
});

/** The codes of a page, read from its picture by a reader that shares nothing with what sets them. */
function codesIn(
  file: string,
  page: number,
  parts: (width: number, height: number) => [number, number, number, number][],
) {
  const at = join(place.folder, 'codes');
  run('pdftoppm', '-r', '200', '-gray', '-f', `${page}`, '-l', `${page}`, '-singlefile', file, at);
  const bytes = readFileSync(`${at}.pgm`);
  const [, wide = '0', high = '0'] =
    /^P5\s+(\d+)\s+(\d+)\s+255\s/.exec(bytes.toString('latin1', 0, 40)) ?? [];
  const [width, height] = [Number(wide), Number(high)];
  const pixels = bytes.subarray(bytes.length - width * height);
  return parts(width, height).map(([x, y, w, h]) => {
    const data = new Uint8ClampedArray(w * h * 4);
    for (let down = 0; down < h; down += 1)
      for (let right = 0; right < w; right += 1)
        data.fill(
          pixels[(y + down) * width + x + right] ?? 255,
          (down * w + right) * 4,
          (down * w + right) * 4 + 4,
        );
    return jsQR(data, w, h)?.data;
  });
}

test('a label is 62 × 29 mm, says the box, and its code leads to it', async () => {
  const file = await pdf('/boxes/demo-kitchen-counter/label.pdf');
  const [, wide, high] = /([\d.]+) x ([\d.]+) pts/.exec(info(file)['Page size'] ?? '') ?? [];
  // A point is 1/72 in, an inch 25.4 mm.
  expect(
    [(Number(wide) / 72) * 25.4, (Number(high) / 72) * 25.4].map((mm) => Math.round(mm * 10) / 10),
  ).toEqual([62, 29]);
  expect(flat(file)).toMatch(
    /Kitchen, Counter left of sink circuit 4 fill 20\.25 of 18\.00 in³ Over by 2\.25 in³ NEC 2023, 2 Mar 2026/,
  );
  expect(codesIn(file, 1, (width, height) => [[0, 0, width, height]])).toEqual([
    `${place.address}/job/demo-house-on-the-hill/box/demo-kitchen-counter`,
  ]);
});

test('a code leads to the address others reach the server by, where a person said it', async () => {
  const codes = async () =>
    codesIn(await pdf('/boxes/demo-kitchen-counter/label.pdf'), 1, (wide, high) => [[0, 0, wide, high]]);
  const set = (address: string | null) => place.api().put('/address').send({ address }).expect(200);
  const path = '/job/demo-house-on-the-hill/box/demo-kitchen-counter';
  await set('https://boxes.example.com');
  expect(await codes()).toEqual([`https://boxes.example.com${path}`]);
  // Where no other phone reaches it, and where nobody was asked, it leads to where it was asked for.
  await set('');
  expect(await codes()).toEqual([`${place.address}${path}`]);
  await set(null);
});

test('the labels of a house are thirty on a letter sheet, each with its own code', async () => {
  const file = await pdf('/jobs/demo-house-on-the-hill/labels.pdf');
  expect(info(file)).toMatchObject({ Pages: '1', 'Page size': '612 x 792 pts (letter)' });
  // 2⅝ × 1 in each, from 3/16 in left and ½ in from the top, 2¾ in apart: at 200 dpi.
  const codes = codesIn(file, 1, () =>
    Array.from({ length: 18 }, (_, nth) => [38 + (nth % 3) * 550, 100 + Math.floor(nth / 3) * 200, 525, 200]),
  );
  expect(codes.map((one) => one?.split('/').at(-1)).filter((one) => one?.startsWith('demo-'))).toHaveLength(
    18,
  );
  expect(new Set(codes).size).toBe(18);
});

test('a wiring that could not be read at the size of a sheet is told in words, not drawn as a smear', async () => {
  const words = flat(
    await pdf(
      `/boxes/${await newBox('200 in3 6-gang plastic, 14/2 feed, 39x 14/2 leg, clamps, 20x switch')}/sheet.pdf`,
    ),
  );
  expect(words).toContain('too many to be read at this size');
  expect(flat(await pdf('/boxes/demo-entry-smart/sheet.pdf'))).not.toContain('too many to be read');
});

test('no such box, no such job', async () => {
  await api().get('/boxes/no-such-box/sheet.pdf').expect(404);
  await api().get('/jobs/no-such-job/sheets.pdf').expect(404);
});

test('a reader that goes away stops the setting and hurts nobody else', async () => {
  const ending = new AbortController();
  const answer = await fetch(`${place.address}/api/v1/jobs/demo-house-on-the-hill/sheets.pdf`, {
    signal: ending.signal,
  });
  const reader = answer.body?.getReader();
  await reader?.read();
  ending.abort();
  await reader?.read().catch(() => undefined);
  await api().get('/health').expect(200);
  expect(Number(info(await pdf('/boxes/demo-den-door/sheet.pdf'))['Pages'])).toBe(1);
});
