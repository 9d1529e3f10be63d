/** A blank cover: no device, nothing lands on it. */
import { inches } from '../../quantity/length.ts';
import type { DeviceKind } from '../kind.ts';

export const blank: DeviceKind = {
  words: 'blank cover',
  short: 'blank',
  aliases: [],
  depth: inches(0),
  gangs: 1,
  group: 'none',
  cover: true,
  rated: false,
  neutral: 'never',
  pairs: false,
  opening: 'blank',
  asks: [],
  ports: () => [],
  inside: () => ({}),
  meant: () => ({}),
};
