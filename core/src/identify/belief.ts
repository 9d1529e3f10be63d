/**
 * What is still possible: for each cable the behaviours no reading contradicts, and how many whole assignments
 * of roles they leave. Cables are independent but for two things: one of them must bring the power in, and a
 * reading from one cable to another holds both.
 */
import type { Volts } from '../box/reading.ts';
import type { Behaviour } from './behaviours.ts';
import type { At } from './conductor.ts';
import type { Continuity } from './look.ts';
import { type CableTest, lookOf, type Outcome, outcomesOf, voltsAcross } from './outcome.ts';
import { type CableRole, isSource } from './roles.ts';

/** A reading within one cable. */
export interface Within {
  readonly cable: number;
  readonly test: CableTest;
  readonly says: Outcome;
}
/** A reading between conductors of two cables. */
export interface Across {
  readonly test: 'volts' | 'continuity';
  readonly from: At;
  readonly to: At;
  readonly says: Volts | Continuity;
}

export type Behaviours = readonly (readonly Behaviour[])[];

export interface Belief {
  readonly behaviours: Behaviours;
  readonly across: readonly Across[];
}

/** The behaviours a reading leaves. */
export const leftBy = (
  behaviours: readonly Behaviour[],
  { test, says }: Omit<Within, 'cable'>,
): Behaviour[] => behaviours.filter((one) => outcomesOf(one, test).includes(says));

export const rolesIn = (behaviours: readonly Behaviour[]): ReadonlySet<CableRole> =>
  new Set(behaviours.map(({ role }) => role));

/** How many assignments of roles there are, and how many without a cable that brings the power in. */
interface Count {
  readonly all: number;
  readonly dark: number;
}
const ONE: Count = { all: 1, dark: 1 };
const NONE: Count = { all: 0, dark: 0 };
const times = (a: Count, b: Count): Count => ({ all: a.all * b.all, dark: a.dark * b.dark });
const plus = (a: Count, b: Count): Count => ({ all: a.all + b.all, dark: a.dark + b.dark });
const whole = ({ all, dark }: Count): number => all - dark;
const countRoles = (roles: Iterable<CableRole>): Count => {
  const each = [...roles];
  return { all: each.length, dark: each.filter((role) => !isSource(role)).length };
};

/** The assignments a belief leaves, counted once and asked many times. */
export class Assignments {
  readonly #groups: readonly Group[];
  readonly #counts: readonly Count[];

  constructor(readonly belief: Belief) {
    this.#groups = groupsOf(belief).map((cables) => new Group(belief, cables));
    this.#counts = this.#groups.map((group) => group.count());
  }

  /** How many there are. */
  get left(): number {
    return whole(this.#counts.reduce(times, ONE));
  }

  /** How many there would be, were a cable known to behave in one of these ways. */
  leftIf(cable: number, behaviours: readonly Behaviour[]): number {
    const at = this.#groups.findIndex(({ cables }) => cables.includes(cable));
    const others = this.#counts.reduce((count, one, nth) => (nth === at ? count : times(count, one)), ONE);
    return whole(times(others, this.#groups[at]?.countIf(cable, behaviours) ?? NONE));
  }

  /** How many assignments each role of a cable has; roles that have none are not possible. */
  shares(cable: number): ReadonlyMap<CableRole, number> {
    const own = this.belief.behaviours[cable] ?? [];
    const shares = [...rolesIn(own)].map(
      (role) =>
        [
          role,
          this.leftIf(
            cable,
            own.filter((one) => one.role === role),
          ),
        ] as const,
    );
    return new Map(shares.filter(([, count]) => count > 0));
  }
}

/** The most ways in which the cables of a group are gone through together. */
const MOST_WAYS = 100_000;

/**
 * The readings from one cable to another that are taken into account: one after the other, as long as the cables
 * they hold together can be gone through. What is left out rules nothing out.
 */
export function holdable<A extends Across>(behaviours: Behaviours, across: readonly A[]): readonly A[] {
  return across.reduce<readonly A[]>((held, one) => {
    const more = [...held, one];
    const ways = groupsOf({ behaviours, across: more }).map((cables) =>
      cables.reduce((product, cable) => {
        const links = more.filter(({ from, to }) => from.cable === cable || to.cable === cable);
        return product * memberOf(behaviours[cable] ?? [], cable, links).looks.length;
      }, 1),
    );
    return Math.max(...ways) > MOST_WAYS ? held : more;
  }, []);
}

/** Cables that cross readings hold together. */
function groupsOf({ behaviours, across }: Belief): readonly (readonly number[])[] {
  const group = behaviours.map((_, nth) => nth);
  for (const { from, to } of across) {
    const [one, two] = [group[from.cable], group[to.cable]];
    group.forEach((at, nth) => {
      if (at === one) group[nth] = two ?? at;
    });
  }
  return [...new Set(group)].map((id) => group.flatMap((at, nth) => (at === id ? [nth] : [])));
}

/** One cable of a group: how it can look to the cross readings, and its roles by which of those looks they have. */
interface Member {
  readonly cable: number;
  readonly looks: readonly Behaviour[];
  readonly lookOf: ReadonlyMap<Behaviour, number>;
  /** Roles that have just the same looks. */
  readonly classes: readonly {
    readonly roles: readonly CableRole[];
    readonly count: Count;
    readonly looks: readonly number[];
  }[];
}

class Group {
  readonly #members: readonly Member[];
  /** For each choice of a class for every cable that can be: the looks each cable can have in it, as bits. */
  readonly #choices = new Map<number, { readonly classes: readonly number[]; readonly looks: number[] }>();
  readonly #rests = new Map<number, readonly Rest[]>();

  constructor(
    belief: Belief,
    readonly cables: readonly number[],
  ) {
    const links = belief.across.filter(({ from }) => cables.includes(from.cable));
    this.#members = cables.map((cable) => memberOf(belief.behaviours[cable] ?? [], cable, links));
    this.#walk(links, []);
  }

  /** Every way all of the cables can look together. */
  #walk(links: readonly Across[], chosen: readonly number[]): void {
    const nth = chosen.length;
    const member = this.#members[nth];
    if (!member) return this.#note(chosen);
    const due = links.filter(
      ({ from, to }) => Math.max(this.cables.indexOf(from.cable), this.cables.indexOf(to.cable)) === nth,
    );
    for (const look of member.looks.keys()) {
      const all = [...chosen, look];
      const behaviourAt = (cable: number) => {
        const at = this.cables.indexOf(cable);
        return this.#members[at]?.looks[all[at] ?? -1];
      };
      if (due.every((link) => agrees(link, behaviourAt(link.from.cable), behaviourAt(link.to.cable))))
        this.#walk(links, all);
    }
  }

  /** Notes a way they can look under every choice of classes that have it. */
  #note(looks: readonly number[]): void {
    const go = (nth: number, key: number, classes: readonly number[]) => {
      const member = this.#members[nth];
      if (!member) {
        const there = this.#choices.get(key);
        if (!there) this.#choices.set(key, { classes, looks: looks.map((look) => 1 << look) });
        else
          looks.forEach((look, at) => {
            there.looks[at] = (there.looks[at] ?? 0) | (1 << look);
          });
        return;
      }
      member.classes.forEach((one, at) => {
        if (one.looks.includes(looks[nth] ?? -1))
          go(nth + 1, key * member.classes.length + at, [...classes, at]);
      });
    };
    go(0, 0, []);
  }

  count(): Count {
    let sum = NONE;
    for (const { classes } of this.#choices.values()) sum = plus(sum, this.#size(classes));
    return sum;
  }

  /** The roles of a choice of classes, without those of one cable. */
  #size(classes: readonly number[], without?: number): Count {
    let [all, dark] = [1, 1];
    for (const [nth, { classes: own }] of this.#members.entries()) {
      if (nth === without) continue;
      const one = own[classes[nth] ?? -1];
      all *= one?.count.all ?? 0;
      dark *= one?.count.dark ?? 0;
    }
    return { all, dark };
  }

  /** How much the others leave to one cable: by the class it is in and the looks it can have there. */
  #rest(nth: number): readonly Rest[] {
    const known = this.#rests.get(nth);
    if (known) return known;
    const rests = new Map<number, Rest>();
    for (const { classes, looks } of this.#choices.values()) {
      const [at, mask] = [classes[nth] ?? 0, looks[nth] ?? 0];
      const key = mask * 64 + at;
      const count = this.#size(classes, nth);
      const there = rests.get(key);
      rests.set(key, { at, mask, count: there ? plus(there.count, count) : count });
    }
    const all = [...rests.values()];
    this.#rests.set(nth, all);
    return all;
  }

  countIf(cable: number, behaviours: readonly Behaviour[]): Count {
    const nth = this.cables.indexOf(cable);
    const member = this.#members[nth];
    if (!member) return NONE;
    const looks = new Map<CableRole, number>();
    for (const one of behaviours)
      looks.set(one.role, (looks.get(one.role) ?? 0) | (1 << (member.lookOf.get(one) ?? 31)));
    let sum = NONE;
    for (const { at, mask, count } of this.#rest(nth)) {
      const alive = (member.classes[at]?.roles ?? []).filter((role) => ((looks.get(role) ?? 0) & mask) !== 0);
      if (alive.length > 0) sum = plus(sum, times(count, countRoles(alive)));
    }
    return sum;
  }
}

interface Rest {
  readonly at: number;
  readonly mask: number;
  readonly count: Count;
}

function memberOf(behaviours: readonly Behaviour[], cable: number, links: readonly Across[]): Member {
  const own = links.filter(({ from, to }) => from.cable === cable || to.cable === cable);
  const colours = [...new Set(own.map(({ from, to }) => (from.cable === cable ? from.colour : to.colour)))];
  const meets = own.some(({ test }) => test === 'continuity');
  const keyOf = (one: Behaviour) => {
    const look = lookOf(one, undefined);
    const seen = colours.map((colour) => look?.potential[colour]).join();
    return meets && one.role === 'spare' ? `spare ${seen}` : seen;
  };
  const keys = [...new Set(behaviours.map(keyOf))];
  const numbers = new Map(keys.map((key, nth) => [key, nth]));
  const looks = keys.flatMap((key) => behaviours.find((one) => keyOf(one) === key) ?? []);
  const classes = new Map<string, { roles: CableRole[]; looks: readonly number[] }>();
  for (const role of rolesIn(behaviours)) {
    const has = [
      ...new Set(behaviours.filter((one) => one.role === role).map((one) => numbers.get(keyOf(one)) ?? -1)),
    ].sort((a, b) => a - b);
    const there = classes.get(has.join());
    if (there) there.roles.push(role);
    else classes.set(has.join(), { roles: [role], looks: has });
  }
  return {
    cable,
    looks,
    lookOf: new Map(behaviours.map((one) => [one, numbers.get(keyOf(one)) ?? -1])),
    classes: [...classes.values()].map((one) => ({ ...one, count: countRoles(one.roles) })),
  };
}

/** Whether a cross reading can be so between two cables that behave so. */
function agrees(link: Across, one: Behaviour | undefined, two: Behaviour | undefined): boolean {
  const [a, b] = [one && lookOf(one, undefined), two && lookOf(two, undefined)];
  if (!one || !two || !a || !b) return false;
  const { from, to } = link;
  if (link.test === 'volts')
    return voltsAcross({ look: a, colour: from.colour }, { look: b, colour: to.colour }).includes(
      link.says as Volts,
    );
  // Two cables may meet in another box: only a spare cannot, and only what the panel joins must.
  if (link.says === 'closed') return one.role !== 'spare' && two.role !== 'spare';
  return a.potential[from.colour] !== 'zero' || b.potential[to.colour] !== 'zero';
}
