/** An end is drawn in its own color, on the screen and on paper. */
import { NOTHING_JOINED } from '../wiring/edit.ts';
import type { End } from '../wiring/end.ts';
import { endColor } from './end-color.ts';

const WIRING = { ...NOTHING_JOINED, pigtails: [{ id: 'p1' as const, size: 12 as const, colour: 'bare' }] };

test.each<[End, string]>([
  ['w:i1.0:white-red', 'white-red'],
  ['p:p1', 'bare'],
  // Leads of devices: common practice, no source.
  ['t:i2.0:neutral', 'white'],
  ['t:i2.0:ground', 'green'],
  ['t:i2.0:load', 'red'],
  ['t:i2.0:line', 'black'],
  // What is not in the wiring, and the box's own screw.
  ['p:p2', 'black'],
  ['x:box:ground', 'black'],
])('%s is drawn %s', (end, color) => {
  expect(endColor(WIRING, end)).toBe(color);
});
