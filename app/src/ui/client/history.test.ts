/** Undo and redo: steps come back in order, survive a reload, and a new change ends what was ahead. */
import { EMPTY_BOX } from '@dense-pack/core/box/document';
import { BoxFields } from '@dense-pack/core/box/record';
import { readHistory, remember, type Snapshot, snapshotOf, step, writeHistory } from './history';

function memoryStore() {
  const kept = new Map<string, string>();
  return {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
  };
}
const NONE = { past: [], future: [] };
const noted = (note: string): Snapshot =>
  snapshotOf(BoxFields.parse({ name: 'B', box: { ...EMPTY_BOX, note } }));

test('back and ahead give the boxes in order, with their stage', () => {
  const store = memoryStore();
  const planned = { ...noted('1'), stage: 'planned' as const };
  let history = remember(NONE, planned);
  history = remember(history, noted('2'));
  let done = step(history, noted('3'), 'back');
  expect(done?.there.box.note).toBe('2');
  done = step(done?.history ?? NONE, noted('2'), 'back');
  expect(done?.there).toMatchObject({ stage: 'planned', box: { note: '1' } });
  expect(step(done?.history ?? NONE, planned, 'back')).toBeUndefined();
  if (done) writeHistory(store, 'b', done.history);
  const ahead = step(readHistory(store, 'b'), planned, 'ahead');
  expect(ahead?.there.box.note).toBe('2');
  const anew = remember(ahead?.history ?? NONE, noted('2'));
  expect(step(anew, noted('x'), 'ahead')).toBeUndefined();
});

test('fifty steps are kept, and a spoilt store is an empty history', () => {
  const store = memoryStore();
  let history = readHistory(store, 'b');
  for (let nth = 0; nth < 60; nth += 1) history = remember(history, noted(String(nth)));
  writeHistory(store, 'b', history);
  expect(readHistory(store, 'b').past).toHaveLength(50);
  expect(readHistory(store, 'b').past[0]?.box.note).toBe('10');
  store.setItem('dense-pack/history/b', '{');
  expect(readHistory(store, 'b')).toEqual(NONE);
});

test('a full store loses the way back, not the change', () => {
  const full = {
    getItem: () => null,
    setItem: () => {
      throw new Error('QuotaExceededError');
    },
  };
  const history = remember(NONE, noted('1'));
  expect(() => writeHistory(full, 'b', history)).not.toThrow();
  expect(history.past).toHaveLength(1);
});
