/** A dryer receptacle. */
import { twoHotReceptacle } from '../two-hots.ts';

export const dryer = twoHotReceptacle({ words: 'dryer receptacle', short: 'dryer' });
