/** Ids that no one else makes: time and 80 bits of the machine’s own randomness, also without signal. */
import { ulid } from 'ulid';
import type { NewId } from './piece-id.ts';

/** Drawn for sixteen ids at once: asking the machine takes longer than making an id. */
const drawn = new Uint8Array(16 * 16);
let left = 0;

/** From 0 to less than 1, in steps of a 256th: an id takes 5 bits of each. */
function fraction(): number {
  if (left === 0) {
    globalThis.crypto.getRandomValues(drawn);
    left = drawn.length;
  }
  left -= 1;
  return (drawn[left] ?? 0) / 256;
}

export const newId: NewId = () => ulid(undefined, fraction).toLowerCase();
