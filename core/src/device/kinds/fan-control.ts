/** A speed control of a fan. */
import { inches } from '../../quantity/length.ts';
import { electronicSwitch } from '../electronic.ts';

export const fanControl = electronicSwitch({
  words: 'fan control',
  short: 'fan control',
  aliases: [],
  depth: inches(1.375),
  neutral: 'asked',
});
