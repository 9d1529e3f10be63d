/** A three-way switch: its common is the odd-coloured screw, the travelers the pair (docs/trade.md#terminals). */
import { inches } from '../../quantity/length.ts';
import { type DeviceKind, GREEN, TO_GROUND } from '../kind.ts';

export const threeWay: DeviceKind = {
  words: 'three-way switch',
  short: '3-way',
  aliases: ['3-way', 'three-way'],
  depth: inches(1),
  gangs: 1,
  group: 'switch',
  rated: false,
  neutral: 'never',
  pairs: true,
  springHoles: true,
  opening: 'toggle',
  smartInItsPlace: true,
  asks: ['chain', 'end', 'guard'],
  ports: () => [
    { name: 'common', metal: 'dark' },
    { name: 'traveler-1', metal: 'brass' },
    { name: 'traveler-2', metal: 'brass' },
    GREEN,
  ],
  inside: () => ({
    contacts: [{ positions: [[['common', 'traveler-1']], [['common', 'traveler-2']]] }],
  }),
  meant: () => ({
    common: { is: 'common' },
    'traveler-1': { is: 'traveler', nth: 1, toward: 'other' },
    'traveler-2': { is: 'traveler', nth: 2, toward: 'other' },
    ...TO_GROUND,
  }),
};
