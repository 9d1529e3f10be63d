/** What a tile looks like: its colour, its letter and its pattern, so that colour is never the only sign. */
import type { Tile } from '@dense-pack/core/vessel/tiles';
import type { Colour } from '../theme/theme';

export interface Look {
  readonly fill: Colour;
  readonly ink: Colour;
  /** The colour's letter. */
  readonly letter: string;
  readonly name: string;
  /** Lines over the fill, told from each other in black and white. */
  readonly pattern?: 'stripes' | 'lines' | 'dots' | 'weave';
}

const COLOURED = {
  red: { fill: 'tile-red', ink: 'tile-red-ink', letter: 'R' },
  blue: { fill: 'tile-blue', ink: 'tile-blue-ink', letter: 'BL' },
  black: { fill: 'tile-hot', ink: 'tile-hot-ink', letter: 'B' },
  white: { fill: 'tile-neutral', ink: 'tile-neutral-ink', letter: 'W' },
} as const satisfies Record<string, Pick<Look, 'fill' | 'ink' | 'letter'>>;

/** The look of a tile. Conductors keep their real colour; a switched one is striped. */
export function lookOf(tile: Tile): Look {
  const colour =
    tile.colour !== undefined && tile.colour in COLOURED ? (tile.colour as keyof typeof COLOURED) : undefined;
  switch (tile.group) {
    case 'hot':
      return {
        ...COLOURED[colour ?? 'black'],
        name: `${colour ?? 'black'} conductor${colour === 'white' ? ', hot' : ''}`,
      };
    case 'switched':
      return {
        ...COLOURED[colour ?? 'black'],
        name: `${colour ?? 'black'} conductor, switched`,
        pattern: 'stripes',
      };
    case 'neutral':
      return { ...COLOURED.white, name: 'white conductor, neutral' };
    case 'ground':
      return {
        fill: 'tile-ground',
        ink: 'tile-ground-ink',
        letter: 'G',
        name: 'equipment grounds',
        pattern: 'lines',
      };
    case 'hardware':
      return {
        fill: 'tile-hardware',
        ink: 'tile-hardware-ink',
        letter: '',
        name: tile.label,
        pattern: 'dots',
      };
    case 'conductor':
      return { fill: 'tile-conductor', ink: 'tile-conductor-ink', letter: '', name: 'conductor' };
    case 'device':
      return { fill: 'tile-device', ink: 'tile-device-ink', letter: '', name: tile.label, pattern: 'weave' };
  }
}

/** A pattern as a CSS background image in one colour, with the size of its repeat where it has one. */
export function patternOf(
  pattern: Look['pattern'] | undefined,
  ink: string,
): { readonly image: string; readonly size?: string } | undefined {
  const line = `color-mix(in srgb, ${ink} 38%, transparent)`;
  switch (pattern) {
    case 'stripes':
      return { image: `repeating-linear-gradient(45deg, ${line} 0 4px, transparent 4px 12px)` };
    case 'lines':
      return { image: `repeating-linear-gradient(0deg, ${line} 0 1px, transparent 1px 6px)` };
    case 'dots':
      return { image: `radial-gradient(${line} 1.2px, transparent 1.6px)`, size: '9px 9px' };
    case 'weave':
      return { image: `repeating-linear-gradient(90deg, ${line} 0 1px, transparent 1px 11px)` };
    default:
      return undefined;
  }
}

/** The hatching of what stands past the rim, as a CSS background. */
export function hatchOf(colour: string): string {
  return `repeating-linear-gradient(45deg, ${colour} 0 4px, transparent 4px 9px)`;
}
