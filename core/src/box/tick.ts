/**
 * What a person ticks as made up: a joint, a terminal with what lands on it, the tape round a device. The one
 * place that reads and writes a tick as text, as the record keeps it.
 */
export type Tick =
  | { readonly kind: 'joint'; readonly id: string }
  | { readonly kind: 'landing'; readonly at: string }
  | { readonly kind: 'tape'; readonly of: string };

const LANDING = 'land:';
const TAPE = 'land:tape:';

export const landTick = (at: string): string => `${LANDING}${at}`;
/** The tick for the tape round one device. */
export const tapeTick = (of: string): string => `${TAPE}${of}`;

/** @example readTick('land:t:i3.0:line') // {kind: 'landing', at: 't:i3.0:line'} */
export function readTick(text: string): Tick {
  if (text.startsWith(TAPE)) return { kind: 'tape', of: text.slice(TAPE.length) };
  return text.startsWith(LANDING)
    ? { kind: 'landing', at: text.slice(LANDING.length) }
    : { kind: 'joint', id: text };
}
