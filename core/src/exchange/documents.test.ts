/** Documents that are made from the code: they say what the code does. `npm run docs` writes them. */
import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import Papa from 'papaparse';
import { BoxDocument } from '../box/document.ts';
import { readCountLine } from '../shorthand/read.ts';
import { LINE } from '../tests/lines.ts';
import { CsvRefused, readCsv, writeCsv } from './csv.ts';
import { boxJsonSchema } from './json-schema.ts';
import { rulesPage } from './rules-page.ts';

const docs = (name: string) => join(__dirname, '../../../docs', name);
const PAGES: readonly [string, () => string][] = [
  ['rules.md', rulesPage],
  ['box.schema.json', () => `${JSON.stringify(boxJsonSchema(), null, 2)}\n`],
];

test.each(PAGES)('docs/%s is what the code says', (name, make) => {
  if (process.env['UPDATE_DOCS']) writeFileSync(docs(name), make());
  expect(readFileSync(docs(name), 'utf8')).toBe(make());
});

test('the rules page gives every value its section and confidence', () => {
  const page = rulesPage();
  expect(page).toMatch('| allowances of one yoke | 2 for each gang | 314.16(B)(4) | from memory |');
  expect(page).toMatch('| `4sq-1.5` | 4 × 1½ square | 21 |');
  expect(page).toMatch('deeper than 1 in: 32 mL a cm');
});

describe('CSV', () => {
  const HEADER = 'name,room,circuit,line';
  test('good rows are kept, bad ones reported with their row number', () => {
    const rows = readCsv(
      [
        `\uFEFF${HEADER}`,
        'Den,Den,7,"18 in3 plastic, 2x 12/2, duplex"',
        'Bad,,,"18 in3, duplx"',
        'Empty,,,',
        '"With ""quotes"" and\na line break",,,"18 in3, 12/2 # n"',
        'Too many,a,b,12/2,c,d',
        '',
      ].join('\r\n'),
    );
    expect(rows.map((one) => [one.row, one.ok])).toEqual([
      [2, true],
      [3, false],
      [4, false],
      [5, true],
      [6, false],
    ]);
    expect(rows[1]).toMatchObject({ why: expect.stringContaining('Did you mean “duplex”?') });
    expect(rows[2]).toMatchObject({ why: expect.stringContaining('“line” cell is empty') });
    expect(rows[3]).toMatchObject({ fields: { name: 'With "quotes" and a line break' } });
    expect(rows[4]).toMatchObject({ why: expect.stringContaining('RFC 4180') });
  });

  test.each(['', 'a,b\n1,2', '{"json": true}', 'Lorem ipsum dolor'])('%j is no CSV of boxes', (text) => {
    expect(() => readCsv(text)).toThrow(CsvRefused);
  });

  test('what is written reads back to the same boxes', () => {
    fc.assert(
      fc.property(fc.array(LINE, { minLength: 1, maxLength: 5 }), (lines) => {
        const boxes = lines.map((items, nth) => {
          const read = readCountLine(items.join(', '));
          if (!read.ok) throw new Error(read.error.expected);
          return { name: `Box, "${nth}"`, room: '', circuit: '', box: read.box };
        });
        const back = readCsv(writeCsv(boxes));
        expect(back.every((row) => row.ok)).toBe(true);
        expect(back.map((row) => row.ok && [row.fields.name, row.fields.box.items.length])).toEqual(
          boxes.map(({ name, box }) => [name, box.items.length]),
        );
      }),
      { numRuns: 100 },
    );
  });

  test('a cell that a spreadsheet would run is written as text', () => {
    const box = BoxDocument.parse({ version: 3, shell: {}, items: [] });
    const csv = writeCsv([{ name: '=SUM(A1)', room: '@x', circuit: '', box }]);
    expect(csv).toMatch("'=SUM(A1),'@x,");
  });
});

test('cells a spreadsheet would take for a formula are text in the file, and come back as they were', () => {
  const name = fc.tuple(
    fc.constantFrom('=', '+', '-', '@', "'=", "''@", "'", 'x'),
    fc.stringMatching(/^[a-zA-Z0-9()!' ]{0,20}[a-z]$/),
  );
  fc.assert(
    fc.property(name, ([sign, rest]) => {
      const said = `${sign}${rest}`;
      const [row] = readCsv(
        writeCsv([{ name: said, room: said, circuit: sign + rest.slice(-9), box: boxIn('18 in3, 12/2') }]),
      );
      if (!row?.ok) throw new Error(row?.why);
      expect([row.fields.name, row.fields.room]).toEqual([said.replace(/\s+/g, ' ').trim(), said.trim()]);
      const cells =
        Papa.parse<string[]>(writeCsv([{ name: said, room: '', circuit: '', box: boxIn('18 in3') }]))
          .data[1] ?? [];
      for (const cell of cells) expect(cell).not.toMatch(/^[=+@\t\r]|^-(?!\d+(\.\d+)?$)/);
    }),
  );
});

function boxIn(line: string): BoxDocument {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  return read.box;
}

test('where nobody chose the edition and two differ, the verdict of a row says so (314.16(B)(5), from memory)', () => {
  const box = boxIn('32 in3 2-gang, 5x 14/2, clamps, 2x switch');
  const verdict = (job?: Parameters<typeof writeCsv>[1]) =>
    Papa.parse<string[]>(writeCsv([{ name: 'Box', room: '', circuit: '', box }], job)).data[1]?.at(-1);
  expect(verdict({ edition: 'nec2017' })).toBe('legal, 0.00 in³ left: nothing more goes in');
  expect(verdict({ edition: 'nec2017', editionAssumed: true })).toMatch(
    /^legal if NEC 2014 is adopted|^legal if NEC 2017/,
  );
  expect(verdict()).toMatch(/if NEC 20/);
});
