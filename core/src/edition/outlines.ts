/**
 * Outline and depth of standard metal boxes by their trade size (NEC Table 314.16(A), CEC Table 23; from
 * memory). The trade size is nominal: measure the box in hand where it matters. FS and FD boxes have a least
 * depth only, and no outline in the table.
 */
import { inches, type Length } from '../quantity/length.ts';

/** Nominal width and height of the opening, and depth. */
export interface Outline {
  readonly width: Length;
  readonly height: Length;
  readonly depth: Length;
}

const outline = (width: number, height: number, depth: number): Outline => ({
  width: inches(width),
  height: inches(height),
  depth: inches(depth),
});
/** 4¹¹⁄₁₆ in, the larger square. */
const LARGE = 4.6875;
/** 3¾ in, the height of a masonry box. */
const MASONRY = 3.75;

export const OUTLINES: Readonly<Record<string, Outline>> = {
  'oct-1.25': outline(4, 4, 1.25),
  'oct-1.5': outline(4, 4, 1.5),
  'oct-2.125': outline(4, 4, 2.125),
  '4sq-1.25': outline(4, 4, 1.25),
  '4sq-1.5': outline(4, 4, 1.5),
  '4sq-2.125': outline(4, 4, 2.125),
  '411sq-1.25': outline(LARGE, LARGE, 1.25),
  '411sq-1.5': outline(LARGE, LARGE, 1.5),
  '411sq-2.125': outline(LARGE, LARGE, 2.125),
  'dev-3x2x1.5': outline(2, 3, 1.5),
  'dev-3x2x2': outline(2, 3, 2),
  'dev-3x2x2.25': outline(2, 3, 2.25),
  'dev-3x2x2.5': outline(2, 3, 2.5),
  'dev-3x2x2.75': outline(2, 3, 2.75),
  'dev-3x2x3': outline(2, 3, 3),
  'dev-3x2x3.5': outline(2, 3, 3.5),
  'dev-4x2x1.5': outline(2, 4, 1.5),
  'dev-4x2.125x1.5': outline(2.125, 4, 1.5),
  'dev-4x2.125x1.875': outline(2.125, 4, 1.875),
  'dev-4x2.125x2.125': outline(2.125, 4, 2.125),
  'dev-4x2.375x1.875': outline(2.375, 4, 1.875),
  'masonry-2.5': outline(2, MASONRY, 2.5),
  'masonry-3.5': outline(2, MASONRY, 3.5),
};
