/** What is kept on this phone: parsed when it is first asked for, and never where nothing was kept. */
import { z } from 'zod';
import { Kit, newKit } from '@dense-pack/core/parts/kit';
import { keep, keepList } from './kept';

const mockDisk = { get: jest.fn<Promise<unknown>, unknown[]>(), put: jest.fn(async () => undefined) };
jest.mock('@/sync/browser-disk', () => ({
  get browserDisk() {
    return mockDisk;
  },
}));

const store = new Map<string, string>();
beforeEach(() => {
  store.clear();
  mockDisk.get.mockReset().mockResolvedValue(undefined);
  Object.defineProperty(globalThis, 'localStorage', {
    configurable: true,
    value: {
      getItem: (key: string) => store.get(key) ?? null,
      setItem: (key: string, value: string) => void store.set(key, value),
    },
  });
});

const Pair = z.object({ left: z.number(), right: z.string().catch('none') });
const begin = () => ({ left: 0, right: 'none' });
const parsed = () => jest.spyOn(Pair, 'safeParse');

test('nothing kept is what it begins with, and nothing is parsed', () => {
  const parse = parsed();
  expect(keep('a', Pair, begin).now()).toEqual(begin());
  expect(parse).not.toHaveBeenCalled();
});

test('what was kept is parsed once, when it is asked for', () => {
  store.set('a', '{"left":3,"right":4}');
  const parse = parsed();
  const kept = keep('a', Pair, begin);
  expect(parse).not.toHaveBeenCalled();
  expect(kept.now()).toEqual({ left: 3, right: 'none' });
  expect(kept.now()).toBe(kept.now());
  expect(parse).toHaveBeenCalledTimes(1);
  parse.mockRestore();
});

test.each(['{', '[]', '3', '{"left":"x"}', 'null'])('%s kept is what it begins with', (text) => {
  store.set('a', text);
  expect(keep('a', Pair, begin).now()).toEqual(begin());
});

test('a change is of what was kept, asked for or not', () => {
  store.set('a', '{"left":3,"right":"r"}');
  const kept = keep('a', Pair, begin);
  kept.set({ left: 4 });
  expect(kept.now()).toEqual({ left: 4, right: 'r' });
  expect(JSON.parse(store.get('a') ?? '')).toEqual({ left: 4, right: 'r' });
});

test('a list is told when it was read, and a change from before stands over it', async () => {
  mockDisk.get.mockResolvedValue({ left: 9, right: 'disk' });
  const kept = keepList('b', Pair, begin);
  const told = jest.fn();
  kept.follow(told);
  expect(kept.now()).toEqual(begin());
  kept.set({ left: 1 });
  await Promise.resolve();
  await new Promise((resolve) => setTimeout(resolve));
  expect(kept.now()).toEqual({ left: 1, right: 'disk' });
  expect(told).toHaveBeenCalledTimes(2);
  expect(mockDisk.put).toHaveBeenCalledWith('words', 'b', { left: 1, right: 'disk' });
});

test('a list that cannot be read begins', async () => {
  mockDisk.get.mockRejectedValue(new Error('away'));
  const kept = keepList('c', Pair, begin);
  await new Promise((resolve) => setTimeout(resolve));
  kept.set({ left: 2 });
  expect(kept.now()).toEqual({ left: 2, right: 'none' });
});

test('what a kit begins with is what its schema says of nothing', () => {
  expect(newKit()).toEqual(Kit.parse({}));
});
