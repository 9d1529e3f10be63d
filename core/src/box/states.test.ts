/** As found → planned → as built, and what differs between two states. Invented boxes. */
import fc from 'fast-check';
import { LINE } from '../tests/lines.ts';
import { readCountLine } from '../shorthand/read.ts';
import { difference, type Change } from './difference.ts';
import { BoxDocument, EMPTY_BOX } from './document.ts';
import {
  addCount,
  addItem,
  changeItem,
  changeItems,
  changeShell,
  duplicateItem,
  removeItem,
} from './edit.ts';
import { newId } from './new-id.ts';
import { BoxFields } from './record.ts';
import { alsoFound, copyOf, dropPlan, markBuilt, planChange } from './stages.ts';
import { workOf } from '../plan/suggest.ts';
import { cablesOf } from '../physical/pieces.ts';
import { printCountLine } from '../shorthand/print.ts';
import { reread } from './reread.ts';
import { nextOf, withWork } from './set-up.ts';
import { StoredBox } from './versions.ts';
import { BoxWork, WorkPlan } from './work.ts';
import type { End } from '../wiring/end.ts';
import type { Wiring } from '../wiring/wiring.ts';

function boxOf(line: string): BoxDocument {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(`${line}: ${read.error.expected}`);
  return read.box;
}
const said = (changes: readonly Change[]) =>
  changes.map((change) => {
    if (change.what === 'box') return `box ${change.field}`;
    return change.what === 'swapped'
      ? `swapped ${change.count > 1 ? `${change.count} ` : ''}${change.before.kind}`
      : `${change.what} ${change.count} ${change.item.kind}`;
  });

const more = (box: BoxDocument, count: number) => addCount(box, 'i1.0', count, newId);
const FOUND = boxOf('18 in3 plastic, 2x 12/2, duplex, clamps');

describe('difference', () => {
  test.each<[string, (box: BoxDocument) => BoxDocument, string[]]>([
    ['nothing', (box) => box, []],
    ['a third cable', (box) => more(box, 1), ['added 1 cable']],
    ['four cables more', (box) => more(box, 4), ['added 4 cable']],
    ['one cable fewer', (box) => more(box, -1), ['removed 1 cable']],
    ['the first of two fewer', (box) => removeItem(box, 'i1.0'), ['removed 1 cable']],
    ['no device', (box) => removeItem(box, 'i2.0'), ['removed 1 device']],
    ['another device in its place', (box) => changeItem(box, 'i2.0', { device: 'gfci' }), ['swapped device']],
    ['both cables larger', (box) => changeItems(box, ['i1.0', 'i1.1'], { size: 10 }), ['swapped 2 cable']],
    ['what a cable does, learnt', (box) => changeItem(box, 'i1.0', { duty: { does: 'feed' } }), []],
    ['a larger box', (box) => changeShell(box, { volume: '22.5 in3' }), ['box shell']],
    [
      'two gangs, old-work',
      (box) => changeShell(box, { volume: '34 in3', gangs: 2, mount: 'old-work' }),
      ['box shell'],
    ],
    ['another edition', (box) => ({ ...box, edition: 'nec2017' }), ['box edition']],
    ['the cautious school', (box) => ({ ...box, flaps: 'count' }), ['box flaps']],
    ['a note comes last', (box) => ({ ...more(box, 1), note: 'x' }), ['added 1 cable', 'box note']],
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
        const more = addItem(box, { kind: 'fitting', count: 1, fitting: 'hickey' }, newId).box;
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
    const changed = { ...planned, box: more(planned.box, 1) };
    const built = { ...changed, ...markBuilt(changed, AT, undefined) };
    expect(built.stage).toBe('built');
    expect(said(difference(built.found ?? FOUND, built.box))).toEqual(['added 1 cable']);
    const again = planChange(built, AT);
    expect(again.found).toEqual(built.box);
  });

  test('a dropped plan leaves the box as it was found', () => {
    const planned = { ...fields, ...planChange(fields, AT) };
    const dropped = dropPlan({ ...planned, box: removeItem(planned.box, 'i2.0') }, AT);
    expect(dropped).toMatchObject({ stage: 'found', found: null, box: FOUND });
  });

  const wiring = (end: End): Wiring => ({
    joints: [{ id: 'j1', ends: [end], connectors: [] }],
    pigtails: [],
    lands: [],
    broken: [],
    marked: [],
    backstabbed: [],
  });
  const worked = (box: BoxDocument, more: object) => ({
    ...box,
    work: BoxWork.parse({ circuits: [{ id: 'a' }], ...more }),
  });

  test('a wiring entered as found while a change was planned is not dropped with the plan', () => {
    const planned = planChange(fields, AT);
    const entered = worked(planned.box, { found: wiring('w:i2.0:black'), renewed: ['i3.0'] });
    const dropped = dropPlan({ ...planned, box: entered }, AT);
    expect(dropped.box.work?.found?.joints[0]?.ends).toEqual(['w:i2.0:black']);
    expect(dropped.box.items).toEqual(FOUND.items);
  });

  test('once built the planned wiring is the one in the box, what was found keeps its own', () => {
    const planned = planChange(fields, AT);
    const [cable] = planned.box.items;
    const id = cable?.id ?? '';
    const box = worked(planned.box, {
      found: wiring(`w:${id}:white`),
      renewed: [id],
    });
    const built = markBuilt({ ...planned, box }, AT, wiring(`w:${id}:black`));
    expect(built.box.work?.found?.joints[0]?.ends).toEqual([`w:${id}:black`]);
    expect(built.box.work?.renewed).toBeUndefined();
    expect(built.found?.work?.found?.joints[0]?.ends).toEqual([`w:${id}:white`]);
    // A plan of pieces that are no longer there is not what was built.
    const stale = markBuilt({ ...planned, box: worked(planned.box, {}) }, AT, wiring('w:i99.0:black'));
    expect(stale.box.work?.found).toBeUndefined();
  });

  test('what was there already is taken over into what was found', () => {
    const plan = addItem(more(FOUND, 2), { kind: 'fitting', count: 1, fitting: 'stud' }, newId).box;
    let found = FOUND;
    for (const change of difference(FOUND, plan)) {
      if (change.what === 'added') found = alsoFound(found, change, plan);
    }
    expect(difference(found, plan)).toEqual([]);
  });
});

test('a duplicate stands beside its like; one with a label beside that', () => {
  expect(duplicateItem(FOUND, 'i1.0', newId).items.map(({ kind }) => kind)).toEqual([
    ...['cable', 'cable', 'cable'],
    ...['device', 'clamps'],
  ]);
  const labelled = changeItem(FOUND, 'i1.0', { label: 'porch' });
  expect(duplicateItem(labelled, 'i1.0', newId).items).toHaveLength(5);
  expect(duplicateItem(FOUND, 'none', newId)).toBe(FOUND);
});

test('what a cable does is a change only where both states say it', () => {
  const told = (does: string) => changeItem(FOUND, 'i1.0', { duty: { does } });
  expect(said(difference(told('feed'), told('out')))).toEqual(['swapped cable']);
  const set = { does: 'loop-in', circuits: ['a'], hots: [] };
  expect(difference(told('loop'), changeItem(FOUND, 'i1.0', { duty: set }))).toEqual([]);
});

test('a copy of a box is looked at anew, and its pieces are its own', () => {
  const box = StoredBox.parse({
    version: 1,
    shell: { volume: '18 in3' },
    items: [
      { id: 'i1', kind: 'cable', count: 2, size: 12, conductors: 2 },
      { id: 'i2', kind: 'device', count: 1, device: 'gfci' },
      { id: 'i3', kind: 'device', count: 1, device: 'combo' },
    ],
    work: {
      circuits: [{ id: 'a' }],
      runs: [
        { of: 'i1.0', does: 'feed', circuits: ['a'] },
        { of: 'i1.1', does: 'leg', hots: ['i3.0.2'], guard: 'i2.0' },
      ],
      devices: [{ of: 'i3.0', guards: ['i2.0', null] }],
      plan: { joints: [], pigtails: [], lands: [], broken: [], marked: [] },
      found: { joints: [], pigtails: [], lands: [], broken: [], marked: [] },
      made: ['j1'],
    },
  });
  const built = BoxFields.parse({ name: 'Den', box, stage: 'built', found: box, seen: { note: 'scorched' } });
  const copy = copyOf(built, newId);
  expect(copy).toMatchObject({ name: 'Den, copy', stage: 'found', found: null, seen: { note: '' } });
  expect(copy.box.work).toEqual({ circuits: box.work?.circuits, schools: box.work?.schools });
  const [feed, leg, gfci, combo] = copy.box.items;
  expect(copy.box.items.some(({ id }) => box.items.some((one) => one.id === id))).toBe(false);
  // What names a piece names that of the copy.
  expect(feed).toMatchObject({ duty: { does: 'feed', circuits: ['a'] } });
  expect(leg).toMatchObject({ duty: { hots: [`${combo?.id}.2`], guard: gfci?.id } });
  expect(combo).toMatchObject({ wired: { guards: [gfci?.id, null] } });
  expect(BoxDocument.safeParse(copy.box).success).toBe(true);
  // A plan is copied as a plan, beside what was found, and the two stay the same pieces.
  const planned = copyOf({ ...built, stage: 'planned' }, newId);
  expect(planned).toMatchObject({ stage: 'planned', found: { shell: { volume: '18 in3' } } });
  expect([planned.seen.made, copy.seen.made]).toEqual([[], []]);
  expect(planned.found?.items).toEqual(planned.box.items);
});

test('no id is given again: a new device in the place of one that is gone inherits nothing', () => {
  const [plain, gfci] = [
    { kind: 'device', device: 'duplex', wide: 1 },
    { kind: 'device', device: 'gfci', wide: 1 },
  ] as const;
  const first = addItem(EMPTY_BOX, gfci, newId);
  const second = addItem(first.box, plain, newId);
  const set = changeItem(second.box, second.id, { wired: { circuit: 'a', guard: first.id } });
  const again = addItem(removeItem(set, second.id), plain, newId);
  expect(again.id).not.toBe(second.id);
  expect(workOf(again.box).devices.find(({ of }) => of === again.id)).toEqual({ of: again.id, circuit: 'a' });
});

test('a raceway whose runs are told apart is the same raceway: no change, one item of a line', () => {
  const before = boxOf('30 in3 metal, 6x 12, ground 12, duplex');
  const run = (of: string, wires: number) => ({ of, does: 'out' as const, circuits: [], hots: ['a'], wires });
  const plan = WorkPlan.parse({
    circuits: [{ id: 'a' }],
    runs: [run('i1.0', 2), run('i1.1', 3)],
    devices: [],
  });
  const { box: told } = withWork(before, plan, nextOf(before, plan));
  expect(told.items.filter(({ kind }) => kind === 'conductors')).toMatchObject([
    { id: 'i1.0', count: 2 },
    { id: 'i1.1', count: 3, raceway: 'i1.0' },
    { id: 'i1.2', count: 1, raceway: 'i1.0' },
  ]);
  expect(difference(before, told)).toEqual([]);
  expect(printCountLine(told)).toBe(printCountLine(before));
  expect(reread(told, boxOf(printCountLine(told)), newId)).toEqual(told);
  // One ground came by it: one set has it.
  const grounded = cablesOf(told, plan).map(({ conductors }) =>
    conductors.some(({ colour }) => colour === 'bare'),
  );
  expect(grounded).toEqual([true, false, false]);
  // More conductors are a change of the raceway, and what they do is to be told anew.
  const more = reread(told, boxOf('30 in3 metal, 8x 12, ground 12, duplex'), newId);
  expect(said(difference(before, more))).toEqual(['added 2 conductors']);
  expect(more.items[0]).toMatchObject({ id: 'i1.0', count: 8 });
});
