/**
 * From what a box must do to who is joined to whom and what lands where (handbook 10, 11): one net for the
 * grounds, one for each circuit's neutral, one for each constant and each switched hot.
 */
import type { BoxDocument } from '../box/document.ts';
import type { Wiring, WorkPlan } from '../box/work.ts';
import type { Breaker, Edition, Size } from '../edition/index.ts';
import { BOX_SCREW } from '../physical/end.ts';
import { isArmored, isMetal } from '../physical/pieces.ts';
import { chooseConnectors, type Stock, UNLIMITED } from './choose-connectors.ts';
import { linesOf, partnerOf, type Wire } from './ends.ts';
import { type Face, facesOf } from './faces.ts';
import { obstaclesOf } from './needs.ts';
import type { Obstacle } from './obstacle.ts';
import { CAPPED, GROUND, isNeutral, pigtailColour, rankOf, readSignal } from './signal.ts';

export interface Plan {
  readonly wiring: Wiring;
  /** The signal each joint carries, by its id. */
  readonly carries: ReadonlyMap<string, string>;
  readonly obstacles: readonly Obstacle[];
  /** Nothing stands in its way. Whether it works is for the simulation to say. */
  readonly complete: boolean;
  /** What a person should know of it. */
  readonly notes: readonly string[];
}

interface Landing {
  readonly terminals: readonly string[];
  readonly lead: boolean;
  readonly size: Size | undefined;
}

const largest = (sizes: readonly Size[]): Size | undefined =>
  sizes.reduce<Size | undefined>(
    (most, size) => (most === undefined || size < most ? size : most),
    undefined,
  );

/** The ground a pigtail must have by the largest breaker of the box. */
function groundSize(work: WorkPlan, edition: Edition, wires: readonly Wire[]): Size {
  const breakers = work.circuits.flatMap(({ breaker }) => (breaker === undefined ? [] : [breaker]));
  const own = largest(wires.map(({ size }) => size)) ?? 12;
  const most = breakers.reduce<Breaker | undefined>(
    (high, one) => (high === undefined || one > high ? one : high),
    undefined,
  );
  if (most === undefined) return own;
  const least = edition.terminals.leastGround.value[most];
  // Of the cable's own size while that is handy; where the cable is thick, the least the breaker asks for.
  return own > least || own < 10 ? least : own;
}

function landingsOf(
  signal: string,
  faces: readonly Face[],
  metal: boolean,
  work: WorkPlan,
  edition: Edition,
): Landing[] {
  const { ground } = work.schools;
  const landings = faces.flatMap((face): Landing[] => {
    const mine = face.terminals.filter((terminal) => terminal.signal === signal);
    if (signal === GROUND) {
      // A self-grounding yoke on a bonded metal box, or in the CEC any yoke on one, needs no pigtail.
      const byYoke =
        metal && (ground === 'self-grounding' || (ground === 'yoke' && edition.terminals.bondedYoke.value));
      if (byYoke && !mine.some((one) => one.metal === 'lead')) return [];
    }
    const groups = new Map<string, string[]>();
    for (const terminal of mine) {
      // An intact tab makes two screws one place to land.
      const group =
        terminal.tab && !face.broken.includes(`${face.key}:${terminal.tab}`) ? terminal.tab : terminal.id;
      groups.set(group, [...(groups.get(group) ?? []), terminal.id]);
    }
    return [...groups.values()].map((terminals) => ({
      terminals,
      lead: mine.find(({ id }) => id === terminals[0])?.metal === 'lead',
      size: face.size,
    }));
  });
  if (signal === GROUND && metal) landings.push({ terminals: [BOX_SCREW], lead: false, size: undefined });
  return landings;
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
  box: BoxDocument,
  work: WorkPlan,
  edition: Edition,
  stock: Stock = UNLIMITED,
): Plan {
  const lines = linesOf(box, work);
  const faces = facesOf(box, work);
  const obstacles = obstaclesOf(box, work, edition, lines, faces);
  const metal = isMetal(box);
  const notes: string[] = [];
  const wires = lines.flatMap((line) => line.wires);
  const signals = [
    ...new Set([
      ...(metal || faces.length > 0 || wires.some(({ signal }) => signal === GROUND) ? [GROUND] : []),
      ...wires.map(({ signal }) => signal),
      ...faces.flatMap(({ terminals }) =>
        terminals.flatMap(({ signal }) => (signal === undefined ? [] : [signal])),
      ),
    ]),
  ].sort((a, b) => rankOf(a) - rankOf(b) || (a < b ? -1 : 1));

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

  for (const signal of signals) {
    const mine = wires.filter((wire) => wire.signal === signal);
    if (signal === CAPPED) {
      for (const wire of mine) joint(signal, [wire.id]);
      continue;
    }
    const landings = landingsOf(signal, faces, metal, work, edition);
    if (signal === GROUND && mine.length === 0 && !isArmored(box)) {
      if (landings.length > 0)
        notes.push(
          `No equipment ground is recorded in this box, and none may be invented: a metal raceway may be one, and a replacement receptacle has its own rules (${edition.checks.noGround}).`,
        );
      continue;
    }
    const size =
      signal === GROUND ? groundSize(work, edition, mine) : (largest(mine.map((one) => one.size)) ?? 12);
    const tail = spareTail(signal, faces, work, mine.length);
    const [first] = mine;
    const [only] = landings;
    if (mine.length + landings.length + (tail ? 1 : 0) === 1) {
      // A conductor alone is capped; a terminal alone is told as an obstacle.
      if (first) joint(signal, [first.id]);
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

  if (work.schools.splice === 'jumper' && faces.length > 1 && signals.includes(GROUND))
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

export function isMultiwireNeutral(signal: string, work: WorkPlan): boolean {
  const read = readSignal(signal);
  return read.kind === 'neutral' && partnerOf(work, read.circuit) !== undefined;
}

/** Whether a spare neutral tail is left: at switches of which none takes the neutral. */
function spareTail(signal: string, faces: readonly Face[], work: WorkPlan, wires: number): boolean {
  if (!work.schools.spareNeutral || !isNeutral(signal) || wires < 1) return false;
  const switches = faces.filter(({ kind }) => kind.group === 'switch');
  return (
    switches.length > 0 &&
    switches.length === faces.length &&
    !faces.some(({ terminals }) => terminals.some((one) => isNeutral(one.signal)))
  );
}
