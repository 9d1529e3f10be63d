/** A box is shown by the same object while nothing of it changed: five hundred that wait are not counted again with each answer. */
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { boxesNow, changeBox, makeBox } from './queries';

const read = readCountLine('18 in3, 2x 12/2, duplex');
if (!read.ok) throw new Error(read.error.expected);
const { box } = read;

test('a box that waits is the same object until it is changed', () => {
  const first = makeBox('job-of-this-test', { name: 'First', box });
  const second = makeBox('job-of-this-test', { name: 'Second', box });
  const before = boxesNow('job-of-this-test');
  expect(before.map(({ name }) => name)).toEqual(['First', 'Second']);
  makeBox('job-of-this-test', { name: 'Third', box });
  const [one, two] = boxesNow('job-of-this-test');
  expect(one).toBe(before[0]);
  expect(two).toBe(before[1]);
  if (!one) throw new Error('the first box is gone');
  expect(changeBox(one, { name: 'Renamed' })).toEqual([]);
  const after = boxesNow('job-of-this-test');
  expect(after.find(({ id }) => id === first)).toMatchObject({ name: 'Renamed', waiting: { id: first } });
  expect(after.find(({ id }) => id === second)).toBe(before[1]);
});
