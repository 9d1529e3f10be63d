/**
 * The inside of a box as far as it is known, zone by zone from its back: edges in sixty-fourths of an inch, and what was
 * assumed for them. A taper, a side pocket, clamps, a ring and an extension each make a zone of their own.
 */
import { assemble } from '../box/assembled.ts';
import { depthOfCode } from '../box/depth.ts';
import { type BoxDocument, type ItemOf, lengthIn, volumeIn } from '../box/document.ts';
import type { Side } from '../box/words.ts';
import { type Edition, standardBox } from '../edition/index.ts';
import { sidesAreTold } from '../fill/spaces.ts';
import { type Length, NM_PER_INCH } from '../quantity/length.ts';
import { ATOMS_PER_CUBIC_INCH } from '../quantity/volume.ts';
import {
  BARRIER_THICK,
  CLAMP_EDGES,
  FITTING_EDGES,
  OPENING,
  POCKET_BACK,
  POCKET_FROM,
  TAPER,
} from './solids.ts';

/** A part of the inside, straight from the back of its zone to its front: x from the left, y from the bottom. */
export interface Column {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** A stretch of the depth over which the inside is the same; its columns do not meet. */
export interface Zone {
  readonly from: number;
  readonly to: number;
  readonly columns: readonly Column[];
}

export interface Inside {
  readonly width: number;
  readonly height: number;
  readonly depth: number;
  /** From the back, one upon the other. */
  readonly zones: readonly Zone[];
  /** Where devices stand, seen from the front. */
  readonly opening: Column;
  readonly shape: 'straight' | 'round';
  /** In³. */
  readonly volume: number;
  readonly assumed: readonly string[];
}

/** What must be told before anything can be said. */
export type Missing = 'volume' | 'barrier' | 'size';
type Told = Inside | { readonly missing: Missing };

const PER_INCH = 64;
const NM_PER_64TH = NM_PER_INCH / PER_INCH;
const down = (inches: number) => Math.floor(inches * PER_INCH + 1e-9);

/** Of an octagon with sides s across flats the area is 0.8284 s². */
const OCTAGON = 2 * (Math.SQRT2 - 1);
/** No box is a hair deep or a yard wide. */
const EDGES = { least: 0.5, most: 24 } as const;

/** The inside of a box, from what is marked, measured or of the table. */
export function insideOf(box: BoxDocument, edition: Edition): Told {
  const recorded = box.site?.depth === undefined ? null : lengthIn(box.site.depth);
  const first = shellOf(box, edition, recorded);
  if ('missing' in first) return first;
  // A recorded depth is that of the box with its rings and extensions: the box itself is so much less deep.
  const more = recorded === null ? 0 : withParts(first, box, edition).depth - first.depth;
  const own =
    recorded === null || more === 0
      ? first
      : shellOf(box, edition, Math.max(recorded / 4, recorded - more * NM_PER_64TH) as Length);
  if ('missing' in own) return own;
  const edges = [own.width, own.height, own.depth];
  if (edges.some((edge) => edge < EDGES.least * PER_INCH || edge > EDGES.most * PER_INCH))
    return { missing: 'size' };
  const whole = withParts(withFittings(withClamps(own, box), box), box, edition);
  return whole.depth > EDGES.most * PER_INCH ? { missing: 'size' } : whole;
}

/** The box itself, without what was added to it. @param recorded how deep it was measured */
function shellOf(box: BoxDocument, edition: Edition, recorded: Length | null): Told {
  const { shell } = box;
  if (shell.measured) {
    const [width, height, depth] = shell.measured.map((text) => lengthIn(text) / NM_PER_INCH) as [
      number,
      number,
      number,
    ];
    return straight(down(width), down(height), down(depth), width * height * depth, []);
  }
  const atoms = assemble(box, edition).parts.find(({ ids }) => ids.length === 0)?.volume ?? null;
  if (atoms === null) return { missing: 'volume' };
  const volume = atoms / ATOMS_PER_CUBIC_INCH;
  const listed = shell.box === undefined ? undefined : standardBox(edition, shell.box);
  const outline = listed?.outline;
  const told = recorded ?? depthOfCode(shell.box, edition);
  if (shell.form === 'round' || shell.form === 'pan' || shell.box?.startsWith('oct')) {
    const across = outline ? outline.width / NM_PER_INCH : 4;
    const depth = told === null ? volume / (OCTAGON * across * across) : told / NM_PER_INCH;
    const guess = told === null ? [`Its depth is taken from its volume, ${across} in across.`] : [];
    return octagon(Math.sqrt(volume / depth / OCTAGON), depth, volume, guess);
  }
  const square = isSquare(box);
  const wide = outline
    ? (outline.width / NM_PER_INCH) * (listed?.perGang ? shell.gangs : 1)
    : square
      ? 4
      : wideOf(shell.gangs);
  const high = outline ? outline.height / NM_PER_INCH : square ? 4 : OPENING.value.high;
  const depth = told === null ? volume / (wide * high) : told / NM_PER_INCH;
  const guess =
    told === null ? [`Its depth is taken from its volume, ${wide} × ${high} in inside: measure it.`] : [];
  const area = volume / depth;
  const isDeviceBox = !outline && !square;
  if (isDeviceBox && told !== null && area > POCKET_FROM.value * wide * high)
    return pocketed(wide, high, depth, volume);
  const scale = told === null ? 1 : Math.sqrt(area / (wide * high));
  const [width, height] = [wide * scale, high * scale];
  return isDeviceBox && shell.material === 'plastic'
    ? tapered(width, height, depth, volume, guess)
    : straight(down(width), down(height), down(depth), volume, guess);
}

const isSquare = ({ shell }: BoxDocument): boolean =>
  shell.form === 'square' || shell.box?.includes('sq') === true;
const wideOf = (gangs: number): number => OPENING.value.wide + OPENING.value.pitch * (gangs - 1);

function straight(
  width: number,
  height: number,
  depth: number,
  volume: number,
  assumed: readonly string[],
): Inside {
  const opening = { x: 0, y: 0, width, height };
  const zones = [{ from: 0, to: depth, columns: [opening] }];
  return { width, height, depth, zones, opening, shape: 'straight', volume, assumed };
}

/** A moulded box is narrower at its back: as much as it is wider at its front. */
function tapered(
  width: number,
  height: number,
  depth: number,
  volume: number,
  assumed: readonly string[],
): Inside {
  const less = TAPER.value;
  const [wide, high, deep] = [down(width) + less, down(height) + less, down(depth)];
  const front = { x: 0, y: 0, width: wide, height: high };
  const back = { x: less, y: less, width: wide - 2 * less, height: high - 2 * less };
  const middle = Math.floor(deep / 2);
  return {
    width: wide,
    height: high,
    depth: deep,
    zones: [
      { from: 0, to: middle, columns: [back] },
      { from: middle, to: deep, columns: [front] },
    ],
    opening: front,
    shape: 'straight',
    volume,
    assumed: [...assumed, 'A moulded box is taken as ⅛ in narrower and lower in its back half.'],
  };
}

/** A box wider behind the wallboard than its opening: the pocket on the right, behind the board. */
function pocketed(wide: number, high: number, depth: number, volume: number): Inside {
  const back = POCKET_BACK.value / PER_INCH;
  const pocket = (volume - wide * high * depth) / (high * Math.max(0.25, depth - back));
  const [width, height, deep] = [down(wide), down(high), down(depth)];
  const opening = { x: 0, y: 0, width, height };
  const beside = { x: width, y: 0, width: down(pocket), height };
  const edge = Math.max(1, deep - POCKET_BACK.value);
  return {
    width: width + beside.width,
    height,
    depth: deep,
    zones: [
      { from: 0, to: edge, columns: [opening, beside] },
      { from: edge, to: deep, columns: [opening] },
    ],
    opening,
    shape: 'straight',
    volume,
    assumed: ['It holds more than its opening by its depth: the rest is taken as a pocket on the right.'],
  };
}

/** Three columns that lie in an octagon: the whole width where its sides are upright, and less above and below. */
function octagon(side: number, depth: number, volume: number, assumed: readonly string[]): Inside {
  const whole = down(side);
  // The upright sides are 0.414 of the width; on the slanting ones width and height together are 1.414 of it.
  const middle = Math.floor(whole * (Math.SQRT2 - 1));
  const narrow = Math.floor(whole * Math.SQRT1_2);
  const from = Math.floor((whole - middle) / 2);
  const above = Math.floor((narrow - middle) / 2);
  const left = Math.ceil((whole - narrow) / 2);
  const columns = [
    { x: 0, y: from, width: whole, height: middle },
    { x: left, y: from + middle, width: narrow, height: above },
    { x: left, y: from - above, width: narrow, height: above },
  ].filter(({ height }) => height > 0);
  return {
    width: whole,
    height: whole,
    depth: down(depth),
    zones: [{ from: 0, to: down(depth), columns }],
    opening: { x: 0, y: 0, width: whole, height: whole },
    shape: 'round',
    volume,
    assumed: [
      ...assumed,
      'Round boxes and octagons are taken as the octagon, and less of it above and below.',
    ],
  };
}

/** What two columns share; undefined where they share nothing. */
export function shared(a: Column, b: Column): Column | undefined {
  const [x, y] = [Math.max(a.x, b.x), Math.max(a.y, b.y)];
  const width = Math.min(a.x + a.width, b.x + b.width) - x;
  const height = Math.min(a.y + a.height, b.y + b.height) - y;
  return width > 0 && height > 0 ? { x, y, width, height } : undefined;
}

const within = (columns: readonly Column[], other: Column): Column[] =>
  columns.flatMap((column) => shared(column, other) ?? []);

/** What is open over a whole stretch of the depth. */
export function columnsThrough({ zones }: Inside, from: number, to: number): Column[] {
  if (to <= from) return [];
  const met = zones.filter((zone) => zone.from < to && zone.to > from);
  const [first, ...more] = met;
  return more.reduce<Column[]>(
    (left, { columns }) => columns.flatMap((column) => within(left, column)),
    [...(first?.columns ?? [])],
  );
}

/** Cuts a zone in two where it is longer. */
function cutAt(zones: readonly Zone[], at: number): Zone[] {
  return zones.flatMap((zone) =>
    zone.from < at && at < zone.to
      ? [
          { ...zone, to: at },
          { ...zone, from: at },
        ]
      : [zone],
  );
}

/** Clamps that grip stand in the way at the back: above, and below too where there are several cables or clamps. */
function withClamps(inside: Inside, { items }: BoxDocument): Inside {
  const clamps = items.reduce(
    (sum, item) => sum + (item.kind === 'clamps' && item.hold === 'grip' ? item.count : 0),
    0,
  );
  if (clamps === 0) return inside;
  const cables = items.filter(({ kind }) => kind === 'cable').length;
  const below = clamps > 1 || cables > 2;
  const { high, deep } = CLAMP_EDGES.value;
  const open = {
    x: 0,
    y: below ? high : 0,
    width: inside.width,
    height: inside.height - high * (below ? 2 : 1),
  };
  const to = Math.min(deep, inside.depth);
  const zones = cutAt(inside.zones, to).map((zone) =>
    zone.to <= to ? { ...zone, columns: within(zone.columns, open) } : zone,
  );
  return zones.some(({ columns }) => columns.length === 0)
    ? inside
    : {
        ...inside,
        zones,
        assumed: [
          ...inside.assumed,
          `Clamps take ⅜ in of the height, ¾ in deep at the back, ${below ? 'above and below' : 'above'}.`,
        ],
      };
}

/** What is left of a column round something that stands in it: above, below and beside. */
export function roundOf(column: Column, other: Column): Column[] {
  const met = shared(column, other);
  if (!met) return [column];
  const [right, top] = [column.x + column.width, column.y + column.height];
  const [metRight, metTop] = [met.x + met.width, met.y + met.height];
  const { x, y, width } = column;
  return [
    { x, width, y: metTop, height: top - metTop },
    { x, width, y, height: met.y - y },
    { x, y: met.y, width: met.x - x, height: met.height },
    { x: metRight, y: met.y, width: right - metRight, height: met.height },
  ].filter((one) => one.width > 0 && one.height > 0);
}

/** A stud, a hickey on it, and the bracket of a fan stand out from the middle of the back, one upon the other. */
function withFittings(inside: Inside, { items, site }: BoxDocument): Inside {
  const edges = FITTING_EDGES.value;
  const stand = [
    ...items.flatMap((item) => (item.kind === 'fitting' ? [edges[item.fitting]] : [])),
    ...(site?.hangs === 'fan' ? [edges.fan] : []),
  ];
  if (stand.length === 0) return inside;
  const wide = Math.max(...stand.map((one) => one.wide));
  const deep = stand.reduce((sum, one) => sum + one.deep, 0);
  const { opening } = inside;
  const middle = {
    x: Math.round(opening.x + (opening.width - wide) / 2),
    y: Math.round(opening.y + (opening.height - wide) / 2),
    width: wide,
    height: wide,
  };
  const to = Math.min(deep, inside.depth);
  const zones = cutAt(inside.zones, to).map((zone) =>
    zone.to <= to ? { ...zone, columns: zone.columns.flatMap((column) => roundOf(column, middle)) } : zone,
  );
  return zones.some(({ columns }) => columns.length === 0)
    ? inside
    : {
        ...inside,
        zones,
        assumed: [
          ...inside.assumed,
          'What holds the luminaire or fan stands out from the middle of the back.',
        ],
      };
}

/** Rings, extensions and domed covers in front of the box: a ring is as narrow as the gangs of its devices. */
function withParts(inside: Inside, box: BoxDocument, edition: Edition): Inside {
  const parts = box.items.filter((item) => item.kind === 'added');
  return parts.reduce((now, part) => withPart(now, part, box, edition), inside);
}

function withPart(inside: Inside, part: ItemOf<'added'>, box: BoxDocument, edition: Edition): Inside {
  const gangs = box.items.reduce((sum, item) => sum + (item.kind === 'device' ? item.wide : 0), 0);
  const isRing = part.part === 'ring' && (isSquare(box) || inside.shape === 'round');
  const front = inside.zones.at(-1)?.columns ?? [];
  const columns = isRing ? within(front, middleOf(inside, gangs)) : [...front];
  const area = columns.reduce((sum, { width, height }) => sum + width * height, 0) / PER_INCH ** 2;
  const code = depthOfCode(part.box, edition);
  const listed = part.box === undefined ? undefined : standardBox(edition, part.box);
  const volume =
    part.count *
    (part.volume === undefined
      ? (listed?.volume ?? 0) / ATOMS_PER_CUBIC_INCH
      : volumeIn(part.volume) / ATOMS_PER_CUBIC_INCH);
  const more = code === null ? (area > 0 ? down(volume / area) : 0) : down((code / NM_PER_INCH) * part.count);
  if (more === 0)
    return part.part === 'ring' || part.part === 'ext'
      ? { ...inside, assumed: [...inside.assumed, 'What is not marked adds no depth here: measure it.'] }
      : inside;
  const depth = inside.depth + more;
  return {
    ...inside,
    depth,
    volume: inside.volume + volume,
    zones: [...inside.zones, { from: inside.depth, to: depth, columns }],
    opening: isRing
      ? columns.length === 1
        ? (columns[0] ?? inside.opening)
        : middleOf(inside, gangs)
      : inside.opening,
  };
}

/** The opening of a ring: as many gangs as stand in it, in the middle. */
function middleOf({ width, height }: Inside, gangs: number): Column {
  const [wide, high] = [down(wideOf(Math.min(2, Math.max(1, gangs)))), down(OPENING.value.high)];
  return {
    x: Math.max(0, Math.floor((width - wide) / 2)),
    y: Math.max(0, Math.floor((height - high) / 2)),
    width: Math.min(wide, width),
    height: Math.min(high, height),
  };
}

/** A box with so much more depth in front of it. */
export function deepened(inside: Inside, more: number): Inside {
  if (more === 0) return inside;
  const depth = inside.depth + more;
  return {
    ...inside,
    depth,
    volume: (inside.volume * depth) / inside.depth,
    zones: inside.zones.map((zone) => (zone.to === inside.depth ? { ...zone, to: depth } : zone)),
  };
}

/** The two spaces of a divided box, a on the left: by their volumes where those are told, otherwise half and half. */
export function spacesIn(
  inside: Inside,
  box: BoxDocument,
): Readonly<Record<Side, Inside>> | { readonly missing: Missing } | undefined {
  const barrier = box.items.find((item) => item.kind === 'barrier');
  if (!barrier) return undefined;
  if (!sidesAreTold(box)) return { missing: 'barrier' };
  const [a, b] = barrier.spaces?.map(volumeIn) ?? [1, 1];
  const share = (a ?? 1) / ((a ?? 1) + (b ?? 1));
  const at = Math.round((inside.width - BARRIER_THICK.value) * share);
  const part = (x: number, width: number): Inside => {
    const open = { x, y: 0, width, height: inside.height };
    return {
      ...inside,
      zones: inside.zones.map((zone) => ({ ...zone, columns: within(zone.columns, open) })),
      opening: shared(inside.opening, open) ?? open,
      volume: inside.volume * (width / inside.width),
      assumed: [],
    };
  };
  const from = at + BARRIER_THICK.value;
  const two = { a: part(0, at), b: part(from, inside.width - from) };
  const shut = [two.a, two.b].some(({ zones }) => zones.some(({ columns }) => columns.length === 0));
  return shut ? { missing: 'size' } : two;
}
