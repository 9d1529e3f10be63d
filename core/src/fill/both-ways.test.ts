/** Both stamps of a box (docs/trade.md#fill-nec, the second school): when they agree, and when the wire counts say less. */
import { editionOf } from '../edition/index.ts';
import { readCountLine } from '../shorthand/read.ts';
import { bothWays } from './both-ways.ts';

const nec = editionOf('nec2023');
function both(line: string) {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  return bothWays(read.box, nec);
}

test.each([
  // 18.0 in³ ÷ 2.25 = 8 allowances of 12 AWG: both ways legal with nothing left, by hand.
  ['18 in3, marks 9/14 8/12, 5x 12, ground 12, duplex', 'legal', 'legal'],
  // The stamp says one less than the volume holds.
  ['18 in3, marks 7/12, 5x 12, ground 12, duplex', 'legal', 'over'],
  ['18 in3, marks 8/12, 7x 12, ground 12, duplex', 'over', 'over'],
  // Mixed sizes: the counts have no answer, the volume has.
  ['18 in3, marks 9/14 8/12, 12/2, 14/2', 'legal', 'unknown'],
] as const)('“%s”: by volume %s, by wire counts %s', (line, volume, counts) => {
  const told = both(line);
  expect([told?.volume.counted.verdict, told?.counts.counted.verdict]).toEqual([volume, counts]);
});

test.each(['18 in3, 12/2', 'marks 9/14 8/12, 12/2', 'measured 3 x 2 x 2, marks 9/14, 14/2', 'plastic, 12/2'])(
  '“%s” has not both',
  (line) => expect(both(line)).toBeUndefined(),
);

test('a table box with a stamp is told both ways too', () => {
  const told = both('box dev-3x2x3.5, marks 8/12, 5x 12, ground 12, duplex');
  expect([told?.volume.counted.capacity !== null, told?.counts.counted.unit]).toEqual([true, 'conductors']);
});
