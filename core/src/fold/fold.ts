/**
 * Whether a box folds (handbook 16, 24): bodies of devices at the front, conductors folded in layers from the back,
 * every connector in a place of its own between them, with as little depth as will do. An estimate in its model, kept
 * apart from the verdict; lengths in sixty-fourths of an inch.
 */
import type { BoxDocument, ItemOf } from '../box/document.ts';
import { lengthIn } from '../box/document.ts';
import { deviceDepth } from '../box/depth.ts';
import { gangsOf } from '../box/gangs.ts';
import { DEVICES } from '../box/words.ts';
import type { Edition, Size } from '../edition/index.ts';
import type { Planned } from '../plan/planned.ts';
import { readSignal } from '../plan/signal.ts';
import { type Inside, insideOf, type Missing } from './inside.ts';
import { type Block, pack, type Piece } from './pack.ts';
import {
  ASSUMED,
  BARE_SQIN,
  BODY_EDGES,
  CONDUCTOR_SQIN,
  CONNECTOR_EDGES,
  type Edges,
  FOLD_DEPTH,
  LOOSE,
  SPARE_DEPTH,
} from './solids.ts';

/** In the order they are folded, from the back. */
export const LAYERS = ['ground', 'neutral', 'hot'] as const;
export type LayerName = (typeof LAYERS)[number];

export interface FoldPlace extends Block {
  readonly what: string;
  readonly is: 'device' | 'folds' | 'connector';
  readonly layer?: LayerName;
}

export type FoldAnswer = 'yes' | 'tight' | 'no' | 'unknown';

export interface Fold {
  readonly fits: FoldAnswer;
  readonly inside?: Inside;
  readonly places: readonly FoldPlace[];
  /** Depth that is left over: by so much the box could be shallower and all of it would still find its place. */
  readonly depthLeft?: number;
  /** Share of the inside that is taken, 0 to 1 and more. */
  readonly share?: number;
  readonly why: readonly FoldWhy[];
  /** Whether every way was tried where an answer stands on it. */
  readonly exact: boolean;
  readonly assumed: readonly string[];
}

/** What stands behind an answer. */
export type FoldWhy =
  | { readonly is: 'missing'; readonly what: Missing }
  | { readonly is: 'too deep'; readonly what: string; readonly depth: number; readonly box: number }
  | { readonly is: 'too many'; readonly need: number; readonly gangs: number }
  | { readonly is: 'no room to fold'; readonly left: number; readonly layers: number }
  | { readonly is: 'no place'; readonly what: readonly string[] }
  | { readonly is: 'not proved' }
  | {
      readonly is: 'fold wants';
      readonly what: readonly string[];
      readonly left: number;
      readonly wants: number;
    }
  | { readonly is: 'spare'; readonly left: number };

/** What is known of the joints of a box once they are planned. */
export interface Joined extends Pick<Planned, 'wiring' | 'faces'> {
  readonly plan: Pick<Planned['plan'], 'carries'>;
}

interface Connector extends Piece {
  readonly what: string;
  readonly layer: LayerName;
}

interface Body extends Block {
  readonly what: string;
}

const PER_INCH = 64;
const up = (inches: number) => Math.ceil(inches * PER_INCH - 1e-9);

/** What is tried otherwise than it is, by the same way of folding. */
export interface Tweak {
  /** So much more depth in front: a ring, an extender, a deeper box. */
  readonly deeper?: number;
  /** The connector of a joint by its number and how many ends it has. */
  readonly connector?: (ends: number) => readonly string[];
  /** No device is deeper behind its strap. */
  readonly flat?: number;
}

/**
 * Folds a box. @param planned its joints; without them the connectors that are recorded, or none
 * @param tweak what is tried otherwise
 */
export function foldBox(box: BoxDocument, edition: Edition, planned?: Joined, tweak: Tweak = {}): Fold {
  const known = insideOf(box, edition);
  const inside = 'missing' in known ? known : deepened(known, tweak.deeper ?? 0);
  const nothing = { places: [], exact: true } as const;
  if ('missing' in inside)
    return { ...nothing, fits: 'unknown', why: [{ is: 'missing', what: inside.missing }], assumed: [] };
  const assumed = [...inside.assumed, ...assumedWords(box, planned)];
  const gangs = gangsOf(box);
  const need = gangs.at(-1)?.to ?? 0;
  if (need > box.shell.gangs && !isRound(inside))
    return {
      ...nothing,
      fits: 'no',
      inside,
      why: [{ is: 'too many', need, gangs: box.shell.gangs }],
      assumed,
    };
  const bodies = gangs.map(({ item, from, to }) =>
    bodyOf(item, (from + to) / 2, Math.max(box.shell.gangs, need), inside, planned, tweak.flat),
  );
  const deepest = [...bodies].sort((a, b) => b.depth - a.depth)[0];
  if (deepest && deepest.depth > inside.depth)
    return {
      ...nothing,
      fits: 'no',
      inside,
      why: [{ is: 'too deep', what: deepest.what, depth: deepest.depth, box: inside.depth }],
      assumed,
    };
  const layers = layersOf(box, inside);
  const folded = layers.reduce((sum, { thick }) => sum + thick, 0);
  const connectors = connectorsOf(box, planned, tweak.connector);
  const share =
    (bodies.reduce((sum, one) => sum + one.width * one.height * one.depth, 0) +
      connectors.reduce((sum, { edges: [a, b, c] }) => sum + a * b * c, 0)) /
      PER_INCH ** 3 /
      inside.volume +
    layers.reduce((sum, { volume }) => sum + volume, 0) / inside.volume;
  const behind = inside.depth - (deepest?.depth ?? 0);
  if (folded > behind)
    return {
      ...nothing,
      fits: 'no',
      inside,
      share,
      why: [{ is: 'no room to fold', left: behind, layers: folded }],
      assumed,
    };
  const laid = leastDepth(inside, bodies, folded, connectors);
  if (!laid.fits)
    return {
      ...nothing,
      fits: laid.proved ? 'no' : 'tight',
      inside,
      share,
      why: laid.proved
        ? [{ is: 'no place', what: connectors.map(({ what }) => what) }]
        : [{ is: 'not proved' }],
      exact: laid.proved,
      assumed,
    };
  const depthLeft = inside.depth - laid.depth;
  const wants = largestOf(box);
  const cramped = bodies.filter(
    (body) => wants !== undefined && inside.depth - body.depth <= FOLD_DEPTH.value[wants],
  );
  const why: FoldWhy[] = [
    ...[...new Set(cramped.map(({ depth }) => depth))].map((depth): FoldWhy => ({
      is: 'fold wants',
      what: cramped.filter((body) => body.depth === depth).map(({ what }) => what),
      left: inside.depth - depth,
      wants: wants === undefined ? 0 : FOLD_DEPTH.value[wants],
    })),
    ...(depthLeft < SPARE_DEPTH ? [{ is: 'spare', left: depthLeft } as const] : []),
  ];
  return {
    fits: why.length > 0 ? 'tight' : 'yes',
    inside,
    places: [
      ...slabs(inside, layers),
      ...connectors.map((connector, nth): FoldPlace => {
        const at = laid.places[nth];
        if (!at) throw new Error('a connector has no place');
        return { ...at, what: connector.what, is: 'connector', layer: connector.layer };
      }),
      ...bodies.map((body): FoldPlace => ({ ...body, is: 'device' })),
    ],
    depthLeft,
    share,
    why,
    exact: laid.exact,
    assumed,
  };
}

/** A box with so much more depth in front of it. */
const deepened = (inside: Inside, more: number): Inside =>
  more === 0
    ? inside
    : {
        ...inside,
        depth: inside.depth + more,
        volume: (inside.volume * (inside.depth + more)) / inside.depth,
      };

const isRound = ({ columns }: Inside) => columns.length > 1;

function assumedWords(box: BoxDocument, planned: Joined | undefined): string[] {
  return [
    `Each conductor has ${ASSUMED.conductor} in in the box and takes ${LOOSE} times its own room folded.`,
    ...(planned && planned.wiring.joints.length > 0
      ? []
      : box.items.some(({ kind }) => kind === 'connectors')
        ? ['Connectors as recorded, each as a medium twist-on.']
        : ['No joints are planned: connectors are left out.']),
    ...(box.items.some(
      ({ kind, ...item }) => kind === 'device' && !('depth' in item && item.depth !== undefined),
    )
      ? ['Bodies of typical depth: measure the part in hand.']
      : []),
  ];
}

function bodyOf(
  item: ItemOf<'device'>,
  gang: number,
  gangs: number,
  inside: Inside,
  planned: Joined | undefined,
  flat = Infinity,
): Body {
  const pitch = inside.width / gangs;
  const { width: one, height } = BODY_EDGES.value;
  const depth = Math.min(flat, Math.ceil(deviceDepth(item) / 396_875 - 1e-9));
  const width = Math.min(Math.floor(one + (item.wide - 1) * pitch), inside.width);
  const tall = Math.min(height, inside.height);
  return {
    what:
      planned?.faces.find((face) => face.item.id === item.id)?.title ?? item.label ?? DEVICES[item.device],
    x: Math.max(0, Math.min(inside.width - width, Math.round((gang - 0.5) * pitch - width / 2))),
    y: Math.floor((inside.height - tall) / 2),
    z: inside.depth - depth,
    width,
    height: tall,
    depth,
  };
}

interface Layer {
  readonly layer: LayerName;
  readonly thick: number;
  /** In³. */
  readonly volume: number;
}

/** The layers of folded conductors, from the back: each over the whole back. */
function layersOf(box: BoxDocument, { volume, depth }: Inside): Layer[] {
  const sums: Record<LayerName, number> = { ground: 0, neutral: 0, hot: 0 };
  const add = (
    layer: LayerName,
    area: number | undefined,
    count: number,
    length: number = ASSUMED.conductor,
  ) => {
    sums[layer] += (area ?? 0) * count * length * LOOSE;
  };
  for (const item of box.items) {
    if (item.kind === 'cable') {
      const area = CONDUCTOR_SQIN.value[item.size];
      // White in each cable of two or three is its neutral, for this estimate.
      add('neutral', area, item.conductors > 1 ? 1 : 0);
      add('hot', area, item.conductors > 1 ? item.conductors - 1 : 1);
      if (item.ground && item.make !== 'ac') add('ground', BARE_SQIN.value[item.groundSize ?? item.size], 1);
    } else if (item.kind === 'conductors')
      add(
        'hot',
        CONDUCTOR_SQIN.value[item.size],
        item.count,
        item.loop === undefined ? undefined : lengthIn(item.loop) / 25_400_000,
      );
    else if (item.kind === 'fixture' || item.kind === 'pigtails')
      add('hot', CONDUCTOR_SQIN.value[item.size], item.count);
    else if (item.kind === 'ground') add('ground', BARE_SQIN.value[item.size], item.count);
  }
  const area = volume / (depth / PER_INCH);
  return LAYERS.flatMap((layer) =>
    sums[layer] > 0 ? [{ layer, volume: sums[layer], thick: up(sums[layer] / area) }] : [],
  );
}

/** The folds as solids, one for each column of the inside. */
function slabs({ columns }: Inside, layers: readonly Layer[]): FoldPlace[] {
  let z = 0;
  return layers.flatMap(({ layer, thick }) => {
    const from = z;
    z += thick;
    return columns.map((column): FoldPlace => ({
      ...column,
      z: from,
      depth: thick,
      what: `${layer} folds`,
      is: 'folds',
      layer,
    }));
  });
}

const SIDES: Readonly<Record<LayerName, Piece['side']>> = { ground: 'bottom', neutral: 'left', hot: 'right' };

/** Every connector of the planned joints; without a plan those that are recorded. */
function connectorsOf(
  box: BoxDocument,
  planned: Joined | undefined,
  other?: Tweak['connector'],
): Connector[] {
  const made = (what: string, layer: LayerName, edges: Edges): Connector => ({
    what,
    layer,
    edges,
    side: SIDES[layer],
  });
  if (planned && planned.wiring.joints.length > 0)
    return planned.wiring.joints.flatMap((joint, nth) => {
      const signal = readSignal(planned.plan.carries.get(joint.id) ?? '');
      const layer: LayerName =
        signal.kind === 'ground'
          ? 'ground'
          : signal.kind === 'neutral' || (signal.kind === 'guarded' && signal.part === 'neutral')
            ? 'neutral'
            : 'hot';
      const ids = other ? other(joint.ends.length) : joint.connectors;
      return ids.map((id, which) =>
        made(
          ids.length > 1 ? `joint ${nth + 1}, connector ${which + 1}` : `joint ${nth + 1}`,
          layer,
          CONNECTOR_EDGES.value(id),
        ),
      );
    });
  const many = box.items.reduce((sum, item) => (item.kind === 'connectors' ? sum + item.count : sum), 0);
  return Array.from({ length: many }, (_, nth) =>
    made(`connector ${nth + 1}`, 'hot', CONNECTOR_EDGES.value('twist-m')),
  );
}

/** The largest conductor that is folded behind a device. */
function largestOf({ items }: BoxDocument): Size | undefined {
  const sizes = items.flatMap((item) =>
    item.kind === 'cable' || item.kind === 'conductors' || item.kind === 'pigtails' ? [item.size] : [],
  );
  return sizes.length === 0 ? undefined : (Math.min(...sizes) as Size);
}

/** The spaces that are free in front of the folds at a depth: all of it behind the deepest body, or gang by gang. */
function spacesAt(inside: Inside, bodies: readonly Body[], folded: number, depth: number): Block[][] {
  const deepest = Math.max(0, ...bodies.map((body) => body.depth));
  const behind = (columns: Inside['columns'], to: number): Block[] =>
    to > folded ? columns.map((column) => ({ ...column, z: folded, depth: to - folded })) : [];
  const whole = behind(inside.columns, depth - deepest);
  // Round the bodies the depth is whole: above and below them, and at both sides.
  const low = Math.min(...bodies.map(({ y }) => y));
  const high = Math.max(...bodies.map(({ y, height }) => y + height));
  const left = Math.min(...bodies.map(({ x }) => x));
  const right = Math.max(...bodies.map(({ x, width }) => x + width));
  const strips =
    bodies.length === 0
      ? []
      : inside.columns.flatMap((column): Block[] => {
          const [bottom, top] = [Math.max(column.y, low), Math.min(column.y + column.height, high)];
          return [
            {
              ...column,
              y: Math.max(column.y, high),
              height: column.y + column.height - Math.max(column.y, high),
            },
            { ...column, height: Math.min(column.y + column.height, low) - column.y },
            { x: column.x, width: left - column.x, y: bottom, height: top - bottom },
            { x: right, width: column.x + column.width - right, y: bottom, height: top - bottom },
          ]
            .filter(({ width, height }) => width > 0 && height > 0)
            .map((strip) => ({ ...strip, z: depth - deepest, depth: deepest }));
        });
  const ways = [[...whole, ...strips]];
  if (bodies.length > 1 && inside.columns.length === 1 && bodies.some((body) => body.depth < deepest)) {
    const edges = bodies.map((body, nth) => {
      const next = bodies[nth + 1];
      return next ? Math.round((body.x + body.width + next.x) / 2) : inside.width;
    });
    ways.push(
      bodies.flatMap((body, nth) => {
        const left = nth === 0 ? 0 : (edges[nth - 1] ?? 0);
        return behind(
          [{ x: left, y: 0, width: (edges[nth] ?? inside.width) - left, height: inside.height }],
          depth - body.depth,
        );
      }),
    );
  }
  return ways;
}

type Laid =
  | {
      readonly fits: true;
      readonly places: readonly Block[];
      readonly depth: number;
      readonly exact: boolean;
    }
  | { readonly fits: false; readonly proved: boolean };

/** The least depth at which everything has its place, and the places at the whole depth. */
function leastDepth(
  inside: Inside,
  bodies: readonly Body[],
  folded: number,
  connectors: readonly Connector[],
): Laid {
  let exact = true;
  const at = (depth: number) => {
    let proved = true;
    for (const spaces of spacesAt(inside, bodies, folded, depth)) {
      const packed = pack(spaces, connectors);
      if (packed.fits) return packed;
      proved &&= packed.proved;
    }
    return { fits: false, proved } as const;
  };
  const whole = at(inside.depth);
  if (!whole.fits) return whole;
  const least = Math.max(0, ...bodies.map((body) => body.depth)) + folded;
  let [no, yes] = [least - 1, inside.depth];
  while (yes - no > 1) {
    const middle = Math.floor((no + yes) / 2);
    const tried = at(middle);
    if (tried.fits) yes = middle;
    else {
      no = middle;
      exact &&= tried.proved;
    }
  }
  return { fits: true, places: whole.places, depth: yes, exact };
}
