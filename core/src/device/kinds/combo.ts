/** Two devices on one yoke: two switches, or a switch and a receptacle. Its hot tab may be broken. */
import { inches } from '../../quantity/length.ts';
import { type DeviceKind, GREEN, TO_GROUND } from '../kind.ts';

export const combo: DeviceKind = {
  words: 'combination device',
  short: 'combo',
  aliases: [],
  depth: inches(1.25),
  gangs: 1,
  group: 'both',
  rated: true,
  neutral: 'never',
  pairs: false,
  asks: ['second', 'halves', 'guard'],
  ports: ({ second }) => [
    { name: 'line', metal: 'dark', tab: 'hot' },
    { name: 'line-2', metal: 'dark', tab: 'hot' },
    { name: 'load', metal: 'brass' },
    second === 'receptacle' ? { name: 'silver', metal: 'silver' } : { name: 'load-2', metal: 'brass' },
    GREEN,
  ],
  inside: ({ second }) =>
    second === 'receptacle'
      ? {
          contacts: [{ words: 'its switch', positions: [[], [['line', 'load']]] }],
          uses: [{ name: 'its outlet', words: 'its outlet', hot: 'line-2', neutral: 'silver', half: 2 }],
        }
      : {
          contacts: [
            { words: 'first half', positions: [[], [['line', 'load']]] },
            { half: 2, words: 'second half', positions: [[], [['line-2', 'load-2']]] },
          ],
        },
  meant: () => ({
    line: { is: 'hot', half: 1 },
    'line-2': { is: 'hot', half: 2 },
    load: { is: 'given', half: 1 },
    'load-2': { is: 'given', half: 2 },
    silver: { is: 'neutral', half: 2 },
    ...TO_GROUND,
  }),
};
