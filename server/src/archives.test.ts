/**
 * Archives over real HTTP: what is read back is what was written; unpacked by Debian’s unzip; damaged and hostile ones
 * are refused in words with nothing half-read. Invented data.
 */
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { crc32, deflateRawSync } from 'node:zlib';
import { readCountLine } from '@dense-pack/core';
import { LINE } from '@dense-pack/core/tests/lines';
import fc from 'fast-check';
import yauzl from 'yauzl';
import yazl from 'yazl';
import { seedDemo } from './demo.ts';
import { openPlace, type Place } from './tests/place.ts';
import { runs } from '@dense-pack/core/tests/runs';

const folder = mkdtempSync(join(tmpdir(), 'dense-pack-archives-'));
const clock = () => new Date(Date.UTC(2026, 2, 2, 9));
const places: Place[] = [];
async function place(): Promise<Place> {
  const made = await openPlace(clock);
  places.push(made);
  return made;
}
const api = (to: Place) => to.api();
const JOB = 'demo-house-on-the-hill';
const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);

let one: Place;
let archive: Buffer;
const fetched = async ({ address }: Place) =>
  Buffer.from(await (await fetch(`${address}/api/v1/jobs/${JOB}/archive.zip`)).arrayBuffer());
const send = (to: Place, bytes: Buffer, path = '/archives') =>
  api(to).post(path).set('Content-Type', 'application/zip').send(bytes);

beforeAll(async () => {
  one = await place();
  seedDemo(one.db, clock());
  await api(one)
    .put('/boxes/demo-den-door/photos/photo-0001')
    .set('Content-Type', 'image/png')
    .send(PNG)
    .expect(200);
  const { body } = await api(one).get('/boxes/demo-den-door');
  const { id: _id, jobId: _job, createdAt: _created, updatedAt: _updated, ...fields } = body;
  const changed = { ...fields, room: 'Den, east', seen: { ...fields.seen, photos: ['photo-0001'] } };
  await api(one).put('/boxes/demo-den-door').send(changed).expect(200);
  archive = await fetched(one);
});
afterAll(async () => {
  for (const each of places) await each.close();
  rmSync(folder, { recursive: true });
});

/** Everything a server has, row by row. */
const all = ({ db }: Place) =>
  ['job', 'box', 'box_state', 'event', 'photo', 'indexed'].map((table) => {
    const { n } = db.prepare<[], { n: number }>(`SELECT count(*) AS n FROM ${table}`).get() ?? { n: -1 };
    return `${table} ${n}`;
  });
/** What is in an archive, by Debian’s unzip: name and bytes, without what says when it was made. */
function unzipped(bytes: Buffer): Map<string, string> {
  const file = join(folder, 'look.zip');
  writeFileSync(file, bytes);
  const names = execFileSync('unzip', ['-Z1', file], { encoding: 'utf8' }).trim().split('\n');
  const into = mkdtempSync(join(folder, 'look-'));
  execFileSync('unzip', ['-qq', file, '-d', into]);
  return new Map(
    names
      .filter((name) => name !== 'sheets.pdf')
      .map((name) => [name, readFileSync(join(into, name), 'latin1')] as const),
  );
}

test('it is a ZIP of JSON files, photos, schemas and the sheets', () => {
  const files = unzipped(archive);
  expect([...files.keys()].filter((name) => name.startsWith('boxes/'))).toHaveLength(18);
  expect(files.get('photos/photo-0001.png')).toBe(PNG.toString('latin1'));
  const head = JSON.parse(files.get('archive.json') ?? '');
  expect(head).toMatchObject({ format: 'dense-pack archive', version: 1, job: { id: JOB } });
  expect(head.boxes).toHaveLength(18);
  const schema = JSON.parse(files.get('schema.json') ?? '');
  expect(Object.keys(schema)).toEqual(['archive.json', 'boxes/<id>.json']);
  const den = JSON.parse(files.get('boxes/demo-den-door.json') ?? '');
  expect([den.box.room, den.states.length, den.photos.length]).toEqual(['Den, east', 2, 1]);
});

test('read in elsewhere and written again it is the same, to the letter; and it comes once', async () => {
  const other = await place();
  const seen = await send(other, archive, '/archives/preview').expect(200);
  expect(seen.body).toEqual({
    job: 'House on the hill (demo)',
    known: false,
    boxes: 18,
    photos: 1,
    statesLeftOut: 0,
    added: 18,
    same: 0,
    kept: [],
  });
  expect(all(other)).toEqual(['job 0', 'box 0', 'box_state 0', 'event 0', 'photo 0', 'indexed 0']);
  await send(other, archive).expect(201);
  expect(all(other)).toEqual(all(one));
  expect(unzipped(await fetched(other))).toEqual(unzipped(archive));
  const again = await send(other, archive).expect(201);
  expect(again.body).toMatchObject({ known: true, added: 0, same: 18, kept: [] });
  expect(all(other)).toEqual(all(one));
  const hits = await api(other).get('/logbook').query({ q: 'den east' });
  expect(hits.body.hits).toHaveLength(1);
});

test('any job is the same after it was carried elsewhere', async () => {
  const word = fc
    .string({ unit: 'grapheme', minLength: 1, maxLength: 12 })
    .filter((text) => text.length <= 60 && !/[\p{C}\p{Z}]/u.test(text));
  const box = fc.record({
    name: word,
    room: word,
    circuit: fc.constantFrom('', '4', '4, 7'),
    line: LINE,
    note: fc.string({ maxLength: 200 }),
  });
  let nth = 0;
  await fc.assert(
    fc.asyncProperty(word, fc.array(box, { maxLength: 4 }), async (name, boxes) => {
      nth += 1;
      const id = `carried-${String(nth).padStart(6, '0')}`;
      await api(one).post('/jobs').send({ id, name }).expect(201);
      for (const { line, note, ...rest } of boxes) {
        const read = readCountLine(line.join(', '));
        if (!read.ok) continue;
        const told = await api(one)
          .post(`/jobs/${id}/boxes`)
          .send({ ...rest, box: read.box, seen: { note } });
        // What makes no sense as a box is refused here as anywhere.
        expect([201, 400, 422]).toContain(told.status);
      }
      const carried = Buffer.from(
        await (await fetch(`${one.address}/api/v1/jobs/${id}/archive.zip`)).arrayBuffer(),
      );
      const other = await place();
      await send(other, carried).expect(201);
      const back = Buffer.from(
        await (await fetch(`${other.address}/api/v1/jobs/${id}/archive.zip`)).arrayBuffer(),
      );
      expect(unzipped(back)).toEqual(unzipped(carried));
    }),
    { numRuns: runs(16) },
  );
});

test('what is stored here and is not the same stays as it is, and is told by name', async () => {
  const other = await place();
  await send(other, archive).expect(201);
  const { body } = await api(other).get('/boxes/demo-den-outlet');
  const { id: _id, jobId: _job, createdAt: _created, updatedAt: _updated, copyOf, ...fields } = body;
  expect(copyOf).toMatchObject({ changed: false });
  await api(other)
    .put('/boxes/demo-den-outlet')
    .send({ ...fields, name: 'Mine' })
    .expect(200);
  await api(other).delete('/boxes/demo-den-door?version=2').expect(200);
  const told = await send(other, archive).expect(201);
  expect(told.body).toMatchObject({ added: 1, same: 16, kept: ['Outlet under window'] });
  expect((await api(other).get('/boxes/demo-den-outlet')).body.name).toBe('Mine');
  expect((await api(other).get('/boxes/demo-den-door')).body.room).toBe('Den, east');
});

/** A ZIP of these files, as anybody could make it. */
async function zip(files: readonly (readonly [string, string | Buffer])[]): Promise<Buffer> {
  const made = new yazl.ZipFile();
  for (const [name, text] of files) made.addBuffer(Buffer.from(text as string), name);
  made.end();
  const parts: Buffer[] = [];
  for await (const part of made.outputStream as AsyncIterable<Buffer>) parts.push(part);
  return Buffer.concat(parts);
}
/** The files of the archive, some of them other ones. */
const files = (change: (all: Map<string, string | Buffer>) => void) => {
  const now = new Map<string, string | Buffer>(
    [...unzipped(archive)].map(([name, text]) => [name, Buffer.from(text, 'latin1')]),
  );
  change(now);
  return zip([...now]);
};
/** The same length of name, put over another in both places a ZIP has it. */
const renamed = (from: string, to: string) =>
  Buffer.from(archive.toString('latin1').replaceAll(from, to), 'latin1');
const edited = (name: string, change: (value: { box: object; boxes: string[]; job: object }) => void) =>
  files((now) => {
    const value = JSON.parse(String(now.get(name)));
    change(value);
    now.set(name, JSON.stringify(value));
  });

/**
 * One file packed, and named by many entries of the directory: small, and huge unpacked. Written by hand after PKWARE’s APPNOTE
 * (4.3.7 local header, 4.3.12 central directory, 4.3.16 end of it; from memory).
 */
function overlaid(many = 400, size = 400_000): Buffer {
  const packed = deflateRawSync(Buffer.alloc(size, 32));
  const sum = crc32(Buffer.alloc(size, 32));
  const fields = (name: string) => {
    const head = Buffer.alloc(26);
    head.writeUInt16LE(20, 0);
    head.writeUInt16LE(8, 4);
    head.writeUInt32LE(sum, 10);
    head.writeUInt32LE(packed.length, 14);
    head.writeUInt32LE(size, 18);
    head.writeUInt16LE(name.length, 22);
    return head;
  };
  const nameOf = (index: number) => `boxes/box-0000${String(index).padStart(4, '0')}.json`;
  const local = Buffer.concat([
    Buffer.from('PK\u0003\u0004', 'latin1'),
    fields(nameOf(0)),
    Buffer.from(nameOf(0)),
    packed,
  ]);
  const entries = Array.from({ length: many }, (_, index) =>
    Buffer.concat([
      Buffer.from('PK\u0001\u0002\u0014\u0000', 'latin1'),
      fields(nameOf(index)),
      // No comment, on the first disk, no attributes; all begin at the same local header.
      Buffer.alloc(14),
      Buffer.from(nameOf(index)),
    ]),
  );
  const directory = Buffer.concat(entries);
  const end = Buffer.alloc(22);
  end.write('PK\u0005\u0006', 'latin1');
  end.writeUInt16LE(many, 8);
  end.writeUInt16LE(many, 10);
  end.writeUInt32LE(directory.length, 12);
  end.writeUInt32LE(local.length, 16);
  return Buffer.concat([local, directory, end]);
}

test('many names for one packed file are refused before anything is unpacked', async () => {
  const bomb = overlaid();
  // What it would be unpacked, and what it is.
  expect([400 * 400_000, bomb.length < 40_000]).toEqual([160_000_000, true]);
  const unpack = jest.spyOn(yauzl.ZipFile.prototype, 'openReadStream');
  const { status, body } = await send(await place(), bomb, '/archives/preview');
  expect([status, body.detail]).toEqual([422, expect.stringMatching(/lies over another file/)]);
  expect(unpack).not.toHaveBeenCalled();
  await send(await place(), archive, '/archives/preview').expect(200);
  expect(unpack).toHaveBeenCalled();
  unpack.mockRestore();
});

const HOSTILE: readonly (readonly [string, () => Buffer | Promise<Buffer>, RegExp])[] = [
  ['no ZIP at all', () => Buffer.from('this is a letter'), /no whole ZIP file/],
  ['cut off', () => archive.subarray(0, archive.length - 300), /no whole ZIP file/],
  ['without its head', () => files((now) => now.delete('archive.json')), /“archive\.json” is missing/],
  [
    'without a box',
    () => files((now) => now.delete('boxes/demo-den-door.json')),
    /boxes\/demo-den-door\.json” is missing/,
  ],
  [
    'without a photo',
    () => files((now) => now.delete('photos/photo-0001.png')),
    /photo-0001\.png” is missing in it: it belongs to “Outlet by the door”/,
  ],
  ['a path that leads out', () => renamed('read-me.txt', '../../me.sh'), /no whole ZIP file|does not belong/],
  ['an absolute path', () => renamed('read-me.txt', '/etc/passwd'), /no whole ZIP file|does not belong/],
  [
    'a file that does not belong',
    () => files((now) => now.set('virus.exe', 'MZ')),
    /“virus\.exe” does not belong/,
  ],
  ['a file twice', () => renamed('schema.json', 'read-me.txt'), /twice/],
  [
    'a newer version',
    () => edited('archive.json', (head) => Object.assign(head, { version: 2 })),
    /a newer program made it/,
  ],
  [
    'another format',
    () => edited('archive.json', (head) => Object.assign(head, { format: 'zip' })),
    /must be “dense-pack archive”/,
  ],
  [
    'a box of a wrong type',
    () => edited('boxes/demo-den-door.json', (box) => Object.assign(box.box, { name: 7 })),
    /at “box\.name”/,
  ],
  [
    'a version of a box that no program would have written',
    () => edited('boxes/demo-den-door.json', (box) => Object.assign(box.box, { version: 2 ** 53 - 1 })),
    /at “box\.version”: must be at most 1000000000/,
  ],
  [
    'a version of the job that no program would have written',
    () => edited('archive.json', (head) => Object.assign(head.job, { version: 2 ** 53 - 1 })),
    /at “job\.version”: must be at most 1000000000/,
  ],
  [
    'a box under another id',
    () => edited('boxes/demo-den-door.json', (box) => Object.assign(box.box, { id: 'demo-den-outlet' })),
    /file of another box/,
  ],
  [
    'a box twice',
    () => edited('archive.json', (head) => head.boxes.push('demo-den-door')),
    /names a box twice/,
  ],
  ['no JSON', () => files((now) => now.set('boxes/demo-den-door.json', '{')), /is no JSON/],
  [
    'a photo that is none',
    () => files((now) => now.set('photos/photo-0001.png', '<script>')),
    /not a photo that can be kept/,
  ],
  [
    'a bomb',
    () => files((now) => now.set('boxes/demo-den-door.json', Buffer.alloc(45_000_000))),
    /too large/,
  ],
  [
    'a file that is almost nothing packed',
    () => files((now) => now.set('boxes/demo-den-door.json', Buffer.alloc(7_000_000))),
    /“boxes\/demo-den-door\.json” would be \d{3,4} times as large unpacked/,
  ],
  ['files that lie over each other', () => overlaid(), /lies over another file in it/],
];

test.each(HOSTILE)('%s is refused in words, and nothing of it is read', async (_what, make, words) => {
  const other = await place();
  for (const path of ['/archives/preview', '/archives']) {
    const { status, body } = await send(other, await make(), path);
    expect([status, body.detail]).toEqual([422, expect.stringMatching(words)]);
  }
  expect(all(other)).toEqual(['job 0', 'box 0', 'box_state 0', 'event 0', 'photo 0', 'indexed 0']);
});

test('any byte of it changed is refused, or changes nothing that is read', async () => {
  const other = await place();
  await send(other, archive).expect(201);
  const before = all(other);
  await fc.assert(
    fc.asyncProperty(fc.nat(archive.length - 1), fc.integer({ min: 1, max: 255 }), async (at, by) => {
      const spoilt = Buffer.from(archive);
      spoilt[at] = (spoilt[at] ?? 0) ^ by;
      const { status, body } = await send(other, spoilt, '/archives/preview');
      if (status === 200) expect(body).toMatchObject({ added: 0, same: 18, kept: [] });
      else expect([status, typeof body.detail]).toEqual([422, 'string']);
    }),
    { numRuns: runs(120) },
  );
  expect(all(other)).toEqual(before);
});

test('what is sent as something else is refused', async () => {
  await api(one).post('/archives').send({ a: 1 }).expect(415);
  await api(one).get('/jobs/no-such-job/archive.zip').expect(404);
  expect(readFileSync(join(folder, 'look.zip')).length).toBeGreaterThan(1000);
});

test('a box with more states than an archive takes is packed from its newest on, and the archive can be read in again', async () => {
  const [from, to] = [await place(), await place()];
  await api(from).post('/jobs').send({ id: 'job-of-states', name: 'States' }).expect(201);
  const many = readCountLine(`400 in3, 30x 12/2, 20x duplex # ${'n'.repeat(200)}`);
  if (!many.ok) throw new Error(many.error.expected);
  await api(from)
    .post('/jobs/job-of-states/boxes')
    .send({ id: 'box-of-states', name: 'Box', box: many.box })
    .expect(201);
  // As if it had been changed 1,999 times since.
  from.db.exec(`WITH RECURSIVE n (v) AS (SELECT 2 UNION ALL SELECT v + 1 FROM n WHERE v < 2000)
    INSERT INTO box_state (box_id, version, at, stage, document, found)
    SELECT box_id, v, at, stage, document, document FROM box_state, n WHERE box_id = 'box-of-states' AND version = 1`);
  const answer = await fetch(`${from.address}/api/v1/jobs/job-of-states/archive.zip`);
  const zip = Buffer.from(await answer.arrayBuffer());
  const readIn = await send(to, zip).expect(201);
  const left = 2000 - (to.db.prepare('SELECT count(*) FROM box_state').pluck().get() as number);
  expect(left).toBeGreaterThan(0);
  // The answer says how many did not fit.
  expect(readIn.body).toMatchObject({ added: 1, statesLeftOut: left });
  const versions = to.db
    .prepare('SELECT version FROM box_state ORDER BY version DESC')
    .pluck()
    .all() as number[];
  expect(versions.slice(0, 3)).toEqual([2000, 1999, 1998]);
  expect(versions.length).toBeGreaterThan(100);
  expect(versions.length).toBeLessThan(2000);
  // The same box with all of its states is still the same box, where it was made and where it was read in.
  for (const there of [from, to])
    expect((await send(there, zip).expect(201)).body).toMatchObject({ added: 0, same: 1, kept: [] });
});
