/** What was typed, in the form a record keeps; as it was where it cannot be read, so that its message names it. */
import { printLength, readLength } from '@dense-pack/core/quantity/length';
import { readVolume } from '@dense-pack/core/quantity/volume';
import { volumeWritten } from '@dense-pack/core/remedy/catalogue';

export function lengthTyped(text: string): string {
  const read = readLength(text);
  return read === undefined ? text : printLength(read);
}

export function volumeTyped(text: string): string {
  const read = readVolume(text);
  return read === undefined ? text : volumeWritten(read.volume);
}

/** A list with one more, or without it. */
export const several = <V extends string>(now: readonly V[], one: V): V[] =>
  now.includes(one) ? now.filter((other) => other !== one) : [...now, one];
