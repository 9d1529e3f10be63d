/** The truck, the weights and the assumptions, kept on this phone. */
import { Kit } from '@dense-pack/core/parts/kit';
import { keep } from '../client/kept';

const kept = keep('dense-pack/kit', Kit);

export const kitNow = kept.now;
export const useKit = kept.use;
export const setKit = kept.set;
