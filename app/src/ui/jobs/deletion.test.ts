/** How a deletion is asked about and who it is of, whatever was typed. */
import { inOneLine } from '../client/queries';
import { outbox } from '../client/sending';
import { deletionOf } from './JobScreen';

afterAll(() => outbox.close());

test.each([
  [0, 'Delete “House”?'],
  [1, 'Delete “House” and its box?'],
  [18, 'Delete “House” and its 18 boxes?'],
])('a job of %i boxes: %s', (boxes, words) => expect(deletionOf('House', boxes)).toBe(words));

test.each([
  ['  Ann\tB.\u0007 ', 'Ann B.'],
  [`half ${'\u{1f600}'.slice(0, 1)}`, 'half'],
  ['\u{1f600}'.repeat(40), '\u{1f600}'.repeat(30)],
  ['a'.repeat(59) + '\u{1f600}', 'a'.repeat(59)],
])('a name %j can be sent', (typed, name) => {
  expect(inOneLine(typed)).toBe(name);
  expect(() => encodeURIComponent(inOneLine(typed))).not.toThrow();
});
