/** Receptacles of 240 V: both hots of a two-pole breaker and the neutral, two gangs wide as a rule (docs/trade.md#worked-examples). */
import { inches } from '../quantity/length.ts';
import { type DeviceKind, GREEN, TO_GROUND } from './kind.ts';

/** A receptacle of two hots and a neutral. */
export function twoHotReceptacle(own: Pick<DeviceKind, 'words' | 'short'>): DeviceKind {
  return {
    ...own,
    aliases: [],
    depth: inches(1.5),
    gangs: 2,
    group: 'receptacle',
    rated: false,
    neutral: 'never',
    pairs: false,
    opening: 'range',
    asks: [],
    ports: () => [
      { name: 'hot-1', metal: 'brass' },
      { name: 'hot-2', metal: 'brass' },
      { name: 'neutral', metal: 'silver' },
      GREEN,
    ],
    inside: () => ({
      uses: [
        { name: 'outlet', hot: 'hot-1', neutral: 'hot-2', half: 1, doubled: true },
        { name: 'first hot', words: 'first hot', hot: 'hot-1', neutral: 'neutral', half: 1 },
      ],
    }),
    meant: () => ({
      'hot-1': { is: 'hot', half: 1 },
      'hot-2': { is: 'partner' },
      neutral: { is: 'neutral', half: 1 },
      ...TO_GROUND,
    }),
  };
}
