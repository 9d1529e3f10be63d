/** Undo and redo: steps come back in order, survive a reload, and a new change ends what was ahead. */
import { type BoxDocument, EMPTY_BOX } from '@dense-pack/core/box/document';
import { readHistory, remember, step } from './history';

function memoryStore() {
  const kept = new Map<string, string>();
  return {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
  };
}
const noted = (note: string): BoxDocument => ({ ...EMPTY_BOX, note });

test('back and ahead give the boxes in order', () => {
  const store = memoryStore();
  remember(store, 'b', noted('1'));
  remember(store, 'b', noted('2'));
  expect(step(store, 'b', noted('3'), 'back')?.box.note).toBe('2');
  expect(step(store, 'b', noted('2'), 'back')?.box.note).toBe('1');
  expect(step(store, 'b', noted('1'), 'back')).toBeUndefined();
  expect(step(store, 'b', noted('1'), 'ahead')?.box.note).toBe('2');
  remember(store, 'b', noted('2'));
  expect(step(store, 'b', noted('x'), 'ahead')).toBeUndefined();
});

test('fifty steps are kept, and a spoilt store is an empty history', () => {
  const store = memoryStore();
  for (let nth = 0; nth < 60; nth += 1) remember(store, 'b', noted(String(nth)));
  expect(readHistory(store, 'b').past).toHaveLength(50);
  store.setItem('dense-pack/history/b', '{');
  expect(readHistory(store, 'b')).toEqual({ past: [], future: [] });
});

test('a full store loses the way back, not the change', () => {
  const full = {
    getItem: () => null,
    setItem: () => {
      throw new Error('QuotaExceededError');
    },
  };
  expect(remember(full, 'b', noted('1')).past).toHaveLength(1);
});
