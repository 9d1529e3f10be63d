/** A two-pole switch: it opens both hots of a 240 V load at once. */
import { inches } from '../../quantity/length.ts';
import { type DeviceKind, GREEN, TO_GROUND } from '../kind.ts';

export const twoPole: DeviceKind = {
  words: 'two-pole switch',
  short: '2-pole',
  aliases: ['2-pole', 'two-pole'],
  depth: inches(1.25),
  gangs: 1,
  group: 'switch',
  rated: false,
  neutral: 'never',
  pairs: false,
  opening: 'toggle',
  asks: [],
  ports: () => [
    { name: 'line-1', metal: 'brass' },
    { name: 'line-2', metal: 'brass' },
    { name: 'load-1', metal: 'dark' },
    { name: 'load-2', metal: 'dark' },
    GREEN,
  ],
  inside: () => ({
    contacts: [
      {
        positions: [
          [],
          [
            ['line-1', 'load-1'],
            ['line-2', 'load-2'],
          ],
        ],
      },
    ],
  }),
  meant: () => ({
    'line-1': { is: 'hot', half: 1 },
    'line-2': { is: 'partner' },
    'load-1': { is: 'given', half: 1 },
    'load-2': { is: 'given', half: 2 },
    ...TO_GROUND,
  }),
};
