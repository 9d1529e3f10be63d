/** What is folded into a box, as solids: bodies of its devices, layers of conductors, the connectors of its joints. */
import { hasGroundWire, namedEdition } from '../box/ground-wire.ts';
import type { BoxDocument, ItemOf } from '../box/document.ts';
import { lengthIn } from '../box/stored-quantities.ts';
import { deviceDepth } from '../box/depth.ts';
import { DEVICES } from '../box/words.ts';
import type { Size } from '../edition/index.ts';
import type { Planned } from '../plan/planned.ts';
import { readSignal } from '../plan/signal.ts';
import { NM_PER_INCH } from '../quantity/length.ts';
import { columnsThrough, type Inside, shared } from './zones.ts';
import type { Block, Piece } from './pack.ts';
import { BARE_SQIN, BODY_EDGES, CONDUCTOR_SQIN, connectorEdges, type Edges, type Solids } from './solids.ts';

/** In the order they are folded, from the back. */
export const LAYERS = ['ground', 'neutral', 'hot'] as const;
export type LayerName = (typeof LAYERS)[number];

export interface FoldPlace extends Block {
  readonly what: string;
  readonly is: 'device' | 'folds' | 'connector';
  readonly layer?: LayerName;
}

/** What is known of the joints of a box once they are planned. */
export interface Joined extends Pick<Planned, 'wiring' | 'faces'> {
  readonly plan: Pick<Planned['plan'], 'carries'>;
}

/** The connectors of a joint by how many ends it has and what it is called; undefined leaves them. */
export type OtherConnector = (ends: number, what: string) => readonly string[] | undefined;

export interface Connector extends Piece {
  readonly what: string;
  readonly layer: LayerName;
}

export interface Body extends Block {
  readonly what: string;
}

const PER_INCH = 64;
const NM_PER_64TH = NM_PER_INCH / PER_INCH;

const depthOf = (item: ItemOf<'device'>, { bodies }: Solids): number =>
  (item.depth === undefined ? bodies[item.device] : undefined) ??
  Math.ceil(deviceDepth(item) / NM_PER_64TH - 1e-9);

/**
 * The body of a device where its gang stands. @param at the middle of its gangs, from 1 at the left
 * @param flat no body is deeper
 */
export function bodyOf(
  item: ItemOf<'device'>,
  at: number,
  gangs: number,
  inside: Inside,
  planned: Joined | undefined,
  solids: Solids,
  flat = Infinity,
): Body {
  const { opening } = inside;
  const pitch = opening.width / gangs;
  const { width: one, height } = BODY_EDGES.value;
  const depth = Math.min(flat, depthOf(item, solids));
  const width = Math.floor(one + (item.wide - 1) * pitch);
  // It stands as near to the middle of its gang as what is open over its whole depth lets it.
  const open = columnsThrough(inside, Math.max(0, inside.depth - depth), inside.depth);
  const room = open.length === 1 ? open[0] : open.find(({ height: high }) => high >= height);
  const near = (wish: number, from: number, to: number) => Math.max(from, Math.min(to, wish));
  const x = opening.x + Math.round((at - 0.5) * pitch - width / 2);
  const y = opening.y + Math.floor((opening.height - height) / 2);
  return {
    what:
      planned?.faces.find((face) => face.item.id === item.id)?.title ?? item.label ?? DEVICES[item.device],
    x: room ? near(x, room.x, room.x + room.width - width) : x,
    y: room ? near(y, room.y, room.y + room.height - height) : y,
    z: inside.depth - depth,
    width,
    height,
    depth,
  };
}

/** Whether a body stands free: inside all that is open over its depth, and clear of the others. */
export function standsFree(body: Body, inside: Inside, others: readonly Body[]): boolean {
  const open = columnsThrough(inside, Math.max(0, body.z), inside.depth);
  const covered = open.reduce((sum, column) => {
    const met = shared(column, body);
    return sum + (met ? met.width * met.height : 0);
  }, 0);
  return (
    covered === body.width * body.height && others.every((other) => other === body || !shared(other, body))
  );
}

export interface Layer {
  readonly layer: LayerName;
  readonly from: number;
  readonly to: number;
  /** In³. */
  readonly volume: number;
}

const LAYER_AREA = ({ columns }: Inside['zones'][number]) =>
  columns.reduce((sum, { width, height }) => sum + width * height, 0);

/** How far a volume fills a box from a depth on; more than the box where it does not hold it. */
function filledTo({ zones, depth }: Inside, from: number, volume: number): number {
  let left = volume * PER_INCH ** 3;
  let at = from;
  for (const zone of zones) {
    if (zone.to <= at) continue;
    const area = LAYER_AREA(zone);
    const room = area * (zone.to - at);
    if (left <= room) return at + Math.max(1, Math.ceil(left / area - 1e-9));
    left -= room;
    at = zone.to;
  }
  // Beyond the front: as if its last zone went on, so that what is wanted can be told.
  const last = zones.at(-1);
  return Math.max(depth, at) + Math.ceil(left / Math.max(1, last ? LAYER_AREA(last) : 1));
}

/** The layers of folded conductors, from the back: each over the whole of it. */
export function layersOf(
  box: Pick<BoxDocument, 'items' | 'edition'>,
  inside: Inside,
  solids: Solids,
): Layer[] {
  const sums: Record<LayerName, number> = { ground: 0, neutral: 0, hot: 0 };
  const add = (
    layer: LayerName,
    area: number | undefined,
    count: number,
    length: number = solids.conductor,
  ) => {
    sums[layer] += (area ?? 0) * count * length * solids.loose;
  };
  for (const item of box.items) {
    if (item.kind === 'cable') {
      const area = CONDUCTOR_SQIN.value[item.size];
      // White in each cable of two or three is its neutral, for this estimate.
      add('neutral', area, item.conductors > 1 ? 1 : 0);
      add('hot', area, item.conductors > 1 ? item.conductors - 1 : 1);
      if (hasGroundWire(item, namedEdition(box)))
        add('ground', BARE_SQIN.value[item.groundSize ?? item.size], 1);
    } else if (item.kind === 'conductors')
      add(
        'hot',
        CONDUCTOR_SQIN.value[item.size],
        item.count,
        item.loop === undefined ? undefined : lengthIn(item.loop) / NM_PER_INCH,
      );
    else if (item.kind === 'fixture' || item.kind === 'pigtails')
      add('hot', CONDUCTOR_SQIN.value[item.size], item.count);
    else if (item.kind === 'ground') add('ground', BARE_SQIN.value[item.size], item.count);
  }
  let from = 0;
  return LAYERS.flatMap((layer) => {
    if (sums[layer] <= 0) return [];
    const to = filledTo(inside, from, sums[layer]);
    const one = { layer, from, to, volume: sums[layer] };
    from = to;
    return [one];
  });
}

/** The folds as solids, one for each column of each zone they go through. */
export function slabs({ zones }: Inside, layers: readonly Layer[]): FoldPlace[] {
  return layers.flatMap(({ layer, from, to }) =>
    zones
      .filter((zone) => zone.from < to && zone.to > from)
      .flatMap((zone) =>
        zone.columns.map((column): FoldPlace => {
          const z = Math.max(zone.from, from);
          return {
            ...column,
            z,
            depth: Math.min(zone.to, to) - z,
            what: `${layer} folds`,
            is: 'folds',
            layer,
          };
        }),
      ),
  );
}

const SIDES: Readonly<Record<LayerName, Piece['side']>> = { ground: 'bottom', neutral: 'left', hot: 'right' };

/** Every connector of the planned joints that lie here; without a plan those that are recorded. */
export function connectorsOf(
  items: BoxDocument['items'],
  planned: Joined | undefined,
  solids: Solids,
  other?: OtherConnector,
  isHere: (ends: readonly string[]) => boolean = () => true,
): Connector[] {
  const made = (what: string, layer: LayerName, edges: Edges): Connector => ({
    what,
    layer,
    edges,
    side: SIDES[layer],
  });
  if (planned && planned.wiring.joints.length > 0)
    return planned.wiring.joints.flatMap((joint, nth) => {
      if (!isHere(joint.ends)) return [];
      const carried = planned.plan.carries.get(joint.id);
      const signal = carried === undefined ? undefined : readSignal(carried);
      const layer: LayerName =
        signal?.kind === 'ground'
          ? 'ground'
          : signal?.kind === 'neutral' || (signal?.kind === 'guarded' && signal.part === 'neutral')
            ? 'neutral'
            : 'hot';
      const ids = other?.(joint.ends.length, `joint ${nth + 1}`) ?? joint.connectors;
      return ids.map((id, which) =>
        made(
          ids.length > 1 ? `joint ${nth + 1}, connector ${which + 1}` : `joint ${nth + 1}`,
          layer,
          connectorEdges(id, solids),
        ),
      );
    });
  const many = items.reduce((sum, item) => (item.kind === 'connectors' ? sum + item.count : sum), 0);
  return Array.from({ length: many }, (_, nth) =>
    made(`connector ${nth + 1}`, 'hot', connectorEdges('twist-m', solids)),
  );
}

/** The largest conductor that is folded behind a device. */
export function largestOf(items: BoxDocument['items']): Size | undefined {
  const sizes = items.flatMap((item) =>
    item.kind === 'cable' || item.kind === 'conductors' || item.kind === 'pigtails' ? [item.size] : [],
  );
  return sizes.length === 0 ? undefined : (Math.min(...sizes) as Size);
}
