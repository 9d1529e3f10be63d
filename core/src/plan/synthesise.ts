/**
 * From what a box must do to who is joined to whom and what lands where (docs/trade.md#joints-and-pigtails, #grounding): one net for the
 * grounds, one for each circuit's neutral, one for each constant and each switched hot.
 */
import type { BoxDocument } from '../box/document.ts';
import { inEdition } from '../box/ground-wire.ts';
import type { Wiring, WorkPlan } from '../box/work.ts';
import type { Edition, Size } from '../edition/index.ts';
import { chooseConnectors, type Stock, UNLIMITED } from './choose-connectors.ts';
import { obstaclesOf } from './needs.ts';
import { isMultiwireNeutral, type Landing, largest, netsOf } from './nets.ts';
import type { Obstacle } from './obstacle.ts';
import { nameOfCircuit } from '../physical/circuits.ts';
import { CAPPED, GROUND, pigtailColour, readSignal } from './signal.ts';

/** What is said where a ground is wanted and none is there. */
export const noGround = ({ checks }: Edition): string =>
  `No equipment ground is recorded in this box, and none may be invented: a metal raceway may be one, and a replacement receptacle has its own rules (${checks.noGround}).`;

export interface Plan {
  readonly wiring: Wiring;
  /** The signal each joint carries, by its id. */
  readonly carries: ReadonlyMap<string, string>;
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
    readonly found: string;
    readonly fate: (typeof FATES)[number];
    readonly now?: string;
  }[];
  /** Conductors that stay on the terminal they were on. */
  readonly lands: readonly { readonly end: string; readonly at: string }[];
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
  signal: string,
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

/** Plans a box. The same box and work always give the same plan. */
export function synthesise(
  recorded: BoxDocument,
  work: WorkPlan,
  edition: Edition,
  stock: Stock = UNLIMITED,
): Plan {
  const box = inEdition(recorded, edition);
  const { lines, faces, wires, nets, groundless } = netsOf(box, work, edition);
  const obstacles = obstaclesOf(box, work, edition, lines, faces);
  const notes = groundless ? [noGround(edition)] : [];

  const joints: { id: string; ends: string[]; connectors: string[] }[] = [];
  const pigtails: Wiring['pigtails'] = [];
  const lands: Wiring['lands'] = [];
  const carries = new Map<string, string>();
  const sizes = new Map<string, Size>(wires.map(({ id, size }) => [id, size]));
  const joint = (signal: string, ends: string[]) => {
    const id = `j${joints.length + 1}`;
    joints.push({ id, ends, connectors: [] });
    carries.set(id, signal);
  };
  const pigtail = (size: Size, colour: string) => {
    const id = `p${pigtails.length + 1}`;
    pigtails.push({ id, size, colour });
    sizes.set(`p:${id}`, size);
    return `p:${id}`;
  };

  for (const { signal, wires: mine, landings, size, tail } of nets) {
    if (signal === CAPPED) {
      for (const wire of mine) joint(signal, [wire.id]);
      continue;
    }
    const [first] = mine;
    const [only] = landings;
    if (mine.length + landings.length + (tail ? 1 : 0) === 1) {
      // A conductor alone is capped; a terminal alone is told as an obstacle.
      if (first) joint(signal, [first.id]);
      const alone = readSignal(signal);
      if (first && alone.kind === 'hot')
        notes.push(
          `The hot of ${nameOfCircuit(work, alone.circuit)} is capped and stays live: nothing here uses it.`,
        );
      continue;
    }
    if (mine.length === 1 && landings.length === 1 && first && only && !tail) {
      if (only.lead) joint(signal, [first.id, ...only.terminals.slice(0, 1)]);
      else lands.push({ end: first.id, at: only.terminals[0] ?? '' });
      continue;
    }
    if (mine.length === 0 && landings.length === 2 && landings.every(({ lead }) => !lead)) {
      const jumper = pigtail(largest(landings.flatMap((one) => one.size ?? [])) ?? 12, pigtailColour(signal));
      for (const { terminals } of landings) lands.push({ end: jumper, at: terminals[0] ?? '' });
      continue;
    }
    const through =
      work.schools.splice === 'feed-through' &&
      signal !== GROUND &&
      !isMultiwireNeutral(signal, work) &&
      mine.length === 2 &&
      landings.length === 1 &&
      only?.terminals.length === 2 &&
      !tail;
    if (through && only) {
      mine.forEach((wire, nth) => lands.push({ end: wire.id, at: only.terminals[nth] ?? '' }));
      continue;
    }
    const { first: begins, rest } = chainOf(signal, landings, work, tail);
    begins.forEach((landing, nth) => {
      const [before] = begins[nth - 1]?.terminals.slice(1) ?? [];
      const [at] = landing.terminals;
      if (before === undefined || at === undefined) return;
      const jumper = pigtail(size, pigtailColour(signal));
      lands.push({ end: jumper, at: before }, { end: jumper, at });
    });
    const reached = [...begins.slice(0, 1), ...rest];
    if (mine.length === 1 && reached.length === 1 && first && reached[0]) {
      lands.push({ end: first.id, at: reached[0].terminals[0] ?? '' });
      continue;
    }
    const ends = mine.map(({ id }) => id);
    for (const landing of reached) {
      const [at = ''] = landing.terminals;
      if (landing.lead) {
        ends.push(at);
        continue;
      }
      const end = pigtail(size, pigtailColour(signal));
      ends.push(end);
      lands.push({ end, at });
    }
    if (tail) {
      const end = pigtail(size, 'white');
      ends.push(end);
      joint(signal, ends);
      joint(CAPPED, [end]);
      notes.push('A neutral tail is left capped behind the switches, for one that may want it later.');
    } else joint(signal, ends);
  }

  if (work.schools.splice === 'jumper' && faces.length > 1 && nets.some(({ signal }) => signal === GROUND))
    notes.push(
      `The grounds are not looped from device to device: taking one out would open the next (${edition.terminals.sections['device-bond']}). Each has its pigtail.`,
    );
  const chosen = chooseConnectors(
    joints,
    sizes,
    carries,
    work.schools,
    edition.terminals.sections.joint,
    stock,
  );
  for (const jumper of chosen.jumpers) pigtails.push(jumper);
  const all = [...obstacles, ...chosen.missing];
  return {
    wiring: {
      joints: chosen.joints,
      pigtails,
      lands,
      broken: faces.flatMap(({ broken }) => [...broken]),
      marked: wires.filter(({ marked }) => marked).map(({ id }) => id),
      backstabbed: [],
    },
    carries: chosen.carries,
    obstacles: all,
    complete: all.length === 0,
    notes,
  };
}
