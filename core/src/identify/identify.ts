/**
 * Which cable is what, from readings taken with all conductors of the box apart (docs/trade.md#identifying, #simulation). Only a
 * proved meter or lamp between two conductors rules anything out; a non-contact tester gives hints.
 */
import { readCountLine } from '../shorthand/read.ts';
import { type Reading, voltsOf } from '../box/reading.ts';
import type { IdentifyAsk } from './ask.ts';
import { type Behaviour, behavioursOf, type Cable } from './behaviours.ts';
import { type Across, Assignments, type Belief, holdable, leftBy, type Within } from './belief.ts';
import { type At, type NamedCable, printConductor, readConductor } from './conductor.ts';
import { LIVE_MINUTES, nextTest, type NextTest, testKey } from './next-test.ts';
import type { CableTest, Outcome } from './outcome.ts';
import { type CableRole, isSource, rolesFor } from './roles.ts';

/** What is wrong with what was asked: the field, what stood there, what is accepted. */
export interface AskProblem {
  readonly field: string;
  readonly found: string;
  readonly accepted: string;
}

export interface Next {
  readonly test: 'volts' | 'continuity' | 'energize';
  readonly from?: string;
  readonly to?: string;
  readonly cable?: string;
  /** How the switch at the other end of that cable is thrown for it. */
  readonly far?: 'on' | 'off';
  readonly power: 'on' | 'off';
  /** Minutes with the power on. */
  readonly minutes: number;
  readonly why: string;
  /** How many assignments each answer would leave. */
  readonly left: Readonly<Partial<Record<Outcome, number>>>;
}

export interface Identified {
  readonly consistent: boolean;
  readonly left: number;
  readonly roles: Readonly<Record<string, readonly CableRole[]>>;
  readonly certain: Readonly<Record<string, CableRole>>;
  readonly next: Next | null;
  /** Readings that cannot all be true, by their place in the list from 0; none of them can be left out. */
  readonly contradiction: readonly number[];
  /** What is wrong upstream, where every possibility left says so. */
  readonly faults: Readonly<Record<string, NonNullable<Behaviour['fault']>>>;
  /** Readings from one cable to another that hold too many together to be gone through: they rule nothing out. */
  readonly unheld: readonly number[];
  /** Minutes with the power on that the readings have taken. */
  readonly liveMinutes: number;
}

interface Named extends NamedCable {
  readonly cable: Cable;
}

type Used = ({ readonly nth: number } & Within) | ({ readonly nth: number } & Across);
const isWithin = (one: Used): one is Used & Within => 'cable' in one;

export type Answer =
  { readonly ok: true; readonly answer: Identified } | { readonly ok: false; readonly problem: AskProblem };

/**
 * @param advise whether the next test is looked for too
 * @returns the answer, or what is wrong with the question
 */
export function identify(ask: IdentifyAsk, advise = true): Answer {
  const cables = readCables(ask);
  return 'field' in cables ? { ok: false, problem: cables } : identifyAmong(cables, ask, advise);
}

/** The same for cables of a box document. @param cables each with what readings call it */
export function identifyAmong(
  among: readonly { readonly id: string; readonly cable: Cable }[],
  ask: Omit<IdentifyAsk, 'cables'>,
  advise = true,
): Answer {
  const cables = among.map(({ id, cable }): Named => ({ id, cable, colours: coloursOf(cable) }));
  const roles = ask.roles ?? rolesFor(ask.controls);
  if (!roles.some(isSource)) {
    const problem = {
      field: 'roles',
      found: roles.join(', '),
      accepted: 'feed among them: the power comes from somewhere',
    };
    return { ok: false, problem };
  }
  const read: Used[] = [];
  for (const [nth, reading] of ask.readings.entries()) {
    const one = readReading(reading, nth, cables);
    if (one && 'field' in one) return { ok: false, problem: one };
    if (one) read.push(one);
  }
  const start = cables.map(({ cable }) => [...new Set(roles)].flatMap((role) => behavioursOf(cable, role)));
  // What an unproved tester says rules nothing out.
  const used = ask.proved ? read : [];
  return { ok: true, answer: answerOf(cables, start, used, ask.readings, advise) };
}

function answerOf(
  cables: readonly Named[],
  start: Belief['behaviours'],
  used: readonly Used[],
  readings: readonly Reading[],
  advise: boolean,
): Identified {
  const belief = believe(start, used);
  const assignments = new Assignments(belief);
  const { left } = assignments;
  const held = new Set<object>(belief.across);
  const unheld = used.filter((one) => !isWithin(one) && !held.has(one)).map(({ nth }) => nth);
  const named = <V>(of: (cable: Named, nth: number) => V) =>
    Object.fromEntries(cables.map((cable, nth) => [cable.id, of(cable, nth)] as const));
  const liveMinutes = readings.reduce(
    (sum, { test }) => sum + (test === 'noncontact' ? 1 : LIVE_MINUTES[test]),
    0,
  );
  if (left === 0) {
    const contradiction = contradictionOf(start, used);
    return {
      consistent: false,
      left,
      roles: named(() => []),
      certain: {},
      next: repeatOf(contradiction, readings),
      contradiction,
      faults: {},
      unheld,
      liveMinutes,
    };
  }
  const roles = named((_, nth) => [...assignments.shares(nth).keys()]);
  const certain = Object.fromEntries(
    Object.entries(roles).flatMap(([id, [only, ...more]]) =>
      only !== undefined && more.length === 0 ? [[id, only] as const] : [],
    ),
  );
  const faults = Object.fromEntries(
    cables.flatMap(({ id }, nth) => {
      const own = belief.behaviours[nth] ?? [];
      const fault = own[0]?.fault;
      return fault !== undefined && own.every((one) => one.fault === fault) ? [[id, fault] as const] : [];
    }),
  );
  const tests = new Set(used.flatMap((one) => (isWithin(one) ? [testKey(one.cable, one.test)] : [])));
  const hinted = hintedOf(cables, readings);
  const next = advise ? nextTest(belief, assignments, { tests, hinted }) : undefined;
  return {
    consistent: true,
    left,
    roles,
    certain,
    next: next ? printNext(next, cables) : null,
    contradiction: [],
    faults,
    unheld,
    liveMinutes,
  };
}

/** Cables with a conductor that a non-contact tester called live. */
function hintedOf(cables: readonly Named[], readings: readonly Reading[]): ReadonlySet<number> {
  return new Set(
    readings.flatMap((one) => {
      const at = one.test === 'noncontact' && one.says === 'live' ? readConductor(one.at, cables) : undefined;
      return at && 'cable' in at ? [at.cable] : [];
    }),
  );
}

function believe(start: Belief['behaviours'], used: readonly Used[]): Belief {
  const behaviours = start.map((own, nth) =>
    used.reduce<readonly Behaviour[]>(
      (left, one) => (isWithin(one) && one.cable === nth ? leftBy(left, one) : left),
      own,
    ),
  );
  const across = used.filter((one): one is Used & Across => !isWithin(one));
  return { behaviours, across: holdable(behaviours, across) };
}

/** Readings that contradict each other: leaving out any one of them, the others could all be true. */
function contradictionOf(start: Belief['behaviours'], used: readonly Used[]): readonly number[] {
  // One cable that cannot be as it was read is plainer than cables that cannot be so together.
  const alone = start
    .map((_, cable) => used.filter((one) => isWithin(one) && one.cable === cable))
    .find((own, cable) => believe(start, own).behaviours[cable]?.length === 0);
  let core = alone ?? used;
  for (const one of core) {
    const without = core.filter((other) => other !== one);
    if (new Assignments(believe(start, without)).left === 0) core = without;
  }
  return core.map(({ nth }) => nth);
}

/** A contradiction is looked into by taking one of its readings again: a dead one first. */
function repeatOf(contradiction: readonly number[], readings: readonly Reading[]): Next | null {
  const again = contradiction.flatMap((nth) => readings[nth] ?? []);
  const one = again.find(({ test }) => test === 'continuity') ?? again[0];
  if (!one || one.test === 'noncontact') return null;
  const { says: _says, ...asked } = one;
  return {
    ...(asked as Omit<Next, 'power' | 'minutes' | 'why' | 'left'>),
    power: one.test === 'continuity' ? 'off' : 'on',
    minutes: LIVE_MINUTES[one.test],
    why: 'The readings contradict each other: prove the tester on a known live source and take this one again.',
    left: {},
  };
}

/** The colours of a cable’s conductors. */
export const coloursOf = (cable: Cable): readonly string[] =>
  behavioursOf(cable, 'spare')[0]?.looks[0]?.colours ?? [];

function readCables(
  ask: IdentifyAsk,
): readonly { readonly id: string; readonly cable: Cable }[] | AskProblem {
  const named: { readonly id: string; readonly cable: Cable }[] = [];
  for (const [nth, { id, kind }] of ask.cables.entries()) {
    if (named.some((one) => one.id === id))
      return { field: `cables.${nth}.id`, found: id, accepted: 'an id that no other cable has' };
    const read = readCountLine(kind);
    const [item, ...more] = read.ok ? read.box.items : [];
    if (item?.kind !== 'cable' || more.length > 0)
      return {
        field: `cables.${nth}.kind`,
        found: kind,
        accepted: 'one cable, such as “14/2”, “12/3 mc” or “14/2 no-ground”',
      };
    named.push({ id, cable: item });
  }
  return named;
}

/** A reading made ready; undefined for a hint, which rules nothing out. */
function readReading(reading: Reading, nth: number, cables: readonly Named[]): Used | AskProblem | undefined {
  const wrong = (field: string, found: string, accepted: string): AskProblem => ({
    field: `readings.${nth}.${field}`,
    found,
    accepted,
  });
  if (reading.test === 'energize') {
    const cable = cables.findIndex(({ id }) => id === reading.cable);
    if (cable < 0)
      return wrong('cable', reading.cable, `one of the cables ${cables.map(({ id }) => id).join(', ')}`);
    return { nth, cable, test: { test: 'energize', far: reading.far }, says: reading.says };
  }
  if (reading.test === 'noncontact') {
    const at = readConductor(reading.at, cables);
    return 'accepted' in at ? wrong('at', reading.at, at.accepted) : undefined;
  }
  const [from, to] = [readConductor(reading.from, cables), readConductor(reading.to, cables)];
  if ('accepted' in from) return wrong('from', reading.from, from.accepted);
  if ('accepted' in to) return wrong('to', reading.to, to.accepted);
  const { test, far } = reading;
  const says = reading.test === 'volts' ? (voltsOf(reading.says) ?? 'float') : reading.says;
  if (from.cable !== to.cable) {
    if (far !== undefined)
      return wrong('far', far, 'nothing: the switch at the other end belongs to one cable alone');
    return { nth, test, from, to, says };
  }
  if (from.colour === to.colour) return wrong('to', reading.to, 'another conductor than “from”');
  return { nth, cable: from.cable, test: { test, pair: [from.colour, to.colour], far }, says };
}

function printNext({ cable, test, left }: NextTest, cables: readonly Named[]): Next {
  const { id = '' } = cables[cable] ?? {};
  const far = test.far === undefined ? {} : { far: test.far };
  const shared = { ...far, minutes: LIVE_MINUTES[test.test], why: whyOf(test, id), left };
  if (test.test === 'energize') return { test: 'energize', cable: id, power: 'on', ...shared };
  const [from, to] = test.pair.map((colour): At => ({ cable, colour }));
  return {
    test: test.test,
    from: from ? printConductor(from, cables) : '',
    to: to ? printConductor(to, cables) : '',
    power: test.test === 'volts' ? 'on' : 'off',
    ...shared,
  };
}

/** Why a test is asked for, and what to mind: in words a person reads at the box. */
function whyOf({ test, far }: CableTest, id: string): string {
  const thrown = far === undefined ? '' : ` with the switch at its other end ${far}`;
  if (test === 'continuity')
    return far === undefined
      ? `Power off and proved dead: a lamp or a motor closes cable ${id}, an empty receptacle or a spare does not.`
      : `Power off and proved dead: a switch at the other end of cable ${id} opens and closes it;${thrown}.`;
  if (test === 'volts')
    return `Power on, conductors apart, nobody near, one hand: only a feed has its voltage${thrown}. Breaker off again before anything is touched.`;
  return `Breaker off, join cable ${id} to the line, breaker on, and look what comes on. Breaker off again before anything is touched.`;
}
