/**
 * Where everything of a wiring is drawn: cables at both edges with their conductors, joints in the middle,
 * devices with their terminals on the right. Sides and orders are chosen so that as few lines cross as can
 * be; some must: three cables that meet in three joints cannot be drawn without.
 */
import type { Wiring } from '../wiring/wiring.ts';
import type { Line, Wire } from '../plan/ends.ts';
import type { Face, Terminal } from '../plan/faces.ts';
import { bestOrder, type Block, type Edge, idsOf, type Middle, type Order, type Side } from './order.ts';
import { BOX_SCREW, type End, type JointId, type LandingEnd } from '../wiring/end.ts';

/** Measures of the drawing, in px at 100 % text. */
export const MEASURES = {
  slot: 24,
  header: 20,
  gap: 12,
  joint: 30,
  apart: 14,
  margin: 6,
  edge: 104,
} as const;

export interface DrawnWire {
  readonly wire: Wire;
  readonly y: number;
}
export interface DrawnCable {
  readonly line: Line;
  readonly side: Side;
  readonly top: number;
  readonly height: number;
  readonly wires: readonly DrawnWire[];
}
export interface DrawnTerminal {
  readonly terminal: Pick<Terminal, 'name' | 'metal'> & { readonly id: LandingEnd };
  readonly y: number;
}
export interface DrawnDevice {
  /** Undefined for the ground screw of the box. */
  readonly face: Face | undefined;
  readonly top: number;
  readonly height: number;
  readonly terminals: readonly DrawnTerminal[];
}
export interface DrawnJoint {
  readonly id: JointId;
  readonly y: number;
  readonly ends: number;
}
/** A line of the drawing, between an edge and the middle. */
export interface DrawnPath {
  readonly end: End;
  /** The conductor or terminal at its outer end. */
  readonly outer: string;
  /** The joint it runs to or from; none where a conductor lands by itself. */
  readonly joint: string | undefined;
  readonly side: Side;
  /** Height at the edge, and in the middle. */
  readonly from: number;
  readonly to: number;
}
export interface Drawing {
  readonly height: number;
  readonly cables: readonly DrawnCable[];
  readonly joints: readonly DrawnJoint[];
  readonly devices: readonly DrawnDevice[];
  readonly paths: readonly DrawnPath[];
  /** Jumpers from one connector to the next. */
  readonly jumpers: readonly { readonly end: End; readonly from: number; readonly to: number }[];
  readonly crossings: number;
}

const BAND: Readonly<Record<string, number>> = { top: 0, bottom: 2 };

/** What is joined with what in a drawing, before any of it has a place. */
interface Sketch {
  readonly wires: ReadonlyMap<string, Wire>;
  readonly terminals: ReadonlyMap<string, DrawnTerminal['terminal']>;
  readonly edges: readonly Edge[];
  readonly links: readonly { end: End; a: JointId; b: JointId }[];
  readonly middle: readonly Middle[];
  readonly blocks: readonly Block[];
}

/**
 * Lays a wiring out. The same wiring always gives the same drawing.
 * @param order as `orderOf` found it, where that was worked out elsewhere
 */
export function drawWiring(
  lines: readonly Line[],
  faces: readonly Face[],
  wiring: Wiring,
  order?: Order,
): Drawing {
  const sketch = sketchOf(lines, faces, wiring);
  return place(order ?? orderIn(sketch), sketch, lines, faces, wiring);
}

/** In which order everything is drawn: the slow part, for a worker. */
export function orderOf(lines: readonly Line[], faces: readonly Face[], wiring: Wiring): Order {
  return orderIn(sketchOf(lines, faces, wiring));
}

function orderIn({ blocks, middle, edges }: Sketch): Order {
  const joined = new Map<string, string[]>();
  for (const { outer, mid } of edges) joined.set(outer, [...(joined.get(outer) ?? []), mid]);
  return bestOrder(blocks, middle, joined);
}

function sketchOf(lines: readonly Line[], faces: readonly Face[], wiring: Wiring): Sketch {
  const wires = new Map<End, Wire>(
    lines.flatMap((line) => line.wires.map((wire) => [wire.id, wire] as const)),
  );
  const used = new Set<End>([
    ...wiring.lands.map(({ at }) => at),
    ...wiring.joints.flatMap(({ ends }) => ends),
  ]);
  const terminals = new Map<End, DrawnTerminal['terminal']>(
    faces.flatMap((face) =>
      face.terminals.filter(({ id }) => used.has(id)).map((one) => [one.id, one] as const),
    ),
  );
  const bonded = wiring.lands.some(({ at }) => at === BOX_SCREW);
  if (bonded) terminals.set(BOX_SCREW, { id: BOX_SCREW, name: 'box screw', metal: 'green' });

  const edges: Edge[] = [];
  const jointOf = new Map<End, JointId>();
  for (const { id, ends } of wiring.joints)
    for (const end of ends) {
      if (wires.has(end)) edges.push({ outer: end, mid: id, end });
      else if (terminals.has(end)) edges.push({ outer: end, mid: id, end });
      else jointOf.set(end, jointOf.get(end) ?? id);
    }
  const links: { end: End; a: JointId; b: JointId }[] = [];
  for (const { id, ends } of wiring.joints)
    for (const end of ends) {
      const first = jointOf.get(end);
      if (first !== undefined && first !== id) links.push({ end, a: first, b: id });
    }
  const directs: string[] = [];
  for (const { end, at } of wiring.lands) {
    if (!terminals.has(at)) continue;
    const joint = jointOf.get(end);
    if (joint !== undefined) edges.push({ outer: at, mid: joint, end });
    else {
      const mid = `d:${end}`;
      if (!directs.includes(mid)) {
        directs.push(mid);
        if (wires.has(end)) edges.push({ outer: end, mid, end });
      }
      edges.push({ outer: at, mid, end });
    }
  }

  // Connectors in a row stay together; a capped tail stays by its joint.
  const groups = new Map<string, string[]>(wiring.joints.map(({ id }) => [id, [id]]));
  for (const { a, b } of links) {
    const [one, two] = [groups.get(a), groups.get(b)];
    if (!one || !two || one === two) continue;
    one.push(...two);
    for (const id of two) groups.set(id, one);
  }
  const middle: Middle[] = [
    ...[...new Set(groups.values())].map((joints) => ({ joints, direct: undefined })),
    ...directs.map((direct) => ({ joints: [], direct })),
  ];
  const entryOf = ({ item }: Line) => (item.kind === 'cable' ? item.enters : undefined);
  const cables = lines.map((line): Block => {
    const entry = entryOf(line);
    return {
      key: line.key,
      slots: line.wires.map(({ id }) => id),
      band: (entry === undefined ? undefined : BAND[entry]) ?? 1,
      bound: entry === 'left' || entry === 'right' ? entry : undefined,
    };
  });
  const blocks = [
    ...cables,
    ...faces.map((face): Block => ({
      key: face.key,
      slots: face.terminals.map(({ id }) => id).filter((id) => terminals.has(id)),
      band: 1,
      bound: 'right',
    })),
    ...(bonded ? [{ key: 'box', slots: [BOX_SCREW], band: 1, bound: 'right' as const }] : []),
  ];
  return { wires, terminals, edges, links, middle, blocks };
}

function place(
  order: Order,
  { edges, wires, terminals, links }: Sketch,
  lines: readonly Line[],
  faces: readonly Face[],
  wiring: Wiring,
): Drawing {
  const { slot, header, gap, joint: jointHeight, apart, margin } = MEASURES;
  const y = new Map<string, number>();
  const stack = (blocks: readonly Block[]) => {
    let top = margin;
    return blocks.map(({ key, slots }) => {
      const height = header + Math.max(1, slots.length) * slot;
      slots.forEach((id, nth) => y.set(id, top + header + (nth + 0.5) * slot));
      const block = { key, slots, top, height };
      top += height + gap;
      return block;
    });
  };
  const leftBlocks = stack(order.left);
  const rightBlocks = stack(order.right);
  const bottom = (blocks: readonly { top: number; height: number }[]) =>
    Math.max(0, ...blocks.map((one) => one.top + one.height));

  const ids = idsOf(order.middle);
  const heightOf = (id: string) => (id.startsWith('d:') ? 12 : jointHeight);
  const wanted = ids.map((id) => {
    const ends = edges.filter(({ mid }) => mid === id).map(({ outer }) => y.get(outer) ?? 0);
    return ends.length === 0 ? undefined : ends.reduce((sum, one) => sum + one, 0) / ends.length;
  });
  const needed = ids.reduce<number>((sum, id) => sum + heightOf(id) + apart, margin);
  const height = Math.max(bottom(leftBlocks), bottom(rightBlocks), needed) + margin;
  // Downward no nearer than their height allows, then upward from the floor.
  let floor: number = margin;
  const middles = ids.map((id, nth) => {
    const half = heightOf(id) / 2;
    const at = Math.max(wanted[nth] ?? floor + half, floor + half);
    floor = at + half + apart;
    return at;
  });
  let ceiling = height - margin;
  for (let nth = ids.length - 1; nth >= 0; nth -= 1) {
    const half = heightOf(ids[nth] ?? '') / 2;
    const at = Math.min(middles[nth] ?? 0, ceiling - half);
    middles[nth] = at;
    ceiling = at - half - apart;
  }
  ids.forEach((id, nth) => y.set(id, middles[nth] ?? 0));

  const at = (id: string) => y.get(id) ?? 0;
  const sideOf = (key: string): Side => (order.left.some((one) => one.key === key) ? 'left' : 'right');
  const jointName = (mid: string) => (mid.startsWith('d:') ? undefined : mid);
  return {
    height,
    crossings: order.crossings,
    cables: [...leftBlocks, ...rightBlocks].flatMap(({ key, slots, top, height: tall }) => {
      const line = lines.find((one) => one.key === key);
      if (!line) return [];
      const drawn = slots.flatMap((id) => {
        const wire = wires.get(id);
        return wire ? [{ wire, y: at(id) }] : [];
      });
      return [{ line, side: sideOf(key), top, height: tall, wires: drawn }];
    }),
    devices: rightBlocks
      .filter(({ key }) => !lines.some((line) => line.key === key))
      .map(({ key, slots, top, height: tall }) => ({
        face: faces.find((one) => one.key === key),
        top,
        height: tall,
        terminals: slots.flatMap((id) => {
          const terminal = terminals.get(id);
          return terminal ? [{ terminal, y: at(id) }] : [];
        }),
      })),
    joints: wiring.joints.map(({ id, ends }) => ({ id, y: at(id), ends: ends.length })),
    paths: edges.map(({ outer, mid, end }): DrawnPath => ({
      end,
      outer,
      joint: jointName(mid),
      side: order.left.some(({ slots }) => slots.includes(outer)) ? 'left' : 'right',
      from: at(outer),
      to: at(mid),
    })),
    jumpers: links.map(({ end, a, b }) => ({ end, from: at(a), to: at(b) })),
  };
}
