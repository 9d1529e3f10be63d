/** Names as they stand at the edges of a drawing, on the screen and on the sheet. Invented names. */
import { shortName } from './short-name.ts';

test.each([
  ['duplex receptacle', 'duplex'],
  ['duplex receptacle 2', 'duplex 2'],
  ['three-way switch', 'three-way'],
  ['12/2 feed', '12/2 feed'],
  ['from the kitchen counter', 'from the kitch…'],
  ['two switches on one yoke 3', 'two switches… 3'],
])('%s is %s', (name, short) => {
  expect(shortName(name)).toBe(short);
  expect(short.length).toBeLessThanOrEqual(15);
});
