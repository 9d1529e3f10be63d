/**
 * Which hot is meant, where a box is set up: the constant hot of a circuit, what a switch gives, or what a
 * three-way chain gives. The one place that reads and writes such a reference.
 */
export type Hot =
  | { readonly kind: 'circuit'; readonly id: string }
  | { readonly kind: 'chain'; readonly id: string }
  /** A control of this box, or the cable from a switch elsewhere. */
  | { readonly kind: 'switched'; readonly by: string; readonly half: 1 | 2 };

const SECOND = '.2';

/** @example readHot('i3.0.2') // {kind: 'switched', by: 'i3.0', half: 2} */
export function readHot(ref: string): Hot {
  if (/^[a-f]$/.test(ref)) return { kind: 'circuit', id: ref };
  if (/^way-\d{1,2}$/.test(ref)) return { kind: 'chain', id: ref };
  const second = /^.+\.\d+\.2$/.test(ref);
  return { kind: 'switched', by: second ? ref.slice(0, -SECOND.length) : ref, half: second ? 2 : 1 };
}

/** The second half of what a device gives. */
export const secondOf = (key: string): string => `${key}${SECOND}`;

/** The same for each half. */
export const givenBy = (key: string, half: 1 | 2): string => (half === 2 ? secondOf(key) : key);
