/** The count line item by item. Source of the grammar and the meanings: docs/count-line.md. */
import { unreadableWords } from './errors.ts';
import { readCountLine, readPieces } from './read.ts';

function itemsOf(line: string) {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(`${line}: ${unreadableWords(read.error)}`);
  return read.box;
}

test.each([
  ['3x 12/2', '3 x 12/2'],
  ['3x 12/2', '3 12/2'],
  ['3x 12/2', '3X12/2'],
  ['18 in3', 'box 18'],
  ['18 in3', '18IN3'],
  ['18 in3 plastic 2-gang', '18 in3, 2 gang, plastic'],
  ['box oct-1.5', 'box octs-1.5'],
  ['box oct-2.125', 'BOX rounds-2.125'],
  ['12/2/2', '12/4'],
  ['2x 12 loop 14 in', '2 12 loop 14'],
  ['measured 3 x 2 x 2.5', 'measured 3x2x2 1/2'],
  ['duplex @12', 'duplex @ 12'],
  ['18 in3, 12/2', '18 in3\n12/2'],
  ['2x 3way, 12/2', '2 3way, 12/2'],
  ['gfci depth 1 1/4, 12/2', 'gfci depth 1.25 in, 12/2'],
])('“%s” and “%s” are the same', (a, b) => {
  const strip = (line: string) => itemsOf(`${line}, 14/2`);
  expect(strip(b)).toEqual(strip(a));
});

test.each([
  ['12/2', { id: 'i1.0', kind: 'cable', size: 12, conductors: 2, make: 'nm', ground: true }],
  ['12/2 mc', { make: 'mc' }],
  ['14/2 no-ground', { ground: false }],
  ['12/2/2', { conductors: 4 }],
  ['6/3 egc 10', { size: 6, groundSize: 10 }],
  ['14/3 travelers "hall"', { duty: { does: 'travelers' }, label: 'hall' }],
  ['14/2 leg "a \\"b\\", c"', { duty: { does: 'leg' }, label: 'a "b", c' }],
  ['4x 12 through', { kind: 'conductors', count: 4, run: 'through' }],
  ['2x 12 loop 14 in', { kind: 'conductors', run: 'loop', loop: '14 in' }],
  ['2x ground 10', { kind: 'ground', count: 2, size: 10, isolated: false }],
  ['2x ig 12', { kind: 'ground', isolated: true }],
  ['range @6 wide 2', { kind: 'device', device: 'range', size: 6, wide: 2 }],
  ['dimmer @14 depth 1.4', { device: 'dimmer', size: 14, depth: '1.4 in' }],
  ['fan-control @14', { device: 'fan-control' }],
  ['clamps', { kind: 'clamps', hold: 'grip' }],
  ['hickey', { kind: 'fitting', fitting: 'hickey' }],
  ['terminal 12', { kind: 'terminal', size: 12 }],
  ['fixture 2x18 domed "lantern"', { label: 'lantern', kind: 'fixture', count: 2, size: 18, domed: true }],
  ['connectors 2 @8', { kind: 'connectors', count: 2, size: 8 }],
  ['pigtails 3x12', { kind: 'pigtails', count: 3, size: 12 }],
  ['ring 6', { kind: 'added', part: 'ring', volume: '6 in3' }],
  ['ext 4sq-1.5', { kind: 'added', part: 'ext', box: '4sq-1.5' }],
  ['ring unmarked', { kind: 'added', part: 'ring' }],
])('“%s” is read', (line, item) => {
  expect(itemsOf(line).items).toMatchObject([item]);
});

test('“N x” stands for N pieces, numbered by the item and which of its count', () => {
  const { items } = itemsOf('3x 14/3 out, clamps, 2x switch, 6x 12');
  expect(items.map(({ id }) => id)).toEqual(['i1.0', 'i1.1', 'i1.2', 'i2', 'i3.0', 'i3.1', 'i4.0']);
  expect(items.slice(0, 3).map((item) => ({ ...item, id: '' }))).toEqual(
    Array.from({ length: 3 }, () => expect.objectContaining({ size: 14, duty: { does: 'out' } })),
  );
  const read = readCountLine('2x 14/3, clamps, duplex');
  expect(read.ok && read.spans.map(({ ids }) => ids)).toEqual([['i1.0', 'i1.1'], ['i2'], ['i3.0']]);
});

test.each([
  ['4/2', /4 AWG and larger is sized by the pull-box rules of 314.28/],
  ['1/0', /4 AWG and larger/],
  ['13/2', /18, 16, 14, 12, 10, 8 or 6 AWG/],
  ['6x 4', /4 AWG and larger/],
  ['0x 12/2', /at least 1/],
  ['100x 12/2', /at most 99/],
  ['99x 12/8', /more than 500 conductors/],
  ['12 loop', /length of the loop/],
  ['box 0', /more than 0 and at most 500/],
  ['box -5', /more than 0 and at most 500/],
  ['box ten', /more than 0 and at most 500/],
  ['10000 in3', /more than 0 and at most 500/],
  ['18 in3, 20 in3', /one box in a line \(“18 in3” is already given\)/],
  ['nec2019', /nec2014, nec2017, nec2020, nec2023, cec2018, cec2021/],
  ['nec2017, nec2020', /one edition in a line/],
  ['18 in3, duplex', /add a cable, or give the size/],
  ['18 in3 2-gang, barrier metal, 12/2 side a', /space b is empty/],
  ['18 in3, 12/2 side b', /no barrier/],
  ['cec2018, box 4sq-1.25, 14/2', /Table 23 of CEC 2018 lists/],
  ['cec2018, 295 ml, ext 4sq-1.25, 14/2', /Table 23 of CEC 2018 lists/],
  ['12/2 "open', /closing quote/],
  ['18 in3 plastic metal', /one material/],
  ['box 4sq-1.5 plastic', /standard box of the table is metal/],
  ['duplex @12 @14', /only one size/],
  ['marks 9', /such as “marks 9\/14/],
  ['', /an edition, a box, a cable/],
  ['x'.repeat(5000), /at most 4000 characters/],
])('“%s” is refused', (line, expected) => {
  const read = readCountLine(line);
  expect(read.ok).toBe(false);
  if (!read.ok) expect(read.error.expected).toMatch(expected);
});

// #12 is how the trade writes a gauge (common practice, no source): as a note all behind it would be lost.
test.each([
  ['18 in3 plastic, #12/2, duplex', '#12/2', 16],
  ['18 in3,#14', '#14', 7],
  ['18 in3 plastic, 6x #12, duplex @12', '6x #12', 16],
  ['18 in3, 2 #12/2 feed', '2 #12/2 feed', 8],
  ['3 x #12/2', '3 x #12/2', 0],
])('“%s” is not cut off at its #', (line, item, at) => {
  const read = readCountLine(line);
  expect(read).toMatchObject({ ok: false, error: { item, at } });
  if (!read.ok) expect(read.error.expected).toMatch('a size without #');
  expect(readPieces(line).find(({ error }) => error)).toMatchObject({ error: { item, at } });
});

test.each([
  '18 in3 plastic, 12/2 #12 in the list',
  '18 in3 plastic, 12/2 # spare, duplex',
  '18 in3 plastic, 12/2, # 12/2 to come',
  '18 in3 plastic, 12/2\n#14/2 left out',
  '# 18 in3\n18 in3 plastic, 12/2',
])('“%s” has a note', (line) => {
  expect(itemsOf(line).items).toHaveLength(1);
});

// A decimal comma (common practice in French Canada, no source): 18,25 in3 is no box of 25 in³.
test.each([
  ['18,25 in3 plastic, 12/2', '18,25 in3 plastic', 0],
  ['12/2, box 12,5', '12,5', 10],
  ['measured 3 x 2 x 2,8', '2,8', 17],
  ['18 in3, ring 5,6', '5,6', 13],
  ['18 in3, 12/2, duplex depth 1,6', '1,6', 27],
])('“%s” is not read as two items', (line, item, at) => {
  const read = readCountLine(line);
  expect(read).toMatchObject({ ok: false, error: { item, at } });
  if (!read.ok) expect(read.error.expected).toMatch('a point in a decimal number');
  expect(readPieces(line).find(({ error }) => error)).toMatchObject({ error: { item, at } });
});

test.each(['14, 18 in3', '14\n18 in3', '18 in3,14', '18 in3,12/2,14', '6x 12,18 in3', '12/2,3x 14,18 in3'])(
  '“%s” is items parted by a comma: blanks are free',
  (line) => {
    expect(itemsOf(line).shell).toMatchObject({ volume: '18 in3' });
  },
);

test.each([
  ['18 in3, duplx', 8, 'duplx', 'duplex'],
  ['18 in3, 12/2 fed', 8, '12/2 fed', 'feed'],
  ['  18 in3,  2x  swich', 11, '2x  swich', 'switch'],
  ['box 4qs-1.5', 0, 'box 4qs-1.5', '4sq-1.5'],
  ['18 in3 plastik', 0, '18 in3 plastik', 'plastic'],
])('“%s” names the place (%i) and the nearest word', (line, at, item, nearest) => {
  const read = readCountLine(line);
  expect(read).toMatchObject({ ok: false, error: { item, at, nearest } });
});

describe('each item of a line on its own', () => {
  test('what is understood and what is not are told apart, with their places', () => {
    const pieces = readPieces('18 in3, 2x 12/2, duplx, clamps');
    expect(pieces.map(({ text, at, error }) => [text, at, error?.nearest])).toEqual([
      ['18 in3', 0, undefined],
      ['2x 12/2', 8, undefined],
      ['duplx', 17, 'duplex'],
      ['clamps', 24, undefined],
    ]);
    expect(pieces.filter(({ error }) => error)).toHaveLength(1);
  });

  test('a second box is wrong, and a page of text is cut off, not thrown', () => {
    expect(readPieces('18 in3, 20 in3')[1]?.error?.expected).toMatch('one box in a line');
    expect(readPieces('x,'.repeat(10_000)).every(({ error }) => error)).toBe(true);
    expect(readPieces('')).toEqual([]);
  });
});

test.each([
  ['18 in3 plastic new-work device-box', { form: 'device-box', mount: 'new-work' }],
  ['6 in3 metal pan', { form: 'pan' }],
  ['square, 21 in3', { form: 'square' }],
])('“%s” says what the box looks like', (line, shell) => {
  const read = readCountLine(line);
  expect(read.ok && read.box.shell).toMatchObject(shell);
});

test('a cable says where it enters, once', () => {
  const read = readCountLine('18 in3, 14/2 feed bottom, 14/3 leg top "hall"');
  expect(read.ok && read.box.items).toMatchObject([{ enters: 'bottom' }, { enters: 'top', label: 'hall' }]);
  expect(readCountLine('18 in3, 14/2 top bottom')).toMatchObject({ error: { expected: 'only one enters' } });
});

test.each([
  ['catalog, 14/2', 'a volume with “catalog”, such as “34 in3 catalog”'],
  ['18 in3, clamps, no clamps, 14/2', 'one of the two: what is in the box cannot be absent from it'],
  ['box 4sq-1.5 plastic, 14/2', 'metal, or no material: a standard box of the table is metal'],
])('two items that do not go together are refused with what is accepted: %s', (line, expected) => {
  expect(readCountLine(line)).toMatchObject({ ok: false, error: { expected } });
});

test('a refusal of what is absent points at the words that deny it', () => {
  expect(readCountLine('18 in3, clamps, 14/2, no clamps')).toMatchObject({
    error: { item: 'no clamps', at: 22 },
  });
});
