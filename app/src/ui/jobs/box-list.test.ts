/** Finding, filtering and sorting boxes, and many boxes read at once. Invented boxes. */
import { BoxFields } from '@dense-pack/core/box/record';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import type { ShownBox } from '../client/queries';
import { ALL, distinct, fullness, listBox, type Wish, wished } from './box-list';
import { previewBoxes } from './preview-boxes';

function shown(name: string, line: string, room = '', circuit = '', note = ''): ShownBox {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  return {
    ...BoxFields.parse({ name, room, circuit, box: read.box, seen: { note } }),
    id: `box-${name.toLowerCase()}`,
    jobId: 'job-0000001',
    version: 1,
    createdAt: '2026-01-01T00:00:00.000Z',
    updatedAt: '2026-01-01T00:00:00.000Z',
  };
}

const JOB = { edition: 'nec2023' } as const;

const LISTED = [
  shown('Den', '18 in3, 2x 12/2, duplex', 'Den', '10'),
  shown('Counter', '18 in3, 3x 12/2, duplex', 'Kitchen', '2', 'tile'),
  shown('Cellar', 'measured 3 x 2 x 2, 14/2', 'Cellar', '1'),
  shown('Full', '10 in3, 14/2, switch', 'Den', '2'),
].map((box) => listBox(box, JOB));

const names = (wish: Partial<Wish>) => wished(LISTED, { ...ALL, ...wish }).map(({ box }) => box.name);

test.each<[string, Partial<Wish>, string[]]>([
  ['all, as recorded', {}, ['Den', 'Counter', 'Cellar', 'Full']],
  ['over', { filter: 'over' }, ['Counter']],
  ['tight: legal, with nothing to spare', { filter: 'tight' }, ['Full']],
  ['without an answer', { filter: 'unknown' }, ['Cellar']],
  ['of a room', { room: 'Den' }, ['Den', 'Full']],
  ['of a circuit', { circuit: '2' }, ['Counter', 'Full']],
  ['found by a word of its note', { search: 'TILE' }, ['Counter']],
  ['found by two words', { search: 'den full' }, ['Full']],
  ['found by nothing', { search: 'attic' }, []],
  ['fullest first, unknown last', { sort: 'fullest' }, ['Counter', 'Full', 'Den', 'Cellar']],
  ['by name', { sort: 'name' }, ['Cellar', 'Counter', 'Den', 'Full']],
  ['by circuit, 2 before 10', { sort: 'circuit' }, ['Cellar', 'Counter', 'Full', 'Den']],
])('%s', (_name, wish, expected) => {
  expect(names(wish)).toEqual(expected);
});

test('rooms and circuits are listed once, in order', () => {
  expect(distinct(LISTED, 'room')).toEqual(['Cellar', 'Den', 'Kitchen']);
  expect(distinct(LISTED, 'circuit')).toEqual(['1', '2', '10']);
});

test('fullness is fill over volume; the same document is counted once', () => {
  const [den] = LISTED;
  if (!den) throw new Error('no box');
  expect(fullness(den)).toBeCloseTo(15.75 / 18, 10);
  expect(listBox({ ...den.box, name: 'Other' }, JOB).counted).toBe(den.counted);
});

test('a record is listed once while everything it depends on stays, and again when any of it changes', () => {
  const box = shown('A', '18 in3, 2x 12/2, duplex');
  const clock = jest.spyOn(Date, 'now').mockReturnValue(0);
  const first = listBox(box, JOB);
  expect(listBox(box, { ...JOB })).toBe(first);
  const known = () => undefined;
  for (const other of [
    () => listBox(box, { ...JOB, edition: 'nec2020' }),
    () => listBox(box, { ...JOB, editionAssumed: true }),
    () => listBox(box, { ...JOB, panel: { circuits: [] } }),
    () => listBox(box, JOB, { wiringOf: known }),
    () => listBox(box, JOB, { run: { behind: () => [], rolesIn: () => ({}) } }),
    () => listBox({ ...box }, JOB),
  ]) {
    const before = listBox(box, JOB);
    expect(other()).not.toBe(before);
  }
  const before = listBox(box, JOB);
  clock.mockReturnValue(60_000);
  expect(listBox(box, JOB)).not.toBe(before);
  clock.mockRestore();
});

test('broken rules beside the fill are counted, as far as facts are recorded', () => {
  const wrong = (line: string) => listBox(shown('A', line), JOB).wrong;
  expect(wrong('22.5 in3, 14/2, switch')).toBe(0);
  expect(wrong('22.5 in3, 14/2, switch, breaker 20, gap 1/4 in')).toBe(3);
});

describe('many boxes at once', () => {
  const read = (kind: 'lines' | 'csv', text: string) => previewBoxes({ kind, text, edition: 'nec2023' });

  test('each row has its verdict before anything is saved', () => {
    const preview = read(
      'csv',
      'name,line\nA,"18 in3, 3x 12/2, duplex"\nB,"18 in3, banana"\nC,"measured 3x2x2, 14/2"\n',
    );
    expect('rows' in preview && preview.rows.map((row) => (row.ok ? row.verdict : row.why))).toEqual([
      'over',
      expect.stringMatching('“banana” at character 9 cannot be read'),
      'unknown',
    ]);
  });

  test.each([
    [
      'a CSV of another kind',
      'date,amount\n1,2\n',
      /expected a header row with a “line” column, found “date, amount”/,
    ],
    ['a CSV of 501 boxes', `line\n${'"18 in3, 14/2"\n'.repeat(501)}`, /501 rows; at most 500/],
  ])('%s is refused in words', (_name, text, why) => {
    expect(read('csv', text)).toEqual({ refused: expect.stringMatching(why) });
  });

  test('a pasted novel is so many bad rows, or refused; it never throws', () => {
    const novel = read('lines', 'Call me a box.\n'.repeat(300));
    expect('rows' in novel && novel.rows.every((row) => !row.ok)).toBe(true);
    expect(read('lines', 'x'.repeat(500_000))).toEqual({ refused: expect.stringMatching(/at most 400000/) });
  });
});
