/**
 * Thirty boxes in trouble, with the remedy an experienced person would choose, written down before the
 * search was run. Our own cases; common practice, no source. A choice is named by its step family, for a
 * box also by what it must be.
 */
import { rankTrouble, type TroubleCase } from '../tests/trouble.ts';
import type { Family } from './remedy.ts';
import { note } from '../tests/note.ts';

const CASES: readonly TroubleCase<Family>[] = [
  // One gang, over by a cable: a deeper box of the same kind.
  ['18 in3 plastic old-work device-box, 3x 12/2, duplex', 'box', /1-gang plastic/],
  ['18 in3 plastic new-work device-box, 3x 12/2, duplex', 'box', /1-gang plastic, new-work/],
  ['14 in3 plastic new-work device-box, 2x 14/2, switch, 14/2', 'box', /1-gang plastic, new-work/],
  ['14 in3 plastic old-work device-box, 2x 14/3, 3way', 'box', /1-gang plastic.*old-work/],
  ['16 in3 plastic new-work device-box, 2x 12/2, gfci depth 1.25, 14/2 leg', 'box', /1-gang/],
  ['20 in3 plastic new-work device-box, 3x 12/2, gfci', 'box', /1-gang plastic, new-work/],
  ['18 in3 plastic new-work device-box, 2x 14/3, dimmer, 14/2', 'box', /1-gang/],
  // A dead cable in the box: take it out first.
  ['18 in3 plastic old-work device-box, 2x 12/2, 12/2 spare, duplex', 'dead-cable'],
  ['14 in3 plastic old-work device-box, 14/2, 14/2 spare, 14/2 leg, switch', 'dead-cable'],
  ['32 in3 2-gang plastic old-work device-box, 4x 14/2, 14/3 spare, 2x switch, clamps', 'dead-cable'],
  // Square metal boxes: clamps outside when that is enough, an extension when it is not.
  ['box 4sq-1.5 metal square, 3x 12/2, clamps, duplex @12', 'volume'],
  ['box 4sq-1.5 metal square, 2x 12/2, 14/2, clamps, switch @14, duplex @12', 'volume'],
  ['box 4sq-1.25 metal square, 3x 14/2, clamps, switch', 'volume'],
  ['box 4sq-1.5 metal square, 4x 12/2, duplex @12', 'volume'],
  ['box 411sq-1.5 metal square, 5x 12/2, clamps, 2x duplex @12', 'volume'],
  ['box 4sq-1.5 metal square, 5x 12/2', 'volume'],
  // Conduit: leave a conductor unbroken.
  ['box 4sq-1.5 metal square, 10x 12', 'through'],
  ['box 4sq-1.5 metal square, 8x 12, switch @12', 'through'],
  ['box 4sq-1.5 metal square, 8x 10, 2x 12', 'through'],
  // Ceiling: the shallow pan with two cables is replaced by a deep round box.
  ['6 in3 metal pan, 2x 14/2', 'box', /round/],
  ['6 in3 metal pan, 14/2, 14/3', 'box', /round/],
  ['box oct-1.25 metal round, 3x 14/2', 'volume'],
  ['box oct-1.5 metal round, 3x 14/2, stud, hickey, hangs fan', 'box', /fan/],
  // Two and more gangs.
  ['32 in3 2-gang plastic new-work device-box, 5x 14/2, clamps, 2x switch', 'box', /2-gang/],
  ['25 in3 2-gang plastic old-work device-box, 3x 14/3, clamps, 2x 3way', 'box', /2-gang plastic, old-work/],
  [
    '25 in3 2-gang plastic new-work device-box, 4x 14/2, clamps, 2x switch',
    'box',
    /2-gang plastic, new-work/,
  ],
  ['44 in3 3-gang plastic new-work device-box, 6x 14/2, 14/3, clamps, 3x switch, 14/2', 'box', /3-gang/],
  ['60 in3 4-gang plastic new-work device-box, 10x 14/2, clamps, 4x switch', 'box', /4-gang/],
  // An old metal device box: nothing legal to read, fit a marked box.
  ['measured 2 x 3 x 2.5 metal device-box old-work, 2x 14/2 no-ground, switch', 'box', /old-work/],
  ['box dev-3x2x2 metal device-box, 2x 14/2, clamps, duplex', 'box'],
];

const FAMILIES: Readonly<Record<string, Family>> = {
  box: 'box',
  add: 'volume',
  clamps: 'clamps',
  through: 'through',
  yoke: 'yoke',
  dead: 'dead-cable',
  move: 'move-cable',
  junction: 'move-cable',
  wire: 'smaller-wire',
};
const familyOf = (id: string) => FAMILIES[id.split(':')[0] ?? ''];

test('the remedy an experienced person would choose is among the first three, mostly the first', () => {
  const { three, words } = rankTrouble('Trouble cases', CASES, familyOf);
  note(words);
  expect(three / CASES.length).toBeGreaterThanOrEqual(0.8);
});
