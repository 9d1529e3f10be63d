/**
 * A box as it is, whatever it is meant to do: every conductor with its two ends, every contact inside a
 * device, and what stands at the far end of each cable. Nothing here knows what was planned; the planner and
 * the simulation both stand on it, and on nothing of each other.
 */
import type { BoxDocument } from '../box/document.ts';
import type { WorkPlan } from '../box/work.ts';
import {
  BOX_SCREW,
  type FarEnd,
  farEnd,
  type Node,
  type TabName,
  tabName,
  type TerminalEnd,
  terminalEnd,
  type WireEnd,
} from '../wiring/end.ts';
import { farSideOf } from './far-side.ts';
import { givenBy } from './hot.ts';
import {
  type CablePiece,
  cablesOf,
  type DevicePiece,
  devicesOf,
  isArmored,
  isGroundColour,
  isMetal,
} from './pieces.ts';

export type Pair = readonly [Node, Node];

/** What keeps a node at a potential. */
export type Held =
  | { readonly kind: 'hot'; readonly circuit: string }
  /** The neutral of a circuit; that of a multiwire circuit goes by the first of those that share it. */
  | { readonly kind: 'neutral'; readonly circuit: string }
  | { readonly kind: 'ground' };

/** Something that connects or not by its position. */
export interface Switch {
  readonly id: string;
  readonly name: string;
  /** The device it is part of, or the cable it stands at the end of. */
  readonly of: string;
  readonly here: boolean;
  /** Pairs of nodes joined in each of its positions. */
  readonly positions: readonly (readonly Pair[])[];
}

/** Something that uses power, between two nodes. */
export interface Use {
  readonly id: string;
  readonly name: string;
  /** The device it is part of, or the cable it is at the end of. */
  readonly of: string;
  readonly hot: Node;
  readonly neutral: Node;
  /** Its ground contact, where it has one. */
  readonly ground: Node | undefined;
  /** Whether it is in the box, so that an outlet tester can be put in it. */
  readonly here: boolean;
  /** Between two hots: 240 V. */
  readonly doubled: boolean;
  /** Which of its device’s halves, or of its cable’s hots, it is. */
  readonly nth: 1 | 2;
}

/** One conductor as a connection between its end in the box and its far end. */
export interface Strand {
  readonly cable: string;
  readonly near: WireEnd;
  readonly far: FarEnd;
}

/** A ground-fault interrupter: its poles, from the line’s side to the load’s. */
export interface Guard {
  readonly of: string;
  readonly name: string;
  readonly poles: readonly (readonly [TerminalEnd, TerminalEnd])[];
}

export interface Physical {
  readonly cables: readonly CablePiece[];
  readonly devices: readonly DevicePiece[];
  /** The box is of metal and must be bonded. */
  readonly metal: boolean;
  readonly strands: readonly Strand[];
  /** Connections at far ends. */
  readonly links: readonly Pair[];
  readonly tabs: readonly { readonly of: string; readonly name: TabName; readonly pair: Pair }[];
  readonly switches: readonly Switch[];
  readonly guards: readonly Guard[];
  readonly sources: readonly { readonly node: Node; readonly held: Held }[];
  readonly uses: readonly Use[];
  /** Nodes that must reach the ground, and whose they are. */
  readonly grounded: readonly { readonly node: Node; readonly name: string; readonly of: string }[];
}

/** The box, with what is said of its cables and devices, as plain data. */
export function physicalOf(box: BoxDocument, work: WorkPlan): Physical {
  const cables = cablesOf(box, work);
  const devices = devicesOf(box, work);
  const metal = isMetal(box);
  const bodies = devices.map(bodyOf);
  const sides = cables.map((cable) => farSideOf(cable, work));
  const armored =
    isArmored(box) &&
    cables.some(({ item, run }) => item.kind === 'cable' && item.make === 'ac' && run.does === 'feed');
  return {
    cables,
    devices,
    metal,
    strands: cables.flatMap(({ key, conductors }) =>
      conductors.map(({ id, colour }) => ({ cable: key, near: id, far: farEnd(key, colour) })),
    ),
    links: sides.flatMap(({ links }) => links),
    tabs: bodies.flatMap(({ tabs }) => tabs),
    switches: [...bodies.flatMap(({ switches }) => switches), ...sides.flatMap(({ switches }) => switches)],
    guards: bodies.flatMap(({ guards }) => guards),
    sources: [
      // The armor of a feed bonds the box.
      ...(armored ? [{ node: BOX_SCREW, held: { kind: 'ground' } as const }] : []),
      ...sides.flatMap(({ sources }) => sources),
    ],
    uses: [...bodies.flatMap(({ uses }) => uses), ...sides.flatMap(({ uses }) => uses)],
    grounded: [
      ...devices.flatMap(({ key, ports, title }) =>
        ports.flatMap(({ id, name }) => (name === 'ground' ? [{ node: id, name: title, of: key }] : [])),
      ),
      ...(metal ? [{ node: BOX_SCREW, name: 'the metal box', of: 'box' }] : []),
      ...cables.flatMap(({ key, conductors, quoted, run }, nth) => {
        const bare = conductors.find(({ colour }) => isGroundColour(colour));
        const brings = sides[nth]?.sources.some(({ held }) => held.kind === 'ground');
        return bare && !brings && run.does !== 'spare' ? [{ node: bare.id, name: quoted, of: key }] : [];
      }),
    ],
  };
}

/** What is inside a device. */
function bodyOf({ key, kind, work, ports, title }: DevicePiece) {
  const at = (port: string) => terminalEnd(key, port);
  const pair = ([a, b]: readonly [string, string]) => [at(a), at(b)] as const;
  const { contacts = [], uses = [], guard = [] } = kind.inside(work);
  const green = ports.some(({ name }) => name === 'ground') ? at('ground') : undefined;
  const tabs = (['hot', 'neutral'] as const).flatMap((tab) => {
    const [one, two] = ports.filter((port) => port.tab === tab);
    return one && two ? [{ of: key, name: tabName(key, tab), pair: [one.id, two.id] as Pair }] : [];
  });
  return {
    tabs,
    guards: guard.length > 0 ? [{ of: key, name: title, poles: guard.map(pair) }] : [],
    switches: contacts.map(({ half, words, positions }): Switch => ({
      id: givenBy(key, half ?? 1),
      name: words === undefined ? title : `${title}, ${words}`,
      of: key,
      here: true,
      positions: positions.map((pairs) => pairs.map(pair)),
    })),
    uses: uses.map(({ name, words, hot, neutral, half, doubled = false, builtIn = false }): Use => ({
      id: `${key}:${name}`,
      name: words === undefined ? title : `${title}, ${words}`,
      of: key,
      hot: at(hot),
      neutral: at(neutral),
      ground: builtIn ? undefined : green,
      here: !builtIn,
      doubled,
      nth: half,
    })),
  };
}
