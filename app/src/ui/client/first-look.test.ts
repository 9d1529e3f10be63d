/** The first screen is drawn once: when the server has answered or what was kept is there, and never later than patience. */
import { firstLook, styled, STYLE_PATIENCE_MS } from './first-look';

const mockParts = {
  asked: Promise.resolve(),
  kept: Promise.resolve(),
  there: false,
  asks: 0,
  held: undefined as Promise<void> | undefined,
  read: Promise.resolve(),
};
jest.mock('./queries', () => ({
  readEarly: (_path: string, drawn?: Promise<void>) => {
    mockParts.asks += 1;
    mockParts.held = drawn;
    return mockParts.asked;
  },
  keptFor: () => mockParts.there,
}));
jest.mock('./sending', () => ({
  queryClient: {},
  get outboxRead() {
    return mockParts.read;
  },
}));
jest.mock('./keep-answers', () => ({ keepAnswers: () => mockParts.kept }));
jest.mock('./after-paint', () => ({ afterPaint: (then: () => void) => setTimeout(then, 16) }));
jest.mock('@/sync/browser-disk', () => ({ browserDisk: {} }));

const never = new Promise<void>(() => undefined);

beforeEach(() => {
  jest.useFakeTimers();
  Object.assign(mockParts, {
    asked: never,
    asks: 0,
    kept: Promise.resolve(),
    there: false,
    read: Promise.resolve(),
  });
});
afterEach(() => jest.useRealTimers());

async function drawn() {
  let done = false;
  void firstLook('/').then(() => (done = true));
  await jest.advanceTimersByTimeAsync(0);
  return { now: () => done, after: (ms: number) => jest.advanceTimersByTimeAsync(ms) };
}

test('the server’s answer is enough where nothing was kept', async () => {
  mockParts.asked = Promise.resolve();
  expect((await drawn()).now()).toBe(true);
  expect([mockParts.asks, mockParts.held]).toEqual([1, undefined]);
});

test('what was kept is enough: the server is asked at once and heard once the screen is painted', async () => {
  mockParts.there = true;
  const look = await drawn();
  expect(look.now()).toBe(true);
  expect(mockParts.asks).toBe(1);
  let heard = false;
  void mockParts.held?.then(() => (heard = true));
  await look.after(0);
  expect(heard).toBe(false);
  await look.after(20);
  expect(heard).toBe(true);
});

test('a store that does not answer keeps no screen from being drawn', async () => {
  mockParts.kept = never;
  const look = await drawn();
  expect(look.now()).toBe(false);
  await look.after(500);
  expect(look.now()).toBe(true);
});

test('where nothing was kept for this address it is waited for, but not for ever', async () => {
  const look = await drawn();
  expect(look.now()).toBe(false);
  await look.after(499);
  expect(look.now()).toBe(false);
  await look.after(1);
  expect(look.now()).toBe(true);
});

test('what waits on this phone is waited for too: a screen without it would show what was changed', async () => {
  mockParts.asked = Promise.resolve();
  mockParts.read = never;
  const look = await drawn();
  expect(look.now()).toBe(false);
  await look.after(500);
  expect(look.now()).toBe(true);
});

describe('the style sheet', () => {
  /** A page that has been read, with one style sheet that has not arrived. */
  function page() {
    const link = Object.assign(new EventTarget(), { sheet: null });
    const read = { readyState: 'complete', querySelector: () => link } as unknown as Document;
    let done = false;
    void styled(read).then(() => (done = true));
    return { link, done: () => done };
  }

  test.each(['load', 'error'])('is waited for until its %s', async (name) => {
    const { link, done } = page();
    await jest.advanceTimersByTimeAsync(100);
    expect(done()).toBe(false);
    link.dispatchEvent(new Event(name));
    await jest.advanceTimersByTimeAsync(0);
    expect(done()).toBe(true);
  });

  test('that never answers keeps no screen from being drawn', async () => {
    const { done } = page();
    await jest.advanceTimersByTimeAsync(STYLE_PATIENCE_MS - 1);
    expect(done()).toBe(false);
    await jest.advanceTimersByTimeAsync(1);
    expect(done()).toBe(true);
  });
});
