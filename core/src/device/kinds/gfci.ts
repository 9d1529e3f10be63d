/** A GFCI receptacle: the feed on LINE, what it protects on LOAD (docs/trade.md#terminals). */
import { inches } from '../../quantity/length.ts';
import { type DeviceKind, GREEN, TO_GROUND } from '../kind.ts';

export const gfci: DeviceKind = {
  words: 'GFCI receptacle',
  short: 'GFCI',
  aliases: ['gfi'],
  depth: inches(1.25),
  gangs: 1,
  group: 'receptacle',
  rated: true,
  neutral: 'never',
  pairs: false,
  asks: [],
  ports: () => [
    { name: 'line-hot', metal: 'brass', grip: 'plate' },
    { name: 'line-neutral', metal: 'silver', grip: 'plate' },
    { name: 'load-hot', metal: 'brass', grip: 'plate', idle: true },
    { name: 'load-neutral', metal: 'silver', grip: 'plate', idle: true },
    GREEN,
  ],
  inside: () => ({
    uses: [{ name: 'outlet', hot: 'load-hot', neutral: 'load-neutral', half: 1 }],
    guard: [
      ['line-hot', 'load-hot'],
      ['line-neutral', 'load-neutral'],
    ],
  }),
  meant: () => ({
    'line-hot': { is: 'hot', half: 1 },
    'line-neutral': { is: 'neutral', half: 1 },
    'load-hot': { is: 'guarded', part: 'hot' },
    'load-neutral': { is: 'guarded', part: 'neutral' },
    ...TO_GROUND,
  }),
};
