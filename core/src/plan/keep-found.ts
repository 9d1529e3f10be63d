/**
 * A plan that starts from the wiring that was found and leaves closed what works and is legal (docs/trade.md#identifying).
 * What is kept is judged with the rest: whatever a rule or the proof has against a kept joint or landing, that
 * one is made anew.
 */
import type { BoxDocument } from '../box/document.ts';
import { inEdition } from '../box/ground-wire.ts';
import type { WorkPlan } from '../box/work.ts';
import type { Joint, Land, Wiring } from '../wiring/wiring.ts';
import type { Edition, Size } from '../edition/index.ts';
import { whereOf } from '../finding/finding.ts';
import { judgeWiring } from '../judge/judge.ts';
import { type End, type JointId, jointId, pigtailEnd, readTab, type TabName } from '../wiring/end.ts';
import { indexed } from '../wiring/indexed.ts';
import { chooseConnectors, type Stock, UNLIMITED, waysOf } from './choose-connectors.ts';
import { leastChange, type NetChange, type NetTask, type Spot } from './least-change.ts';
import { obstaclesOf } from './needs.ts';
import { type Net, type Nets, netsOf } from './nets.ts';
import { Draft } from './draft.ts';
import { CAPPED, GROUND, type Signal } from './signal.ts';
import { replacementDuties } from './replacement.ts';
import { type Excluded, isExchanged, landKey, spotsOf, standing } from './standing.ts';
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
  const excluded: Excluded = { joints: new Set(), tails: new Set(), lands: new Set() };
  for (let round = 0; round < ROUNDS; round += 1) {
    const plan = mended(box, work, found, nets, edition, stock, excluded);
    const { proof, findings } = judgeWiring(box, work, plan.wiring, edition);
    const against = [...proof.faults, ...findings.filter(({ severity }) => severity === 'violation')];
    if (against.length === 0) return plan;
    if (!giveUp(against.flatMap(whereOf), plan, excluded)) {
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
  excluded: Excluded,
): boolean {
  const named = new Set<string>(places);
  let any = false;
  const add = <T extends string>(to: Set<T>, one: T) => {
    any ||= !to.has(one);
    to.add(one);
  };
  for (const { found, fate, now } of kept.joints) {
    if (fate !== 'left' || now === undefined) continue;
    const ends = indexed(wiring).joint(now)?.ends ?? [];
    if (named.has(now) || ends.some((end) => named.has(end))) add(excluded.joints, found);
  }
  for (const land of kept.lands)
    if (named.has(land.end) || named.has(land.at)) add(excluded.lands, landKey(land));
  for (const { id } of wiring.pigtails) if (named.has(pigtailEnd(id))) add(excluded.tails, pigtailEnd(id));
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
  excluded: Excluded,
): PlanKept {
  const { nets, lines, faces, wires, groundless } = all;
  const remaining = standing(found, nets, work, excluded);
  const draft = new MendedDraft(wires, found);
  for (const net of nets) {
    const task = taskOf(net, spotsOf(net, faces, work, found), remaining, found, draft.sizes, work, stock);
    mendNet(draft, net, net.signal === CAPPED ? alone(task) : leastChange(task), found);
  }
  const { lands, keptLands } = draft;
  const chosen = chooseConnectors(draft, work.schools, edition.terminals.sections.joint, stock);
  const joints = inOrder(draft, chosen, nets, found);
  const used = new Set<End>([...lands.map(({ end }) => end), ...joints.flatMap(({ joint }) => joint.ends)]);
  const obstacles = [...obstaclesOf(box, work, edition, lines, faces), ...chosen.missing];
  return {
    wiring: {
      joints: joints.map(({ joint }, index) => ({ ...joint, id: jointId(index + 1) })),
      pigtails: [...draft.pigtails, ...chosen.jumpers].filter(({ id }) => used.has(pigtailEnd(id))),
      lands,
      broken: [
        ...new Set([...faces.flatMap(({ broken }) => [...broken]), ...stillBroken(found, faces, work)]),
      ],
      marked: wires.filter((one) => one.marked).map(({ id }) => id),
      backstabbed: found.backstabbed.filter((end) => keptLands.some((land) => land.end === end)),
    },
    carries: new Map(joints.map(({ signal }, index) => [jointId(index + 1), signal])),
    obstacles,
    complete: obstacles.length === 0,
    notes: [...(groundless ? [noGround(edition)] : []), ...replacementDuties(work, faces, edition)],
    kept: { joints: fatesOf(found, joints), lands: keptLands, anew: false },
  };
}

/** A draft that keeps part of what was found. */
class MendedDraft extends Draft {
  /** What stays landed as it was found; it is among the landings too. */
  readonly keptLands: Land[] = [];
  /** Joints that stay closed, by their id as found, with what they carry. */
  readonly closed = new Map<JointId, Signal>();
}

/** A net as the search takes it, with what of it stands. */
function taskOf(
  { signal, wires: mine, size }: Net,
  spots: readonly Spot[],
  { netOfJoint, closable, tailNet, lands }: ReturnType<typeof standing>,
  found: Wiring,
  sizes: ReadonlyMap<End, Size>,
  work: WorkPlan,
  stock: Stock,
): NetTask {
  const partsIn = (all: readonly Size[]) => {
    const [way] = waysOf(all, signal === GROUND, stock.kinds, work.schools.connector);
    // Each connector of a row after the first takes a jumper too.
    return way ? 2 * way.parts.length - 1 : UNMADE;
  };
  const sizeOf = (end: End | number): Size => (typeof end === 'number' ? size : (sizes.get(end) ?? 14));
  return {
    wires: mine.map(({ id }) => id),
    spots,
    tails: [...tailNet].flatMap(([end, carried]) =>
      carried === signal && (sizes.get(end) ?? 18) <= size ? [end] : [],
    ),
    joints: closable.filter(({ id }) => netOfJoint.get(id) === signal),
    lands: lands.filter(({ at }) => spots.some(({ terminals }) => terminals.includes(at))),
    was: found.lands,
    partsOf: (ends) => partsIn(ends.map(sizeOf)),
    capOf: (end) => partsIn([sizeOf(end)]),
  };
}

/** Makes the change of one net. */
function mendNet(draft: MendedDraft, { signal, size }: Net, changes: NetChange, found: Wiring): void {
  for (const id of changes.closed) draft.closed.set(id, signal);
  draft.keptLands.push(...changes.kept);
  draft.lands.push(...changes.kept, ...changes.lands);
  if (changes.joint) {
    const ends: End[] = [...changes.joint];
    for (const { at, tail } of changes.pigtails) {
      const end = tail ?? draft.cut(size, signal);
      ends.push(end);
      draft.land(end, at);
    }
    const from = openedFor(ends, draft, changes, found);
    draft.join({ signal, ends, ...(from === undefined ? {} : { from }) });
  }
  if (changes.jumper) {
    const end = changes.jumper.tail ?? draft.cut(size, signal);
    for (const at of changes.jumper.at) draft.land(end, at);
  }
  for (const end of changes.caps) draft.join({ signal, ends: [end] });
}

/** The joint that is opened for a new one: what must be opened anyway comes first. A cap is none. */
function openedFor(
  ends: readonly End[],
  { joints, closed }: MendedDraft,
  { opened }: NetChange,
  found: Wiring,
): JointId | undefined {
  const taken = new Set(joints.flatMap(({ from }) => from ?? []));
  const touched = found.joints.filter(
    (joint) => !closed.has(joint.id) && joint.ends.some((end) => ends.includes(end)),
  );
  const from = [...opened, ...touched.map(({ id }) => id)].find((id) => !taken.has(id));
  return from !== undefined && indexed(found).joint(from)?.ends.length === 1 ? undefined : from;
}

interface Ordered {
  readonly joint: Joint;
  readonly signal: Signal;
  /** The joint that was found it is, or is opened for. */
  readonly was: JointId | undefined;
  readonly fate: 'left' | 'opened';
}

/** All joints in the order of making up: by what they carry, those that stay closed before those that are made. */
function inOrder(
  { closed }: MendedDraft,
  { joints, madeFrom }: ReturnType<typeof chooseConnectors>,
  nets: readonly Net[],
  found: Wiring,
): Ordered[] {
  const rank = new Map(nets.map(({ signal }, index) => [signal, index]));
  const rankOf = ({ signal }: Ordered) => rank.get(signal) ?? 0;
  return [
    ...found.joints.flatMap((joint): Ordered[] => {
      const signal = closed.get(joint.id);
      return signal === undefined ? [] : [{ joint, signal, was: joint.id, fate: 'left' }];
    }),
    ...joints.flatMap((joint): Ordered[] => {
      const wanted = madeFrom.get(joint.id);
      return wanted ? [{ joint, signal: wanted.signal, was: wanted.from, fate: 'opened' }] : [];
    }),
  ].sort((a, b) => rankOf(a) - rankOf(b));
}

/** What becomes of each joint that was found, in the order in which they were. */
function fatesOf(found: Wiring, joints: readonly Ordered[]): Kept['joints'] {
  return found.joints.map(({ id }) => {
    const now = joints.findIndex(({ was }) => was === id);
    const one = joints[now];
    return one ? { found: id, fate: one.fate, now: jointId(now + 1) } : { found: id, fate: 'taken-apart' };
  });
}

/** A tab that was broken stays so, except on a device that is exchanged. */
function stillBroken(found: Wiring, faces: Nets['faces'], work: WorkPlan): TabName[] {
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
