/**
 * Two changes laid together. Held by laws that need no library: what neither touched stays, what one alone changed is
 * there, and a clash is told exactly where both said different things. Boxes are invented.
 */
import fc from 'fast-check';
import { readCountLine } from '../shorthand/read.ts';
import { clashWords } from '../shorthand/conflict-words.ts';
import type { BoxDocument, Item } from './document.ts';
import { boxDifferences, mergeBox } from './merge-box.ts';
import { BoxFields } from './record.ts';
import { runs } from '../tests/runs.ts';

const boxOf = (line: string): BoxDocument => {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  return read.box;
};
const fieldsOf = (line: string, more: Partial<BoxFields> = {}): BoxFields =>
  BoxFields.parse({ name: 'Den', box: boxOf(line), ...more });
const LINE = '18 in3 plastic, 12/2 feed, 12/2 out, duplex';
const base = fieldsOf(LINE);
const withItem = (fields: BoxFields, item: Item): BoxFields => ({
  ...fields,
  box: { ...fields.box, items: [...fields.box.items, item] },
});
const without = (fields: BoxFields, id: string): BoxFields => ({
  ...fields,
  box: { ...fields.box, items: fields.box.items.filter((item) => item.id !== id) },
});
const changed = (fields: BoxFields, id: string, change: object): BoxFields => ({
  ...fields,
  box: {
    ...fields.box,
    items: fields.box.items.map((item) => (item.id === id ? ({ ...item, ...change } as Item) : item)),
  },
});
const cable = (id: string, label: string): Item => ({ ...boxOf('14/2 leg').items[0], id, label }) as Item;

test('both people’s cables, ticks, notes and facts stay', () => {
  const mine = {
    ...withItem(base, cable('mine.0', 'porch')),
    room: 'Hall',
    seen: { ...base.seen, safe: ['found' as const], note: 'scorched' },
  };
  const theirs = {
    ...withItem(base, cable('theirs.0', 'stair')),
    circuit: '7',
    box: { ...withItem(base, cable('theirs.0', 'stair')).box, site: { breaker: 20 as const } },
  };
  const merged = mergeBox(base, mine, theirs);
  expect(merged.clashes).toEqual([]);
  expect(merged.mine).toEqual(merged.theirs);
  expect(merged.mine.box.items.map(({ id }) => id)).toEqual(
    expect.arrayContaining(['mine.0', 'theirs.0', ...base.box.items.map(({ id }) => id)]),
  );
  expect([merged.mine.room, merged.mine.circuit, merged.mine.seen.note]).toEqual(['Hall', '7', 'scorched']);
  expect(merged.mine.box.site).toEqual({ breaker: 20 });
});

test('the same field said differently is a clash with both values; all else is merged', () => {
  const mine = { ...changed(base, 'i2.0', { size: 14 }), name: 'Den, east' };
  const theirs = { ...changed(base, 'i2.0', { size: 10, label: 'dryer' }), room: 'Cellar' };
  const merged = mergeBox(base, mine, theirs);
  expect(merged.clashes).toEqual([
    { path: ['box', 'items', 'i2.0', 'size'], base: 12, mine: 14, theirs: 10 },
  ]);
  expect(merged.mine).toMatchObject({ name: 'Den, east', room: 'Cellar' });
  const sizes = [merged.mine, merged.theirs].map(({ box }) => box.items.find(({ id }) => id === 'i2.0'));
  expect(sizes).toMatchObject([
    { size: 14, label: 'dryer' },
    { size: 10, label: 'dryer' },
  ]);
  const [clash] = merged.clashes;
  expect(clash && clashWords(clash, merged.mine, merged.theirs)).toEqual({
    what: '14/2 out "dryer", size',
    mine: '14',
    theirs: '10',
  });
});

test('taking out what another changed asks; taking out what nobody touched does not', () => {
  const mine = without(base, 'i2.0');
  const asked = mergeBox(base, mine, changed(base, 'i2.0', { label: 'kitchen' }));
  expect(asked.clashes.map(({ path }) => path.join('.'))).toEqual(['box.items.i2.0']);
  expect(asked.mine.box.items.some(({ id }) => id === 'i2.0')).toBe(false);
  expect(asked.theirs.box.items.some(({ id }) => id === 'i2.0')).toBe(true);
  const plain = mergeBox(base, mine, changed(base, 'i3.0', { label: 'kitchen' }));
  expect(plain.clashes).toEqual([]);
  expect(plain.mine.box.items.some(({ id }) => id === 'i2.0')).toBe(false);
});

test('where both together would be no box, one of the two boxes is chosen and the rest is merged', () => {
  const mine = {
    ...base,
    box: { ...base.box, shell: { gangs: 1, material: 'plastic' as const, volume: '20 in3' } },
  };
  const table = fieldsOf('box 4sq-1.5, 12/2 feed, 12/2 out, duplex');
  const metal: BoxFields = {
    ...base,
    room: 'Cellar',
    box: { ...base.box, shell: { gangs: 1, box: '4sq-1.5', material: 'metal' } },
  };
  const plain: BoxFields = { ...base, box: { ...base.box, shell: { gangs: 1, box: '4sq-1.5' } } };
  // From a box of the table one says plastic with a volume, the other changes nothing of the material.
  const merged = mergeBox(
    plain,
    { ...mine, box: { ...mine.box, shell: { ...plain.box.shell, volume: '20 in3' } } },
    metal,
  );
  expect(merged.clashes).toEqual([]);
  const none = mergeBox(
    fieldsOf('12/2 feed, duplex'),
    {
      ...fieldsOf('12/2 feed, duplex'),
      box: { ...boxOf('12/2 feed, duplex'), shell: { gangs: 1, material: 'plastic' } },
    },
    {
      ...fieldsOf('12/2 feed, duplex'),
      room: 'Cellar',
      box: { ...boxOf('12/2 feed, duplex'), shell: { gangs: 1, box: '4sq-1.5' } },
    },
  );
  expect(none.clashes.map(({ path }) => path.join('.'))).toEqual(['box']);
  expect([none.mine.room, none.mine.box.shell.material, none.theirs.box.shell.box]).toEqual([
    'Cellar',
    'plastic',
    '4sq-1.5',
  ]);
  expect(table.box.shell.box).toBe('4sq-1.5');
});

test('the order of the gangs is whose it was that moved them', () => {
  const three = fieldsOf('44 in3 plastic 3-gang, 14/2 feed, switch, duplex, dimmer');
  const turned = { ...three, box: { ...three.box, items: [...three.box.items].reverse() } };
  const noted = { ...three, room: 'Hall' };
  const order = ({ box }: BoxFields) => box.items.map(({ id }) => id);
  expect(order(mergeBox(three, turned, noted).mine)).toEqual(order(turned));
  expect(order(mergeBox(three, noted, turned).mine)).toEqual(order(turned));
});

/** A change one person may make of a box, at random. */
const changes = fc.array(
  fc.oneof(
    fc.record({ is: fc.constant('add' as const), label: fc.constantFrom('a', 'b', 'c', 'd') }),
    fc.record({ is: fc.constant('out' as const), at: fc.nat(5) }),
    fc.record({ is: fc.constant('label' as const), at: fc.nat(5), label: fc.constantFrom('x', 'y', 'z') }),
    fc.record({ is: fc.constant('room' as const), label: fc.constantFrom('Hall', 'Den', 'Cellar') }),
    fc.record({ is: fc.constant('tick' as const), at: fc.nat(3) }),
    fc.record({ is: fc.constant('note' as const), label: fc.constantFrom('wet', 'scorched') }),
  ),
  { maxLength: 6 },
);
function after(
  from: BoxFields,
  who: string,
  done: typeof changes extends fc.Arbitrary<infer C> ? C : never,
): BoxFields {
  return done.reduce((now, one, nth): BoxFields => {
    const at = 'at' in one ? from.box.items[one.at % from.box.items.length]?.id : undefined;
    switch (one.is) {
      case 'add':
        return withItem(now, cable(`${who}${nth}.0`, one.label));
      case 'out':
        return at === undefined ? now : without(now, at);
      case 'label':
        return at === undefined ? now : changed(now, at, { label: one.label });
      case 'room':
        return { ...now, room: one.label };
      case 'note':
        return { ...now, seen: { ...now.seen, note: one.label } };
      case 'tick':
        return {
          ...now,
          seen: { ...now.seen, photos: [...new Set([...now.seen.photos, `photo-000${one.at}`])] },
        };
    }
  }, from);
}

test(`over ${runs(2000)} pairs of changes: nothing of either is lost, nothing is invented, both ways agree`, () => {
  const start = BoxFields.parse({ ...base, seen: { ...base.seen, photos: ['photo-0000', 'photo-0009'] } });
  const seen = { clashes: 0, none: 0 };
  fc.assert(
    fc.property(changes, changes, (one, other) => {
      const [mine, theirs] = [after(start, 'mine', one), after(start, 'theirs', other)];
      const merged = mergeBox(start, mine, theirs);
      seen[merged.clashes.length > 0 ? 'clashes' : 'none'] += 1;
      const clashed = new Set(merged.clashes.map(({ path }) => path.join('.')));
      // Field by field, looked at from outside: three states, one rule.
      const look = (key: string, was: unknown, ours: unknown, there: unknown, now: unknown) => {
        const [a, b, c] = [was, ours, there].map((value) => JSON.stringify(value));
        if (b === c) expect([key, now]).toEqual([key, ours]);
        else if (a === b) expect([key, now]).toEqual([key, there]);
        else if (a === c) expect([key, now]).toEqual([key, ours]);
        else expect([key, [...clashed].some((path) => path.startsWith(key))]).toEqual([key, true]);
      };
      look('room', start.room, mine.room, theirs.room, merged.mine.room);
      look('seen.note', start.seen.note, mine.seen.note, theirs.seen.note, merged.mine.seen.note);
      const ids = new Set(
        [start, mine, theirs, merged.mine].flatMap(({ box }) => box.items.map(({ id }) => id)),
      );
      for (const id of ids) {
        const [was, ours, there, now] = [start, mine, theirs, merged.mine].map(({ box }) =>
          box.items.find((item) => item.id === id),
        );
        look(`box.items.${id}`, was, ours, there, now);
      }
      for (const photo of new Set([...mine.seen.photos, ...theirs.seen.photos]))
        expect(merged.mine.seen.photos).toContain(photo);
      // The other’s phone comes to the same, but for the sides of a clash.
      const back = mergeBox(start, theirs, mine);
      expect(back.clashes.map(({ path }) => path.join('.')).sort()).toEqual([...clashed].sort());
      if (clashed.size === 0) {
        const sorted = ({ box, seen: s, ...rest }: BoxFields) => ({
          ...rest,
          items: [...box.items].sort((a, b) => (a.id < b.id ? -1 : 1)),
          photos: [...s.photos].sort(),
          note: s.note,
        });
        expect(sorted(back.mine)).toEqual(sorted(merged.mine));
      }
      // Merging once more changes nothing.
      expect(mergeBox(theirs, merged.mine, theirs).mine).toEqual(merged.mine);
    }),
    { numRuns: runs(2000), seed: 17 },
  );
  expect(seen.clashes).toBeGreaterThan(runs(300));
  expect(seen.none).toBeGreaterThan(runs(300));
}, 60_000);

test('the differences of two states are listed field by field, pieces by their ids, and nothing else', () => {
  const device = base.box.items.find(({ kind }) => kind === 'device');
  const other = BoxFields.parse({
    ...without(base, device?.id ?? ''),
    room: 'Hall',
    seen: { ...base.seen, photos: ['photo-0001'] },
  });
  expect(boxDifferences(base, base)).toEqual([]);
  const found = boxDifferences(base, other);
  expect(found.map(({ path, mine, theirs }) => [path.join('.'), mine, theirs])).toEqual([
    ['room', '', 'Hall'],
    [`box.items.${device?.id ?? ''}`, device, undefined],
    ['seen.photos', [], ['photo-0001']],
  ]);
  expect(found.map((one) => Object.values(clashWords(one, base, other)))).toEqual([
    ['Room', 'empty', 'Hall'],
    ['duplex receptacle', 'duplex', 'taken out, or not there'],
    ['Photos', 'none', 'photo-0001'],
  ]);
});
