/** A dimmer; some take a neutral. */
import { inches } from '../../quantity/length.ts';
import { electronicSwitch } from '../electronic.ts';

export const dimmer = electronicSwitch({
  words: 'dimmer',
  short: 'dimmer',
  aliases: ['dimmers'],
  depth: inches(1.375),
  neutral: 'asked',
  smartInItsPlace: true,
});
