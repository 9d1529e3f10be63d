/** What a new box is called. */
import { nextBoxName, todaysJobName } from './new-box';

test.each<[string, string[], number | undefined, string]>([
  ['the first', [], undefined, 'Box 1'],
  ['after others', ['Box 1', 'Porch'], undefined, 'Box 3'],
  ['after the first was deleted', ['Box 2', 'Box 3'], undefined, 'Box 4'],
  ['after all names up to there were taken', ['Box 3', 'Box 4'], undefined, 'Box 5'],
  ['in a job of which only the number of boxes is known', [], 7, 'Box 8'],
])('a box %s has a name no other has', (_, names, many, expected) => {
  const name = nextBoxName(names, many);
  expect(names).not.toContain(name);
  expect(name).toBe(expected);
});

test('a job begun without a name is called by its day', () => {
  expect(todaysJobName(new Date(2026, 10, 24))).toBe('Job of 24 Nov 2026');
});
