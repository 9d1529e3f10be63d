/** What of a box screen is open: a station of the work, or an adder; and how the address says it. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import type { Tally } from '@dense-pack/core/fill/tally';
import { type Station, STATIONS } from '../stations';
import { type Adder, ADDERS } from './AddBar';

export type Open = { readonly station: Station } | { readonly adder: Adder };

const isAdder = (word: string): word is Adder => Object.hasOwn(ADDERS, word);
const isStation = (word: string): word is Station => Object.hasOwn(STATIONS, word);

/** What an address asks for; a word that is none of ours is the count. */
export function openFrom(word = 'count'): Open {
  if (isAdder(word)) return { adder: word };
  return { station: isStation(word) ? word : 'count' };
}

/** The word of the address for it. */
export const wordOf = (open: Open): string => ('station' in open ? open.station : open.adder);

/** Whether the work wants the room of the drawing, and whether one adds there. */
export const roomFor = (open: Open): { readonly band: boolean; readonly adds: boolean } =>
  'station' in open ? STATIONS[open.station] : { band: ADDERS[open.adder].band, adds: true };

/** What a new box wants next: first itself, then what comes into it; nothing once both are told. */
export function nextAdder({ items }: BoxDocument, { capacity }: Pick<Tally, 'capacity'>): Adder | undefined {
  if (capacity === null && items.length === 0) return 'box';
  return items.some(({ kind }) => kind === 'cable' || kind === 'conductors') ? undefined : 'cable';
}
