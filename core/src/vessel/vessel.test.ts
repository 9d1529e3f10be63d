/** What is drawn: one tile for each allowance, in its real colour, in the order of folding. */
import { addItem } from '../box/edit.ts';
import { countedIds } from '../box/piece-id.ts';
import { editionOf } from '../edition/index.ts';
import { tally } from '../fill/tally.ts';
import { itemFrom } from '../shorthand/piece.ts';
import { readCountLine } from '../shorthand/read.ts';
import type { Amount } from '../fill/amount.ts';
import { cubicInches, millilitres } from '../quantity/volume.ts';
import { pack } from './pack.ts';
import { graduations } from './scale.ts';
import { TILE_GROUPS } from '../box/vessel-preview.ts';
import { cableColours, tilesOf } from './tiles.ts';

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

test('tiles stand in the order of folding: grounds at the back, devices in the opening (docs/trade.md#folding)', () => {
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
  const box = addItem(before.box, itemFrom('12/2'), countedIds()).box;
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

describe('thin layers', () => {
  const placesOf = (line: string, thin: number) => {
    const { tiles, counted } = drawn(line);
    return { counted, placed: pack(tiles, 230, (230 * 229) / counted.fill, thin).tiles };
  };

  test.each([
    '44 in3 3-gang, 3x 14/2 leg, 14/2 feed, clamps, 3x smart',
    '68 in3 4-gang, 9x 14/2, 4x switch, clamps, stud',
    '18 in3, 14/2',
    '100 in3, 12/2, 8x 14/2, 2x duplex @14',
  ])('%s: a layer too low for its words shares its row, and area stays volume', (line) => {
    const { counted, placed } = placesOf(line, 17);
    const sum = placed.reduce((all, { width, height }) => all + width * height, 0);
    expect(sum).toBeCloseTo(230 * 229, 4);
    const unit = (230 * 229) / counted.fill;
    for (const { tile, width, height } of placed) expect(width * height).toBeCloseTo(tile.area * unit, 4);
    const lowest = Math.min(...placed.map(({ height }) => height));
    const before = Math.min(...placesOf(line, 0).placed.map(({ height }) => height));
    expect(lowest).toBeGreaterThanOrEqual(Math.min(before, 17));
  });

  test('no two tiles lie on each other', () => {
    const { placed } = placesOf('44 in3 3-gang, 3x 14/2 leg, 14/2 feed, clamps, 3x smart', 17);
    for (const [nth, a] of placed.entries()) {
      for (const b of placed.slice(nth + 1)) {
        const apart =
          a.x + a.width <= b.x + 1e-6 ||
          b.x + b.width <= a.x + 1e-6 ||
          a.y + a.height <= b.y + 1e-6 ||
          b.y + b.height <= a.y + 1e-6;
        expect(apart).toBe(true);
      }
    }
  });
});

test('a switched conductor is told from a constant one by its cable’s role (docs/trade.md#terminals; NEC 200.7)', () => {
  expect(kinds('18 in3, 14/2 leg')).toEqual(['ground bare', 'neutral white', 'switched black']);
  expect(kinds('18 in3, 14/3 travelers')).toEqual([
    'ground bare',
    'neutral white',
    'switched black',
    'switched red',
  ]);
  // In a switch loop the white carries the supply to the switch, and the black comes back switched.
  expect(kinds('18 in3, 14/2 loop')).toEqual(['ground bare', 'hot white', 'switched black']);
  expect(kinds('18 in3, 14/2 feed')).toEqual(['ground bare', 'neutral white', 'hot black']);
});

describe('the scale beside the vessel', () => {
  test.each([
    [18, 'in3', 6, ['0', '5', '10', '15']],
    [44, 'in3', 6, ['0', '10', '20', '30', '40']],
    [6, 'in3', 5, ['0', '2', '4', '6']],
    [344, 'ml', 6, ['0', '100', '200', '300']],
    [12, 'conductors', 6, ['0', '2', '4', '6', '8', '10', '12']],
  ] as const)('up to %d %s with at most %d figures', (most, unit, figures, expected) => {
    const atoms = unit === 'conductors' ? most * 4 : unit === 'in3' ? cubicInches(most) : millilitres(most);
    const marks = graduations(atoms as Amount, unit, figures);
    expect(marks.flatMap(({ figure }) => figure ?? [])).toEqual(expected);
    expect(marks.every(({ at }, nth) => nth === 0 || at > (marks[nth - 1]?.at ?? NaN))).toBe(true);
  });
});
