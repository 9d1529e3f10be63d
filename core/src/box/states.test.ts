/** As found → planned → as built, and what differs between two states. Invented boxes. */
import fc from 'fast-check';
import { LINE } from '../tests/lines.ts';
import { readCountLine } from '../shorthand/read.ts';
import { difference, type Change } from './difference.ts';
import { BoxDocument, EMPTY_BOX } from './document.ts';
import { addItem, changeItem, changeShell, duplicateItem, removeItem, setCount } from './edit.ts';
import { BoxFields } from './record.ts';
import { alsoFound, copyOf, dropPlan, markBuilt, planChange } from './stages.ts';
import { workOf } from '../plan/suggest.ts';
import { WorkPlan } from './work.ts';

function boxOf(line: string): BoxDocument {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(`${line}: ${read.error.expected}`);
  return read.box;
}
const said = (changes: readonly Change[]) =>
  changes.map((change) => {
    if (change.what === 'box') return `box ${change.field}`;
    return change.what === 'swapped'
      ? `swapped ${change.before.kind}`
      : `${change.what} ${change.count} ${change.item.kind}`;
  });

const FOUND = boxOf('18 in3 plastic, 2x 12/2, duplex, clamps');

describe('difference', () => {
  test.each<[string, (box: BoxDocument) => BoxDocument, string[]]>([
    ['nothing', (box) => box, []],
    ['a third cable', (box) => setCount(box, 'i1', 3), ['added 1 cable']],
    ['one cable fewer', (box) => setCount(box, 'i1', 1), ['removed 1 cable']],
    ['no device', (box) => removeItem(box, 'i2'), ['removed 1 device']],
    ['another device in its place', (box) => changeItem(box, 'i2', { device: 'gfci' }), ['swapped device']],
    ['a role for a cable', (box) => changeItem(box, 'i1', { role: 'feed' }), ['swapped cable']],
    ['a larger box', (box) => changeShell(box, { volume: '22.5 in3' }), ['box volume']],
    [
      'two gangs, old-work',
      (box) => changeShell(box, { volume: '34 in3', gangs: 2, mount: 'old-work' }),
      ['box volume', 'box kind'],
    ],
    ['another edition', (box) => ({ ...box, edition: 'nec2017' }), ['box edition']],
    ['the cautious school', (box) => ({ ...box, flaps: 'count' }), ['box flaps']],
    ['a note comes last', (box) => ({ ...setCount(box, 'i1', 3), note: 'x' }), ['added 1 cable', 'box note']],
  ])('%s', (_name, change, expected) => {
    expect(said(difference(FOUND, change(FOUND)))).toEqual(expected);
  });

  test('a line read anew compares by content, not by id', () => {
    const other = boxOf('18 in3 plastic, clamps, duplex, 2x 12/2, stud');
    expect(said(difference(FOUND, other))).toEqual(['added 1 fitting']);
  });

  test('no box differs from itself, and each addition is told', () => {
    fc.assert(
      fc.property(LINE, (items) => {
        const box = boxOf(items.join(', '));
        expect(difference(box, box)).toEqual([]);
        const more = addItem(box, { kind: 'fitting', count: 1, fitting: 'hickey' }).box;
        expect(said(difference(box, more))).toEqual(['added 1 fitting']);
        expect(said(difference(more, box))).toEqual(['removed 1 fitting']);
      }),
      { numRuns: 200 },
    );
  });
});

describe('stages', () => {
  const AT = '2026-01-02T03:04:05.000Z';
  const fields = BoxFields.parse({ name: 'A', box: FOUND });

  test('planning keeps what was found; building keeps it beside what was built', () => {
    const planned = { ...fields, ...planChange(fields, AT) };
    expect(planned).toMatchObject({ stage: 'planned', stageAt: AT, found: FOUND, box: FOUND });
    const changed = { ...planned, box: setCount(planned.box, 'i1', 3) };
    const built = { ...changed, ...markBuilt(changed, AT) };
    expect(built.stage).toBe('built');
    expect(said(difference(built.found ?? FOUND, built.box))).toEqual(['added 1 cable']);
    const again = planChange(built, AT);
    expect(again.found).toEqual(built.box);
  });

  test('a dropped plan leaves the box as it was found', () => {
    const planned = { ...fields, ...planChange(fields, AT) };
    const dropped = dropPlan({ ...planned, box: removeItem(planned.box, 'i2') }, AT);
    expect(dropped).toMatchObject({ stage: 'found', found: null, box: FOUND });
  });

  test('what was there already is taken over into what was found', () => {
    const plan = addItem(setCount(FOUND, 'i1', 4), { kind: 'fitting', count: 1, fitting: 'stud' }).box;
    let found = FOUND;
    for (const change of difference(FOUND, plan)) {
      if (change.what === 'added') found = alsoFound(found, change);
    }
    expect(difference(found, plan)).toEqual([]);
  });
});

test('a duplicate counts up; one with a label stands beside it', () => {
  expect(duplicateItem(FOUND, 'i1').items[0]).toMatchObject({ count: 3 });
  const labelled = changeItem(FOUND, 'i1', { label: 'porch' });
  expect(duplicateItem(labelled, 'i1').items).toHaveLength(4);
  expect(duplicateItem(FOUND, 'none')).toBe(FOUND);
});

test('a copy of a box is looked at anew: nothing of it is built, ticked, seen or planned', () => {
  const box = BoxDocument.parse({
    version: 1,
    shell: { volume: '18 in3' },
    items: [{ id: 'i1', kind: 'cable', count: 1, size: 12, conductors: 2 }],
    work: {
      circuits: [{ id: 'a' }],
      runs: [{ of: 'i1.0', does: 'feed', circuits: ['a'] }],
      devices: [],
      plan: { joints: [], pigtails: [], lands: [], broken: [], marked: [] },
      found: { joints: [], pigtails: [], lands: [], broken: [], marked: [] },
      made: ['j1'],
    },
  });
  const built = BoxFields.parse({ name: 'Den', box, stage: 'built', found: box, seen: { note: 'scorched' } });
  const copy = copyOf(built);
  expect(copy).toMatchObject({ name: 'Den, copy', stage: 'found', found: null, seen: { note: '' } });
  expect(copy.box.work).toMatchObject({ made: [], runs: [{ of: 'i1.0' }] });
  expect([copy.box.work?.plan, copy.box.work?.found]).toEqual([undefined, undefined]);
  // A plan is copied as a plan, beside what was found.
  const planned = copyOf({ ...built, stage: 'planned' });
  expect(planned).toMatchObject({ stage: 'planned', found: { shell: { volume: '18 in3' } } });
  expect(planned.found?.work?.made).toEqual([]);
});

test('an id that what is set up still names is not given again: a new device inherits nothing', () => {
  const [plain, gfci] = [
    { kind: 'device', count: 1, device: 'duplex', wide: 1 },
    { kind: 'device', count: 1, device: 'gfci', wide: 1 },
  ] as const;
  const first = addItem(EMPTY_BOX, gfci).box;
  const second = addItem(first, plain);
  const set = {
    ...second.box,
    work: WorkPlan.parse({
      circuits: [{ id: 'a' }],
      runs: [],
      devices: [{ of: `${second.id}.0`, guard: 'i1.0' }],
    }),
  };
  const again = addItem(removeItem(set, second.id), { ...plain, device: 'single' });
  expect(again.id).not.toBe(second.id);
  expect(workOf(again.box).devices.find(({ of }) => of === `${again.id}.0`)).toEqual({
    of: `${again.id}.0`,
    circuit: 'a',
  });
});
