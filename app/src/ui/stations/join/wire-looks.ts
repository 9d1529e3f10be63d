/** How conductors, terminals and names look in the drawing of a wiring. */
import { COLOURS, type Colour as WireColour } from '@dense-pack/core/physical/pieces';
import { MEASURES } from '@dense-pack/core/drawing/layout';
import type { Colour } from '../../theme/theme';

export const FILL: Readonly<Record<string, { fill: Colour; ink: Colour }>> = {
  black: { fill: 'tile-hot', ink: 'tile-hot-ink' },
  red: { fill: 'tile-red', ink: 'tile-red-ink' },
  blue: { fill: 'tile-blue', ink: 'tile-blue-ink' },
  white: { fill: 'tile-neutral', ink: 'tile-neutral-ink' },
  'white-red': { fill: 'tile-neutral', ink: 'tile-neutral-ink' },
  bare: { fill: 'tile-ground', ink: 'tile-ground-ink' },
  green: { fill: 'tile-ground', ink: 'tile-ground-ink' },
};
export const METAL: Readonly<Record<string, Colour>> = {
  brass: 'tile-device',
  silver: 'tile-hardware',
  green: 'tile-ground',
  dark: 'tile-hot',
  lead: 'tile-conductor',
};
export const letterOf = (colour: string) => (colour in COLOURED ? COLOURED[colour as WireColour] : '');
const COLOURED: Readonly<Record<WireColour, string>> = COLOURS;

/** Width of the zones at both edges. */
export const EDGE = MEASURES.edge;
export const PILL = 26;

/** How what nobody confirmed is drawn: longer dashes than a bare conductor’s. */
export const ASSUMED_DASH = '5 5';
