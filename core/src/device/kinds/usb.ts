/** A receptacle with USB outlets fed from its own screws: deeper than a plain one. */
import { inches } from '../../quantity/length.ts';
import { type DeviceKind, GREEN, TO_GROUND } from '../kind.ts';

export const usb: DeviceKind = {
  words: 'USB receptacle',
  short: 'USB',
  aliases: [],
  depth: inches(1.5),
  gangs: 1,
  group: 'receptacle',
  rated: true,
  neutral: 'never',
  pairs: false,
  asks: ['guard'],
  ports: () => [{ name: 'brass', metal: 'brass' }, { name: 'silver', metal: 'silver' }, GREEN],
  inside: () => ({ uses: [{ name: 'outlet', hot: 'brass', neutral: 'silver', half: 1 }] }),
  meant: () => ({
    brass: { is: 'hot', half: 1 },
    silver: { is: 'neutral', half: 1 },
    ...TO_GROUND,
  }),
};
