/**
 * Documents of version 1 are brought up to date and nothing is lost. `tests/version-1.json` was written by the
 * released program of version 1 itself: its demo house, odd boxes with plans and ticks, and what waits in a
 * browser. All boxes in it are invented.
 */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { editionOf } from '../edition/index.ts';
import { tally } from '../fill/tally.ts';
import { printCountLine } from '../shorthand/print.ts';
import { readCountLine } from '../shorthand/read.ts';
import { newId } from './new-id.ts';
import { countedIds, isPieceId } from './piece-id.ts';
import { stillMade } from './made-up.ts';
import { BoxChange, BoxFields, BoxRecord, NewBox, TakenBox } from './record.ts';
import { Wiring } from '../wiring/wiring.ts';
import { bringUpToDate, DocumentRefused, StoredBox } from './versions.ts';

interface One {
  readonly items: readonly (Record<string, unknown> & { id: string; kind: string; count?: number })[];
  readonly work?: {
    readonly runs: readonly ({ of: string } & Record<string, unknown>)[];
    readonly devices: readonly ({ of: string } & Record<string, unknown>)[];
    readonly found?: unknown;
    readonly plan?: unknown;
    readonly made: readonly string[];
  };
}
const { boxes } = JSON.parse(readFileSync(join(__dirname, '../tests/version-1.json'), 'utf8')) as {
  boxes: readonly { name: string; box: One; found?: One | null }[];
};
const written = boxes.flatMap(({ name, box, found }): [string, One][] => [
  [name, box],
  ...(found ? [[`${name}, as found`, found] as [string, One]] : []),
]);

const box = (more: object) => ({ version: 1, shell: {}, items: [], ...more });
const cable = (id: string, count = 1, more: object = {}) => ({
  ...{ id, kind: 'cable', count, size: 12, conductors: 2 },
  ...more,
});
const work = (more: object) => ({ circuits: [{ id: 'a' }], runs: [], devices: [], ...more });
const noWires = { joints: [], pigtails: [], lands: [], broken: [], marked: [] };

test('the file holds what there is to lose', () => {
  expect(written.length).toBeGreaterThanOrEqual(17);
  expect(written.filter(([, one]) => one.work !== undefined).length).toBeGreaterThanOrEqual(8);
  expect(written.some(([, one]) => one.items.some(({ count = 1 }) => count > 1))).toBe(true);
});

test.each(written)('%s comes over whole', (_name, old) => {
  const now = StoredBox.parse(old);
  // As many pieces as were counted, each called what a wiring called it.
  const pieces = old.items.flatMap(({ id, kind, count = 1 }) => {
    if (kind === 'cable' || kind === 'device')
      return Array.from({ length: count }, (_, nth) => `${id}.${nth}`);
    if (kind === 'fixture') return [`${id}.0`];
    if (kind !== 'conductors') return [id];
    const told = (old.work?.runs ?? []).filter(({ of }) => of.startsWith(`${id}.`)).map(({ of }) => of);
    return told.length > 0 ? told : [`${id}.0`];
  });
  expect(now.items.map(({ id }) => id)).toEqual(pieces);
  const byId = new Map(now.items.map((item) => [item.id, item]));
  for (const { of, name, wires: _wires, ...run } of old.work?.runs ?? []) {
    expect(byId.get(of)).toMatchObject({ duty: run });
    if (name !== undefined) expect(byId.get(of)).toMatchObject({ label: name });
  }
  for (const { of, ...device } of old.work?.devices ?? [])
    expect(byId.get(of)).toMatchObject({ wired: device });
  if (old.work) {
    const { runs: _runs, devices: _devices, plan: _plan, made: _made, ...rest } = old.work;
    expect(now.work).toEqual(rest);
  }
  // The same count, and the same again when it is written and read anew.
  const edition = editionOf('nec2020');
  const fromLine = readCountLine(printCountLine(now), 'nec2020');
  expect(fromLine.ok && tally(fromLine.box, edition).fill).toBe(tally(now, edition).fill);
  expect(StoredBox.parse(JSON.parse(JSON.stringify(now)))).toEqual(now);
});

test('what is up to date comes back untouched; what is newer, or none, is refused in words', () => {
  const now = { version: 3, shell: {}, items: [] };
  expect(bringUpToDate(now)).toBe(now);
  expect(() => bringUpToDate({ version: 4 })).toThrow(/version 4; this program reads versions up to 3/);
  expect(() => bringUpToDate([])).toThrow(DocumentRefused);
  expect(() => bringUpToDate({ version: 'x' })).toThrow(/whole number from 1/);
  const read = BoxFields.safeParse({ name: 'A', box: { ...now, version: 4 } });
  expect(read.error?.issues).toMatchObject([{ path: ['box', 'version'], message: /version 4/ }]);
});

describe('contradictions of version 1', () => {
  test('two items with one id, a cable without a count, a loop without its length: refused, with the field', () => {
    expect(() => bringUpToDate(box({ items: [cable('i1'), cable('i1')] }))).toThrow(
      /items: two items have the same id/,
    );
    expect(() => bringUpToDate(box({ items: [{ ...cable('i1'), count: 0 }] }))).toThrow(
      /items.0.count: must be at least 1/,
    );
    const loop = { id: 'i1', kind: 'conductors', count: 1, size: 12, run: 'loop' };
    const read = StoredBox.safeParse(box({ items: [loop] }));
    expect(read.error?.issues).toMatchObject([{ path: ['items', 0, 'loop'] }]);
  });

  test('said twice and differently, the set-up stands and the other words go into the note', () => {
    const now = StoredBox.parse(
      box({
        note: 'by the stair',
        items: [cable('i1', 1, { role: 'feed', label: 'old' }), cable('i2', 1, { role: 'loop' })],
        work: work({
          runs: [
            { of: 'i1.0', does: 'out', hots: ['a'], name: 'new' },
            { of: 'i2.0', does: 'loop-out', circuits: ['a'], hots: ['a'] },
          ],
        }),
      }),
    );
    expect(now.items).toMatchObject([
      { duty: { does: 'out' }, label: 'new' },
      { duty: { does: 'loop-out' } },
    ]);
    expect(now.note?.split('\n')).toEqual([
      'by the stair',
      'Before: i1.0 was recorded as “feed”.',
      'Before: i1.0 was called “old”.',
    ]);
  });

  test('a raceway told in part, in full, and for more than it has: the count never changes', () => {
    const raceway = (count: number, ...wires: (number | undefined)[]) => {
      const now = StoredBox.parse(
        box({
          items: [{ id: 'i1', kind: 'conductors', count, size: 12, run: 'enters' }],
          work: work({
            runs: wires.map((each, nth) => ({
              ...{ of: `i1.${nth}`, does: 'out', hots: ['a'] },
              ...(each === undefined ? {} : { wires: each }),
            })),
          }),
        }),
      );
      const counts = now.items.map((item) => ('count' in item ? item.count : 0));
      expect(counts.reduce((sum, one) => sum + one, 0)).toBe(count);
      return [counts, now.items.map((item) => 'duty' in item && item.duty !== undefined), now.note];
    };
    expect(raceway(6)).toEqual([[6], [false], undefined]);
    expect(raceway(5, 2, 3)).toEqual([[2, 3], [true, true], undefined]);
    expect(raceway(6, 2, 2)).toEqual([[2, 2, 2], [true, true, false], undefined]);
    // More than two of which nothing says how many they are: they are asked about, not guessed.
    expect(raceway(6, undefined)).toEqual([[6], [false], undefined]);
    const over = raceway(4, 3, 3);
    expect(over.slice(0, 2)).toEqual([
      [3, 1],
      [true, true],
    ]);
    expect(over[2]).toBe('Before: i1.1: 3 conductors are told of where 1 of the raceway are left.');
  });

  test('what is told of pieces that are gone falls away; wirings that name them stay', () => {
    const found = {
      ...noWires,
      joints: [{ id: 'j1', ends: ['w:i1.0:black', 'w:i9.0:black'], connectors: [] }],
    };
    const now = StoredBox.parse(
      box({
        items: [cable('i1')],
        work: work({
          runs: [
            { of: 'i1.0', does: 'feed', circuits: ['a'] },
            { of: 'i9.0', does: 'out', hots: ['i8.0'] },
          ],
          devices: [{ of: 'i8.0', guard: 'i7.0' }],
          found,
          made: ['j1', 'land:t:i8.0:line'],
        }),
      }),
    );
    expect(now.items).toHaveLength(1);
    expect(now.work).toMatchObject({ found: { joints: found.joints } });
  });

  test('two sets of words for one piece: the first stands, as it did', () => {
    const runs = [
      { of: 'i1.0', does: 'feed', circuits: ['a'] },
      { of: 'i1.0', does: 'out', hots: ['a'] },
    ];
    const now = StoredBox.parse(box({ items: [cable('i1')], work: work({ runs }) }));
    expect(now.items).toMatchObject([{ duty: { does: 'feed' } }]);
  });

  test('an id that looks made anew is set apart from those, wherever it stands', () => {
    const odd = '0123456789abcdefghjkmnpqrs';
    const now = StoredBox.parse(
      box({
        items: [{ id: odd, kind: 'device', count: 3, device: 'combo' }, cable('i2')],
        work: work({ runs: [{ of: 'i2.0', does: 'leg', hots: [`${odd}.2`] }] }),
      }),
    );
    expect(now.items.map(({ id }) => id)).toEqual([`v${odd}.0`, `v${odd}.1`, `v${odd}.2`, 'i2.0']);
    expect(now.items[3]).toMatchObject({ duty: { hots: [`v${odd}.2`] } });
  });
});

test('a new id is one of a piece, and none comes twice', () => {
  const many = Array.from({ length: 5000 }, newId);
  expect(many.every(isPieceId)).toBe(true);
  expect(new Set(many).size).toBe(many.length);
  const counted = countedIds();
  expect([counted(), counted()].every(isPieceId)).toBe(true);
});

describe('from version 2: the plan follows from the box, what is made up of it stands beside', () => {
  const plan = {
    ...noWires,
    joints: [{ id: 'j4', ends: ['w:i1.0:black', 'p:p1'], connectors: [] }],
    pigtails: [{ id: 'p1', size: 12, colour: 'black' }],
    lands: [{ end: 'p:p1', at: 't:i2.0:line' }],
  };
  const two = (more: object) => ({
    ...{ version: 2, shell: {}, items: [{ id: 'i1.0', kind: 'cable', size: 12, conductors: 2 }] },
    work: { circuits: [{ id: 'a' }], plan, ...more },
  });

  test('each tick comes over with what met there; the document keeps neither plan nor ticks', () => {
    const made = ['j4', 'land:t:i2.0:line', 'land:tape:i2.0', 'j9'];
    const read = BoxFields.parse({ name: 'Den', box: two({ made }), seen: { note: 'scorched' } });
    expect([read.box.version, Object.keys(read.box.work ?? {}).sort()]).toEqual([3, ['circuits', 'schools']]);
    expect(read.seen).toMatchObject({
      note: 'scorched',
      made: [
        { tick: 'joint', meets: 'pigtail>t:i2.0:line w:i1.0:black' },
        { tick: 'land:t:i2.0:line' },
        { tick: 'land:tape:i2.0' },
      ],
    });
    // Whatever the joint is numbered in the plan of the day.
    const again = { ...plan, joints: plan.joints.map((one) => ({ ...one, id: 'j1' })) };
    expect(stillMade(read.seen.made, Wiring.parse(again)).sort()).toEqual(
      ['j1', 'land:t:i2.0:line', 'land:tape:i2.0'].sort(),
    );
    expect(BoxFields.parse(JSON.parse(JSON.stringify(read)))).toEqual(read);
  });

  test('ticks without the plan they were ticked in say nothing; every record with a box is read so', () => {
    expect(
      BoxFields.parse({
        name: 'Den',
        box: { ...two({ made: ['j4'] }), work: { circuits: [{ id: 'a' }], made: ['j4'] } },
      }).seen.made,
    ).toEqual([]);
    const stamps = {
      id: 'box-0000001',
      version: 1,
      createdAt: '2026-01-01T00:00:00Z',
      updatedAt: '2026-01-01T00:00:00Z',
    };
    const record = { name: 'Den', box: two({ made: ['j4'] }) };
    for (const read of [
      BoxRecord.parse({ ...record, ...stamps, jobId: 'job-0000001' }),
      NewBox.parse(record),
      BoxChange.parse({ ...record, version: 1 }),
      TakenBox.parse({ ...record, ...stamps, jobId: 'job-0000001' }),
    ])
      expect(read.seen.made).toHaveLength(1);
  });
});
