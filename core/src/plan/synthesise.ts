/**
 * From what a box must do to who is joined to whom and what lands where (docs/trade.md#joints-and-pigtails, #grounding): one net for the
 * grounds, one for each circuit's neutral, one for each constant and each switched hot.
 */
import type { BoxDocument } from '../box/document.ts';
import { inEdition } from '../box/ground-wire.ts';
import type { WorkPlan } from '../box/work.ts';
import type { Land, Wiring } from '../wiring/wiring.ts';
import type { Edition } from '../edition/index.ts';
import type { End, JointId } from '../wiring/end.ts';
import { chooseConnectors, type Stock, UNLIMITED } from './choose-connectors.ts';
import { Draft } from './draft.ts';
import { obstaclesOf } from './needs.ts';
import { isMultiwireNeutral, type Landing, largest, type Net, netsOf } from './nets.ts';
import type { Obstacle } from './obstacle.ts';
import { nameOfCircuit } from '../physical/circuits.ts';
import { CAPPED, GROUND, readSignal, type Signal } from './signal.ts';

/** What is said where a ground is wanted and none is there. */
export const noGround = ({ checks }: Edition): string =>
  `No equipment ground is recorded in this box, and none may be invented: a metal raceway may be one, and a replacement receptacle has its own rules (${checks.noGround}).`;

export interface Plan {
  readonly wiring: Wiring;
  /** The signal each joint carries, by its id. */
  readonly carries: ReadonlyMap<JointId, Signal>;
  readonly obstacles: readonly Obstacle[];
  /** Nothing stands in its way. Whether it works is for the simulation to say. */
  readonly complete: boolean;
  /** What a person should know of it. */
  readonly notes: readonly string[];
  /** What it keeps of the wiring that was found, where it starts from it. */
  readonly kept?: Kept;
}

/** What becomes of a joint that was found. */
export const FATES = ['left', 'opened', 'taken-apart'] as const;

/** How a plan comes from what was found. */
export interface Kept {
  /** Each joint that was found, by its id there: what becomes of it, and which joint of the plan it is then. */
  readonly joints: readonly {
    readonly found: JointId;
    readonly fate: (typeof FATES)[number];
    readonly now?: JointId;
  }[];
  /** Conductors that stay on the terminal they were on. */
  readonly lands: readonly Land[];
  /** Nothing could be kept: the plan is made as if nothing had been there. */
  readonly anew: boolean;
  /** The box comes out of the wall: every cable is drawn out of it. */
  readonly boxOut?: true;
}

/**
 * Devices wired to each other from screw to screw, where that school is chosen: those with two screws for the
 * signal in a row, and at its end one that has a single screw. Grounds never: taking one device out would open
 * the ground of the next (250.148(B)). A multiwire neutral never (300.13(B)).
 */
function chainOf(
  signal: Signal,
  landings: readonly Landing[],
  work: WorkPlan,
  tail: boolean,
): { readonly first: readonly Landing[]; readonly rest: readonly Landing[] } {
  const apart = { first: [], rest: landings };
  if (work.schools.splice !== 'jumper' || signal === GROUND || tail || isMultiwireNeutral(signal, work))
    return apart;
  const screws = landings.filter(({ lead }) => !lead);
  const last = screws.find(({ terminals }) => terminals.length === 1);
  const first = [...screws.filter(({ terminals }) => terminals.length === 2), ...(last ? [last] : [])];
  if (first.length < 2) return apart;
  return { first, rest: landings.filter((one) => !first.includes(one)) };
}

/** What a shape of joining knows in addition to its net. */
interface Making {
  readonly draft: Draft;
  readonly work: WorkPlan;
  readonly notes: string[];
}

/** One way of joining a net. @returns false where the net is not of its shape, and nothing was done */
type Shape = (net: Net, making: Making) => boolean;

/** Conductors that carry nothing are capped, each by itself. */
const capEach: Shape = ({ signal, wires }, { draft }) => {
  if (signal !== CAPPED) return false;
  for (const { id } of wires) draft.join({ signal, ends: [id] });
  return true;
};

/** A conductor alone is capped; a terminal alone is an obstacle (`needs.ts`). */
const capAlone: Shape = ({ signal, wires, landings, tail }, { draft, work, notes }) => {
  if (wires.length + landings.length + (tail ? 1 : 0) !== 1) return false;
  const read = readSignal(signal);
  for (const { id } of wires) {
    draft.join({ signal, ends: [id] });
    if (read.kind === 'hot')
      notes.push(
        `The hot of ${nameOfCircuit(work, read.circuit)} is capped and stays live: nothing here uses it.`,
      );
  }
  return true;
};

/** One conductor and one place: it lands on the screw, or joins the lead. */
const oneToOne: Shape = ({ signal, wires, landings, tail }, { draft }) => {
  const [wire, ...moreWires] = wires;
  const [landing, ...moreLandings] = landings;
  if (!wire || !landing || moreWires.length + moreLandings.length > 0 || tail) return false;
  const [at] = landing.terminals;
  if (landing.lead) draft.join({ signal, ends: [wire.id, at] });
  else draft.land(wire.id, at);
  return true;
};

/** Two screws and no conductor: a jumper from one to the other. */
const jumperBetween: Shape = ({ signal, wires, landings }, { draft }) => {
  if (wires.length > 0 || landings.length !== 2 || landings.some(({ lead }) => lead)) return false;
  const jumper = draft.cut(largest(landings.flatMap(({ size }) => size ?? [])) ?? 12, signal);
  for (const { terminals } of landings) draft.land(jumper, terminals[0]);
  return true;
};

/** Two conductors through the two screws of one device, where that school is chosen. */
const feedThrough: Shape = ({ signal, wires, landings, tail }, { draft, work }) => {
  const [one, two, ...moreWires] = wires;
  const [landing, ...moreLandings] = landings;
  if (work.schools.splice !== 'feed-through' || signal === GROUND || isMultiwireNeutral(signal, work))
    return false;
  if (!one || !two || !landing || moreWires.length + moreLandings.length > 0 || tail) return false;
  const [first, second, ...moreScrews] = landing.terminals;
  if (second === undefined || moreScrews.length > 0) return false;
  draft.land(one.id, first);
  draft.land(two.id, second);
  return true;
};

/** Everything else: a chain from screw to screw where that school is chosen, and one joint with a pigtail to each place. */
const oneJoint: Shape = ({ signal, wires, landings, size, tail }, { draft, work, notes }) => {
  const { first: chain, rest } = chainOf(signal, landings, work, tail);
  for (const [index, { terminals }] of chain.entries()) {
    const before = chain[index - 1]?.terminals[1];
    if (before === undefined) continue;
    const jumper = draft.cut(size, signal);
    draft.land(jumper, before);
    draft.land(jumper, terminals[0]);
  }
  const reached = [...chain.slice(0, 1), ...rest];
  const [wire, ...moreWires] = wires;
  const [only, ...moreReached] = reached;
  if (wire && moreWires.length === 0 && only && moreReached.length === 0) {
    draft.land(wire.id, only.terminals[0]);
    return true;
  }
  const ends: End[] = wires.map(({ id }) => id);
  for (const { lead, terminals } of reached) {
    if (lead) {
      ends.push(terminals[0]);
      continue;
    }
    const end = draft.cut(size, signal);
    ends.push(end);
    draft.land(end, terminals[0]);
  }
  if (!tail) {
    draft.join({ signal, ends });
    return true;
  }
  const spare = draft.cut(size, signal, 'white');
  draft.join({ signal, ends: [...ends, spare] });
  draft.join({ signal: CAPPED, ends: [spare] });
  notes.push('A neutral tail is left capped behind the switches, for one that may want it later.');
  return true;
};

/** The first shape a net has is how it is joined. */
const SHAPES: readonly Shape[] = [capEach, capAlone, oneToOne, jumperBetween, feedThrough, oneJoint];

/** Plans a box. The same box and work always give the same plan. */
export function synthesise(
  recorded: BoxDocument,
  work: WorkPlan,
  edition: Edition,
  stock: Stock = UNLIMITED,
): Plan {
  const box = inEdition(recorded, edition);
  const { lines, faces, wires, nets, groundless } = netsOf(box, work, edition);
  const notes = groundless ? [noGround(edition)] : [];
  const draft = new Draft(wires);
  for (const net of nets) SHAPES.find((shape) => shape(net, { draft, work, notes }));
  if (work.schools.splice === 'jumper' && faces.length > 1 && nets.some(({ signal }) => signal === GROUND))
    notes.push(
      `The grounds are not looped from device to device: taking one out would open the next (${edition.terminals.sections['device-bond']}). Each has its pigtail.`,
    );
  const chosen = chooseConnectors(draft, work.schools, edition.terminals.sections.joint, stock);
  const obstacles = [...obstaclesOf(box, work, edition, lines, faces), ...chosen.missing];
  return {
    wiring: {
      joints: chosen.joints,
      pigtails: [...draft.pigtails, ...chosen.jumpers],
      lands: draft.lands,
      broken: faces.flatMap(({ broken }) => [...broken]),
      marked: wires.filter(({ marked }) => marked).map(({ id }) => id),
      backstabbed: [],
    },
    carries: chosen.carries,
    obstacles,
    complete: obstacles.length === 0,
    notes,
  };
}
