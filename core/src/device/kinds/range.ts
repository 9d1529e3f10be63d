/** A range receptacle. */
import { twoHotReceptacle } from '../two-hots.ts';

export const range = twoHotReceptacle({ words: 'range receptacle', short: 'range' });
