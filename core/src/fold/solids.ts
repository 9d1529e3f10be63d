/**
 * Real sizes of what is folded into a box, for the second answer: does it work, beside is it legal.
 * Nothing here decides fill.
 */
import type { BoxDocument } from '../box/document.ts';
import type { DeviceName } from '../device/index.ts';
import type { Cited, Size } from '../edition/index.ts';

/** Face of a device body behind the strap, in². Typical of a device that fills its gang. */
export const DEVICE_FACE_SQIN: Cited<number> = {
  value: 1.7 * 2.5,
  section: 'docs/trade.md#folding',
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

/** A solid by its three edges, in sixty-fourths of an inch. */
export type Edges = readonly [number, number, number];

const inch = (amount: number) => Math.round(amount * 64);
const edges = (a: number, b: number, c: number): Edges => [inch(a), inch(b), inch(c)];

/** Bodies of splicing connectors by their id: docs/trade.md#folding. */
export const CONNECTOR_EDGES: Cited<(id: string) => Edges> = {
  value: (id) => {
    const [family, which = ''] = id.split('-');
    const ports = Number(which);
    if (family === 'push') return edges(0.75 + Math.max(0, ports - 4) * 0.125, 0.375, 0.75);
    if (family === 'lever') return edges(0.625 + Math.max(0, ports - 2) * 0.1875, 0.375, 0.75);
    if (family === 'crimp') return edges(0.375, 0.375, 0.75);
    if (which === 's') return edges(0.5, 0.5, 0.75);
    if (which === 'm') return edges(0.625, 0.625, 1);
    if (which === 'xl') return edges(0.875, 0.875, 1.375);
    return edges(0.75, 0.75, 1.25);
  },
  section: 'docs/trade.md#folding',
  confidence: 'common practice',
  note: 'A crimp sleeve and an extra large twist-on are our own estimate.',
};

/** The body of a device behind its strap, one gang: width and height. */
export const BODY_EDGES: Cited<{ readonly width: number; readonly height: number }> = {
  value: { width: inch(1.6875), height: inch(2.5) },
  section: 'docs/trade.md#folding',
  confidence: 'common practice',
};

/** Depth a fold wants, by the largest conductor in it: 14 and 12 by docs/trade.md#folding, the rest drawn on from them. */
export const FOLD_DEPTH: Cited<Readonly<Record<Size, number>>> = {
  value: {
    18: inch(1),
    16: inch(1),
    14: inch(1.25),
    12: inch(1.5),
    10: inch(1.75),
    8: inch(2.25),
    6: inch(2.5),
  },
  section: 'docs/trade.md#folding',
  confidence: 'common practice',
};

/** Inside of a device box at its opening, in: 3 high, 2⅛ wide and 1¹³⁄₁₆ more for each further gang. */
export const OPENING: Cited<{ readonly high: number; readonly wide: number; readonly pitch: number }> = {
  value: { high: 3, wide: 2.125, pitch: 1.8125 },
  section: 'opening of a device box',
  confidence: 'common practice',
};

/** By so much a moulded box narrows to its back, at each side: wider by it in front, narrower behind. */
export const TAPER: Cited<number> = {
  value: inch(1 / 16),
  section: 'draft of moulded boxes',
  confidence: 'common practice',
};

/** From so many times the area of its opening a device box of known depth has a pocket beside it. */
export const POCKET_FROM: Cited<number> = {
  value: 1.2,
  section: 'side pockets',
  confidence: 'common practice',
};

/** A side pocket begins behind the wallboard. */
export const POCKET_BACK: Cited<number> = {
  value: inch(0.5),
  section: 'side pockets',
  confidence: 'common practice',
};

/** A clamp inside that grips: so much of the height, so deep from the back, over the whole width. */
export const CLAMP_EDGES: Cited<{ readonly high: number; readonly deep: number }> = {
  value: { high: inch(0.375), deep: inch(0.75) },
  section: 'clamps inside',
  confidence: 'common practice',
};

/** What holds a luminaire or a fan stands out from the middle of the back: how wide, and how deep. */
export const FITTING_EDGES: Cited<
  Readonly<Record<'stud' | 'hickey' | 'fan', { readonly wide: number; readonly deep: number }>>
> = {
  value: {
    stud: { wide: inch(0.5), deep: inch(0.75) },
    hickey: { wide: inch(0.75), deep: inch(1) },
    fan: { wide: inch(1.5), deep: inch(0.5) },
  },
  section: 'luminaire studs, hickeys and fan brackets',
  confidence: 'common practice',
};

/** A barrier is a sheet. */
export const BARRIER_THICK: Cited<number> = {
  value: inch(1 / 16),
  section: 'barriers',
  confidence: 'common practice',
};

/** How much more room folded conductors take than their copper and insulation. Common practice, no source. */
const LOOSE = 1.5;
/** Depth that must be left before a box is called good to fold. Common practice, no source. */
const SPARE_DEPTH = inch(0.25);

/** How much more room conductors take that are only curled into the box at rough-in. Common practice, no source. */
const CURLED = 2.5;
/** How far behind the front of the box the bit reaches that cuts the board round it: ½ in of board and a little more. */
const ROUTER = inch(0.75);

/** What folding assumes of every part: typical, and the person's to change for the part in hand. */
export interface Solids {
  /** Length of a conductor in the box, in. */
  readonly conductor: number;
  /** How many times their own room folded conductors take. */
  readonly loose: number;
  /** Depth left over from which a box folds easily, in sixty-fourths. */
  readonly spare: number;
  /** How many times their own room conductors take that are curled at rough-in. */
  readonly curled: number;
  /** How far a router’s bit reaches behind the front of the box, in sixty-fourths. */
  readonly router: number;
  /** Depths behind the strap by the kind of device, in sixty-fourths, as the person measured them. */
  readonly bodies: Readonly<Partial<Record<DeviceName, number>>>;
  /** Connectors by their id, as the person measured them. */
  readonly connectors: Readonly<Record<string, Edges>>;
}

export const TYPICAL: Solids = {
  conductor: ASSUMED.conductor,
  loose: LOOSE,
  spare: SPARE_DEPTH,
  curled: CURLED,
  router: ROUTER,
  bodies: {},
  connectors: {},
};

/** The body of a connector: as measured, or typical. */
export const connectorEdges = (id: string, { connectors }: Solids): Edges =>
  connectors[id] ?? CONNECTOR_EDGES.value(id);

/** Whether a box is a square one: its form, or its code of the table. */
export const isSquare = ({ shell }: BoxDocument): boolean =>
  shell.form === 'square' || shell.box?.includes('sq') === true;

/** How wide the opening of so many gangs is, in. */
export const wideOf = (gangs: number): number => OPENING.value.wide + OPENING.value.pitch * (gangs - 1);
