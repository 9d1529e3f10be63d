/** What the things of a box are called in a sentence: a finding keeps ids and numbers, the names are put in when it is read. */
import { type Length, showInches, showMillimetres } from '../quantity/length.ts';

export interface Namer {
  /** A cable or device: `12/2 feed 2`, `the switch`; a label is quoted. Without its article. */
  readonly piece: (id: string) => string;
  /** A conductor, terminal, pigtail or the box’s ground screw. */
  readonly end: (id: string) => string;
  /** Something that uses power. */
  readonly use: (id: string) => string;
  readonly switchOf: (id: string) => string;
  /** What must reach the ground, by its node. */
  readonly grounded: (node: string) => string;
  readonly circuit: (id: string) => string;
  /** What a conductor carries, by its signal. */
  readonly carries: (signal: string) => string;
  /** A length, nm, as the practitioners of an edition read it. */
  readonly length: (nm: number) => string;
}

const asItIs = (id: string) => `“${id}”`;

/** Names for what is told of no single box: every id stands as it is. @param unit of the edition */
export const plainNamer = (unit: 'in3' | 'ml' = 'in3'): Namer => ({
  piece: asItIs,
  end: asItIs,
  use: asItIs,
  switchOf: asItIs,
  grounded: asItIs,
  circuit: (id) => `circuit ${id.toUpperCase()}`,
  carries: asItIs,
  length: (nm) => (unit === 'ml' ? `${showMillimetres(nm as Length)} mm` : `${showInches(nm as Length)} in`),
});

export const cap = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
