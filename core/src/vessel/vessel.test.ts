/** What is drawn: one tile for each allowance, in its real colour, in the order of folding. */
import { addItem } from '../box/edit.ts';
import { editionOf } from '../edition/index.ts';
import { tally } from '../fill/tally.ts';
import { itemFrom } from '../shorthand/piece.ts';
import { readCountLine } from '../shorthand/read.ts';
import { pack } from './pack.ts';
import { cableColours, TILE_GROUPS, tilesOf } from './tiles.ts';

function drawn(line: string) {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  const counted = tally(read.box, editionOf(read.box.edition ?? 'nec2023'));
  return { box: read.box, counted, tiles: tilesOf(counted, read.box) };
}
const kinds = (line: string) =>
  drawn(line).tiles.map((tile) => `${tile.group}${tile.colour ? ` ${tile.colour}` : ''}`);

test('a cable’s conductors have their own colours (common practice, no source: NM cable colours)', () => {
  expect(cableColours(2)).toEqual(['black', 'white']);
  expect(cableColours(3)).toEqual(['black', 'white', 'red']);
  expect(cableColours(4)).toEqual(['black', 'white', 'red', 'blue']);
});

test('tiles stand in the order of folding: grounds at the back, devices in the opening (handbook 16)', () => {
  expect(kinds('18 in3, 12/3, duplex, clamps')).toEqual([
    'ground bare',
    'hardware',
    'neutral white',
    'hot black',
    'hot red',
    'device',
    'device',
  ]);
  const order = drawn('32 in3, 2x 12/2, 2x 12 through, stud, switch, duplex').tiles.map((tile) =>
    TILE_GROUPS.indexOf(tile.group),
  );
  expect(order).toEqual([...order].sort((a, b) => a - b));
});

test('grounds that count together are one tile, each beyond four a quarter of one', () => {
  const grounds = drawn('32 in3, 6x 14/2').tiles.filter((tile) => tile.group === 'ground');
  expect(grounds).toHaveLength(3);
  expect(grounds.map((tile) => tile.area / (grounds[0]?.area ?? NaN))).toEqual([1, 0.25, 0.25]);
});

test('what does not count has no tile', () => {
  expect(kinds('18 in3, 12/2, pigtails 3x12, connectors 2')).toEqual(kinds('18 in3, 12/2'));
});

test('adding one thing keeps every other tile’s name and only lifts or widens its layer', () => {
  const before = drawn('32 in3, 2x 12/2, duplex, clamps');
  const box = addItem(before.box, itemFrom('12/2')).box;
  const counted = tally(box, editionOf('nec2023'));
  const after = tilesOf(counted, box);
  const names = after.map((tile) => tile.key);
  for (const tile of before.tiles) expect(names).toContain(tile.key);
  const place = (tiles: typeof after) =>
    new Map(pack(tiles, 300, 1e-9).tiles.map((placed) => [placed.tile.key, placed]));
  const was = place(before.tiles);
  const is = place(after);
  // The layers below the one that grew do not move at all.
  for (const tile of before.tiles.filter((one) => one.group === 'ground' || one.group === 'hardware')) {
    const { tile: _was, ...old } = was.get(tile.key) ?? { tile };
    const { tile: _is, ...now } = is.get(tile.key) ?? { tile };
    expect(now).toEqual(old);
  }
  // A device moves straight up.
  const device = before.tiles.find((tile) => tile.group === 'device');
  expect(is.get(device?.key ?? '')?.x).toBe(was.get(device?.key ?? '')?.x);
  expect(is.get(device?.key ?? '')?.y ?? 0).toBeGreaterThan(was.get(device?.key ?? '')?.y ?? 0);
});

test('a packing of nothing is empty', () => {
  expect(pack([], 300)).toEqual({ tiles: [], height: 0 });
});

test.each([1, 5, 20, 60])('with %i conductors no tile is too thin for its letter', (many) => {
  const { tiles, counted } = drawn(`400 in3, ${many}x 12`);
  const packed = pack(tiles, 300, 60_000 / counted.fill);
  for (const { width, height } of packed.tiles) {
    expect(Math.min(width, height)).toBeGreaterThan(12);
  }
});
