/** That the server is away is told once, for a moment, and taken back as soon as it answers. */
import { JustAway, TOLD_MS } from './just-away';

const outbox = () => {
  const heard = new Set<() => void>();
  let away = false;
  return {
    subscribe(one: () => void) {
      heard.add(one);
      return () => void heard.delete(one);
    },
    snapshot: () => ({ away }),
    set(now: boolean) {
      away = now;
      for (const one of [...heard]) one();
    },
    heard,
  };
};

beforeEach(() => jest.useFakeTimers());
afterEach(() => jest.useRealTimers());

test('it is told when it is found, for so long, and again only after it was back', () => {
  const box = outbox();
  const just = new JustAway(box);
  const told: boolean[] = [];
  const stop = just.subscribe(() => told.push(just.snapshot()));
  box.set(false);
  expect(told).toEqual([]);
  box.set(true);
  jest.advanceTimersByTime(TOLD_MS - 1);
  // Each try that fails says the same again.
  box.set(true);
  expect(told).toEqual([true]);
  jest.advanceTimersByTime(1);
  expect(told).toEqual([true, false]);
  jest.advanceTimersByTime(10 * TOLD_MS);
  box.set(true);
  expect(told).toEqual([true, false]);
  box.set(false);
  box.set(true);
  expect(told).toEqual([true, false, true]);
  box.set(false);
  expect(told).toEqual([true, false, true, false]);
  stop();
  expect(box.heard.size).toBe(0);
  jest.advanceTimersByTime(TOLD_MS);
  expect(told).toHaveLength(4);
});

test('another screen tells no longer than the first, and what came between two screens is told on the second', () => {
  const box = outbox();
  const just = new JustAway(box);
  const first = just.subscribe(() => undefined);
  box.set(true);
  jest.advanceTimersByTime(TOLD_MS / 2);
  const second = just.subscribe(() => undefined);
  first();
  expect(just.snapshot()).toBe(true);
  jest.advanceTimersByTime(TOLD_MS / 2);
  expect(just.snapshot()).toBe(false);
  second();
  box.set(false);
  box.set(true);
  expect(just.snapshot()).toBe(false);
  box.set(false);
  just.subscribe(() => undefined);
  expect(just.snapshot()).toBe(false);
  box.set(true);
  expect(just.snapshot()).toBe(true);
});
