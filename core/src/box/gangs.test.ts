/** The order of the gangs (docs/trade.md#openings: the one used first stands nearest the opening side of the door). */
import fc from 'fast-check';
import { editionOf } from '../edition/index.ts';
import { tally } from '../fill/tally.ts';
import { printCountLine } from '../shorthand/print.ts';
import { readCountLine } from '../shorthand/read.ts';
import { gangsOf, gangWords, withDeviceAt } from './gangs.ts';

const boxOf = (line: string) => {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  return read.box;
};
const BOX = boxOf('90 in3 5-gang, 12/2, 2x switch, clamps, range @10 wide 2, dimmer');
const names = (box: typeof BOX) => gangsOf(box).map(({ item, from, to }) => [item.device, from, to]);

test('devices stand from left to right, a wide one in two gangs', () => {
  expect(names(BOX)).toEqual([
    ['switch', 1, 1],
    ['switch', 2, 2],
    ['range', 3, 4],
    ['dimmer', 5, 5],
  ]);
  expect(gangsOf(BOX).map((gang) => gangWords(gang, 5))).toEqual([
    'gang 1 of 5',
    'gang 2 of 5',
    'gangs 3 to 4 of 5',
    'gang 5 of 5',
  ]);
  const [only] = gangsOf(boxOf('18 in3, 12/2, switch'));
  expect(only && gangWords(only, 1)).toBe('the only gang');
});

test('a device is moved among the devices: nothing else moves, nothing is lost, the count stays', () => {
  const ids = gangsOf(BOX).map(({ item }) => item.id);
  fc.assert(
    fc.property(fc.constantFrom(...ids), fc.integer({ min: -1, max: 6 }), (id, at) => {
      const moved = withDeviceAt(BOX, id, at);
      const now = gangsOf(moved).map(({ item }) => item.id);
      expect([...now].sort()).toEqual([...ids].sort());
      expect(now[Math.min(Math.max(at, 0), ids.length - 1)]).toBe(id);
      expect(moved.items.map(({ kind }) => kind)).toEqual(BOX.items.map(({ kind }) => kind));
      expect(tally(moved, editionOf('nec2023')).fill).toBe(tally(BOX, editionOf('nec2023')).fill);
      // The order is in the count line, and comes back from it.
      const again = boxOf(printCountLine(moved));
      expect(gangsOf(again).map(({ item }) => item.device)).toEqual(
        gangsOf(moved).map(({ item }) => item.device),
      );
    }),
  );
  expect(withDeviceAt(BOX, 'nobody', 0)).toBe(BOX);
});
