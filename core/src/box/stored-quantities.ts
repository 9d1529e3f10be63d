/** Quantities as a checked box document has them in its text. */
import type { Size } from '../edition/index.ts';
import { type Length, readStoredLength } from '../quantity/length.ts';
import { readStoredVolume, type Volume } from '../quantity/volume.ts';

/** The volume in a document's text. The schema has checked it, so this always reads. */
export function volumeIn(text: string): Volume {
  const volume = readStoredVolume(text);
  if (volume === undefined) throw new TypeError(`“${text}” is not a volume of a checked box document`);
  return volume;
}

/** The length in a document's text. The schema has checked it, so this always reads. */
export function lengthIn(text: string): Length {
  const length = readStoredLength(text);
  if (length === undefined) throw new TypeError(`“${text}” is not a length of a checked box document`);
  return length;
}

/** The larger of two sizes (the smaller AWG number); undefined stands for none. */
export function larger(a: Size | undefined, b: Size | undefined): Size | undefined {
  if (a === undefined || b === undefined) return a ?? b;
  return a < b ? a : b;
}
