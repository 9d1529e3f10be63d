/** A timer: an electronic one takes the neutral, a spring-wound one is made without. */
import { inches } from '../../quantity/length.ts';
import { electronicSwitch } from '../electronic.ts';

export const timer = electronicSwitch({
  words: 'timer',
  short: 'timer',
  aliases: [],
  depth: inches(1.5),
  neutral: 'unless',
});
