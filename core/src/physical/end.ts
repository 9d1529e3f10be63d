/**
 * The ends of a box: where conductors, pigtails and terminals can be joined. Inside they are values of a type;
 * this file is the one place that reads them from text and writes them as text (the count line’s answers, the
 * stored wiring).
 */
export type End =
  /** A conductor that comes into the box. */
  | { readonly kind: 'wire'; readonly of: string; readonly colour: string }
  /** A screw or lead of a device. */
  | { readonly kind: 'terminal'; readonly of: string; readonly port: string }
  /** A short piece one cuts oneself: its two ends share the name. */
  | { readonly kind: 'pigtail'; readonly id: string }
  /** The ground screw of a metal box. */
  | { readonly kind: 'box-screw' };

/** Where the ground screw of a metal box is. */
export const BOX_SCREW = 'x:box:ground';

export const wireEnd = (of: string, colour: string): string => `w:${of}:${colour}`;
export const terminalEnd = (of: string, port: string): string => `t:${of}:${port}`;
export const pigtailEnd = (id: string): string => `p:${id}`;
/** The far end of a conductor: at the next box, the lamp or the panel. */
export const farEnd = (of: string, what: string): string => `f:${of}:${what}`;

/** Reads an end from its text. @example readEnd('t:i3.0:brass-top') // {kind: 'terminal', of: 'i3.0', port: 'brass-top'} */
export function readEnd(text: string): End | undefined {
  if (text === BOX_SCREW) return { kind: 'box-screw' };
  const [kind, of = '', part = ''] = text.split(':');
  if (of === '') return undefined;
  if (kind === 'p') return { kind: 'pigtail', id: of };
  if (part === '') return undefined;
  if (kind === 'w') return { kind: 'wire', of, colour: part };
  return kind === 't' ? { kind: 'terminal', of, port: part } : undefined;
}

/** The cable or device an end is of; undefined for a pigtail and the box’s own screw. */
export function pieceAt(text: string): string | undefined {
  const read = readEnd(text);
  return read?.kind === 'wire' || read?.kind === 'terminal' ? read.of : undefined;
}

/** A tab of a device, as a wiring names it: `i3.0:hot`. */
export const tabName = (of: string, tab: string): string => `${of}:${tab}`;
export function readTab(text: string): { readonly of: string; readonly tab: string } {
  const [of = '', tab = ''] = text.split(':');
  return { of, tab };
}
