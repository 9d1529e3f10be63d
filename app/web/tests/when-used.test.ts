/** What stands in the place of a value behaves as the value does, and makes it once. */
import { asMade, whenUsed } from '../instead/when-used';

test('nothing is made before it is used, and then once', () => {
  const make = jest.fn(() => ({ a: 1 }));
  const it = whenUsed(make);
  expect(make).not.toHaveBeenCalled();
  expect([it.a, it.a]).toEqual([1, 1]);
  expect(make).toHaveBeenCalledTimes(1);
});

test('it is read, written, listed, spread and told apart as the value is', () => {
  class Named {
    name = 'first';
    call() {
      return this.name;
    }
  }
  const value = new Named();
  const it = whenUsed(() => value);
  expect(it instanceof Named).toBe(true);
  expect(it.call()).toBe('first');
  expect(Object.keys(it)).toEqual(['name']);
  expect({ ...it }).toEqual({ name: 'first' });
  expect('name' in it && !('other' in it)).toBe(true);
  it.name = 'second';
  Object.defineProperty(it, 'third', { value: 3 });
  expect(value).toMatchObject({ name: 'second' });
  expect(Object.getOwnPropertyDescriptor(value, 'third')?.value).toBe(3);
  expect(Object.getOwnPropertyDescriptor(it, 'third')?.value).toBe(3);
});

test('the value itself can be had; what is none is as it was', () => {
  const value = {};
  expect(asMade(whenUsed(() => value))).toBe(value);
  for (const other of [value, null, undefined, 'text', 3, [1]]) expect(asMade(other)).toBe(other);
});

test('a failure to make it is told at each use', () => {
  const it = whenUsed((): { a?: number } => {
    throw new Error('cannot be made');
  });
  expect(() => it.a).toThrow('cannot be made');
  expect(() => it.a).toThrow('cannot be made');
});
