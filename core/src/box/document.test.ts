/** The box document's schema at its border: what it takes, what it refuses and how it says so. */
import { readStoredLength, readLength } from '../quantity/length.ts';
import { readStoredVolume, readVolume } from '../quantity/volume.ts';
import { printDecimal } from '../quantity/number.ts';
import fc from 'fast-check';
import { printCountLine } from '../shorthand/print.ts';
import { addCount, addItem, changeItem, changeShell, type NewItem, removeItem } from './edit.ts';
import { newId } from './new-id.ts';
import { rowsOf } from './rows.ts';
import { BoxDocument, EMPTY_BOX, type Item } from './document.ts';
import { larger } from './stored-quantities.ts';
import { BoxFields, JobFields, NewJob, Problem } from './record.ts';

const CABLE = { id: 'i1.0', kind: 'cable', size: 12, conductors: 2 } as const;
const boxWith = (change: object) => ({ version: 3, shell: {}, items: [], ...change });

function refusal(value: unknown): string {
  const parsed = BoxDocument.safeParse(value);
  if (parsed.success) throw new Error('it was taken');
  return parsed.error.issues.map((issue) => `${issue.path.join('.')}: ${issue.message}`).join('\n');
}

test('what is left out takes its usual value', () => {
  expect(BoxDocument.parse(boxWith({ items: [CABLE] }))).toEqual({
    version: 3,
    shell: { gangs: 1 },
    flaps: 'leave-out',
    items: [{ ...CABLE, make: 'nm', ground: true }],
  });
});

test.each([
  ['another version', { ...boxWith({}), version: 4 }, /version/],
  ['no shell', { version: 3, items: [] }, /shell/],
  ['an unknown field', boxWith({ colour: 'red' }), /colour/],
  ['an unknown edition', boxWith({ edition: 'nec1999' }), /edition/],
  [
    'a volume without a unit',
    boxWith({ shell: { volume: '18' } }),
    /shell.volume: write a volume with its unit/,
  ],
  ['a volume in another unit', boxWith({ shell: { volume: '18 gal' } }), /with its unit/],
  ['a volume finer than 1/10 000 in³', boxWith({ shell: { volume: '18.00001 in3' } }), /no finer than/],
  ['a volume as a number', boxWith({ shell: { volume: 18 } }), /shell.volume/],
  ['500.0001 in³', boxWith({ shell: { volume: '500.0001 in3' } }), /at most 500/],
  ['an unknown standard box', boxWith({ shell: { box: '4sq-9' } }), /standard box of one of the editions/],
  ['a plastic standard box', boxWith({ shell: { box: '4sq-1.5', material: 'plastic' } }), /is metal/],
  ['no gang', boxWith({ shell: { gangs: 0 } }), /shell.gangs: must be at least 1/],
  ['nine gangs', boxWith({ shell: { gangs: 9 } }), /at most 8/],
  ['half a gang', boxWith({ shell: { gangs: 1.5 } }), /shell.gangs/],
  ['a measured box of two dimensions', boxWith({ shell: { measured: ['3 in', '2 in'] } }), /shell.measured/],
  [
    'a measured box deeper than a wall',
    boxWith({ shell: { measured: ['3 in', '2 in', '25 in'] } }),
    /at most 24 in/,
  ],
  ['an empty stamp', boxWith({ shell: { marks: [] } }), /shell.marks/],
  ['an unknown kind', boxWith({ items: [{ id: 'i1', kind: 'lamp', count: 1 }] }), /items.0.kind/],
  ['a cable of 4 AWG', boxWith({ items: [{ ...CABLE, size: 4 }] }), /314.28/],
  ['a cable of 13 AWG', boxWith({ items: [{ ...CABLE, size: 13 }] }), /18, 16, 14, 12, 10, 8 or 6/],
  ['a cable without conductors', boxWith({ items: [{ ...CABLE, conductors: 0 }] }), /items.0.conductors/],
  ['a cable with a count', boxWith({ items: [{ ...CABLE, count: 2 }] }), /count/],
  ['no clamp at all', boxWith({ items: [{ id: 'i1', kind: 'clamps', count: 0 }] }), /items.0.count: must be/],
  ['a hundred clamps', boxWith({ items: [{ id: 'i1', kind: 'clamps', count: 100 }] }), /at most 99/],
  ['a piece without a number', boxWith({ items: [{ ...CABLE, id: 'i1' }] }), /items.0.id: must name a piece/],
  [
    'a duty with hots and no circuits',
    boxWith({ items: [{ ...CABLE, duty: { does: 'out', hots: ['a'] } }] }),
    /circuits and hots must be given together/,
  ],
  [
    'a loop with circuits that does not say which way',
    boxWith({ items: [{ ...CABLE, duty: { does: 'loop', hots: ['a'], circuits: ['a'] } }] }),
    /loop-out, loop-in/,
  ],
  [
    'a guard where no hot is given',
    boxWith({ items: [{ ...CABLE, duty: { does: 'out', guard: 'i2.0' } }] }),
    /more than the word/,
  ],
  [
    'a duty of what only passes through',
    boxWith({
      items: [{ id: 'i1.0', kind: 'conductors', count: 2, size: 12, run: 'through', duty: { does: 'feed' } }],
    }),
    /only conductors that end in the box/,
  ],
  ['a label of 10,000 signs', boxWith({ items: [{ ...CABLE, label: 'x'.repeat(10_000) }] }), /at most 80/],
  ['an id with a blank', boxWith({ items: [{ ...CABLE, id: 'i 1' }] }), /items.0.id/],
  [
    'a loop without its length',
    boxWith({ items: [{ id: 'i1.0', kind: 'conductors', count: 1, size: 12, run: 'loop' }] }),
    /needs its length/,
  ],
  [
    'a length without a loop',
    boxWith({
      items: [{ id: 'i1.0', kind: 'conductors', count: 1, size: 12, run: 'through', loop: '14 in' }],
    }),
    /take none/,
  ],
  [
    'a device seven gangs wide',
    boxWith({ items: [{ id: 'i1.0', kind: 'device', device: 'range', wide: 7 }] }),
    /items.0.wide/,
  ],
  [
    'a device deeper than 6 in',
    boxWith({ items: [{ id: 'i1.0', kind: 'device', device: 'duplex', depth: '7 in' }] }),
    /at most 6 in/,
  ],
  [
    'a device with no depth',
    boxWith({ items: [{ id: 'i1.0', kind: 'device', device: 'duplex', depth: '0 in' }] }),
    /more than 0/,
  ],
  [
    'a ring both marked and of the table',
    boxWith({ items: [{ id: 'i1', kind: 'added', count: 1, part: 'ext', volume: '8 in3', box: '4sq-1.5' }] }),
    /not both/,
  ],
  [
    'two barriers',
    boxWith({ items: ['i1', 'i2'].map((id) => ({ id, kind: 'barrier', material: 'metal' })) }),
    /one barrier at most/,
  ],
  ['two items with one id', boxWith({ items: [CABLE, CABLE] }), /same id/],
  [
    'too many conductors',
    boxWith({
      items: Array.from({ length: 63 }, (_, nth) => ({ ...CABLE, id: `i1.${nth}`, conductors: 8 })),
    }),
    /more than 500 conductors/,
  ],
  ['a note of a novel', boxWith({ note: 'x'.repeat(25_000) }), /at most 20000/],
])('%s is refused', (_, value, says) => {
  expect(refusal(value)).toMatch(says);
});

describe('records', () => {
  test('names are trimmed, and need something in them', () => {
    expect(JobFields.parse({ name: '  House ' })).toEqual({
      name: 'House',
      edition: 'nec2023',
      note: '',
      panel: { circuits: [] },
      links: [],
    });
    expect(JobFields.safeParse({ name: '   ' }).success).toBe(false);
    expect(JobFields.safeParse({ name: 'x'.repeat(81) }).success).toBe(false);
    expect(BoxFields.safeParse({ name: 'B', box: EMPTY_BOX, circuit: 'x'.repeat(41) }).success).toBe(false);
  });
  test('an id of one’s own is short and plain', () => {
    expect(NewJob.safeParse({ name: 'A', id: 'abc' }).success).toBe(false);
    expect(NewJob.safeParse({ name: 'A', id: '../../etc/passwd' }).success).toBe(false);
    expect(NewJob.safeParse({ name: 'A', id: 'abcd-1234' }).success).toBe(true);
    expect(Problem.safeParse({ type: 'about:blank', title: 'T', status: 400 }).success).toBe(true);
  });
});

describe('edits', () => {
  const cable = { kind: 'cable', size: 12, conductors: 2, make: 'nm', ground: true } as const;
  const add = (box: BoxDocument, ...items: NewItem[]) =>
    items.reduce((filled, item) => addItem(filled, item, newId).box, box);
  const ids = (box: BoxDocument) => box.items.map(({ id }) => id);

  test('every cable is a piece of its own; like ones stand together and show as one row', () => {
    const box = add(EMPTY_BOX, cable, { ...cable, make: 'mc' }, cable, { ...cable, label: 'hall' }, cable);
    expect(new Set(ids(box)).size).toBe(5);
    expect(rowsOf(box.items).map(({ count }) => count)).toEqual([3, 1, 1]);
    expect(printCountLine(box)).toBe('3x 12/2, 12/2 mc, 12/2 "hall"');
    expect(BoxDocument.safeParse(box).success).toBe(true);
  });
  test('hardware just like what is there is counted up; what has a label stands for itself', () => {
    const terminal = { kind: 'terminal', count: 1, size: 12 } as const;
    const wires = { kind: 'conductors', count: 2, size: 12, run: 'enters' } as const;
    const box = add(EMPTY_BOX, terminal, terminal, wires, wires, { ...wires, label: 'hall' });
    expect(printCountLine(box)).toBe('2x terminal 12, 4x 12, 2x 12 "hall"');
    // Conductors whose duty is told are a piece: more of them are another.
    const told = changeItem(box, box.items[1]?.id ?? '', {
      duty: { does: 'feed', circuits: ['a'], hots: [] },
    });
    expect(add(told, wires).items).toHaveLength(4);
  });
  test('the original box is never changed', () => {
    const box = add(EMPTY_BOX, cable, cable);
    const [first = ''] = ids(box);
    const before = JSON.stringify(box);
    add(box, cable);
    addCount(box, first, 5, newId);
    changeItem(box, first, { size: 14 });
    changeShell(box, { gangs: 3 });
    removeItem(box, first);
    expect(JSON.stringify(box)).toBe(before);
  });
  test('a row is counted through: none takes it out, more than 99 is 99, and no id comes twice', () => {
    const box = add(EMPTY_BOX, cable, { ...cable, label: 'hall' });
    const [first = '', hall = ''] = ids(box);
    expect(ids(addCount(box, first, -1, newId))).toEqual([hall]);
    const many = addCount(box, first, 1000, newId);
    expect(rowsOf(many.items).map(({ count }) => count)).toEqual([99, 1]);
    expect(new Set(ids(many)).size).toBe(100);
    expect(ids(addCount(box, 'none', 1, newId))).toEqual(ids(box));
  });
  test('one of three like cables goes, and the others keep their ids, duties and what is joined to them', () => {
    const three = add(EMPTY_BOX, cable, cable, cable);
    const [a = '', b = '', c = ''] = ids(three);
    const told = changeItem(three, c, { duty: { does: 'feed', circuits: ['a'], hots: [] } });
    // Taken out by hand, it is the one that was meant.
    expect(ids(removeItem(told, a))).toEqual([b, c]);
    // Counted down, the last of which nothing is told.
    const fewer = addCount(changeItem(told, c, { duty: undefined }), a, -1, newId);
    expect(ids(fewer)).toEqual([a, b]);
    expect(ids(addCount(addCount(fewer, a, 1, newId), a, -1, newId))).toEqual([a, b]);
    // An id that went does not come back.
    expect(ids(addCount(fewer, a, 1, newId))).not.toContain(c);
  });
  test('a field set to undefined is gone, and the result is a document', () => {
    const box = changeShell(EMPTY_BOX, { volume: '18 in3' });
    expect('volume' in changeShell(box, { volume: undefined }).shell).toBe(false);
    const one = addItem(EMPTY_BOX, { ...cable, label: 'x' }, newId);
    const labelled = changeItem(one.box, one.id, { label: undefined });
    expect(BoxDocument.safeParse(labelled).success).toBe(true);
    expect('label' in (labelled.items[0] as Item)).toBe(false);
  });
  test('the larger size is the smaller AWG number', () => {
    expect(larger(14, 12)).toBe(12);
    expect(larger(undefined, 6)).toBe(6);
    expect(larger(undefined, undefined)).toBeUndefined();
  });
});

test('the short way of reading stored quantities agrees with the long way', () => {
  const amount = fc.integer({ min: 1, max: 5_000_000 }).map((steps) => printDecimal(steps, 4));
  fc.assert(
    fc.property(amount, fc.constantFrom(' in3', ' ml', ' in', ' mm', '', ' x'), (number, unit) => {
      expect(readStoredVolume(`${number}${unit}`)).toBe(readVolume(`${number}${unit}`)?.volume);
      expect(readStoredLength(`${number}${unit}`)).toBe(readLength(`${number}${unit}`));
    }),
    { numRuns: 1000 },
  );
});

test('a control character pasted into a label is read as a blank, and nothing is refused for it', () => {
  const box = BoxDocument.parse(boxWith({ items: [{ ...CABLE, label: 'hall\tlight\r\nold\u0000' }] }));
  expect(box.items[0]).toMatchObject({ label: 'hall light old ' });
});

test('what would turn the writing around it is left out, half a character is told, and whole ones stay', () => {
  const read = (label: string) => BoxDocument.parse(boxWith({ items: [{ ...CABLE, label }] })).items[0];
  expect(read('to \u202eetavirp\u202c \u2067hall\u2069\ufeff')).toMatchObject({ label: 'to etavirp hall' });
  expect(read('cut \ud83d off')).toMatchObject({ label: 'cut \ufffd off' });
  expect(read('no \ufffe and \uffff')).toMatchObject({ label: 'no \ufffd and \ufffd' });
  // A lamp of two halves, a hand and its colour, and a word written from the right are as they were typed.
  for (const label of ['💡 attic', '👍🏽', '👷\u200d♀️', 'חדר 12', 'cafe\u0301'])
    expect(read(label)).toMatchObject({ label });
});

test('a name of nothing that can be seen is no name', () => {
  for (const name of ['\u200b', '\u2060 \ufeff', '\u202e\u202c', '\t'])
    expect(JobFields.safeParse({ name }).error?.issues).toMatchObject([
      { path: ['name'], message: 'must name the job' },
    ]);
  expect(JobFields.parse({ name: '\u200bRow house' }).name).toBe('Row house');
});
