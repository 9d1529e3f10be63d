/** The color in which a drawing shows an end: on the screen and on paper the same. */
import { type End, readEnd } from '../wiring/end.ts';
import { indexed } from '../wiring/indexed.ts';
import type { Wiring } from '../wiring/wiring.ts';

/** Colors the leads of devices usually have, by the port. Common practice, no source: the marks on the device govern. */
const LEADS: Readonly<Record<string, string>> = { neutral: 'white', ground: 'green', load: 'red' };

/** @returns the color of a conductor, pigtail or lead; black where none is recorded */
export function endColor(wiring: Wiring, end: End): string {
  const read = readEnd(end);
  const lead = read?.kind === 'terminal' ? LEADS[read.port] : undefined;
  return lead ?? indexed(wiring).colorOf(end) ?? 'black';
}
