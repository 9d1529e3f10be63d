/** A single-pole switch: line and load, either way round by its screws. */
import { inches } from '../../quantity/length.ts';
import { type DeviceKind, GREEN, TO_GROUND } from '../kind.ts';

export const plainSwitch: DeviceKind = {
  words: 'switch',
  short: 'switch',
  aliases: ['switches'],
  depth: inches(1),
  gangs: 1,
  group: 'switch',
  rated: false,
  neutral: 'never',
  pairs: true,
  springHoles: true,
  opening: 'toggle',
  smartInItsPlace: true,
  asks: ['guard'],
  ports: () => [{ name: 'line', metal: 'brass' }, { name: 'load', metal: 'brass' }, GREEN],
  inside: () => ({ contacts: [{ positions: [[], [['line', 'load']]] }] }),
  meant: () => ({
    line: { is: 'hot', half: 1 },
    load: { is: 'given', half: 1 },
    ...TO_GROUND,
  }),
};
