/** A four-way switch: two pairs of travelers, straight through or crossed. */
import { inches } from '../../quantity/length.ts';
import { type DeviceKind, GREEN, TO_GROUND } from '../kind.ts';

export const fourWay: DeviceKind = {
  words: 'four-way switch',
  short: '4-way',
  aliases: ['4-way', 'four-way'],
  depth: inches(1.25),
  gangs: 1,
  group: 'switch',
  rated: false,
  neutral: 'never',
  pairs: false,
  opening: 'toggle',
  smartInItsPlace: true,
  asks: ['chain'],
  ports: () => [
    { name: 'in-1', metal: 'dark' },
    { name: 'in-2', metal: 'dark' },
    { name: 'out-1', metal: 'brass' },
    { name: 'out-2', metal: 'brass' },
    GREEN,
  ],
  inside: () => ({
    contacts: [
      {
        positions: [
          [
            ['in-1', 'out-1'],
            ['in-2', 'out-2'],
          ],
          [
            ['in-1', 'out-2'],
            ['in-2', 'out-1'],
          ],
        ],
      },
    ],
  }),
  meant: () => ({
    'in-1': { is: 'traveler', nth: 1, toward: 'line' },
    'in-2': { is: 'traveler', nth: 2, toward: 'line' },
    'out-1': { is: 'traveler', nth: 1, toward: 'load' },
    'out-2': { is: 'traveler', nth: 2, toward: 'load' },
    ...TO_GROUND,
  }),
};
