/**
 * A plan that starts from the wiring that was found and leaves closed what works and is legal (docs/trade.md#identifying).
 * What is kept is judged with the rest: whatever a rule or the proof has against a kept joint or landing, that
 * one is made anew.
 */
import type { BoxDocument } from '../box/document.ts';
import { inEdition } from '../box/ground-wire.ts';
import type { Wiring, WorkPlan } from '../box/work.ts';
import type { Edition, Size } from '../edition/index.ts';
import { whereOf } from '../finding/finding.ts';
import { judgeWiring } from '../judge/judge.ts';
import { readTab } from '../physical/end.ts';
import { chooseConnectors, type Stock, UNLIMITED, waysOf } from './choose-connectors.ts';
import { type Land, leastChange, type NetChange, type NetTask, type Spot } from './least-change.ts';
import { obstaclesOf } from './needs.ts';
import { type Net, type Nets, netsOf } from './nets.ts';
import { CAPPED, GROUND, pigtailColour } from './signal.ts';
import { replacementDuties } from './replacement.ts';
import { type Given, isExchanged, landKey, spotsOf, standing } from './standing.ts';
import { type Kept, noGround, type Plan, synthesise } from './synthesise.ts';

/** A plan that starts from what was found. */
export type PlanKept = Plan & { readonly kept: Kept };

/** So often what is against a kept part is made anew before all is. */
const ROUNDS = 8;
/** The plan of a box of which the wiring was found, with the least disturbance. */
export function keepFound(
  recorded: BoxDocument,
  work: WorkPlan,
  edition: Edition,
  stock: Stock = UNLIMITED,
): PlanKept {
  const box = inEdition(recorded, edition);
  const { found } = work;
  const anew = () => ({
    ...synthesise(box, work, edition, stock),
    kept: {
      joints: (found?.joints ?? []).map(({ id }) => ({ found: id, fate: 'taken-apart' as const })),
      lands: [],
      anew: true,
    },
  });
  if (found === undefined) return anew();
  const nets = netsOf(box, work, edition);
  const given: Given = { joints: new Set(), tails: new Set(), lands: new Set() };
  for (let round = 0; round < ROUNDS; round += 1) {
    const plan = mended(box, work, found, nets, edition, stock, given);
    const { proof, findings } = judgeWiring(box, work, plan.wiring, edition);
    const against = [...proof.faults, ...findings.filter(({ severity }) => severity === 'violation')];
    if (against.length === 0) return plan;
    if (!giveUp(against.flatMap(whereOf), plan, given)) {
      // Nothing of what is kept stands against it: making all anew is no better unless it is good.
      const other = anew();
      const judged = judgeWiring(box, work, other.wiring, edition);
      return judged.good ? other : plan;
    }
  }
  return anew();
}

/** Gives up what is kept at the places named. @returns whether there was anything */
function giveUp(
  places: readonly string[],
  { wiring, kept }: Pick<PlanKept, 'wiring' | 'kept'>,
  given: Given,
): boolean {
  const named = new Set(places);
  let any = false;
  const add = (to: Set<string>, one: string) => {
    any ||= !to.has(one);
    to.add(one);
  };
  for (const { found, fate, now } of kept.joints) {
    const ends = wiring.joints.find(({ id }) => id === now)?.ends ?? [];
    if (fate === 'left' && now !== undefined && (named.has(now) || ends.some((end) => named.has(end))))
      add(given.joints, found);
  }
  for (const land of kept.lands)
    if (named.has(land.end) || named.has(land.at)) add(given.lands, landKey(land));
  for (const { id } of wiring.pigtails) if (named.has(`p:${id}`)) add(given.tails, `p:${id}`);
  return any;
}

/** The found wiring, mended net by net. */
function mended(
  box: BoxDocument,
  work: WorkPlan,
  found: Wiring,
  all: Nets,
  edition: Edition,
  stock: Stock,
  given: Given,
): PlanKept {
  const { nets, lines, faces, wires, groundless } = all;
  const stands = standing(found, nets, work, given);
  const draft = draftOf(found, wires);
  for (const net of nets) {
    const task = taskOf(net, spotsOf(net, faces, work, found), stands, found, draft.sizes, work, stock);
    mendNet(draft, net, net.signal === CAPPED ? alone(task) : leastChange(task), found);
  }
  const { fresh, sizes, carries, lands, keptLands } = draft;
  const chosen = chooseConnectors(
    fresh,
    sizes,
    carries,
    work.schools,
    edition.terminals.sections.joint,
    stock,
  );
  const joints = inOrder(draft, chosen, nets, found);
  const used = new Set([...lands.map(({ end }) => end), ...joints.flatMap(({ joint }) => joint.ends)]);
  const obstacles = [...obstaclesOf(box, work, edition, lines, faces), ...chosen.missing];
  return {
    wiring: {
      joints: joints.map(({ joint }, nth) => ({ ...joint, id: `j${nth + 1}` })),
      pigtails: [...draft.pigtails, ...chosen.jumpers].filter(({ id }) => used.has(`p:${id}`)),
      lands,
      broken: [
        ...new Set([...faces.flatMap(({ broken }) => [...broken]), ...stillBroken(found, faces, work)]),
      ],
      marked: wires.filter((one) => one.marked).map(({ id }) => id),
      backstabbed: found.backstabbed.filter((end) => keptLands.some((land) => land.end === end)),
    },
    carries: new Map(joints.map(({ signal }, nth) => [`j${nth + 1}`, signal])),
    obstacles,
    complete: obstacles.length === 0,
    notes: [...(groundless ? [noGround(edition)] : []), ...replacementDuties(work, faces, edition)],
    kept: { joints: fatesOf(found, joints), lands: keptLands, anew: false },
  };
}

/** The wiring as it grows, net by net. */
interface Draft {
  readonly sizes: Map<string, Size>;
  readonly pigtails: Wiring['pigtails'];
  readonly lands: Land[];
  readonly keptLands: Land[];
  /** Joints that stay closed, by their id as found, with what they carry. */
  readonly closed: Map<string, string>;
  readonly fresh: { id: string; ends: string[]; connectors: string[] }[];
  /** What each new joint carries. */
  readonly carries: Map<string, string>;
  /** Which joint that was found a new one is made again from. */
  readonly again: Map<string, string>;
  /** Cuts a pigtail. @returns its end */
  readonly pigtail: (size: Size, signal: string) => string;
}

function draftOf(found: Wiring, wires: Nets['wires']): Draft {
  const pigtails = [...found.pigtails];
  const sizes = new Map<string, Size>([
    ...wires.map(({ id, size }) => [id, size] as const),
    ...found.pigtails.map(({ id, size }) => [`p:${id}`, size] as const),
  ]);
  let next = found.pigtails.reduce((most, { id }) => Math.max(most, Number(id.slice(1))), 0) + 1;
  return {
    sizes,
    pigtails,
    lands: [],
    keptLands: [],
    closed: new Map(),
    fresh: [],
    carries: new Map(),
    again: new Map(),
    pigtail(size, signal) {
      const id = `p${next}`;
      next += 1;
      pigtails.push({ id, size, colour: pigtailColour(signal) });
      sizes.set(`p:${id}`, size);
      return `p:${id}`;
    },
  };
}

/** A net as the search takes it, with what of it stands. */
function taskOf(
  { signal, wires: mine, size }: Net,
  spots: readonly Spot[],
  { netOfJoint, closable, tailNet, lands }: ReturnType<typeof standing>,
  found: Wiring,
  sizes: ReadonlyMap<string, Size>,
  work: WorkPlan,
  stock: Stock,
): NetTask {
  const partsIn = (all: readonly Size[]) => {
    const [way] = waysOf(all, signal === GROUND, stock.kinds, work.schools.connector);
    // Each connector of a row after the first takes a jumper too.
    return way ? 2 * way.parts.length - 1 : UNMADE;
  };
  const sizeOf = (end: string | number): Size => (typeof end === 'number' ? size : (sizes.get(end) ?? 14));
  return {
    wires: mine.map(({ id }) => id),
    spots,
    tails: [...tailNet].flatMap(([end, of]) =>
      of === signal && (sizes.get(end) ?? 18) <= size ? [end] : [],
    ),
    joints: closable.filter(({ id }) => netOfJoint.get(id) === signal),
    lands: lands.filter(({ at }) => spots.some(({ terminals }) => terminals.includes(at))),
    was: found.lands,
    partsOf: (ends) => partsIn(ends.map(sizeOf)),
    capOf: (end) => partsIn([sizeOf(end)]),
  };
}

/** Lays the change of one net down. */
function mendNet(draft: Draft, { signal, size }: Net, changes: NetChange, found: Wiring): void {
  const { closed, keptLands, lands, fresh, carries, again } = draft;
  const make = (ends: string[], from?: string) => {
    const id = `n${fresh.length + 1}`;
    fresh.push({ id, ends, connectors: [] });
    carries.set(id, signal);
    if (from !== undefined) again.set(id, from);
  };
  for (const id of changes.closed) closed.set(id, signal);
  keptLands.push(...changes.kept);
  lands.push(...changes.kept, ...changes.lands);
  if (changes.joint) {
    const ends = [...changes.joint];
    for (const { at, tail } of changes.pigtails) {
      const end = tail ?? draft.pigtail(size, signal);
      ends.push(end);
      lands.push({ end, at });
    }
    // What had to be opened anyway is opened for this.
    const taken = new Set(again.values());
    const [from] = [
      ...changes.opened,
      ...found.joints
        .filter(({ id, ends: old }) => !closed.has(id) && old.some((end) => ends.includes(end)))
        .map(({ id }) => id),
    ].filter((id) => !taken.has(id));
    make(ends, found.joints.find(({ id }) => id === from)?.ends.length === 1 ? undefined : from);
  }
  if (changes.jumper) {
    const end = changes.jumper.tail ?? draft.pigtail(size, signal);
    lands.push(...changes.jumper.at.map((at) => ({ end, at })));
  }
  for (const end of changes.caps) make([end]);
}

interface Ordered {
  readonly joint: Wiring['joints'][number];
  readonly signal: string;
  /** The joint that was found it is, or is made again from. */
  readonly was: string | undefined;
  readonly fate: 'left' | 'opened';
}

/** All joints in the order of making up: by what they carry, those that stay closed before those that are made. */
function inOrder(
  { closed, fresh, again }: Draft,
  chosen: ReturnType<typeof chooseConnectors>,
  nets: readonly Net[],
  found: Wiring,
): Ordered[] {
  const rank = new Map(nets.map(({ signal }, nth) => [signal, nth]));
  const nameBefore = (ends: readonly string[]) =>
    fresh.find((one) => one.ends.some((end) => ends.includes(end)))?.id ?? '';
  return [
    ...found.joints.flatMap((joint): Ordered[] => {
      const signal = closed.get(joint.id);
      return signal === undefined ? [] : [{ joint, signal, was: joint.id, fate: 'left' }];
    }),
    ...chosen.joints.map((joint): Ordered => ({
      joint,
      signal: chosen.carries.get(joint.id) ?? '',
      was: again.get(nameBefore(joint.ends)),
      fate: 'opened',
    })),
  ].sort((a, b) => (rank.get(a.signal) ?? 0) - (rank.get(b.signal) ?? 0));
}

/** What becomes of each joint that was found, in the order in which they were. */
function fatesOf(found: Wiring, joints: readonly Ordered[]): Kept['joints'] {
  return found.joints.map(({ id }) => {
    const now = joints.findIndex(({ was }) => was === id);
    const one = joints[now];
    return one ? { found: id, fate: one.fate, now: `j${now + 1}` } : { found: id, fate: 'taken-apart' };
  });
}

/** A tab that was broken stays so, except on a device that is exchanged. */
function stillBroken(found: Wiring, faces: Nets['faces'], work: WorkPlan): string[] {
  const there = new Set(faces.map(({ key }) => key));
  return found.broken.filter((name) => {
    const { of } = readTab(name);
    return there.has(of) && !isExchanged(work, of);
  });
}

/** Costs more than anything that can be made. */
const UNMADE = 1000;

/** Conductors that carry nothing: those capped alone are left, the others are capped. */
function alone({ wires, joints }: NetTask): NetChange {
  const capped = new Set(joints.flatMap(({ ends }) => ends));
  const caps = wires.filter((end) => !capped.has(end));
  return {
    closed: joints.map(({ id }) => id),
    opened: [],
    kept: [],
    lands: [],
    joint: undefined,
    pigtails: [],
    jumper: undefined,
    caps,
    cost: [0, caps.length, caps.length],
  };
}
