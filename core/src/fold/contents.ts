/** What is folded into a box, as solids: bodies of its devices, layers of conductors, the connectors of its joints. */
import { type BoxDocument, type ItemOf, lengthIn } from '../box/document.ts';
import { deviceDepth } from '../box/depth.ts';
import { DEVICES } from '../box/words.ts';
import type { Size } from '../edition/index.ts';
import type { Planned } from '../plan/planned.ts';
import { readSignal } from '../plan/signal.ts';
import type { Inside } from './inside.ts';
import type { Block, Piece } from './pack.ts';
import {
  ASSUMED,
  BARE_SQIN,
  BODY_EDGES,
  CONDUCTOR_SQIN,
  CONNECTOR_EDGES,
  type Edges,
  LOOSE,
} from './solids.ts';

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

/** The connectors of a joint by how many ends it has. */
export type OtherConnector = (ends: number) => readonly string[];

export interface Connector extends Piece {
  readonly what: string;
  readonly layer: LayerName;
}

export interface Body extends Block {
  readonly what: string;
}

const PER_INCH = 64;
const up = (inches: number) => Math.ceil(inches * PER_INCH - 1e-9);

export function bodyOf(
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

export interface Layer {
  readonly layer: LayerName;
  readonly thick: number;
  /** In³. */
  readonly volume: number;
}

/** The layers of folded conductors, from the back: each over the whole back. */
export function layersOf(box: BoxDocument, { volume, depth }: Inside): Layer[] {
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
export function slabs({ columns }: Inside, layers: readonly Layer[]): FoldPlace[] {
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
export function connectorsOf(
  box: BoxDocument,
  planned: Joined | undefined,
  other?: OtherConnector,
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
export function largestOf({ items }: BoxDocument): Size | undefined {
  const sizes = items.flatMap((item) =>
    item.kind === 'cable' || item.kind === 'conductors' || item.kind === 'pigtails' ? [item.size] : [],
  );
  return sizes.length === 0 ? undefined : (Math.min(...sizes) as Size);
}
