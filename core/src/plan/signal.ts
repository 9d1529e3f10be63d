/**
 * What a conductor or terminal is meant to carry. What carries the same belongs together. A signal is text of a fixed form,
 * for the command line’s answers and as a key; this file is the one place that makes and reads that text. It is the planner’s
 * own: the proof has none.
 */
export type Signal = 'G' | 'cap' | `${'N' | 'H' | 'S' | 'PH' | 'PN' | 'T1' | 'T2'}:${string}`;

export const isSignal = (text: string): text is Signal =>
  text === GROUND || text === CAPPED || /^(N|H|S|PH|PN|T1|T2):/.test(text);

/** A signal, read. */
export type SignalParts =
  | { readonly kind: 'ground' }
  /** One neutral for both circuits of a multiwire circuit: it goes by the first of them. */
  | { readonly kind: 'neutral'; readonly circuit: string }
  | { readonly kind: 'hot'; readonly circuit: string }
  /** What a switch, a cable from a switch elsewhere, or a chain gives. */
  | { readonly kind: 'switched'; readonly by: string }
  | { readonly kind: 'guarded'; readonly part: 'hot' | 'neutral'; readonly of: string }
  | { readonly kind: 'traveler'; readonly number: 1 | 2; readonly pair: string }
  /** Nothing: it is capped. */
  | { readonly kind: 'capped' };

export const GROUND = 'G' as const;
export const CAPPED = 'cap' as const;

export function printSignal(signal: SignalParts): Signal {
  switch (signal.kind) {
    case 'ground':
      return GROUND;
    case 'capped':
      return CAPPED;
    case 'neutral':
      return `N:${signal.circuit}`;
    case 'hot':
      return `H:${signal.circuit}`;
    case 'switched':
      return `S:${signal.by}`;
    case 'guarded':
      return `${signal.part === 'hot' ? 'PH' : 'PN'}:${signal.of}`;
    case 'traveler':
      return `T${signal.number}:${signal.pair}`;
  }
}

/** @example readSignal('N:a') // {kind: 'neutral', circuit: 'a'} */
export function readSignal(text: Signal): SignalParts {
  if (text === GROUND) return { kind: 'ground' };
  const at = text.indexOf(':');
  const rest = text.slice(at + 1);
  switch (at < 0 ? '' : text.slice(0, at)) {
    case 'N':
      return { kind: 'neutral', circuit: rest };
    case 'H':
      return { kind: 'hot', circuit: rest };
    case 'S':
      return { kind: 'switched', by: rest };
    case 'PH':
      return { kind: 'guarded', part: 'hot', of: rest };
    case 'PN':
      return { kind: 'guarded', part: 'neutral', of: rest };
    case 'T1':
      return { kind: 'traveler', number: 1, pair: rest };
    case 'T2':
      return { kind: 'traveler', number: 2, pair: rest };
    default:
      return { kind: 'capped' };
  }
}

export const isNeutral = (signal: Signal | undefined): boolean =>
  signal !== undefined && readSignal(signal).kind === 'neutral';

/** Order in which joints are made up: grounds, neutrals, hots, switched hots, travelers. */
export function rankOf(signal: Signal): number {
  const read = readSignal(signal);
  switch (read.kind) {
    case 'ground':
      return 0;
    case 'neutral':
      return 1;
    case 'guarded':
      return read.part === 'neutral' ? 2 : 4;
    case 'hot':
      return 3;
    case 'switched':
      return 5;
    case 'traveler':
      return 5 + read.number;
    case 'capped':
      return 8;
  }
}

/** Colour of a pigtail by what it carries. */
export function pigtailColour(signal: Signal): string {
  const read = readSignal(signal);
  if (read.kind === 'ground') return 'bare';
  if (read.kind === 'neutral' || (read.kind === 'guarded' && read.part === 'neutral')) return 'white';
  return read.kind === 'switched' ? 'red' : 'black';
}

/** One pair of travelers: of a cable, or inside the box where no cable has them. */
export const printPair = (chain: string | undefined, at: string): string => `${chain ?? ''}:${at}`;
/** The chain a pair belongs to. */
export const chainOfPair = (pair: string): string | undefined =>
  pair.slice(0, pair.indexOf(':')) || undefined;
