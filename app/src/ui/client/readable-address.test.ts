/** A cut-off or damaged link leads to a screen that says there is nothing, never to an empty page. */
import fc from 'fast-check';
import { readableAddress } from './readable-address';

test.each([
  ['/job/a/box/b', '/job/a/box/b'],
  ['/job/a%20b', '/job/a%20b'],
  ['/job/%E0%A4%A/box/x', '/job/-E0-A4-A/box/x'],
  ['/job/%25', '/job/-25'],
  ['/truck?name=100%', '/truck?name=100-'],
])('%s is read as %s', (address, read) => {
  expect(readableAddress(address)).toBe(read);
});

test('any address can be decoded', () => {
  fc.assert(
    fc.property(fc.string(), fc.array(fc.constantFrom('%', '%2', '%E0', '%ff', 'a', '/')), (text, parts) => {
      const read = readableAddress(`/${text}${parts.join('')}`);
      expect(() => decodeURIComponent(decodeURIComponent(read))).not.toThrow();
    }),
  );
});
