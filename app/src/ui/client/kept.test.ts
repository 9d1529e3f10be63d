/** What is kept on this phone: parsed when it is first asked for, never where nothing was kept, and by no tab over another. */
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

describe('two tabs of one phone', () => {
  /** A tab's own module: it knows of another only what the browser tells it. */
  const tab = (): typeof import('./kept') => {
    let own: typeof import('./kept') | undefined;
    jest.isolateModules(() => {
      own = jest.requireActual<typeof import('./kept')>('./kept');
    });
    if (!own) throw new Error('no module');
    return own;
  };
  const List = z.object({ own: z.array(z.string()), ticked: z.array(z.string()) });
  const none = () => ({ own: [], ticked: [] });
  const heard = () => new Promise((resolve) => setTimeout(resolve, 20));

  test('a list written in one is not written over by the other, which was opened before', async () => {
    const [first, second] = [tab().keepList('k', List, none), tab().keepList('k', List, none)];
    await heard();
    first.set({ own: ['a box of my own'] });
    await heard();
    expect(second.now()).toEqual({ own: ['a box of my own'], ticked: [] });
    second.set({ ticked: ['18'] });
    await heard();
    for (const one of [first, second])
      expect(one.now()).toEqual({ own: ['a box of my own'], ticked: ['18'] });
    expect(mockDisk.put).toHaveBeenLastCalledWith('words', 'k', {
      own: ['a box of my own'],
      ticked: ['18'],
    });
  });

  test('what the other tab said stands over what was read from the store before it, and under what was said here', async () => {
    let read = (_value: unknown) => {};
    mockDisk.get.mockReturnValue(new Promise((resolve) => (read = resolve)));
    const late = tab().keepList('m', List, none);
    late.set({ ticked: ['mine'] });
    mockDisk.get.mockResolvedValue({ own: ['before'], ticked: [] });
    const other = tab().keepList('m', List, none);
    await heard();
    other.set({ own: ['before', 'new'] });
    await heard();
    read({ own: ['before'], ticked: [] });
    await heard();
    for (const one of [late, other]) expect(one.now()).toEqual({ own: ['before', 'new'], ticked: ['mine'] });
    expect(mockDisk.put).toHaveBeenLastCalledWith('words', 'm', late.now());
  });

  test('a setting of the other tab is followed, and a spoilt one is what it begins with', () => {
    const listeners = new Set<(event: { key: string | null }) => void>();
    const listen = jest.fn((_name: string, listener: (event: { key: string | null }) => void) =>
      listeners.add(listener),
    );
    const before = globalThis.addEventListener;
    Object.assign(globalThis, { addEventListener: listen });
    const kept = keep('s', Pair, begin);
    Object.assign(globalThis, { addEventListener: before });
    const told = jest.fn();
    kept.follow(told);
    const elsewhere = (key: string, text: string) => {
      store.set(key, text);
      for (const listener of listeners) listener({ key });
    };
    elsewhere('s', '{"left":5,"right":"theirs"}');
    expect(kept.now()).toEqual({ left: 5, right: 'theirs' });
    kept.set({ left: 6 });
    expect(JSON.parse(store.get('s') ?? '')).toEqual({ left: 6, right: 'theirs' });
    elsewhere('other', '{"left":1,"right":"no"}');
    expect(told).toHaveBeenCalledTimes(2);
    elsewhere('s', '{');
    expect(kept.now()).toEqual(begin());
  });
});
