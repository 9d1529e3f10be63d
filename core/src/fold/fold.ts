/**
 * Whether a box folds (handbook 16, 24): bodies of devices at the front, conductors folded in layers from the back,
 * every connector in a place of its own between them, with as little depth as will do. An estimate in its model, kept
 * apart from the verdict; lengths in sixty-fourths of an inch.
 */
import type { BoxDocument } from '../box/document.ts';
import { gangsOf } from '../box/gangs.ts';
import type { Edition } from '../edition/index.ts';
import { type Inside, insideOf, type Missing } from './inside.ts';
import {
  bodyOf,
  connectorsOf,
  type FoldPlace,
  type Joined,
  largestOf,
  layersOf,
  type OtherConnector,
  slabs,
} from './contents.ts';
import { leastDepth } from './lay.ts';
import { ASSUMED, FOLD_DEPTH, LOOSE, SPARE_DEPTH } from './solids.ts';

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

const PER_INCH = 64;

/** What is tried otherwise than it is, by the same way of folding. */
export interface Tweak {
  /** So much more depth in front: a ring, an extender, a deeper box. */
  readonly deeper?: number;
  /** The connector of a joint by its number and how many ends it has. */
  readonly connector?: OtherConnector;
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
