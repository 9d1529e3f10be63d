/**
 * The ends of a box: where conductors, pigtails and terminals can be joined. An end is text of a fixed form, so that it
 * can be stored, printed and used as a key; its type says which kind it is. This file is the one place that makes and
 * reads that text.
 */

/** A conductor that comes into the box: `w:i1.0:black`. */
export type WireEnd = `w:${string}:${string}`;
/** A screw or lead of a device: `t:i3.0:brass-top`. */
export type TerminalEnd = `t:${string}:${string}`;
/** A short piece one cuts oneself, by its id: `p:p1`. Its two ends share the name. */
export type PigtailEnd = `p:${string}`;
/** The ground screw of a metal box. */
export type BoxScrew = 'x:box:ground';
export const BOX_SCREW: BoxScrew = 'x:box:ground';

/** What lies loose in a box until it is joined or landed. */
export type LooseEnd = WireEnd | PigtailEnd;
/** What a conductor lands on. */
export type LandingEnd = TerminalEnd | BoxScrew;
export type End = LooseEnd | LandingEnd;

/** The far end of a conductor: at the next box, the lamp or the panel. It is never part of a wiring. */
export type FarEnd = `f:${string}:${string}`;
/** A point of the simulated circuit. */
export type Node = End | FarEnd;

/** A joint of a wiring, and a pigtail of it, by number. */
export type JointId = `j${number}`;
export type PigtailId = `p${number}`;
/** A tab of a device, as a wiring names it: `i3.0:hot`. */
export type TabName = `${string}:${string}`;

export const wireEnd = (piece: string, color: string): WireEnd => `w:${piece}:${color}`;
export const terminalEnd = (piece: string, port: string): TerminalEnd => `t:${piece}:${port}`;
export const pigtailEnd = (id: PigtailId): PigtailEnd => `p:${id}`;
export const farEnd = (piece: string, what: string): FarEnd => `f:${piece}:${what}`;

/** An end, read. */
export type EndParts =
  | { readonly kind: 'wire'; readonly of: string; readonly colour: string }
  | { readonly kind: 'terminal'; readonly of: string; readonly port: string }
  | { readonly kind: 'pigtail'; readonly id: PigtailId }
  | { readonly kind: 'box-screw' };

/**
 * Reads an end from its text.
 * @returns undefined where the text is not of the form of an end; a wiring that was parsed has none such
 * @example readEnd('t:i3.0:brass-top') // {kind: 'terminal', of: 'i3.0', port: 'brass-top'}
 */
export function readEnd(text: string): EndParts | undefined {
  if (text === BOX_SCREW) return { kind: 'box-screw' };
  const [kind, of = '', part = ''] = text.split(':');
  if (of === '') return undefined;
  if (kind === 'p') return isPigtailId(of) ? { kind: 'pigtail', id: of } : undefined;
  if (part === '') return undefined;
  if (kind === 'w') return { kind: 'wire', of, colour: part };
  return kind === 't' ? { kind: 'terminal', of, port: part } : undefined;
}

export const isPigtail = (end: string): end is PigtailEnd => end.startsWith('p:');
export const isTerminal = (end: string): end is TerminalEnd => end.startsWith('t:');
export const isWire = (end: string): end is WireEnd => end.startsWith('w:');

export const isPigtailId = (text: string): text is PigtailId => /^p\d{1,4}$/.test(text);
export const isJointId = (text: string): text is JointId => /^j\d{1,3}$/.test(text);
export const jointId = (number: number): JointId => `j${number}`;
export const pigtailId = (number: number): PigtailId => `p${number}`;

/** The cable or device an end is of; undefined for a pigtail and the box’s own screw. */
export function pieceAt(text: string): string | undefined {
  const read = readEnd(text);
  return read?.kind === 'wire' || read?.kind === 'terminal' ? read.of : undefined;
}

/** The device of a terminal; undefined for every other end. */
export function deviceAt(text: string): string | undefined {
  const read = readEnd(text);
  return read?.kind === 'terminal' ? read.of : undefined;
}

export const tabName = (piece: string, tab: string): TabName => `${piece}:${tab}`;
export function readTab(text: string): { readonly of: string; readonly tab: string } {
  const [of = '', tab = ''] = text.split(':');
  return { of, tab };
}
