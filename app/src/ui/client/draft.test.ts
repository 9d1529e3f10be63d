/** What is typed and not used yet outlives a reload of its tab, and nothing else does. */
import { keepDraft, readDraft } from './draft';

const kept = new Map<string, string>();
const store = {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, value: string) => void kept.set(key, value),
  removeItem: (key: string) => void kept.delete(key),
};
beforeEach(() => {
  kept.clear();
  Object.assign(globalThis, { sessionStorage: store });
});

test('a draft is read back where it still begins from the same text', () => {
  keepDraft('line/a', '18 in3', '18 in3, 12/2');
  expect(readDraft('line/a', '18 in3')).toBe('18 in3, 12/2');
  // The box has changed since: the draft was of another.
  expect(readDraft('line/a', '20 in3')).toBeUndefined();
  expect(readDraft('line/b', '18 in3')).toBeUndefined();
});

test('what it began from is no draft, and what was used is gone', () => {
  keepDraft('line/a', '18 in3', '18 in3, 12/2');
  keepDraft('line/a', '18 in3', '18 in3');
  expect(readDraft('line/a', '18 in3')).toBeUndefined();
  expect(kept.size).toBe(0);
});

test.each(['{', '[]', '{"start":1,"text":"x"}', 'null'])('a spoilt draft, %s, is none', (text) => {
  kept.set('dense-pack/draft/line/a', text);
  expect(readDraft('line/a')).toBeUndefined();
});

test('a full store, or none, keeps no draft and does not get in the way', () => {
  Object.assign(globalThis, {
    sessionStorage: {
      ...store,
      setItem: () => {
        throw new Error('full');
      },
    },
  });
  expect(() => keepDraft('line/a', '', 'x')).not.toThrow();
  Object.assign(globalThis, { sessionStorage: undefined });
  expect(() => keepDraft('line/a', '', 'x')).not.toThrow();
  expect(readDraft('line/a')).toBeUndefined();
});
