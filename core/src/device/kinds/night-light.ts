/**
 * A receptacle with a night light, a USB outlet or the like that has leads of its own: it may be fed with the
 * receptacle or by another hot.
 */
import { inches } from '../../quantity/length.ts';
import { type DeviceKind, GREEN, TO_GROUND } from '../kind.ts';

export const nightLight: DeviceKind = {
  words: 'night-light receptacle',
  short: 'night light',
  aliases: ['nightlight'],
  depth: inches(1.375),
  gangs: 1,
  group: 'receptacle',
  rated: true,
  neutral: 'never',
  pairs: false,
  asks: ['halves', 'guard'],
  ports: () => [
    { name: 'brass', metal: 'brass' },
    { name: 'silver', metal: 'silver' },
    { name: 'light-hot', metal: 'lead' },
    { name: 'light-neutral', metal: 'lead' },
    GREEN,
  ],
  inside: () => ({
    uses: [
      { name: 'outlet', words: 'its outlet', hot: 'brass', neutral: 'silver', half: 1 },
      {
        name: 'light',
        words: 'its own light',
        hot: 'light-hot',
        neutral: 'light-neutral',
        half: 2,
        builtIn: true,
      },
    ],
  }),
  meant: () => ({
    brass: { is: 'hot', half: 1 },
    silver: { is: 'neutral', half: 1 },
    'light-hot': { is: 'hot', half: 2 },
    'light-neutral': { is: 'neutral', half: 2 },
    ...TO_GROUND,
  }),
};
