/**
 * Generic boxes and parts one can buy: the standard metal boxes of the edition's table, and typical plastic
 * boxes, pans, rings, extensions and starters. Volumes of what is not in the table are typical and common
 * practice, no source: *read the stamp*.
 */
import { depthOfCode } from '../box/depth.ts';
import type { Form, Material, Mount } from '../box/words.ts';
import { type Edition, standardBox, type StandardBox } from '../edition/index.ts';
import { inches, type Length } from '../quantity/length.ts';
import { cubicInches, printVolume, type Volume } from '../quantity/volume.ts';

/** A box one can fit in place of another. */
export interface BoxPart {
  readonly id: string;
  readonly name: string;
  readonly form: Form;
  readonly material: Material;
  readonly gangs: number;
  /** Code of the edition's table, where it is one of its boxes. */
  readonly code?: string;
  readonly volume: Volume;
  /** Inside depth. */
  readonly depth: Length;
  /** Outside width and height. */
  readonly outside: readonly [Length, Length];
  /** How it can be fitted. */
  readonly mounts: readonly Mount[];
  readonly places: readonly ('wall' | 'ceiling')[];
  /** Clamps inside that grip. */
  readonly clamps: boolean;
  /** Wider behind the wallboard than its opening. */
  readonly pocket?: boolean;
  /** What it is rated to hold beyond a light luminaire. */
  readonly rated?: 'fan' | 'heavy';
  /** Its volume is typical, not that of a table: the stamp decides. */
  readonly typical: boolean;
}

/** A part that adds volume to a box that stays. */
export interface AddPart {
  readonly id: string;
  readonly name: string;
  readonly part: 'ring' | 'ext';
  /** Code of the table, or a marked volume. */
  readonly code?: string;
  readonly volume: Volume;
  /** Boxes it goes on. */
  readonly on: readonly Form[];
  /** Depth it adds. */
  readonly depth: Length;
  /** It stands on the surface: seen from the room. */
  readonly surface: boolean;
}

const size = (width: number, height: number): readonly [Length, Length] => [inches(width), inches(height)];

const plastic = (
  gangs: number,
  volume: number,
  depth: number,
  mount: Mount,
  more: Partial<BoxPart> = {},
): BoxPart => ({
  id: `plastic-${gangs}g-${mount === 'new-work' ? 'new' : 'old'}-${String(volume).replace('.', '-')}`,
  name: `${gangs}-gang plastic, ${mount}`,
  form: 'device-box',
  material: 'plastic',
  gangs,
  volume: cubicInches(volume),
  depth: inches(depth),
  // Width about 2¼ in and 1¹³⁄₁₆ in for each further gang, height about 3¾ in (docs/trade.md#openings, common practice).
  outside: size(2.25 + 1.8125 * (gangs - 1), 3.75),
  mounts: [mount],
  places: ['wall'],
  clamps: gangs > 1,
  typical: true,
  ...more,
});

/** Typical plastic boxes, pans and side-pocket shapes. */
export const TYPICAL_BOXES: readonly BoxPart[] = [
  plastic(1, 14, 2.5, 'new-work'),
  plastic(1, 18, 2.875, 'new-work'),
  plastic(1, 20.3, 3.125, 'new-work'),
  plastic(1, 22.5, 3.5, 'new-work'),
  plastic(1, 14, 2.625, 'old-work'),
  plastic(1, 18, 2.875, 'old-work'),
  plastic(1, 20, 3.125, 'old-work'),
  plastic(1, 24, 2.875, 'old-work', {
    id: 'plastic-1g-old-pocket',
    name: '1-gang plastic with a side pocket, old-work',
    outside: size(3.75, 3.75),
    pocket: true,
  }),
  plastic(2, 25, 2.75, 'new-work'),
  plastic(2, 32, 3, 'new-work'),
  plastic(2, 35.5, 3.5, 'new-work'),
  plastic(2, 25, 2.625, 'old-work'),
  plastic(2, 34, 2.875, 'old-work'),
  plastic(3, 44, 2.875, 'new-work'),
  plastic(3, 53, 3.5, 'new-work'),
  plastic(3, 44.5, 2.75, 'old-work'),
  plastic(4, 60, 2.875, 'new-work'),
  plastic(4, 75, 3.5, 'new-work'),
  plastic(4, 68, 3, 'old-work'),
  {
    id: 'pan-6',
    name: 'ceiling pan',
    form: 'pan',
    material: 'metal',
    gangs: 1,
    volume: cubicInches(6),
    depth: inches(0.5),
    outside: size(4, 4),
    mounts: ['new-work', 'old-work'],
    places: ['ceiling'],
    clamps: false,
    typical: true,
  },
  {
    id: 'round-fan-21',
    name: 'round box rated for a fan',
    form: 'round',
    material: 'metal',
    gangs: 1,
    volume: cubicInches(21.5),
    depth: inches(2.125),
    outside: size(4, 4),
    mounts: ['new-work', 'old-work'],
    places: ['ceiling'],
    clamps: true,
    rated: 'fan',
    typical: true,
  },
  {
    id: 'round-plastic-22',
    name: 'round plastic box',
    form: 'round',
    material: 'plastic',
    gangs: 1,
    volume: cubicInches(22.5),
    depth: inches(2.75),
    outside: size(4, 4),
    mounts: ['new-work'],
    places: ['ceiling'],
    clamps: true,
    typical: true,
  },
];

/** Least depth of the cast boxes, which their codes do not tell: NEC Table 314.16(A), from memory. */
const CAST_DEPTH: Readonly<Partial<Record<StandardBox['shape'], number>>> = { fs: 1.75, fd: 2.375 };

const SHAPE_FORM: Readonly<Partial<Record<StandardBox['shape'], Form>>> = {
  masonry: 'masonry',
  fs: 'surface',
  fd: 'surface',
  square: 'square',
  octagon: 'round',
  device: 'device-box',
};

function listed(box: StandardBox, edition: Edition): BoxPart[] {
  const form = SHAPE_FORM[box.shape];
  const cast = CAST_DEPTH[box.shape];
  const depth = cast === undefined ? depthOfCode(box.code, edition) : inches(cast);
  if (form === undefined || depth === null || box.multipleCover) return [];
  // FS and FD boxes have no outline in the table: nominal.
  const { width, height } = box.outline ?? { width: inches(4), height: inches(4) };
  return [
    {
      id: `table-${box.code.replaceAll('.', '-')}`,
      name: `${box.trade}, metal`,
      form,
      material: 'metal',
      // A square box takes one device under a ring, or two under a two-gang one.
      gangs: box.shape === 'square' ? 2 : 1,
      code: box.code,
      volume: box.volume,
      depth,
      outside: [width, height],
      mounts: ['new-work'],
      // A device box holds a ceiling luminaire only where it is marked for that (NEC 314.27(A), from memory).
      places: form === 'round' ? ['ceiling', 'wall'] : form === 'square' ? ['wall', 'ceiling'] : ['wall'],
      clamps: false,
      typical: false,
    },
  ];
}

/** Every box of the catalogue by an edition, smallest first. */
export function catalogueOf(edition: Edition): BoxPart[] {
  return [...edition.boxes.value.flatMap((box) => listed(box, edition)), ...TYPICAL_BOXES].sort(
    (a, b) => a.volume - b.volume,
  );
}

/** Rings, extensions, extenders and surface starters. */
export function addedParts(edition: Edition): AddPart[] {
  const table = ['4sq-1.5', '4sq-2.125', 'oct-1.5']
    .map((code) => standardBox(edition, code))
    .filter((box) => box !== undefined)
    .map((box): AddPart => ({
      id: `ext-${box.code.replaceAll('.', '-')}`,
      name: `extension ${box.trade}`,
      part: 'ext',
      code: box.code,
      volume: box.volume,
      on: [box.shape === 'square' ? 'square' : 'round'],
      depth: depthOfCode(box.code, edition) ?? inches(0),
      surface: true,
    }));
  return [
    ...table,
    {
      id: 'ring-3-5',
      name: 'marked plaster ring',
      part: 'ring',
      volume: cubicInches(3.5),
      on: ['square'],
      depth: inches(0.625),
      surface: false,
    },
    {
      // It cures a box that sits back in the wall; unmarked it adds no volume.
      id: 'extender',
      name: 'box extender, unmarked',
      part: 'ext',
      volume: cubicInches(0),
      on: ['device-box', 'square', 'round'],
      depth: inches(0.5),
      surface: false,
    },
    {
      id: 'starter-8',
      name: 'surface starter box',
      part: 'ext',
      volume: cubicInches(8),
      on: ['device-box', 'square', 'surface'],
      depth: inches(1),
      surface: true,
    },
  ];
}

/** The volume of a part as a document keeps it. */
export const volumeWritten = (volume: Volume): string => `${printVolume(volume, 'in3')} in3`;
