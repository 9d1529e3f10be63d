/**
 * The second answer: how tight a box is to work in (docs/trade.md#folding). It never changes the verdict. Device
 * depths are common practice, conductor areas NEC chapter 9, Table 5, from memory; the marks are ours.
 */
import fc from 'fast-check';
import { editionOf } from '../edition/index.ts';
import { tally } from '../fill/tally.ts';
import { inches } from '../quantity/length.ts';
import { readCountLine } from '../shorthand/read.ts';
import { LINE } from '../tests/lines.ts';
import { boxDepth, DEVICE_DEPTHS } from '../box/depth.ts';
import { BARE_SQIN, CONDUCTOR_SQIN } from './solids.ts';
import { workRoom } from './work-room.ts';

function roomOf(line: string) {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(`${line}: ${read.error.expected}`);
  const edition = editionOf(read.box.edition ?? 'nec2023');
  return workRoom(read.box, edition, tally(read.box, edition));
}

test.each([
  ['one cable and a duplex in a deep box', '22.5 in3 plastic, 14/2, duplex', 'roomy'],
  ['a GFCI is deep: snug where the volume alone would be roomy', '22.5 in3 plastic, 14/2, gfci', 'snug'],
  ['legal with nothing to spare', '10 in3 plastic, 14/2, duplex', 'tight'],
  ['over is never better than tight', '18 in3, 3x 12/2, duplex', 'tight'],
  ['a device that leaves less than half an inch behind it', 'box dev-3x2x1.5, 14/2, gfci @14', 'tight'],
  ['no volume, no answer', 'plastic, 14/2', 'unknown'],
  ['nothing in it, no answer', '18 in3', 'unknown'],
])('%s', (_why, line, answer) => {
  expect(roomOf(line).answer).toBe(answer);
});

test('depth is known from a measurement or a standard box, and told when little is left', () => {
  const depthOf = (line: string) => {
    const read = readCountLine(line);
    return read.ok ? boxDepth(read.box, editionOf('nec2023')) : undefined;
  };
  expect(depthOf('measured 3 x 2 x 2.5, 14/2')).toBe(inches(2.5));
  expect(depthOf('box 4sq-2.125, 14/2')).toBe(inches(2.125));
  expect(depthOf('box dev-3x2x3.5, 14/2')).toBe(inches(3.5));
  expect(depthOf('18 in3, 14/2')).toBeNull();
  expect(roomOf('box dev-3x2x1.5, 14/2, gfci @14').words).toMatch('in left behind the device');
});

test('more in the box never leaves more free', () => {
  fc.assert(
    fc.property(LINE, (items) => {
      const before = roomOf(items.join(', ')).freeShare;
      const after = roomOf([...items, '12/2'].join(', ')).freeShare;
      if (before !== null && after !== null) expect(after).toBeLessThan(before);
    }),
    { numRuns: 200 },
  );
});

test('areas rise with the conductor, bare is thinner than insulated, and every assumption is listed', () => {
  const sizes = [18, 16, 14, 12, 10, 8, 6] as const;
  const areas = sizes.map((size) => CONDUCTOR_SQIN.value[size] ?? NaN);
  expect([...areas].sort((a, b) => a - b)).toEqual(areas);
  for (const size of sizes) expect(BARE_SQIN.value[size]).toBeLessThan(CONDUCTOR_SQIN.value[size] ?? 0);
  // docs/trade.md#folding: 14 → 0.0097, 12 → 0.0133, 10 → 0.0211 in² (from memory there too).
  expect([14, 12, 10].map((size) => CONDUCTOR_SQIN.value[size as 14])).toEqual([0.0097, 0.0133, 0.0211]);
  // docs/trade.md#folding: about 1 in duplex and toggle, 1¼ GFCI, 1½ smart, timer, USB.
  expect([DEVICE_DEPTHS.value.duplex, DEVICE_DEPTHS.value.gfci, DEVICE_DEPTHS.value.smart]).toEqual(
    [1, 1.25, 1.5].map(inches),
  );
  expect(roomOf('18 in3, 12/2, duplex').assumptions).toHaveLength(5);
});
