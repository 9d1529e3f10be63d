/** Tags of conductors and the duties that follow. Words: docs/trade.md#identifying, docs/glossary.md; common practice, no source. */
import { dutyFor, tagsOf } from './tags.ts';

const TWO = ['black', 'white', 'bare'];
const THREE = ['black', 'red', 'white', 'bare'];
const told = (...args: Parameters<typeof tagsOf>) =>
  tagsOf(...args).map(({ colour, words }) => `${colour}: ${words}`);

test('a feed names the line and its neutral with the circuit; exchanged conductors are told as they are', () => {
  expect(told({ role: 'feed', colours: TWO, circuit: '7' })).toEqual([
    'black: line, circuit 7',
    'white: neutral, circuit 7',
  ]);
  expect(told({ role: 'feed', colours: TWO, reversed: true })).toEqual(['black: neutral', 'white: line']);
});

test.each([
  ['leg', TWO, 'porch light', ['black: switched hot to porch light', 'white: neutral to porch light']],
  ['feed-out', THREE, undefined, ['black: hot on', 'red: hot on', 'white: neutral on']],
  ['loop', TWO, 'hall', ['black: switch loop to hall', 'white: switch loop to hall']],
  ['travelers', THREE, undefined, ['black: traveler', 'red: traveler', 'white: neutral']],
  ['travelers', TWO, undefined, ['black: traveler', 'white: traveler']],
  ['spare', TWO, undefined, ['black: spare, ends nowhere', 'white: spare, ends nowhere']],
] as const)('%s', (role, colours, label, expected) => {
  expect(told({ role, colours, label })).toEqual(expected);
});

test('a known role is the word of the count line, with nothing guessed beside it', () => {
  expect(dutyFor('feed-out')).toEqual({ does: 'out' });
  expect(dutyFor('loop-in')).toEqual({ does: 'loop' });
  expect(dutyFor('travelers')).toEqual({ does: 'travelers' });
});
