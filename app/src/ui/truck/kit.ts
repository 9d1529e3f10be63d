/** The truck, the weights and the assumptions, kept on this phone. */
import { Kit, newKit } from '@dense-pack/core/parts/kit';
import { keepList } from '../client/kept';

const kept = keepList('dense-pack/kit', Kit, newKit);

export const kitNow = kept.now;
export const onKit = kept.follow;
export const useKit = kept.use;
export const setKit = kept.set;
