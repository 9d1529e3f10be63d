/** The place of a state in time: the row of epochs of a database, and what a phone knows of another time of it. */
import { countOf, type Epoch, isIn, type Placed, standing, WriteId, writeId } from './write-id.ts';

const epoch = (index: number) => String(index).padStart(12, '0');
/** A database with a start before its first write and one after its fifth. */
const BEFORE: readonly Epoch[] = [
  { id: epoch(1), after: 0 },
  { id: epoch(2), after: 5 },
];
/** The same, put back from a backup of the time after its third write. */
const BACK: readonly Epoch[] = [
  { id: epoch(1), after: 0 },
  { id: epoch(3), after: 3 },
];
const state = (version: number, index: number, count: number, more: Partial<Placed> = {}): Placed => ({
  version,
  write: writeId(epoch(index), count),
  ...more,
});

test('a write is named by its epoch and its number', () => {
  const write = writeId(epoch(1), 71);
  expect(write).toBe('000000000001.1z');
  expect(countOf(write)).toBe(71);
  expect(WriteId.safeParse(write).success).toBe(true);
  expect(WriteId.safeParse('000000000001').success).toBe(false);
});

test.each([
  [1, 1, true, true],
  [1, 3, true, true],
  [1, 4, true, false],
  [1, 6, false, false],
  [2, 5, false, false],
  [2, 600, true, false],
  [3, 4, false, true],
] as const)(
  'write %i.%i belongs to the database before: %s, and to the one put back: %s',
  (index, count, was, is) => {
    const write = writeId(epoch(index), count);
    expect([isIn(write, BEFORE), isIn(write, BACK)]).toEqual([was, is]);
  },
);

const copy = (index: number, count: number, changed: boolean) => ({
  copyOf: { write: writeId(epoch(index), count), changed },
});
test.each<[string, Placed, Placed, ReturnType<typeof standing>]>([
  ['the same state', state(2, 1, 2), state(2, 1, 2), 'newer'],
  ['a later version of the same time', state(2, 1, 2), state(3, 1, 3), 'newer'],
  ['a later version after it went back', state(2, 1, 2), state(3, 3, 4), 'newer'],
  ['an earlier state, unchanged', state(4, 1, 5), state(2, 1, 2), 'older'],
  ['an earlier state that was changed since', state(4, 1, 5), state(3, 3, 4), 'apart'],
  ['an earlier state, read from an older archive', state(4, 1, 3), state(2, 3, 4), 'apart'],
  ['a copy of just this', state(4, 2, 6), state(5, 3, 4, copy(2, 6, false)), 'older'],
  ['a copy of just this, changed since', state(4, 2, 6), state(6, 3, 5, copy(2, 6, true)), 'newer'],
  ['a copy of something later', state(4, 2, 6), state(6, 3, 5, copy(2, 7, false)), 'newer'],
  ['a copy of something earlier', state(4, 2, 6), state(4, 3, 5, copy(1, 2, false)), 'older'],
  ['a copy of something earlier, changed since', state(4, 2, 6), state(9, 3, 5, copy(1, 2, true)), 'apart'],
  // The phone was at another server meanwhile, whose state was copied from one of this.
  ['what another server copied from it', state(3, 9, 1, copy(1, 2, false)), state(2, 1, 2), 'older'],
  ['the same, changed there', state(4, 9, 2, copy(1, 2, true)), state(2, 1, 2), 'older'],
  ['the same, and something earlier here', state(4, 9, 2, copy(1, 3, true)), state(2, 1, 2), 'older'],
  ['the same, changed here alone', state(3, 9, 1, copy(1, 2, false)), state(3, 3, 4), 'newer'],
  ['the same, changed at both', state(4, 9, 2, copy(1, 2, true)), state(3, 3, 4), 'apart'],
  ['a copy of a third server', state(4, 9, 2, copy(8, 2, true)), state(2, 1, 3), 'apart'],
  ['a program without writes, a later version', { version: 2 }, state(3, 1, 1), 'newer'],
  ['a program without writes, an earlier version', { version: 2 }, state(1, 1, 1), 'apart'],
])('%s', (_, known, stored, is) => {
  expect(standing(known, stored, BEFORE, BACK)).toBe(is);
});
