/** The box document's schema at its border: what it takes, what it refuses and how it says so. */
import { readStoredLength, readLength } from '../quantity/length.ts';
import { readStoredVolume, readVolume } from '../quantity/volume.ts';
import { printDecimal } from '../quantity/number.ts';
import fc from 'fast-check';
import { addItem, changeItem, changeShell, removeItem, setCount } from './edit.ts';
import { BoxDocument, EMPTY_BOX, type Item, larger } from './document.ts';
import { BoxFields, JobFields, NewJob, Problem } from './record.ts';

const CABLE = { id: 'i1', kind: 'cable', count: 1, size: 12, conductors: 2 } as const;
const boxWith = (change: object) => ({ version: 1, shell: {}, items: [], ...change });

function refusal(value: unknown): string {
  const parsed = BoxDocument.safeParse(value);
  if (parsed.success) throw new Error('it was taken');
  return parsed.error.issues.map((issue) => `${issue.path.join('.')}: ${issue.message}`).join('\n');
}

test('what is left out takes its usual value', () => {
  expect(BoxDocument.parse(boxWith({ items: [CABLE] }))).toEqual({
    version: 1,
    shell: { gangs: 1 },
    flaps: 'leave-out',
    items: [{ ...CABLE, make: 'nm', ground: true }],
  });
});

test.each([
  ['another version', { ...boxWith({}), version: 2 }, /version/],
  ['no shell', { version: 1, items: [] }, /shell/],
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
  ['no cable at all', boxWith({ items: [{ ...CABLE, count: 0 }] }), /items.0.count: must be at least 1/],
  ['a hundred cables', boxWith({ items: [{ ...CABLE, count: 100 }] }), /at most 99/],
  ['a label of 10,000 signs', boxWith({ items: [{ ...CABLE, label: 'x'.repeat(10_000) }] }), /at most 80/],
  ['an id with a blank', boxWith({ items: [{ ...CABLE, id: 'i 1' }] }), /items.0.id/],
  [
    'a loop without its length',
    boxWith({ items: [{ id: 'i1', kind: 'conductors', count: 1, size: 12, run: 'loop' }] }),
    /needs its length/,
  ],
  [
    'a length without a loop',
    boxWith({ items: [{ id: 'i1', kind: 'conductors', count: 1, size: 12, run: 'through', loop: '14 in' }] }),
    /take none/,
  ],
  [
    'a device seven gangs wide',
    boxWith({ items: [{ id: 'i1', kind: 'device', count: 1, device: 'range', wide: 7 }] }),
    /items.0.wide/,
  ],
  [
    'a device deeper than 6 in',
    boxWith({ items: [{ id: 'i1', kind: 'device', count: 1, device: 'duplex', depth: '7 in' }] }),
    /at most 6 in/,
  ],
  [
    'a device with no depth',
    boxWith({ items: [{ id: 'i1', kind: 'device', count: 1, device: 'duplex', depth: '0 in' }] }),
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
    boxWith({ items: [{ ...CABLE, count: 99, conductors: 8 }] }),
    /more than 500 conductors/,
  ],
  ['a note of a novel', boxWith({ note: 'x'.repeat(5000) }), /at most 4000/],
])('%s is refused', (_, value, says) => {
  expect(refusal(value)).toMatch(says);
});

describe('records', () => {
  test('names are trimmed, and need something in them', () => {
    expect(JobFields.parse({ name: '  House ' })).toEqual({ name: 'House', edition: 'nec2023', note: '' });
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
  const cable = { kind: 'cable', count: 1, size: 12, conductors: 2, make: 'nm', ground: true } as const;
  test('a like item is counted up, an unlike or labelled one stands for itself', () => {
    let { box } = addItem(EMPTY_BOX, cable);
    box = addItem(box, cable).box;
    expect(box.items).toMatchObject([{ id: 'i1', count: 2 }]);
    box = addItem(box, { ...cable, make: 'mc' }).box;
    box = addItem(box, { ...cable, label: 'hall' }).box;
    box = addItem(box, { ...cable, label: 'hall' }).box;
    expect(box.items.map((item) => item.id)).toEqual(['i1', 'i2', 'i3', 'i4']);
  });
  test('the original box is never changed', () => {
    const box = addItem(EMPTY_BOX, cable).box;
    const before = JSON.stringify(box);
    addItem(box, cable);
    setCount(box, 'i1', 5);
    changeItem(box, 'i1', { size: 14 });
    changeShell(box, { gangs: 3 });
    removeItem(box, 'i1');
    expect(JSON.stringify(box)).toBe(before);
  });
  test('a count of none takes the item out, more than 99 is 99', () => {
    const box = addItem(EMPTY_BOX, cable).box;
    expect(setCount(box, 'i1', 0).items).toEqual([]);
    expect(setCount(box, 'i1', 1000).items).toMatchObject([{ count: 99 }]);
  });
  test('a field set to undefined is gone, and the result is a document', () => {
    const box = changeShell(EMPTY_BOX, { volume: '18 in3' });
    expect('volume' in changeShell(box, { volume: undefined }).shell).toBe(false);
    const labelled = changeItem(addItem(EMPTY_BOX, { ...cable, label: 'x' }).box, 'i1', { label: undefined });
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
