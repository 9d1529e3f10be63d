/**
 * Real sizes of what is folded into a box, for the second answer: does it work, beside is it legal.
 * Nothing here decides fill.
 */
import type { Cited, Size } from '../edition/index.ts';

/** Face of a device body behind the strap, in². Typical of a device that fills its gang. */
export const DEVICE_FACE_SQIN: Cited<number> = {
  value: 1.7 * 2.5,
  section: 'handbook 16',
  confidence: 'common practice',
  note: 'Body about 1.7 × 2.5 in behind the strap.',
};

/** Area of one insulated conductor (THHN), in²: NEC chapter 9, Table 5. */
export const CONDUCTOR_SQIN: Cited<Readonly<Partial<Record<Size, number>>>> = {
  value: { 18: 0.0055, 16: 0.0072, 14: 0.0097, 12: 0.0133, 10: 0.0211, 8: 0.0366, 6: 0.0507 },
  section: 'NEC chapter 9, Table 5',
  confidence: 'from memory',
};

/** Area of one bare solid conductor, in²: NEC chapter 9, Table 8. */
export const BARE_SQIN: Cited<Readonly<Partial<Record<Size, number>>>> = {
  value: { 18: 0.001, 16: 0.002, 14: 0.003, 12: 0.005, 10: 0.008, 8: 0.013, 6: 0.027 },
  section: 'NEC chapter 9, Table 8',
  confidence: 'from memory',
};

/** What the estimate of working room assumes; the person may change each. */
export interface Assumptions {
  /** Length of a conductor in the box, in: 6 is the least of NEC 300.14, 8 is usual. */
  readonly conductor: number;
  /** Volume one splicing connector takes, in³: about a medium twist-on. */
  readonly connector: number;
  /** Per cent of free space below which a box is snug, and tight. */
  readonly snug: number;
  readonly tight: number;
  /** Depth of a device body from which it is warned of, in. */
  readonly deep: number;
}

/** Common practice, no source; the marks for snug and tight are our own. */
export const ASSUMED: Assumptions = { conductor: 8, connector: 0.35, snug: 55, tight: 40, deep: 1.25 };
