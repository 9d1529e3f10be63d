/**
 * Which roles the cables of a box can have where nobody recorded one. A role is possible unless no way to give the other unrecorded
 * cables theirs could work with it: a supply would be missing, a switch without a load, a load or a loop without each other, a three-way
 * without travelers. That is counted, not planned, so a role stays possible rather once too often.
 */
import type { BoxDocument } from '../box/document.ts';
import type { DutyItem } from '../box/set-up.ts';
import { type Run, roleOf } from '../box/work.ts';
import type { CableRole } from '../box/words.ts';
import { kindOf } from '../device/index.ts';
import { devicePieces, piecesOf } from '../physical/pieces.ts';

/** Roles a cable can have where nobody said one, likeliest first; a load is a leg. */
const ROLES = ['feed', 'leg', 'out', 'loop', 'travelers', 'spare'] as const;
export type PlainRole = (typeof ROLES)[number];

/** What a box has that roles must agree with. */
interface Wants {
  /** Hots that switches of the box give by themselves. */
  readonly controls: number;
  /** Devices that need a neutral or a hot and bring none. */
  readonly needsNeutral: boolean;
  readonly threeWays: number;
  readonly fourWays: number;
  /** Luminaires on the box: loads that are there. */
  readonly luminaires: number;
  /** Legs that are recorded: each is one, whatever the others are. */
  readonly recordedLegs: number;
}

function wantsOf(box: BoxDocument): Wants {
  let controls = 0;
  let needsNeutral = false;
  let [threeWays, fourWays] = [0, 0];
  for (const { id, device, wired: recorded } of devicePieces(box)) {
    const kind = kindOf(device);
    const wired = recorded ?? { of: id, circuit: 'a' };
    if (kind.asks.includes('chain')) {
      if (kind.asks.includes('end')) threeWays += 1;
      else fourWays += 1;
      continue;
    }
    const ports = kind.ports(wired).map(({ name }) => name);
    for (const [port, meant] of Object.entries(kind.meant(wired))) {
      if (!ports.includes(port)) continue;
      if (meant.is === 'given') controls += 1;
      if (meant.is === 'neutral') needsNeutral = true;
    }
  }
  const luminaires = piecesOf(box).filter(({ kind }) => kind === 'fixture').length;
  const recordedLegs = piecesOf(box).filter((item) => recordedRole(item) === 'leg').length;
  return { controls, needsNeutral, threeWays, fourWays, luminaires, recordedLegs };
}

/** How many cables have each role; a cable of three conductors or more can take two hots. */
type Counts = Record<PlainRole, number> & { wideLegs: number; wideLoops: number };

const noCounts = (): Counts => ({
  feed: 0,
  leg: 0,
  out: 0,
  loop: 0,
  travelers: 0,
  spare: 0,
  wideLegs: 0,
  wideLoops: 0,
});

/** Whether a plan could work with so many cables of each role. */
function couldWork(counts: Counts, wants: Wants): boolean {
  const { feed, leg, loop, travelers, wideLegs, wideLoops } = counts;
  const { controls, needsNeutral, threeWays, fourWays, luminaires } = wants;
  const chained = threeWays + fourWays > 0;
  const loads = leg + wideLegs + luminaires;
  // A loop with no feed beside it brings the supply; one of two conductors brings no neutral, and nothing but a switch goes with it.
  const loopsIn = feed === 0 && travelers === 0 ? loop : 0;
  // At a light without a feed and a switch a recorded leg is what feeds it.
  if (feed + loopsIn + travelers === 0) return controls === 0 && !chained && wants.recordedLegs > 0;
  if (loopsIn > 0 && wideLoops === 0)
    return controls > 0 && controls <= loopsIn && loads + counts.out === 0 && !needsNeutral;
  if (loopsIn > 0) return controls > 0 && controls <= loads + loopsIn;
  // Travelers begin or end at a three-way, or pass through in pairs of cables.
  if (!chained && travelers === 1) return false;
  if (controls > loads) return false;
  if (loop > 0 && controls + loop > loads) return false;
  if (leg > 0 && controls + loop === 0 && !chained && travelers === 0) {
    // A load that is always on is wired as a feed-out is.
    return feed > 0;
  }
  if (threeWays === 1 && fourWays === 0) return travelers >= 1;
  if (fourWays > 0 && threeWays === 0) return travelers >= 2;
  return true;
}

const widthOf = (item: DutyItem): number => (item.kind === 'cable' ? item.conductors : item.count);
const isWide = (item: DutyItem): boolean => widthOf(item) >= 3;

/** The word for what a run does. */
export const wordOf = ({ does }: Pick<Run, 'does'>): PlainRole =>
  does === 'loop-in' || does === 'loop-out' ? 'loop' : does;

/** The role that was recorded of a piece, where one was. */
function recordedRole(item: DutyItem): PlainRole | undefined {
  const role: CableRole | undefined = roleOf(item.duty);
  return role === 'load' ? 'leg' : role;
}

/** Beyond this many unrecorded cables every role is possible. */
const COUNTED_MOST = 8;

/**
 * The roles each cable can have of which none is recorded, by its piece.
 * @param told roles that something beside the box says, such as a file
 */
export function possibleRoles(
  box: BoxDocument,
  told: ReadonlyMap<string, PlainRole> = new Map(),
): ReadonlyMap<string, readonly PlainRole[]> {
  const pieces = piecesOf(box).filter(({ kind }) => kind !== 'fixture');
  const open = pieces.filter((item) => recordedRole(item) === undefined && !told.has(item.id));
  if (open.length === 0) return new Map();
  const base = noCounts();
  for (const item of pieces) {
    const role = recordedRole(item) ?? told.get(item.id);
    if (role !== undefined) addRole(base, role, isWide(item), 1);
  }
  const wants = wantsOf(box);
  const wide = open.filter(isWide).length;
  const narrow = open.length - wide;
  // Cables of like width have the same roles open to them.
  const possible = (isWideOne: boolean) => {
    const others = isWideOne ? { narrow, wide: wide - 1 } : { narrow: narrow - 1, wide };
    return ROLES.filter((role) => {
      if (role === 'travelers' && !isWideOne) return false;
      // Recorded travelers bring what only their far ends tell: nothing is ruled out beside them.
      return (
        open.length > COUNTED_MOST ||
        base.travelers > 0 ||
        someWay(plus(base, role, isWideOne, 1), others, wants)
      );
    });
  };
  const [narrowRoles, wideRoles] = [narrow > 0 ? possible(false) : [], wide > 0 ? possible(true) : []];
  return new Map(open.map((item) => [item.id, isWide(item) ? wideRoles : narrowRoles]));
}

function addRole(counts: Counts, role: PlainRole, wide: boolean, many: number): void {
  counts[role] += many;
  if (wide && role === 'leg') counts.wideLegs += many;
  if (wide && role === 'loop') counts.wideLoops += many;
}

function plus(counts: Counts, role: PlainRole, wide: boolean, many: number): Counts {
  const next = { ...counts };
  addRole(next, role, wide, many);
  return next;
}

/** Whether some way to give the other cables their roles could work. */
const someWay = (
  from: Counts,
  others: { readonly narrow: number; readonly wide: number },
  wants: Wants,
): boolean =>
  someCounts(from, others.narrow, false, (counts) =>
    someCounts(counts, others.wide, true, (all) => couldWork(all, wants)),
  );

/** Whether some way to give so many cables of one width their roles fits. */
function someCounts(
  from: Counts,
  cables: number,
  wide: boolean,
  fits: (counts: Counts) => boolean,
  roles: readonly PlainRole[] = ROLES,
): boolean {
  const [role, ...rest] = roles;
  if (role === undefined) return cables === 0 && fits(from);
  const most = role === 'travelers' && !wide ? 0 : cables;
  for (let many = 0; many <= most; many += 1)
    if (someCounts(plus(from, role, wide, many), cables - many, wide, fits, rest)) return true;
  return false;
}
