/**
 * One net of a box, mended from what was found with the least disturbance (docs/trade.md#identifying): fewest joints opened,
 * then fewest parts, then fewest conductors touched. Every choice of joints to open and conductors to lift is
 * tried, fewest joints first, so that for a net of a usual size what is answered is the least there is.
 */
import {
  BOX_SCREW,
  type End,
  isTerminal,
  type JointId,
  type LandingEnd,
  type PigtailEnd,
  type WireEnd,
} from '../wiring/end.ts';
import type { Land } from '../wiring/wiring.ts';
import type { Terminals } from './nets.ts';

/** A place that must be reached. */
export interface Spot {
  /** Terminals that an intact tab makes one; any of them feeds it. */
  readonly terminals: Terminals;
  /** It is a lead, joined under a connector. */
  readonly lead: boolean;
  /** Terminals that may take a conductor although another terminal of the spot has one already. */
  readonly second: readonly LandingEnd[];
}

/** A net as it is to be, and what stands of it. */
export interface NetTask {
  readonly wires: readonly WireEnd[];
  readonly spots: readonly Spot[];
  /** Pigtails that were found in it and are thick enough, with two ends each. */
  readonly tails: readonly PigtailEnd[];
  /** Joints that may stay closed, with their ends; a conductor capped alone is a joint of one. */
  readonly joints: readonly { readonly id: JointId; readonly ends: readonly End[] }[];
  /** Conductors that may stay where they are landed. */
  readonly lands: readonly Land[];
  /** Where each end was landed, whether or not it may stay: it goes back there rather than elsewhere. */
  readonly was: readonly Land[];
  /** Parts that a new joint of these ends takes; a new pigtail among them is given as the spot’s number. */
  readonly partsOf: (ends: readonly (End | number)[]) => number;
  /** Parts that a cap on this end takes. */
  readonly capOf: (end: End) => number;
}

/** How a net is mended. */
export interface NetChange {
  /** Joints that stay closed, caps among them. */
  readonly closed: readonly JointId[];
  /** Joints that could have stayed closed and are opened. */
  readonly opened: readonly JointId[];
  readonly kept: readonly Land[];
  readonly lands: readonly Land[];
  /** Ends of the new joint, if one is made. */
  readonly joint: readonly End[] | undefined;
  /** Terminals that a pigtail leads to from the new joint; one that came off is used again. */
  readonly pigtails: readonly { readonly at: LandingEnd; readonly tail: PigtailEnd | undefined }[];
  /** Two terminals that a pigtail joins without a connector. */
  readonly jumper:
    { readonly at: readonly [LandingEnd, LandingEnd]; readonly tail: PigtailEnd | undefined } | undefined;
  /** Ends that are newly capped. */
  readonly caps: readonly End[];
  readonly cost: Cost;
}

/** Joints opened, parts used, ends touched. */
export type Cost = readonly [opened: number, parts: number, touched: number];

export const dearer = (a: Cost, b: Cost): boolean => {
  const at = a.findIndex((one, nth) => one !== b[nth]);
  return at >= 0 && (a[at] ?? 0) > (b[at] ?? 0);
};

/** A terminal that can take a conductor, with the spot it is of. */
interface Screw {
  readonly at: LandingEnd;
  readonly spot: number;
}

/** What hangs together, by what of it can still be joined. */
interface Fragment {
  /** Ends that are in nothing yet. */
  readonly free: readonly End[];
  readonly screws: readonly Screw[];
}

/** So many ways of joining fragments are looked at in one net; beyond, the best so far is taken. */
const LOOKED_AT = 200_000;
/** From so many joints on, no more than three are opened in the search before all are. */
const JOINTS_SEARCHED = 10;

/** The least change that makes a net one. */
export function leastChange(task: NetTask): NetChange {
  const joints = task.joints.filter(({ ends }) => ends.length > 1);
  const caps = new Map<End, JointId>(
    task.joints.flatMap(({ id, ends: [end, ...more] }) =>
      end !== undefined && more.length === 0 ? [[end, id] as const] : [],
    ),
  );
  const budget = { left: LOOKED_AT };
  const sizes =
    joints.length > JOINTS_SEARCHED
      ? [0, 1, 2, 3, joints.length]
      : joints.map((_, nth) => nth).concat(joints.length);
  let best: NetChange | undefined;
  for (const many of sizes) {
    for (const opened of choices(joints.length, many)) {
      const shut = joints.filter((_, nth) => !opened.includes(nth));
      for (const lifted of liftings(task, shut)) {
        const lands = task.lands.filter((one) => !lifted.includes(one));
        const found = join(task, shut, lands, caps, [many, lifted.length], budget, best?.cost);
        if (found && (!best || dearer(best.cost, found.cost)))
          best = { ...found, opened: joints.filter((one) => !shut.includes(one)).map(({ id }) => id) };
      }
    }
    // Fewest joints opened comes first: what opens more is never better.
    if (best) return best;
  }
  throw new Error('a net whose joints are all open can always be made');
}

/** Every choice of so many of a number, in order. */
function* choices(of: number, many: number, from = 0): Generator<number[]> {
  if (many === 0) {
    yield [];
    return;
  }
  for (let nth = from; nth <= of - many; nth += 1)
    for (const rest of choices(of, many - 1, nth + 1)) yield [nth, ...rest];
}

/** Up to so many landed conductors every choice of those to lift is tried. */
const LIFTED_EVERY = 5;

/**
 * Which landed conductors may be lifted. Of many, only of each fragment that has no free end, and of that at
 * most one, since one is enough to reach it.
 */
function* liftings(task: NetTask, shut: NetTask['joints']): Generator<readonly Land[]> {
  const { groups, of } = united(task, shut, task.lands);
  yield [];
  if (groups.length < 2) return;
  const many = task.lands.length;
  const options =
    many <= LIFTED_EVERY
      ? task.lands.map((one) => [one])
      : groups
          .filter(({ free }) => free.length === 0)
          .map(({ first }) => task.lands.filter(({ at }) => of(at) === of(first)));
  yield* picks(options, 0, []);
}

function* picks(
  options: readonly (readonly Land[])[],
  nth: number,
  taken: readonly Land[],
): Generator<readonly Land[]> {
  if (nth === options.length) {
    if (taken.length > 0) yield taken;
    return;
  }
  yield* picks(options, nth + 1, taken);
  for (const one of options[nth] ?? []) yield* picks(options, nth + 1, [...taken, one]);
}

/** What hangs together by the joints that are shut and the conductors that are landed. */
function united(task: NetTask, shut: NetTask['joints'], lands: readonly Land[]) {
  const { wires, spots, tails } = task;
  const parent = new Map<string, string>();
  const of = (one: string): string => {
    const up = parent.get(one);
    if (up === undefined || up === one) return one;
    const root = of(up);
    parent.set(one, root);
    return root;
  };
  const unite = (a: string, b: string) => void parent.set(of(a), of(b));
  const leads = spots.flatMap(({ terminals, lead }) => (lead ? [terminals[0]] : []));
  for (const { terminals } of spots) for (const one of terminals) unite(one, terminals[0]);
  const used = new Map<End, number>();
  for (const { id, ends } of shut)
    for (const end of ends) {
      unite(end, `joint ${id}`);
      used.set(end, (used.get(end) ?? 0) + 1);
    }
  for (const { end, at } of lands) {
    unite(end, at);
    used.set(end, (used.get(end) ?? 0) + 1);
  }
  const landed = new Set(lands.map(({ at }) => at));
  const must: readonly End[] = [...wires, ...spots.map(({ terminals }) => terminals[0])];
  const roots = [...new Set(must.map(of))];
  const groups = roots.map((root): Fragment & { readonly first: string } => ({
    first: must.find((one) => of(one) === root) ?? root,
    free: [
      ...[...wires, ...leads].filter((end) => of(end) === root && !used.has(end)),
      ...tails.filter((end) => of(end) === root && (used.get(end) ?? 0) === 1),
    ],
    screws: spots.flatMap(({ terminals, lead, second }, spot) => {
      if (lead || of(terminals[0]) !== root) return [];
      const none = terminals.every((at) => !landed.has(at));
      return terminals
        .filter((at) => !landed.has(at) && (none || second.includes(at)))
        .map((at) => ({ at, spot }));
    }),
  }));
  // What came off and hangs on nothing can be used again.
  const scraps = tails.filter((end) => !used.has(end));
  return { groups, of, scraps };
}

/** Whether a screw can take a conductor: it is empty, and so is its spot unless a second one may land there. */
function canTake(spot: Spot | undefined, at: LandingEnd, taken: ReadonlySet<LandingEnd>): boolean {
  if (!spot || taken.has(at)) return false;
  return spot.terminals.every((one) => !taken.has(one)) || spot.second.includes(at);
}

type Joined = Omit<NetChange, 'opened'>;

/** Joins what is apart with the fewest parts: by landing free ends on screws, and the rest in one joint. */
function join(
  task: NetTask,
  shut: NetTask['joints'],
  kept: readonly Land[],
  caps: ReadonlyMap<End, JointId>,
  [opened, lifted]: readonly [number, number],
  budget: { left: number },
  known: Cost | undefined,
): Joined | undefined {
  const { groups, scraps } = united(task, shut, kept);
  const leads = new Set<End>(task.spots.flatMap(({ terminals, lead }) => (lead ? terminals : [])));
  const were = new Map<End, LandingEnd>(task.was.map(({ end, at }) => [end, at]));
  const order = new Map(groups.flatMap((group, nth) => group.free.map((end) => [end, nth] as const)));
  const ends = [...order.keys()];
  let best: Joined | undefined;
  let limit = known;

  const offer = (merged: readonly number[], lands: readonly Land[]) => {
    budget.left -= 1;
    const done = finish(merged, lands);
    if (done && (!limit || dearer(limit, done.cost))) {
      best = done;
      limit = done.cost;
    }
  };

  /** All that is still apart goes into one joint; what is loose after that is capped. */
  const finish = (merged: readonly number[], lands: readonly Land[]): Joined | undefined => {
    const landed = new Set<End>(lands.map(({ end }) => end));
    const taken = new Set([...kept, ...lands].map(({ at }) => at));
    const parts = [...new Set(merged)].map((root) => {
      const mine = groups.filter((_, nth) => merged[nth] === root);
      return {
        free: mine.flatMap(({ free }) => free).filter((end) => !landed.has(end)),
        screws: mine
          .flatMap(({ screws }) => screws)
          .filter(({ at, spot }) => canTake(task.spots[spot], at, taken)),
      };
    });
    const joint: End[] = [];
    const pigtails: Screw[] = [];
    if (parts.length > 1) {
      for (const { free, screws } of parts) {
        // A conductor that is capped already is left so where another will do.
        const [end] = [...free].sort((a, b) => Number(caps.has(a)) - Number(caps.has(b)));
        const [screw] = screws;
        if (end !== undefined) joint.push(end);
        else if (screw) pigtails.push(screw);
        else return undefined;
      }
    }
    const [one, two, ...more] = pigtails;
    const bridges =
      joint.length === 0 && one && two && more.length === 0 ? ([one.at, two.at] as const) : undefined;
    const inJoint = new Set(joint);
    const loose = parts.flatMap(({ free }) => free).filter((end) => !inJoint.has(end));
    const stillCapped = loose.filter((end) => caps.has(end));
    const newly = loose.filter((end) => !caps.has(end));
    const made = joint.length + pigtails.length > 0 && !bridges;
    const cut = Math.max(0, (bridges ? 1 : pigtails.length) - scraps.length);
    const count =
      (made ? task.partsOf([...joint, ...pigtails.map(({ spot }) => spot)]) : 0) +
      cut +
      newly.reduce((sum, end) => sum + task.capOf(end), 0);
    const touched = lifted + lands.length + joint.length + newly.length + 2 * pigtails.length;
    // Where screws are equal, each end goes back to the one it was on.
    const away = lands.filter(({ end, at }) => were.has(end) && were.get(end) !== at).length;
    return {
      closed: [...shut.map(({ id }) => id), ...stillCapped.flatMap((end) => caps.get(end) ?? [])],
      kept,
      lands,
      joint: made ? joint : undefined,
      pigtails: bridges ? [] : pigtails.map(({ at }, index) => ({ at, tail: scraps[index] })),
      jumper: bridges && { at: bridges, tail: scraps[0] },
      caps: newly,
      cost: [opened, count, touched + away / 100],
    };
  };

  /** Each free end in turn: left for the joint, or landed on a screw of another fragment. */
  const landing = (nth: number, merged: readonly number[], lands: readonly Land[]) => {
    offer(merged, lands);
    if (budget.left <= 0) return;
    for (let at = nth; at < ends.length; at += 1) {
      const end = ends[at];
      if (end === undefined || leads.has(end) || isTerminal(end) || end === BOX_SCREW) continue;
      const from = merged[order.get(end) ?? 0] ?? 0;
      const taken = new Set([...kept, ...lands].map((one) => one.at));
      const tried = new Set<number>();
      for (const [to, { screws }] of groups.entries()) {
        if (merged[to] === from) continue;
        const usual = were.get(end);
        const open = screws.filter(({ at: screw, spot }) => canTake(task.spots[spot], screw, taken));
        // The screws of one spot are equal but for the one it was on.
        for (const { at: screw, spot } of open.sort(
          (a, b) => Number(b.at === usual) - Number(a.at === usual),
        )) {
          if (tried.has(spot)) continue;
          tried.add(spot);
          const now = merged[to];
          landing(
            at + 1,
            merged.map((root) => (root === now ? from : root)),
            [...lands, { end, at: screw }],
          );
        }
      }
    }
  };
  landing(
    0,
    groups.map((_, nth) => nth),
    [],
  );
  return best;
}
