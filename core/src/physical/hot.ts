/**
 * Which hot is meant, where a box is set up: the constant hot of a circuit, what a switch gives, or what a
 * three-way chain gives. The one place that reads and writes such a reference.
 */
import { firstHalf, secondHalf } from '../box/work.ts';

export type Hot =
  | { readonly kind: 'circuit'; readonly id: string }
  | { readonly kind: 'chain'; readonly id: string }
  /** A control of this box, or the cable from a switch elsewhere. */
  | { readonly kind: 'switched'; readonly by: string; readonly half: 1 | 2 };

/** @example readHot('i3.0.2') // {kind: 'switched', by: 'i3.0', half: 2} */
export function readHot(ref: string): Hot {
  if (/^[a-f]$/.test(ref)) return { kind: 'circuit', id: ref };
  if (/^way-\d{1,5}$/.test(ref)) return { kind: 'chain', id: ref };
  const device = firstHalf(ref);
  return device === undefined
    ? { kind: 'switched', by: ref, half: 1 }
    : { kind: 'switched', by: device, half: 2 };
}

/** The same for each half. */
export const givenBy = (key: string, half: 1 | 2): string => (half === 2 ? secondHalf(key) : key);
