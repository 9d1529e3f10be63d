/** A single receptacle. */
import { inches } from '../../quantity/length.ts';
import { type DeviceKind, GREEN, TO_GROUND } from '../kind.ts';

export const single: DeviceKind = {
  words: 'single receptacle',
  short: 'single',
  aliases: [],
  depth: inches(1),
  gangs: 1,
  group: 'receptacle',
  rated: true,
  neutral: 'never',
  pairs: true,
  springHoles: true,
  opening: 'round',
  asks: ['guard'],
  ports: () => [{ name: 'brass', metal: 'brass' }, { name: 'silver', metal: 'silver' }, GREEN],
  inside: () => ({ uses: [{ name: 'outlet', hot: 'brass', neutral: 'silver', half: 1 }] }),
  meant: () => ({
    brass: { is: 'hot', half: 1 },
    silver: { is: 'neutral', half: 1 },
    ...TO_GROUND,
  }),
};
