/** A smart switch: it takes the neutral unless its marking says otherwise. */
import { inches } from '../../quantity/length.ts';
import { electronicSwitch } from '../electronic.ts';

export const smart = electronicSwitch({
  words: 'smart switch',
  short: 'smart',
  aliases: [],
  depth: inches(1.5),
  neutral: 'unless',
});
