/** Ids: as ULID has them (common practice, no source: 48 bits of milliseconds, 80 of randomness, in Crockford’s base 32). */
import { decodeTime, isValid } from 'ulid';
import { newId } from './new-id.ts';

test('ten thousand ids are all others, hold the time they were made at, and every place takes every sign', () => {
  const from = Date.now();
  const ids = Array.from({ length: 10_000 }, () => newId());
  const to = Date.now();
  expect(new Set(ids).size).toBe(ids.length);
  for (const id of ids) {
    if (!isValid(id) || id !== id.toLowerCase()) throw new Error(`${id} is no id`);
    const at = decodeTime(id);
    if (at < from || at > to) throw new Error(`${id} was made at ${at}`);
  }
  const places = Array.from({ length: 16 }, (_, place) => {
    const seen = new Map<string, number>();
    for (const id of ids) {
      const sign = id.charAt(10 + place);
      seen.set(sign, (seen.get(sign) ?? 0) + 1);
    }
    return seen;
  });
  // Of 32 signs each comes 312.5 times in 10,000; six deviations (17.4 each) are never seen.
  for (const seen of places) {
    expect(seen.size).toBe(32);
    expect(Math.max(...seen.values())).toBeLessThan(418);
    expect(Math.min(...seen.values())).toBeGreaterThan(207);
  }
});
