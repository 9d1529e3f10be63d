/** What was on its way into the database when a page was left is there for the next page, once. Boxes are invented. */
import { EMPTY_BOX } from '@dense-pack/core/box/document';
import { BoxFields } from '@dense-pack/core/box/record';
import { keepLeft, type LeftStore, takeLeft } from './left-behind';
import { Outbox } from './outbox';
import { MemoryDisk } from './testing/memory-disk';

const AT = '2026-01-01T00:00:00.000Z';
const START = BoxFields.parse({ name: 'Den', box: EMPTY_BOX });
const noted = (note: string) => ({ ...START, seen: { ...START.seen, note } });

class MemoryStore implements LeftStore {
  readonly texts = new Map<string, string>();
  full = false;
  get length(): number {
    return this.texts.size;
  }
  key = (index: number) => [...this.texts.keys()][index] ?? null;
  getItem = (key: string) => this.texts.get(key) ?? null;
  removeItem = (key: string) => void this.texts.delete(key);
  setItem(key: string, text: string): void {
    if (this.full) throw new Error('QuotaExceededError');
    this.texts.set(key, text);
  }
}

/** A database whose writes wait behind another tab while it is busy, and are dropped with the page. */
function newDisk() {
  const disk = new MemoryDisk();
  const { add } = disk;
  const state = { busy: false };
  disk.add = (operation) => (state.busy ? new Promise(() => undefined) : add(operation));
  return { disk, state };
}

const arrivals = {
  box: () => undefined,
  job: () => undefined,
  deleted: () => undefined,
  settled: () => undefined,
};
const open: Outbox[] = [];
const opened = async (disk: MemoryDisk) => {
  const outbox = new Outbox(disk, arrivals, { lie: 3_600_000 });
  open.push(outbox);
  await outbox.read();
  return outbox;
};
afterEach(() => open.splice(0).forEach((outbox) => outbox.close()));
const note = (outbox: Outbox, text: string) =>
  outbox.saveBox('box-0000001', 'job-0000001', noted(text), { version: 1 }, AT, START);
const shown = (outbox: Outbox) => {
  const entry = outbox.entryOf('box-0000001');
  return entry?.what === 'box' ? entry.fields.seen.note : undefined;
};
/** What could not be read. */
const aside: unknown[] = [];
const taken = (store: LeftStore, outbox: Outbox) =>
  takeLeft(store, (id) => outbox.isStored(id), {
    take: (operation) => outbox.take(operation),
    stored: () => outbox.written().then(() => !outbox.snapshot().full),
    setAside: async (one) => void aside.push(one),
  });

test('a change that was seen and not stored is there for the next page', async () => {
  const store = new MemoryStore();
  const { disk, state } = newDisk();
  const before = await opened(disk);
  state.busy = true;
  note(before, 'seen on the screen');
  expect([shown(before), before.onTheWay.length]).toEqual(['seen on the screen', 1]);
  keepLeft(store, 'page-1', before.onTheWay);
  // The browser dropped what waited; the next page finds it all the same.
  state.busy = false;
  const after = await opened(disk);
  expect(shown(after)).toBeUndefined();
  await taken(store, after);
  expect([shown(after), store.length, after.onTheWay.length]).toEqual(['seen on the screen', 0, 0]);
  expect((await disk.read()).rows).toHaveLength(1);
  const last = await opened(disk);
  expect(shown(last)).toBe('seen on the screen');
});

test('one that was stored after all comes once, and what is stored is forgotten at once', async () => {
  const [disk, store] = [new MemoryDisk(), new MemoryStore()];
  const before = await opened(disk);
  note(before, 'one');
  keepLeft(store, 'page-1', before.onTheWay);
  expect(store.length).toBe(1);
  await before.written();
  const after = await opened(disk);
  await taken(store, after);
  expect([(await disk.read()).rows.length, shown(after), store.length]).toEqual([1, 'one', 0]);
  keepLeft(store, 'page-2', after.onTheWay);
  expect(store.length).toBe(0);
});

test('what two pages left is taken from both; what cannot be read is set aside; a full store breaks nothing', async () => {
  const store = new MemoryStore();
  const { disk, state } = newDisk();
  state.busy = true;
  for (const [index, id] of ['box-0000001', 'box-0000002'].entries()) {
    const outbox = await opened(disk);
    outbox.saveBox(id, 'job-0000001', noted(`note ${index}`), { version: 1 }, AT, START);
    keepLeft(store, `page-${index}`, outbox.onTheWay);
  }
  store.texts.set('dense-pack/left/page-9', 'not JSON');
  store.texts.set('dense-pack/left/page-7', '[{"what":"of a newer program"}]');
  store.texts.set('another program', '[]');
  store.full = true;
  const outbox = await opened(disk);
  note(outbox, 'no room');
  expect(() => keepLeft(store, 'page-8', outbox.onTheWay)).not.toThrow();
  state.busy = false;
  const after = await opened(disk);
  await taken(store, after);
  expect(after.snapshot().entries.map(({ id }) => id)).toEqual(['box-0000001', 'box-0000002']);
  expect([...store.texts.keys()]).toEqual(['another program']);
  expect(aside).toEqual([
    { key: 'dense-pack/left/page-9', text: 'not JSON' },
    { key: 'dense-pack/left/page-7/0', text: '{"what":"of a newer program"}' },
  ]);
});
