/** Usual sizes of openings and plates (docs/trade.md#openings): common practice, the part in hand governs. */
import type { Cited } from '../edition/index.ts';
import { inches, sixtyFourths, type Length } from '../quantity/length.ts';

/** From the middle of one gang to the middle of the next: 1¹³⁄₁₆ in. */
export const GANG_PITCH: Cited<Length> = {
  value: sixtyFourths(116),
  section: 'docs/trade.md#openings',
  confidence: 'common practice',
};

/** The opening of one gang: the body outside, not the ears. A nailed box stands in a hole of the same size. */
export const OPENING: Cited<{ readonly width: Length; readonly height: Length }> = {
  value: { width: sixtyFourths(152), height: sixtyFourths(232) },
  section: 'docs/trade.md#openings',
  confidence: 'common practice',
  note: 'About 2⅜ × 3⅝ in; each further gang 1¹³⁄₁₆ in wider.',
};

/** A plate of one gang. */
export const PLATE: Cited<{ readonly width: Length; readonly height: Length }> = {
  value: { width: sixtyFourths(176), height: sixtyFourths(288) },
  section: 'docs/trade.md#openings',
  confidence: 'common practice',
};

/** How far flanges and covers overlap an opening all round. */
export const OVERLAP: Cited<Length> = {
  value: sixtyFourths(12),
  section: 'docs/trade.md#openings',
  confidence: 'common practice',
};

/** Plates by how much more each hides on each side. */
export const PLATE_MORE: Cited<
  readonly { readonly kind: 'standard' | 'mid-size' | 'oversize'; readonly more: Length }[]
> = {
  value: [
    { kind: 'standard', more: inches(0) },
    { kind: 'mid-size', more: inches(0.125) },
    { kind: 'oversize', more: inches(0.375) },
  ],
  section: 'docs/trade.md#openings',
  confidence: 'common practice',
};
export type PlateKind = (typeof PLATE_MORE)['value'][number]['kind'];

/** Framing at the bottom and, doubled, at the top of a wall. */
export const WALL_PLATES: Cited<{ readonly bottom: Length; readonly top: Length }> = {
  value: { bottom: inches(1.5), top: inches(3) },
  section: 'platform framing',
  confidence: 'common practice',
};

/** A gap between the edge of an old opening and a stud within which the box was nailed to it. */
export const NAILED_WITHIN = inches(0.5);
/** How far a box that is there may be measured into a stud: a slip of the tape, no more. */
export const TAPE_SLIP = inches(0.25);
/** What a clamp needs behind the board to swing. */
export const CLAMP_ROOM = inches(0.5);

/** Heights to the centre where nothing else gives one (docs/trade.md#openings). */
export const HABIT: Readonly<Record<'receptacle' | 'counter' | 'switch', Length>> = {
  receptacle: inches(14),
  counter: inches(43),
  // The top of the box at 48 in.
  switch: (inches(48) - OPENING.value.height / 2) as Length,
};

/** How far the edge of a bored hole or a cable keeps from the face of a stud, NEC 300.4. */
export const FACE_KEPT: Cited<Length> = {
  value: inches(1.25),
  section: '300.4(A)',
  confidence: 'from memory',
};

/** The width of so many gangs, from that of one. */
export const ganged = (one: Length, gangs: number): Length =>
  (one + (gangs - 1) * GANG_PITCH.value) as Length;
