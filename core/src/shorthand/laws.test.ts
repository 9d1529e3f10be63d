/** Laws of the count line and the count, over random boxes. The lines are invented data. */
import fc from 'fast-check';
import { BoxDocument, EMPTY_BOX } from '../box/document.ts';
import { addItem, removeItem } from '../box/edit.ts';
import { countedIds } from '../box/piece-id.ts';
import { type Edition, editionOf } from '../edition/index.ts';
import { compareTallies } from '../fill/compare.ts';
import { type Tally, tally } from '../fill/tally.ts';
import { tilesOf } from '../vessel/tiles.ts';
import { pack } from '../vessel/pack.ts';
import { cubicInches } from '../quantity/volume.ts';
import { FILLING, LINE } from '../tests/lines.ts';
import { itemFrom } from './piece.ts';
import { printCountLine } from './print.ts';
import { readCountLine } from './read.ts';

function boxOf(line: string): BoxDocument {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(`${line}: ${read.error.expected}`);
  return read.box;
}
const countOf = (line: string): Tally => {
  const box = boxOf(line);
  return tally(box, editionOf(box.edition ?? 'nec2023'));
};
/** A box without its ids, which are numbered anew when it is read. */
const nameless = (box: BoxDocument) => ({ ...box, items: box.items.map(({ id: _id, ...rest }) => rest) });

test('printing any line’s box and reading it back is the identity', () => {
  fc.assert(
    fc.property(LINE, (items) => {
      const box = boxOf(items.join(', '));
      expect(nameless(boxOf(printCountLine(box)))).toEqual(nameless(box));
    }),
    { numRuns: 500 },
  );
});

test.each<[string, Partial<BoxDocument>]>([
  ['an empty box', {}],
  ['one with a note alone', { note: 'behind the panel' }],
  ['one where flaps are to count', { flaps: 'count' }],
  ['one whose facts are an empty list', { site: {} }],
  ['one of an edition alone', { edition: 'nec2017' }],
  ['one that is of metal, and no more is known', { shell: { gangs: 1, material: 'metal' } }],
])('%s prints a line that reads back', (_name, more) => {
  const box = BoxDocument.parse({ ...EMPTY_BOX, ...more });
  const { site: _site, ...plain } = box;
  expect(boxOf(printCountLine(box))).toEqual(Object.keys(box.site ?? {}).length === 0 ? plain : box);
});

test('“empty” stands alone with its note, and says so', () => {
  const read = readCountLine('empty box');
  expect(read.ok ? undefined : read.error).toMatchObject({
    item: 'empty box',
    expected: 'nothing after “empty”',
  });
});

test('labels and notes with any signs survive printing and reading', () => {
  const sign = fc.constantFrom('"', '\\', ',', '#', 'é', ' ', '<b>', '×', 'x', '½', "'", '@12');
  const text = fc.array(sign, { minLength: 1, maxLength: 8 }).map((signs) => signs.join(''));
  fc.assert(
    fc.property(text, text, (label, note) => {
      const box: BoxDocument = {
        ...boxOf('18 in3, 12/2 feed'),
        note: note.trim() === '' ? 'n' : note.trim(),
      };
      const labelled = { ...box, items: box.items.map((item) => ({ ...item, label })) } as BoxDocument;
      expect(nameless(boxOf(printCountLine(labelled)))).toEqual(nameless(labelled));
    }),
    { numRuns: 500 },
  );
});

test('adding anything never lowers the fill', () => {
  fc.assert(
    fc.property(LINE, FILLING, (all, added) => {
      // What was said to be absent cannot be added.
      const items = all.filter((item) => !item.startsWith('no '));
      const before = countOf(items.join(', '));
      const after = countOf([...items, added].join(', '));
      fc.pre(before.unit === after.unit);
      expect(after.fill).toBeGreaterThanOrEqual(before.fill);
    }),
    { numRuns: 1000 },
  );
});

test('the order of items never matters', () => {
  const shuffled = LINE.chain((items) =>
    fc.tuple(fc.constant(items), fc.shuffledSubarray(items, { minLength: items.length })),
  );
  fc.assert(
    fc.property(shuffled, ([items, other]) => {
      const a = countOf(items.join(', '));
      const b = countOf(other.join(',\n'));
      expect([b.unit, b.capacity, b.fill, b.verdict]).toEqual([a.unit, a.capacity, a.fill, a.verdict]);
      const sums = (counted: Tally) =>
        counted.lines.map((line) => `${line.rule} ${line.size} ${line.total}`).sort();
      expect(sums(b)).toEqual(sums(a));
    }),
    { numRuns: 500 },
  );
});

test('an edition that differs only in data gives the same lines in the same order', () => {
  const nec = editionOf('nec2023');
  const dearer: Edition = {
    ...nec,
    name: 'NEC with other numbers',
    allowances: {
      ...nec.allowances,
      value: Object.fromEntries(
        Object.entries(nec.allowances.value).map(([size, volume]) => [size, volume + cubicInches(0.25)]),
      ),
    },
  };
  fc.assert(
    fc.property(LINE, (items) => {
      const box = boxOf(items.filter((item) => !/^(nec|cec)/.test(item)).join(', '));
      const a = tally(box, nec);
      const b = tally(box, dearer);
      expect(b.lines.map(({ rule, what, count, size }) => [rule, what, count, size])).toEqual(
        a.lines.map(({ rule, what, count, size }) => [rule, what, count, size]),
      );
      expect(b.fill).toBeGreaterThanOrEqual(a.fill);
    }),
    { numRuns: 300 },
  );
});

test('the sum of the lines is the fill, and every line says which items made it', () => {
  fc.assert(
    fc.property(LINE, (items) => {
      const box = boxOf(items.join(', '));
      const counted = tally(box, editionOf(box.edition ?? 'nec2023'));
      expect(counted.lines.reduce((sum, line) => sum + line.total, 0)).toBe(counted.fill);
      const ids = new Set(box.items.map((item) => item.id));
      for (const line of counted.lines) {
        expect(line.each * line.count).toBe(line.total);
        expect(line.why).toMatch(/^[A-Z].*\.$/);
        expect(line.from.length).toBeGreaterThan(0);
        for (const { id } of line.from) expect(ids.has(id)).toBe(true);
      }
      expect(compareTallies(counted, counted).lines).toEqual([]);
    }),
    { numRuns: 500 },
  );
});

test('tiles have the area of the fill, and packed they overlap nowhere and fill their height', () => {
  fc.assert(
    fc.property(LINE, (items) => {
      const box = boxOf(items.join(', '));
      const counted = tally(box, editionOf(box.edition ?? 'nec2023'));
      const tiles = tilesOf(counted, box);
      expect(tiles.reduce((sum, tile) => sum + tile.area, 0)).toBe(counted.fill);
      expect(new Set(tiles.map((tile) => tile.key)).size).toBe(tiles.length);
      const width = 300;
      const scale = 90_000 / Math.max(counted.fill, 1);
      const packed = pack(tiles, width, scale);
      expect(packed.height * width).toBeCloseTo(counted.fill * scale, 3);
      for (const { tile, x, y, width: w, height: h } of packed.tiles) {
        expect(w * h).toBeCloseTo(tile.area * scale, 3);
        expect(x + w).toBeLessThanOrEqual(width + 1e-6);
        const inside = packed.tiles.filter(
          (other) =>
            other.tile !== tile &&
            other.x < x + w - 1e-6 &&
            x < other.x + other.width - 1e-6 &&
            other.y < y + h - 1e-6 &&
            y < other.y + other.height - 1e-6,
        );
        expect(inside).toEqual([]);
      }
    }),
    { numRuns: 300 },
  );
});

test('any text is read or refused with its place, and never throws', () => {
  const words = fc.constantFrom(
    '18',
    'in3',
    '12/2',
    'x',
    '3x',
    'box',
    'duplex',
    '"',
    '#',
    ',',
    '@',
    'loop',
    '-',
    '⅛',
    'nec2023',
    'side',
    'b',
    '/',
    '0',
  );
  const text = fc.oneof(
    fc.string({ maxLength: 60 }),
    fc.array(words, { maxLength: 10 }).map((all) => all.join(' ')),
  );
  fc.assert(
    fc.property(text, (line) => {
      const read = readCountLine(line);
      if (read.ok) {
        expect(BoxDocument.safeParse(read.box).success).toBe(true);
      } else {
        expect(read.error.expected).not.toBe('');
        expect(line.slice(read.error.at).startsWith(read.error.item.slice(0, 5))).toBe(true);
      }
    }),
    // A line that is only a note, after a blank, once pointed at the blank.
    { numRuns: 2000, examples: [[' #']] },
  );
});

test('an item taken out again leaves the box as it was', () => {
  const box = boxOf('18 in3, 12/2, duplex');
  const added = addItem(box, itemFrom('14/3 travelers'), countedIds());
  expect(removeItem(added.box, added.id)).toEqual(box);
  // A device that loses its only cable keeps the size it was counted at.
  const bare = removeItem(box, box.items[0]?.id ?? '');
  expect(bare.items).toMatchObject([{ kind: 'device', size: 12 }]);
});
