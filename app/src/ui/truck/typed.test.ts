import { edgesTyped, lengthTyped, volumeTyped } from './typed';

test.each([
  ['3,5 in', '3.5 in'],
  ['3.5', '3.5 in'],
  ['2,1250', '2.125 in'],
  [',5', '0.5 in'],
  ['90,5 mm', '90.5 mm'],
])('the length “%s” is kept as %s', (text, kept) => {
  expect(lengthTyped(text)).toBe(kept);
});

test.each(['1,200 mm', '1,2,3', '1.200,5', '3,,5', 'x'])('the length “%s” stays, to be named', (text) => {
  expect(lengthTyped(text)).toBe(text);
});

test('volumes and edges too', () => {
  expect(volumeTyped('18,5')).toBe(volumeTyped('18.5'));
  expect(edgesTyped('0,5 x 0,625 x 1 in')).toEqual(['0.5 in', '0.625 in', '1 in']);
});
