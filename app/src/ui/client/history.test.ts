/** Undo and redo: steps come back in order, survive a reload, and a new change ends what was ahead. */
import { EMPTY_BOX } from '@dense-pack/core/box/document';
import { BoxFields } from '@dense-pack/core/box/record';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { keepStep, readHistory, remember, type Snapshot, snapshotOf, step, writeHistory } from './history';
import { MemoryDisk } from '@/sync/testing/memory-disk';

const NONE = { past: [], future: [] };
const noted = (note: string): Snapshot =>
  snapshotOf(BoxFields.parse({ name: 'B', box: { ...EMPTY_BOX, note } }));

test('back and ahead give the boxes in order, with their stage', async () => {
  const store = new MemoryDisk();
  const planned = { ...noted('1'), stage: 'planned' as const };
  let history = remember(NONE, planned, noted('2'));
  history = remember(history, noted('2'), noted('3'));
  let done = step(history, noted('3'), 'back');
  expect(done?.there.box.note).toBe('2');
  done = step(done?.history ?? NONE, noted('2'), 'back');
  expect(done?.there).toMatchObject({ stage: 'planned', box: { note: '1' } });
  expect(step(done?.history ?? NONE, planned, 'back')).toBeUndefined();
  if (done) await writeHistory(store, 'b', done.history);
  const ahead = step(await readHistory(store, 'b'), planned, 'ahead');
  expect(ahead?.there.box.note).toBe('2');
  const anew = remember(ahead?.history ?? NONE, noted('2'), noted('x'));
  expect(step(anew, noted('x'), 'ahead')).toBeUndefined();
});

test('fifty steps are kept, and a spoilt store is an empty history', async () => {
  const store = new MemoryDisk();
  let history = await readHistory(store, 'b');
  for (let nth = 0; nth < 60; nth += 1)
    history = remember(history, noted(String(nth)), noted(String(nth + 1)));
  await writeHistory(store, 'b', history);
  expect((await readHistory(store, 'b')).past).toHaveLength(50);
  expect((await readHistory(store, 'b')).past[0]?.box.note).toBe('10');
  await store.put('history', 'b', '{');
  expect(await readHistory(store, 'b')).toEqual(NONE);
  store.none = true;
  expect(await readHistory(store, 'b')).toEqual(NONE);
});

test('a full store loses the way back, not the change', async () => {
  const full = new MemoryDisk();
  full.full = true;
  const history = remember(NONE, noted('1'), noted('2'));
  await expect(writeHistory(full, 'b', history)).resolves.toBeUndefined();
  expect(history.past).toHaveLength(1);
});

test('two steps kept at once are both kept, in order', async () => {
  const store = new MemoryDisk();
  void keepStep(store, 'b', noted('1'), noted('2'));
  await keepStep(store, 'b', noted('2'), noted('3'));
  expect((await readHistory(store, 'b')).past.map(({ box }) => box.note)).toEqual(['1', '2']);
});

const line = (text: string, room?: string): Snapshot => {
  const read = readCountLine(text);
  if (!read.ok) throw new Error(read.error.expected);
  return snapshotOf(BoxFields.parse({ name: 'B', box: { ...read.box, ...(room ? { note: room } : {}) } }));
};

test('undo takes back one’s own changes and nothing that another changed since', () => {
  const [bare, one, two] = [line('18 in3'), line('18 in3, 12/2'), line('18 in3, 12/2, duplex')];
  const history = remember(remember(NONE, bare, one), one, two);
  // Another writes a note while both steps are there.
  const noted = { ...two, box: { ...two.box, note: 'scorched' } };
  const first = step(history, noted, 'back');
  expect(first?.there.box).toEqual({ ...one.box, note: 'scorched' });
  const second = step(first?.history ?? NONE, first?.there ?? bare, 'back');
  expect(second?.there.box).toEqual({ ...bare.box, note: 'scorched' });
  const ahead = step(second?.history ?? NONE, second?.there ?? bare, 'ahead');
  expect(ahead?.there.box).toEqual({ ...one.box, note: 'scorched' });
  const again = step(ahead?.history ?? NONE, ahead?.there ?? bare, 'ahead');
  expect(again?.there.box).toEqual(noted.box);
});

test('what another changed of the very thing stays as they left it', () => {
  const [before, after] = [line('18 in3, 12/2'), line('18 in3, 12/2, duplex')];
  const history = remember(NONE, before, after);
  const theirs = line('18 in3, 12/2, gfci');
  // The device that was added is another kind now: it is not taken out from under them.
  expect(step(history, theirs, 'back')?.there.box.items).toEqual(theirs.box.items);
});

test('a history of before is read, and steps as it did', async () => {
  const store = new MemoryDisk();
  await store.put('history', 'b', { past: [noted('1'), noted('2')], future: [] });
  const done = step(await readHistory(store, 'b'), noted('3'), 'back');
  expect(done?.there.box.note).toBe('2');
  expect(step(done?.history ?? NONE, noted('2'), 'back')?.there.box.note).toBe('1');
});
