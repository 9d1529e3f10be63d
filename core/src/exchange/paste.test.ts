/** Many boxes pasted at once: good rows are read, bad ones named, too much refused in words. */
import { BATCH_MOST, PASTE_MOST, PasteRefused, readPasted } from './paste.ts';

test('one box a line, a name before a colon, blank lines passed over, rows numbered as lines', () => {
  const rows = readPasted(
    'Den outlet: 18 in3 plastic, 2x 12/2, duplex\r\n\r\nbox oct-1.5, 14/3, stud\n18 in3, duplx',
    'nec2023',
  );
  expect(rows.map((row) => [row.row, row.ok, row.ok ? row.fields.name : row.why])).toEqual([
    [1, true, 'Den outlet'],
    [3, true, 'Line 3'],
    [4, false, expect.stringMatching(/“duplx” at character 9.*Did you mean “duplex”\?/)],
  ]);
});

test('a name that is no line of its own is not taken for one', () => {
  const [row] = readPasted('14/2 "a: b", 18 in3', 'nec2023');
  expect(row).toMatchObject({ ok: true, fields: { name: 'Line 1' } });
});

test.each(['Kitchen, left', '"Kitchen"', 'x'.repeat(81), 'No #4', ''])(
  'the name “%s” is told to be wrong',
  (name) => {
    const [row] = readPasted(`${name}: 18 in3 plastic, 12/2`, 'nec2023');
    expect(row).toMatchObject({
      ok: false,
      why: expect.stringMatching(/name before the colon must have 1 to 80 characters and no comma/),
    });
  },
);

test('where the box cannot be read either, that is told', () => {
  const [row] = readPasted('Kitchen, left: 18 in3 plastic, 12/2, duplx', 'nec2023');
  expect(row).toMatchObject({ ok: false, why: expect.stringMatching(/“Kitchen” at character 1/) });
});

test.each([
  ['a novel', 'It was a dark night. '.repeat(PASTE_MOST / 20), /characters; at most/],
  ['too many lines', '18 in3, 14/2\n'.repeat(BATCH_MOST + 1), /501 lines; at most 500/],
])('%s is refused as a whole', (_name, text, why) => {
  expect(() => readPasted(text, 'nec2023')).toThrow(PasteRefused);
  expect(() => readPasted(text, 'nec2023')).toThrow(why);
});

test('a line far too long is one bad row among good ones', () => {
  const rows = readPasted(`18 in3, 14/2\n${'x'.repeat(5000)}`, 'nec2023');
  expect(rows.map((row) => row.ok)).toEqual([true, false]);
});

test('five hundred boxes are read', () => {
  const rows = readPasted('18 in3, 2x 12/2, duplex\n'.repeat(BATCH_MOST), 'nec2023');
  expect(rows.filter((row) => row.ok)).toHaveLength(500);
});
