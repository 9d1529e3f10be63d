/**
 * Whether a box folds (docs/trade.md#folding): bodies of devices at the front, conductors folded in layers from the back,
 * every connector in a place of its own between them, with as little depth as will do. An estimate in its model, kept
 * apart from the verdict; lengths in sixty-fourths of an inch.
 */
import type { BoxDocument } from '../box/document.ts';
import { gangsOf } from '../box/gangs.ts';
import { SIDES, type Side } from '../box/words.ts';
import type { Edition } from '../edition/index.ts';
import { itemsIn } from '../fill/spaces.ts';
import { pieceAt } from '../wiring/end.ts';
import { GROUND } from '../plan/signal.ts';
import {
  type Body,
  bodyOf,
  type Connector,
  connectorsOf,
  type FoldPlace,
  type Joined,
  largestOf,
  layersOf,
  type OtherConnector,
  slabs,
  standsFree,
} from './contents.ts';
import { spacesIn } from './barrier.ts';
import { insideOf } from './inside.ts';
import { deepened, type Inside, type Missing } from './zones.ts';
import { findsPlace, type Laid, layAt, layConnectors } from './lay.ts';
import { FOLD_DEPTH, type Solids, TYPICAL } from './solids.ts';

export const FOLD_FITS = ['yes', 'tight', 'no', 'unknown'] as const;
export type FoldAnswer = (typeof FOLD_FITS)[number];

export interface Fold {
  readonly fits: FoldAnswer;
  readonly inside?: Inside;
  readonly places: readonly FoldPlace[];
  /** Depth that is left over: by so much more the folds could reach forward and all of it would still find its place. */
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
  /** Bodies that meet a wall, a clamp or one another. */
  | { readonly is: 'jammed'; readonly what: readonly string[] }
  /** Joints that hold ends of both spaces of a divided box. */
  | { readonly is: 'through'; readonly what: readonly string[] }
  /** Without this connector there would be so much more depth, or a place for the others. */
  | { readonly is: 'in the way'; readonly what: string; readonly gains?: number }
  /** Connectors that find a place only on the far side of their terminals. */
  | { readonly is: 'crosses'; readonly what: readonly string[] }
  | {
      readonly is: 'fold wants';
      readonly what: readonly string[];
      readonly left: number;
      readonly wants: number;
    }
  | { readonly is: 'spare'; readonly left: number };

const PER_INCH = 64;
/** Less depth won than this is not told. */
const WORTH = PER_INCH / 16;
/** The most connectors for which the one in the way is looked for. */
const BLAMED_MOST = 10;

/** With what a box is folded, and what is tried otherwise than it is, by the same way of folding. */
export interface FoldOptions {
  /** Typical, or as the person measured them. */
  readonly solids?: Solids;
  /** So much more depth in front: a ring, an extender, a deeper box. */
  readonly deeper?: number;
  /** Other connectors for a joint. */
  readonly connector?: OtherConnector;
  /** No device is deeper behind its strap. */
  readonly flat?: number;
  /** Leaves out which connector is in the way. */
  readonly quick?: boolean;
}

/**
 * Folds a box; a divided one space by space. @param planned its joints; without them the connectors that are recorded,
 * or none
 */
export function foldBox(
  box: BoxDocument,
  edition: Edition,
  planned?: Joined,
  options: FoldOptions = {},
): Fold {
  const known = insideOf(box, edition);
  if ('missing' in known) return unknown(known.missing);
  const inside = deepened(known, options.deeper ?? 0);
  const { solids = TYPICAL } = options;
  const assumed = [...inside.assumed, ...assumedWords(box, planned, solids)];
  const spaces = spacesIn(inside, box);
  if (spaces === undefined) {
    const { gangs } = box.shell;
    return { ...foldInside({ inside, box, gangs, planned, options }), inside, assumed };
  }
  if ('missing' in spaces) return unknown(spaces.missing);
  return { ...divided(spaces, inside, box, planned, options), inside, assumed };
}

const unknown = (what: Missing): Fold => ({
  fits: 'unknown',
  places: [],
  exact: true,
  why: [{ is: 'missing', what }],
  assumed: [],
});

const WORST: readonly FoldAnswer[] = ['no', 'unknown', 'tight', 'yes'];

/** Each space with what lies in it; the box is as good as the worse of them. */
function divided(
  spaces: Readonly<Record<Side, Inside>>,
  whole: Inside,
  box: BoxDocument,
  planned: Joined | undefined,
  options: FoldOptions,
): Omit<Fold, 'assumed'> {
  const pitch = whole.opening.width / box.shell.gangs;
  const sideOf = new Map(SIDES.flatMap((side) => itemsIn(box, side).map(({ id }) => [id, side] as const)));
  const sidesOf = (ends: readonly string[]): ReadonlySet<Side> =>
    new Set(ends.flatMap((end) => sideOf.get(pieceAt(end) ?? '') ?? []));
  // Grounds alone are joined past the barrier: they bond both spaces, and lie where the first of them is.
  const through = (planned?.wiring.joints ?? []).flatMap(({ id, ends }, nth) =>
    sidesOf(ends).size > 1 && planned?.plan.carries.get(id) !== GROUND ? [`joint ${nth + 1}`] : [],
  );
  if (through.length > 0)
    return { fits: 'no', places: [], why: [{ is: 'through', what: through }], exact: true };
  const folds = SIDES.map((side) =>
    foldInside({
      inside: spaces[side],
      box: { ...box, items: itemsIn(box, side) },
      gangs: Math.max(1, Math.round(spaces[side].opening.width / pitch)),
      planned,
      options,
      isHere: (ends) => ([...sidesOf(ends)][0] ?? 'a') === side,
    }),
  );
  const lefts = folds.flatMap(({ depthLeft }) => depthLeft ?? []);
  const shares = folds.flatMap(({ share }) => share ?? []);
  return {
    fits: WORST.find((answer) => folds.some(({ fits }) => fits === answer)) ?? 'unknown',
    places: folds.flatMap(({ places }, nth) =>
      places.map((place) =>
        place.is === 'folds' ? { ...place, what: `${place.what}, space ${SIDES[nth] ?? ''}` } : place,
      ),
    ),
    ...(lefts.length === folds.length ? { depthLeft: Math.min(...lefts) } : {}),
    ...(shares.length === folds.length ? { share: Math.max(...shares) } : {}),
    why: folds.flatMap(({ why }) => why),
    exact: folds.every(({ exact }) => exact),
  };
}

interface Folding {
  readonly inside: Inside;
  readonly box: BoxDocument;
  readonly gangs: number;
  readonly planned: Joined | undefined;
  readonly options: FoldOptions;
  readonly isHere?: (ends: readonly string[]) => boolean;
}

function foldInside({ inside, box, gangs: has, planned, options, isHere }: Folding): Omit<Fold, 'assumed'> {
  const { solids = TYPICAL } = options;
  const nothing = { places: [], exact: true, fits: 'no' } as const;
  const gangs = gangsOf(box);
  const need = gangs.at(-1)?.to ?? 0;
  if (need > has && inside.shape === 'straight')
    return { ...nothing, why: [{ is: 'too many', need, gangs: has }] };
  const bodies = gangs.map(({ item, from, to }) =>
    bodyOf(item, (from + to) / 2, Math.max(has, need), inside, planned, solids, options.flat),
  );
  const deepest = [...bodies].sort((a, b) => b.depth - a.depth)[0];
  if (deepest && deepest.depth > inside.depth)
    return {
      ...nothing,
      why: [{ is: 'too deep', what: deepest.what, depth: deepest.depth, box: inside.depth }],
    };
  const jammed = bodies.filter((body) => !standsFree(body, inside, bodies));
  if (jammed.length > 0) return { ...nothing, why: [{ is: 'jammed', what: jammed.map(({ what }) => what) }] };
  const layers = layersOf(box, inside, solids);
  const folded = layers.at(-1)?.to ?? 0;
  const connectors = connectorsOf(box.items, planned, solids, options.connector, isHere);
  const share =
    (bodies.reduce((sum, one) => sum + one.width * one.height * one.depth, 0) +
      connectors.reduce((sum, { edges: [a, b, c] }) => sum + a * b * c, 0)) /
      PER_INCH ** 3 /
      inside.volume +
    layers.reduce((sum, { volume }) => sum + volume, 0) / inside.volume;
  const behind = inside.depth - (deepest?.depth ?? 0);
  if (folded > behind)
    return { ...nothing, share, why: [{ is: 'no room to fold', left: behind, layers: folded }] };
  const { laid, crossing } = laidOut(inside, bodies, folded, connectors, options);
  const short = !laid.fits || laid.spare < solids.spare;
  const blame = options.quick || !short ? [] : inTheWay(inside, bodies, folded, connectors, laid);
  if (!laid.fits)
    return {
      places: [],
      fits: laid.proved ? 'no' : 'tight',
      share,
      why: [
        laid.proved ? { is: 'no place', what: connectors.map(({ what }) => what) } : { is: 'not proved' },
        ...blame,
      ],
      exact: laid.proved,
    };
  const { spare: depthLeft } = laid;
  const wants = largestOf(box.items);
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
    ...(short ? [{ is: 'spare', left: depthLeft } as const, ...blame] : []),
    ...(crossing.length > 0 ? [{ is: 'crosses', what: crossing } as const] : []),
  ];
  return {
    fits: why.length > 0 ? 'tight' : 'yes',
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
  };
}

/**
 * Lays the connectors where there is most room. Behind one device each lies on the side of its terminal, if the depth
 * one wants is left then too; otherwise those that cross are told.
 */
function laidOut(
  inside: Inside,
  bodies: readonly Body[],
  folded: number,
  connectors: readonly Connector[],
  { solids = TYPICAL }: FoldOptions,
): { readonly laid: Laid; readonly crossing: readonly string[] } {
  const laid = layConnectors(inside, bodies, folded, connectors);
  const [only] = bodies;
  if (!laid.fits || !only || bodies.length > 1) return { laid, crossing: [] };
  const middle = only.x + only.width / 2;
  const onSides = connectors.map((one) => ({
    ...one,
    ...(one.side === 'left' ? { to: middle } : one.side === 'right' ? { from: middle } : {}),
  }));
  const wanted = layAt(inside, bodies, folded + Math.min(laid.spare, solids.spare), onSides);
  const packed = wanted.fits ? layAt(inside, bodies, folded, onSides) : wanted;
  if (packed.fits) return { laid: { ...laid, places: packed.places }, crossing: [] };
  const crossing = connectors.flatMap(({ what, side }, nth) => {
    const at = laid.places[nth];
    if (!at || side === 'bottom') return [];
    const centre = at.x + at.width / 2;
    return (side === 'left' ? centre > middle : centre < middle) ? [what] : [];
  });
  return { laid, crossing };
}

/** The connector without which there would be more room: of several the largest. */
function inTheWay(
  inside: Inside,
  bodies: readonly Body[],
  folded: number,
  connectors: readonly Connector[],
  laid: Laid,
): FoldWhy[] {
  if (connectors.length < 2 || connectors.length > BLAMED_MOST) return [];
  const spare = laid.fits ? laid.spare : -WORTH;
  const finds = (left: readonly Connector[], more: number) =>
    folded + spare + more <= inside.depth - Math.max(0, ...bodies.map(({ depth }) => depth)) &&
    findsPlace(inside, bodies, folded + spare + more, left);
  const volume = ({ edges: [a, b, c] }: Connector) => a * b * c;
  const bySize = [...connectors].sort((a, b) => volume(b) - volume(a));
  for (const one of bySize) {
    const left = connectors.filter((other) => other !== one);
    if (!finds(left, WORTH)) continue;
    if (!laid.fits) return [{ is: 'in the way', what: one.what }];
    let gains = WORTH;
    while (finds(left, gains + WORTH)) gains += WORTH;
    return [{ is: 'in the way', what: one.what, gains }];
  }
  return [];
}

function assumedWords(box: BoxDocument, planned: Joined | undefined, solids: Solids): string[] {
  return [
    `Each conductor has ${solids.conductor} in in the box and takes ${solids.loose} times its own room folded.`,
    ...(planned && planned.wiring.joints.length > 0
      ? []
      : box.items.some(({ kind }) => kind === 'connectors')
        ? ['Connectors as recorded, each as a medium twist-on.']
        : ['No joints are planned: connectors are left out.']),
    ...(box.items.some(
      (item) =>
        item.kind === 'device' && item.depth === undefined && solids.bodies[item.device] === undefined,
    )
      ? ['Bodies of typical depth: measure the part in hand.']
      : []),
  ];
}
