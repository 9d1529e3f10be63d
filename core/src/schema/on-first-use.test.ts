/** A schema that is made on first use is as one that was made at once. */
import fc from 'fast-check';
import { z } from 'zod';
import { makeOnFirstUse, onFirstUse } from './on-first-use.ts';

const asTheyAre = <T>(make: () => T): T => make();

/** The same schemas, by either way of making them. */
function schemas(by: <T extends object>(make: () => T) => T) {
  const size = by(() => z.literal([14, 12, 10]));
  const name = by(() => z.string().trim().min(1, 'must not be empty').max(5));
  const shared = by(() => ({ name, size: size.optional() }));
  const Cable = by(() => z.strictObject({ kind: z.literal('cable'), ...shared }));
  const Device = by(() => z.strictObject({ kind: z.literal('device'), name, yokes: z.int().default(1) }));
  const Item = by(() => z.discriminatedUnion('kind', [Cable, Device]));
  return by(() =>
    z.object({ items: z.array(Item).max(3) }).extend({ sizes: z.record(name, size).optional() }),
  );
}
const atOnce = schemas(asTheyAre);

test('a program that did not ask for it has its schemas at once', () => {
  const make = jest.fn(() => z.string());
  const schema = onFirstUse(make);
  expect(make).toHaveBeenCalledTimes(1);
  expect(schema).toBe(make.mock.results[0]?.value);
  expect(z.toJSONSchema(schemas(onFirstUse))).toEqual(z.toJSONSchema(atOnce));
  makeOnFirstUse();
});

test('nothing is made before it is asked for, and then once', () => {
  const make = jest.fn(() => z.string());
  const schema = onFirstUse(make);
  const around = onFirstUse(() => z.object({ schema }));
  expect(make).not.toHaveBeenCalled();
  expect(around.parse({ schema: 'a' })).toEqual({ schema: 'a' });
  expect(schema.parse('b')).toBe('b');
  expect(make).toHaveBeenCalledTimes(1);
});

test('both take the same, give the same and refuse in the same words', () => {
  const text = fc.constantFrom('a', ' b ', '', 'longer than five', 7);
  const item = fc.record(
    {
      kind: fc.constantFrom('cable', 'device', 'pipe'),
      name: text,
      size: fc.constantFrom(14, 13),
      yokes: text,
    },
    { requiredKeys: ['kind'] },
  );
  const value = fc.record(
    {
      items: fc.array(item, { maxLength: 4 }),
      sizes: fc.dictionary(fc.constantFrom('a', 'b'), fc.constantFrom(12, 1)),
    },
    { requiredKeys: [] },
  );
  const late = schemas(onFirstUse);
  let taken = 0;
  fc.assert(
    fc.property(value, (one) => {
      const [a, b] = [atOnce.safeParse(one), late.safeParse(one)];
      expect(b.data).toEqual(a.data);
      expect(b.error?.issues).toEqual(a.error?.issues);
      if (a.success) taken += 1;
    }),
    { numRuns: 500 },
  );
  expect(taken).toBeGreaterThan(20);
});

test('it is of the same kind and says the same shape', () => {
  const late = schemas(onFirstUse);
  expect(late).toBeInstanceOf(z.ZodObject);
  expect(Object.keys(late.shape)).toEqual(['items', 'sizes']);
  expect(late.partial().parse({})).toEqual({});
});
