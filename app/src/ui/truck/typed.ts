/** What was typed, in the form a record keeps; as it was where it cannot be read, so that its message names it. */
import { printLength, readLength } from '@dense-pack/core/quantity/length';
import { readVolume } from '@dense-pack/core/quantity/volume';
import { volumeWritten } from '@dense-pack/core/catalog/catalog';
import { withPoint } from '../parts/with-point';

export function lengthTyped(text: string): string {
  const read = readLength(withPoint(text));
  return read === undefined ? text : printLength(read);
}

export function volumeTyped(text: string): string {
  const read = readVolume(withPoint(text));
  return read === undefined ? text : volumeWritten(read.volume);
}

/** A list with one more, or without it. */
export const several = <V extends string>(now: readonly V[], one: V): V[] =>
  now.includes(one) ? now.filter((other) => other !== one) : [...now, one];

/** Three edges as a person writes them, `5/8 x 5/8 x 1 in`, as a record keeps them; what cannot be read stays, to be named. */
export function edgesTyped(text: string): string[] {
  const unit = /mm\s*$/i.test(text) ? 'mm' : 'in';
  return text.split(/[x×]/i).map((edge) => {
    const one = edge.trim().replace(/\s*(mm|in|")$/i, '');
    return lengthTyped(`${one} ${unit}`);
  });
}

/** They as they are shown in their field; nothing where they are typical. */
export const edgesShown = (edges: readonly string[] | undefined): string =>
  edges === undefined ? '' : `${edges.map((edge) => edge.replace(/ in$/, '')).join(' x ')} in`;
