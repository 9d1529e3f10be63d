/** An occupancy sensor switch: it takes the neutral, or bonds its electronics through the ground: as marked. */
import { inches } from '../../quantity/length.ts';
import { electronicSwitch } from '../electronic.ts';

export const sensor = electronicSwitch({
  words: 'occupancy sensor switch',
  short: 'sensor',
  aliases: ['sensors', 'occupancy'],
  depth: inches(1.375),
  neutral: 'unless',
});
