/**
 * The template is measured: the PDF’s rasterised page in pixels at 300 dpi (Poppler), the SVG’s own millimetres, the DXF read
 * back by another library (dxf-parser). One inch is 25.4 mm by definition; openings are docs/trade.md#openings’s.
 */
import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import ReadDxf from 'dxf-parser';
import { usualHole } from '@dense-pack/core/space/of-box';
import { BoxFields } from '@dense-pack/core';
import { boxOf, openPlace, type Place } from './tests/place.ts';

const NOW = new Date(Date.UTC(2026, 2, 2, 9));
let place: Place;
beforeAll(async () => {
  place = await openPlace(() => NOW);
});
afterAll(() => place.close());

async function newBox(line: string, found: string, name = 'Two gang & “pipe”'): Promise<string> {
  const api = place.api();
  const job = await api.post('/jobs').send({ name: 'Templates' }).expect(201);
  const fields = { name, box: boxOf(line), found: boxOf(found), stage: 'planned' };
  const hole = usualHole(BoxFields.parse(fields));
  const made = await place
    .api()
    .post(`/jobs/${job.body.id}/boxes`)
    .send({ ...fields, seen: { hole } })
    .expect(201);
  return made.body.id as string;
}
const TWO = [
  '32 in3 plastic 2-gang old-work, 2x 14/2, 2x switch',
  '18 in3 plastic new-work, 14/2, switch',
] as const;

async function read(path: string): Promise<Buffer> {
  const answer = await fetch(`${place.address}/api/v1${path}`);
  expect(answer.status).toBe(200);
  return Buffer.from(await answer.arrayBuffer());
}

/** Grey values of a page at 300 dots to the inch. */
function raster(
  pdf: Buffer,
  page = 1,
): { width: number; height: number; dark: (x: number, y: number) => boolean } {
  const file = join(place.folder, 'template.pdf');
  writeFileSync(file, pdf);
  const out = join(place.folder, 'page');
  execFileSync('pdftoppm', [
    '-r',
    '300',
    '-gray',
    '-f',
    String(page),
    '-l',
    String(page),
    '-singlefile',
    file,
    out,
  ]);
  const bytes = readFileSync(`${out}.pgm`);
  const head = /^P5\s+(\d+)\s+(\d+)\s+(\d+)\s/.exec(bytes.subarray(0, 64).toString('latin1'));
  if (!head) throw new Error('no picture');
  const [width, height, start] = [Number(head[1]), Number(head[2]), head[0].length];
  return { width, height, dark: (x, y) => (bytes[start + y * width + x] ?? 255) < 128 };
}

/** Rows and columns that are dark along most of a stretch: the lines of the drawing. */
function runs(values: readonly boolean[]): [number, number][] {
  const found: [number, number][] = [];
  let from = -1;
  values.forEach((on, at) => {
    if (on && from < 0) from = at;
    if (!on && from >= 0) {
      found.push([from, at - 1]);
      from = -1;
    }
  });
  return found;
}
const middles = (values: readonly boolean[]) => runs(values).map(([a, b]) => (a + b) / 2);

/** Columns that are dark over at least so many rows in a row. */
function uprights(page: ReturnType<typeof raster>, least: number): number[] {
  return middles(
    Array.from({ length: page.width }, (_, x) => {
      let run = 0;
      for (let y = 0; y < page.height; y += 1) {
        run = page.dark(x, y) ? run + 1 : 0;
        if (run >= least) return true;
      }
      return false;
    }),
  );
}
function levels(page: ReturnType<typeof raster>, least: number): number[] {
  return middles(
    Array.from({ length: page.height }, (_, y) => {
      let run = 0;
      for (let x = 0; x < page.width; x += 1) {
        run = page.dark(x, y) ? run + 1 : 0;
        if (run >= least) return true;
      }
      return false;
    }),
  );
}
const mm = (pixels: number) => (pixels / 300) * 25.4;

test('the printed page measures true to a tenth of a millimetre: opening, bar of 4 in, bar of 100 mm', async () => {
  const page = raster(await read(`/boxes/${await newBox(...TWO)}/template.pdf?paper=letter`));
  // The cut is the one solid rectangle: its sides are 3 5/8 in high, its top and bottom 4 3/16 in wide.
  const sides = uprights(page, 1000);
  expect(sides).toHaveLength(2);
  expect(Math.abs(mm((sides[1] ?? 0) - (sides[0] ?? 0)) - 4.1875 * 25.4)).toBeLessThan(0.1);
  const wide = levels(page, 1150);
  // Top and bottom of the cut, then the bars.
  expect(wide).toHaveLength(4);
  expect(Math.abs(mm((wide[1] ?? 0) - (wide[0] ?? 0)) - 3.625 * 25.4)).toBeLessThan(0.1);
  const bar = (y: number) => {
    const at = Math.round(y);
    const line = runs(Array.from({ length: page.width }, (_, x) => page.dark(x, at)));
    const [from, to] = line.sort((a, b) => b[1] - b[0] - (a[1] - a[0]))[0] ?? [0, 0];
    return mm(to - from + 1);
  };
  // The marks at both ends are 0.6 points wide: half of each lies beyond.
  const beyond = (0.6 / 72) * 25.4;
  expect(Math.abs(bar(wide[2] ?? 0) - 101.6 - beyond)).toBeLessThan(0.1);
  expect(Math.abs(bar(wide[3] ?? 0) - 100 - beyond)).toBeLessThan(0.1);
});

test('A4 is A4, letter is letter, and a larger template is tiled with its overlap', async () => {
  const small = await newBox(...TWO);
  const sizes = async (path: string) => {
    const file = join(place.folder, 'sizes.pdf');
    writeFileSync(file, await read(path));
    const info = execFileSync('pdfinfo', [file], { encoding: 'utf8' });
    return {
      pages: Number(/Pages:\s+(\d+)/.exec(info)?.[1]),
      size: /Page size:\s+([\d.]+ x [\d.]+)/.exec(info)?.[1],
    };
  };
  expect(await sizes(`/boxes/${small}/template.pdf`)).toEqual({ pages: 1, size: '612 x 792' });
  expect(await sizes(`/boxes/${small}/template.pdf?paper=a4`)).toEqual({
    pages: 1,
    size: '595.276 x 841.89',
  });
  const large = await newBox(
    '90 in3 plastic 6-gang old-work, 14/2, 6x switch',
    '18 in3 plastic new-work, 14/2, switch',
  );
  expect((await sizes(`/boxes/${large}/template.pdf`)).pages).toBe(2);
  expect((await fetch(`${place.address}/api/v1/boxes/${small}/template.pdf?paper=b5`)).status).toBe(400);
  expect((await fetch(`${place.address}/api/v1/boxes/${small}/template.png`)).status).toBe(404);
});

test('the DXF is read by another library: the cut in true millimetres, a layer for each purpose', async () => {
  const text = (await read(`/boxes/${await newBox(...TWO)}/template.dxf`)).toString();
  const drawn = new ReadDxf().parseSync(text);
  if (!drawn) throw new Error('no drawing');
  // Four is millimetres in $INSUNITS (the format’s own reference).
  expect(drawn.header['$INSUNITS']).toBe(4);
  const lines = drawn.entities.filter(({ type, layer }) => type === 'LINE' && layer === 'cut') as unknown as {
    vertices: { x: number; y: number }[];
  }[];
  expect(lines).toHaveLength(4);
  const span = (axis: 'x' | 'y') => {
    const all = lines.flatMap(({ vertices }) => vertices.map((at) => at[axis]));
    return Math.max(...all) - Math.min(...all);
  };
  expect(span('x')).toBeCloseTo(106.3625, 6);
  expect(span('y')).toBeCloseTo(92.075, 6);
  expect(new Set(drawn.entities.map(({ layer }) => layer))).toEqual(
    new Set(['cut', 'plate', 'old', 'level', 'centre', 'stud', 'words']),
  );
});

test('the SVG is in millimetres, and its words are escaped', async () => {
  const text = (await read(`/boxes/${await newBox(...TWO)}/template.svg`)).toString();
  const [, width, unit, box] =
    /width="([\d.]+)(mm)" height="[\d.]+mm" viewBox="0 0 ([\d.]+) /.exec(text) ?? [];
  expect([unit, width]).toEqual(['mm', box]);
  const cut = /class="cut"[^>]* d="M([\d. L]+) Z"/.exec(text)?.[1] ?? '';
  const xs = cut.split(' L').map((pair) => Number(pair.split(' ')[0]));
  expect(Math.max(...xs) - Math.min(...xs)).toBeCloseTo(106.3625, 6);
  expect(text).toContain('Two gang &amp; “pipe”');
  // What each line is stands beside it.
  for (const words of ['level line', 'stud edge', 'plate', 'opening that is there'])
    expect(text).toContain(`>${words}</text>`);
});

test('no place, no template: it says why', async () => {
  const id = await newBox(
    '32 in3 plastic 2-gang old-work, 2x 14/2, 2x switch',
    '18 in3 plastic new-work, 14/2, switch',
  );
  const stored = await place.api().get(`/boxes/${id}`).expect(200);
  const { id: _id, jobId: _job, createdAt: _made, updatedAt: _changed, ...fields } = stored.body;
  await place
    .api()
    .put(`/boxes/${id}`)
    .send({ ...fields, seen: { ...fields.seen, hole: { ...fields.seen.hole, new: { depth: '6 in' } } } })
    .expect(200);
  const answer = await fetch(`${place.address}/api/v1/boxes/${id}/template.pdf`);
  expect(answer.status).toBe(422);
  expect(await answer.text()).toContain('a box 6 in deep, where board and cavity are 4 in');
});
