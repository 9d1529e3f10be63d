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

/** Length of a conductor in the box: the free length of 300.14 and what lies before it. */
export const LENGTH_IN_BOX_IN: Cited<number> = {
  value: 8,
  section: 'NEC 300.14 asks for 6 in; 8 in is usual',
  confidence: 'common practice',
};

/** Volume one splicing connector takes, in³. */
export const CONNECTOR_CUIN: Cited<number> = {
  value: 0.35,
  section: 'handbook 16',
  confidence: 'common practice',
  note: 'About a medium twist-on connector.',
};
