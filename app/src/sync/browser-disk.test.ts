/** The browser’s database (by a stand-in that follows the IndexedDB standard): whole writes, in order, whatever is read. */
import { EMPTY_BOX } from '@dense-pack/core/box/document';
import { BoxFields } from '@dense-pack/core/box/record';
import { openDB } from 'idb';
import { BrowserDisk } from './browser-disk';
import { kept } from './disk';
import type { BoxOperation } from './operation';
import { importLegacyDatabases } from './legacy-import';
import { z } from 'zod';

const change = (id: string, record: string, name = id): BoxOperation => ({
  ...{ what: 'box', id: `operation-${id}`, record, job: 'job-0000001', madeAt: '2026-01-01T00:00:00.000Z' },
  from: 1,
  after: BoxFields.parse({ name, box: EMPTY_BOX }),
});
const names = (rows: readonly { operation: { id: string } }[]) => rows.map(({ operation }) => operation.id);
const A = 'box-0000001';
const B = 'box-0000002';

async function emptied(): Promise<BrowserDisk> {
  const disk = new BrowserDisk();
  const { rows, unreadable } = await disk.read();
  for (const { operation } of rows) await disk.rewrite(operation.record, () => []);
  for (const { key } of unreadable) await disk.discard(key);
  return disk;
}

test('what is added is there in order, for this page and the next', async () => {
  const disk = await emptied();
  await Promise.all(['1', '2', '3'].map((id) => disk.add(change(id, id === '2' ? B : A))));
  const next = new BrowserDisk();
  expect(names((await next.read()).rows)).toEqual(['operation-1', 'operation-2', 'operation-3']);
  expect(names(await next.of(A))).toEqual(['operation-1', 'operation-3']);
});

test('rewriting is one step: two tabs at once lose nothing, and others’ rows keep their places', async () => {
  const [one, other] = [await emptied(), new BrowserDisk()];
  await one.add(change('1', A));
  await one.add(change('2', B));
  // Each puts one more behind what it finds.
  await Promise.all(
    [one, other].flatMap((disk, tab) =>
      Array.from({ length: 10 }, (_, nth) =>
        disk.rewrite(A, (rows) => [...rows, { operation: change(`${tab}-${nth}`, A) }]),
      ),
    ),
  );
  const ids = names(await one.of(A));
  expect([ids[0], ids.length, new Set(ids).size]).toEqual(['operation-1', 21, 21]);
  const after = await one.rewrite(A, (rows) => rows.slice(0, 1));
  expect(names(after)).toEqual(['operation-1']);
  expect(names((await other.read()).rows)).toEqual(['operation-1', 'operation-2']);
});

test('a rewriting that fails leaves everything as it was', async () => {
  const disk = await emptied();
  await disk.add(change('1', A));
  await expect(
    disk.rewrite(A, () => {
      throw new Error('no');
    }),
  ).rejects.toThrow('no');
  expect(names(await disk.of(A))).toEqual(['operation-1']);
});

test('what cannot be read is told, left where it is by every rewriting, and goes at a word', async () => {
  const disk = await emptied();
  const raw = await openDB('dense-pack');
  await raw.add('operations', { record: A, what: 'box', from: 'a newer program' });
  await raw.add('operations', 'torn');
  raw.close();
  await disk.add(change('1', A));
  await disk.setAside({ key: 'dense-pack/outbox/x', text: '{' });
  await disk.rewrite(A, () => []);
  const { rows, unreadable } = await disk.read();
  expect(rows).toEqual([]);
  expect(unreadable.map(({ text }) => text)).toEqual([
    '{"record":"box-0000001","what":"box","from":"a newer program"}',
    '"torn"',
    '{',
  ]);
  for (const { key } of unreadable) await disk.discard(key);
  expect((await disk.read()).unreadable).toEqual([]);
});

test('shelves keep values by key; what is not of the schema is nothing', async () => {
  const disk = new BrowserDisk();
  await disk.put('words', 'list', { here: ['a'] });
  expect(await kept(disk, 'words', 'list', z.object({ here: z.array(z.string()) }))).toEqual({ here: ['a'] });
  expect(await kept(disk, 'words', 'list', z.object({ there: z.string() }))).toBeUndefined();
  await disk.put('history', A, { past: [] });
  expect(await disk.all('history')).toEqual([[A, { past: [] }]]);
  await disk.makeRoom();
  expect([await disk.all('history'), await disk.get('words', 'list')]).toEqual([[], { here: ['a'] }]);
  await disk.drop('words', 'list');
  expect(await disk.get('words', 'list')).toBeUndefined();
});

test('photos and answers of earlier programs are taken over, and their databases go', async () => {
  const disk = new BrowserDisk();
  const old = await openDB('dense-pack-photos', 1, { upgrade: (db) => void db.createObjectStore('waiting') });
  await old.put('waiting', { boxId: A, photo: 'a picture' }, 'photo-0001');
  old.close();
  const answers = await openDB('keyval-store', 1, { upgrade: (db) => void db.createObjectStore('keyval') });
  await answers.put('keyval', { queries: [] }, 'dense-pack/answers/2');
  await answers.put('keyval', 'of an older one', 'dense-pack/answers/1');
  answers.close();
  await importLegacyDatabases(disk);
  expect(await disk.get('photos', 'photo-0001')).toEqual({ boxId: A, photo: 'a picture' });
  expect(await disk.all('answers')).toEqual([['queries', { queries: [] }]]);
  expect((await indexedDB.databases()).map(({ name }) => name)).toEqual(['dense-pack']);
  await importLegacyDatabases(disk);
});

test('another program with a newer store is not kept waiting, and this one goes on after it', async () => {
  const disk = await emptied();
  await disk.add(change('1', A));
  const newer = await openDB('dense-pack', 2);
  newer.close();
  // The store is of a newer program now: nothing of it is read as ours, and nothing is written over it.
  await expect(disk.of(A)).rejects.toThrow();
  await new Promise((resolve) => (indexedDB.deleteDatabase('dense-pack').onsuccess = resolve));
  await disk.add(change('2', A));
  expect(names(await disk.of(A))).toEqual(['operation-2']);
});

test('what is kept on a shelf is on its way before it is waited for: the page may be left at once', async () => {
  const disk = await emptied();
  const other = await openDB('dense-pack');
  const kept = disk.put('words', 'dense-pack/kit', { boxes: ['18'] });
  // Asked for at once, it lies behind what was begun before it.
  expect(await other.get('words', 'dense-pack/kit')).toEqual({ boxes: ['18'] });
  await kept;
  other.close();
});
