/** A duplex receptacle: two outlets on one yoke, whose tabs may be broken. */
import { inches } from '../../quantity/length.ts';
import { type DeviceKind, GREEN, TO_GROUND } from '../kind.ts';

export const duplex: DeviceKind = {
  words: 'duplex receptacle',
  short: 'duplex',
  aliases: ['receptacle', 'receptacles', 'outlet', 'outlets', 'duplexes'],
  depth: inches(1),
  gangs: 1,
  group: 'receptacle',
  rated: true,
  neutral: 'never',
  pairs: true,
  springHoles: true,
  opening: 'duplex',
  asks: ['halves', 'guard'],
  ports: () => [
    { name: 'brass-top', metal: 'brass', tab: 'hot' },
    { name: 'brass-bottom', metal: 'brass', tab: 'hot' },
    { name: 'silver-top', metal: 'silver', tab: 'neutral' },
    { name: 'silver-bottom', metal: 'silver', tab: 'neutral' },
    GREEN,
  ],
  inside: () => ({
    uses: [
      { name: 'top', words: 'top', hot: 'brass-top', neutral: 'silver-top', half: 1 },
      { name: 'bottom', words: 'bottom', hot: 'brass-bottom', neutral: 'silver-bottom', half: 2 },
    ],
  }),
  meant: () => ({
    'brass-top': { is: 'hot', half: 1 },
    'brass-bottom': { is: 'hot', half: 2 },
    'silver-top': { is: 'neutral', half: 1 },
    'silver-bottom': { is: 'neutral', half: 2 },
    ...TO_GROUND,
  }),
};
