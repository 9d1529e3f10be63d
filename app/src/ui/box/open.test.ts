/** The address says what is open, and a word that is none of ours does no harm. */
import { editionOf } from '@dense-pack/core/edition/index';
import { tally } from '@dense-pack/core/fill/tally';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { nextAdder, openFrom, roomFor, wordOf } from './open';

test.each([
  'count',
  'safe',
  'found',
  'change',
  'fix',
  'join',
  'land',
  'box',
  'cable',
  'device',
  'more',
  'line',
])('“%s” is what it says', (word) => expect(wordOf(openFrom(word))).toBe(word));

test.each([undefined, '', 'constructor', '__proto__', 'toString', 'Fix', '\u0000'])(
  '%j is the count',
  (word) => expect(openFrom(word)).toEqual({ station: 'count' }),
);

test('where one counts the instrument is whole; adders stand where one adds', () => {
  const told = (word: string) => [roomFor(openFrom(word)).band, roomFor(openFrom(word)).adds];
  expect(told('count')).toEqual([false, true]);
  expect(told('cable')).toEqual([false, true]);
  expect(told('box')).toEqual([true, true]);
  expect(told('found')).toEqual([true, true]);
  for (const word of ['safe', 'fix', 'join', 'land']) expect(told(word)).toEqual([true, false]);
});

test.each([
  ['empty', 'box'],
  ['18 in3', 'cable'],
  ['18 in3, duplex @12', 'cable'],
  ['18 in3, 12/2', undefined],
  ['box 4sq-1.5, 4x 12', undefined],
] as const)('after “%s” comes %s', (line, next) => {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  expect(nextAdder(read.box, tally(read.box, editionOf('nec2023')))).toBe(next);
});
