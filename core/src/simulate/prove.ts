/**
 * Proof of a wiring (handbook 18): in every position of every switch each thing that uses power is on exactly
 * when it is meant to be, what is constant always; nothing meets that must not; its current goes out and comes
 * back the same way; taking any device out opens no ground and no multiwire neutral. What fails is named, and
 * where. It stands on the physical box and knows nothing of how the wiring was planned.
 */
import type { WorkPlan } from '../box/work.ts';
import type { Edition, TerminalRule } from '../edition/index.ts';
import {
  type ArgsOf,
  type Argument,
  type Code,
  codesOf,
  type Finding,
  finding,
  type Place,
  whereOf,
} from '../finding/finding.ts';
import { sharersOf } from '../physical/circuits.ts';
import type { Held, Physical } from '../physical/physical.ts';
import type { Circuitry } from './circuit.ts';
import { imbalancesOf, type Ways, waysIn } from './currents.ts';
import { type Required, requirementsOf } from './required.ts';
import {
  fedFrom,
  isGrounded,
  liveFrom,
  neutralsIn,
  type Positions,
  prepare,
  type Prepared,
  type State,
} from './state.ts';

export const FAULT_CODES = codesOf('proof');
export type FaultCode = Code<'proof'>;
export type Fault = Finding<'proof'>;

export interface Proof {
  readonly faults: readonly Fault[];
  /** How many states were tried. */
  readonly states: number;
  /** How many things that use power were proved. None: there was nothing to prove, and it is not good. */
  readonly proved: number;
  readonly good: boolean;
}

/** Up to so many switches every combination of positions is tried; beyond, each flip from both ends. */
const ALL_UP_TO = 11;

function statesOf({ switches }: Physical): Positions[] {
  if (switches.length <= ALL_UP_TO) {
    return Array.from({ length: 2 ** switches.length }, (_, bits) =>
      Object.fromEntries(switches.map(({ id }, nth) => [id, (bits >> nth) & 1])),
    );
  }
  const all = (position: number) => Object.fromEntries(switches.map(({ id }) => [id, position]));
  return [0, 1].flatMap((from) => [
    all(from),
    ...switches.flatMap(({ id }, nth) => [
      { ...all(from), [id]: 1 - from },
      // Two neighbours at once, so that pairs are seen too.
      { ...all(from), [id]: 1 - from, [switches[(nth + 1) % switches.length]?.id ?? id]: 1 - from },
    ]),
  ]);
}

/** The most members of a chain whose positions are all tried when currents are followed. */
const MEMBERS_MOST = 6;

/** States in which a use may be on: its own switch on, or its chain in every position; the others all off and all on. */
function onStatesOf({ control }: Required, { switches }: Physical): Positions[] {
  if (control.kind === 'switch')
    return [0, 1].map((others) =>
      Object.fromEntries(switches.map(({ id }) => [id, id === control.id ? 1 : others])),
    );
  const own = control.kind === 'chain' ? control.members.slice(0, MEMBERS_MOST) : [];
  return [0, 1].flatMap((others) =>
    Array.from({ length: 2 ** own.length }, (_, bits) =>
      Object.fromEntries(
        switches.map(({ id }) => [id, own.includes(id) ? (bits >> own.indexOf(id)) & 1 : others]),
      ),
    ),
  );
}

const parity = (positions: Positions, ids: readonly string[]) =>
  ids.reduce((sum, id) => sum ^ (positions[id] ?? 0), 0) === 1;

interface Looking {
  readonly circuitry: Circuitry;
  readonly prepared: Prepared;
  readonly work: WorkPlan;
  readonly required: readonly Required[];
  readonly add: <C extends FaultCode>(
    code: C,
    args: ArgsOf<'proof', C> & Readonly<Record<string, Argument>>,
    at: Place,
  ) => void;
  readonly section: (rule: TerminalRule) => string;
}

export function prove(circuitry: Circuitry, work: WorkPlan, edition: Edition): Proof {
  const { physical } = circuitry;
  const faults = new Map<string, Fault>();
  const looking: Looking = {
    circuitry,
    prepared: prepare(circuitry),
    work,
    required: requirementsOf(physical, work),
    add(code, args, at) {
      const key = `${code}|${whereOf({ at }).join()}`;
      // What fails electrically rests on no section; where a rule says it too, its words name it.
      if (!faults.has(key))
        faults.set(key, finding('proof', code, args, { at, severity: 'violation', section: 'simulation' }));
    },
    section: (rule) => edition.terminals.sections[rule],
  };
  const states = statesOf(physical);
  const proved = checkPositions(looking, states);
  checkGroundsAndNeutrals(looking);
  for (const { of } of physical.guards) checkGuard(looking, of);
  if (work.circuits.length > 1) for (const { id } of work.circuits) checkBreaker(looking, id);
  checkSharing(looking);
  const seen = new Map<string, Ways>();
  for (const one of looking.required) checkCurrent(looking, one, seen);
  if (proved === 0) tellNothing(looking, faults.size);
  const list = [...faults.values()];
  return { faults: list, states: states.length, proved, good: list.length === 0 };
}

/** Every position of every switch. @returns how many uses were on at least once, and only when meant */
function checkPositions(looking: Looking, states: readonly Positions[]): number {
  const points = looking.required.map((one) => ({
    one,
    phase: undefined as boolean | undefined,
    wasOn: false,
  }));
  for (const positions of states) {
    const state = looking.prepared.at({ positions });
    for (const { node, held } of state.meetings) tellMeeting(looking, node, held);
    for (const point of points) checkPoint(looking, point, positions, state);
  }
  return points.filter(({ wasOn }) => wasOn).length;
}

function checkPoint(
  { circuitry, prepared, work, add, section }: Looking,
  point: { readonly one: Required; phase: boolean | undefined; wasOn: boolean },
  positions: Positions,
  state: State,
): void {
  const { use, control, circuit: own } = point.one;
  const fed = fedFrom(state, use);
  const at = { pieces: [use.of], ends: [use.hot] };
  const [live] = liveFrom(state.held(use.hot));
  const there = state.held(use.neutral);
  const chained = control.kind === 'chain';
  let meant = true;
  if (control.kind === 'chain') {
    const turn = parity(positions, control.members);
    // Which position is “on” is a matter of which traveler landed where: the first state tells.
    point.phase ??= (fed !== undefined) !== turn;
    meant = turn !== point.phase;
  } else if (control.kind === 'switch') meant = (positions[control.id] ?? 0) === 1;
  if (!use.doubled && live === undefined && liveFrom(there).length > 0) {
    if (neutralsIn(state.held(use.hot)).length > 0) add('reversed', { use: use.id }, at);
    else if (meant) add('dead', { use: use.id, why: 'hot-side' }, at);
    return;
  }
  if (meant && fed === undefined) {
    if (live === undefined) add('dead', { use: use.id, why: 'no-hot' }, at);
    else if (use.doubled) add('dead', { use: use.id, why: 'one-hot' }, at);
    else add('open-neutral', { use: use.id }, at);
    return;
  }
  if (!meant && fed !== undefined) {
    const switches = circuitry.physical.switches;
    const allOff = prepared.at({ positions: Object.fromEntries(switches.map(({ id }) => [id, 0])) });
    const byAnother = fedFrom(allOff, use) === undefined && Object.values(positions).includes(1);
    const its = control.kind === 'switch' ? switches.find(({ id }) => id === control.id) : undefined;
    const by = its === undefined ? {} : { by: its.id };
    if (chained) add('wrong-switch', { use: use.id, chain: true }, at);
    else add(its !== undefined && byAnother ? 'wrong-switch' : 'stays-on', { use: use.id, ...by }, at);
    return;
  }
  if (!meant && live !== undefined && there.length === 0)
    add('switched-neutral', { use: use.id, rule: section('switched-neutral') }, at);
  if (fed === undefined) return;
  point.wasOn = true;
  if (use.doubled) return;
  if (own !== undefined && fed !== own)
    add('wrong-circuit', { use: use.id, why: 'meant-for', circuit: fed, meant: own }, at);
  if (!neutralsIn(there).some((one) => sharersOf(work, fed).includes(one)))
    add('foreign-neutral', { use: use.id, circuit: fed }, at);
}

function tellMeeting({ add, section }: Looking, node: string, held: readonly Held[]): void {
  const hots = liveFrom(held);
  const neutrals = neutralsIn(held);
  const ground = isGrounded(held);
  const at = {
    potentials: held.map((one) => (one.kind === 'ground' ? 'ground' : `${one.kind} ${one.circuit}`)).sort(),
  };
  const [first] = hots;
  if (first !== undefined && neutrals.length > 0) add('short', { circuit: first }, at);
  if (first !== undefined && ground) add('ground-fault', { circuit: first }, at);
  if (hots.length > 1) add('hots-meet', { circuits: hots }, at);
  if (neutrals.length > 1) add('mixed-neutrals', { circuits: neutrals }, at);
  if (neutrals.length > 0 && ground)
    add('neutral-ground', { rule: section('neutral-ground') }, { ...at, ends: [node] });
}

/** With each device taken out every other ground and every multiwire neutral stays whole. */
function checkGroundsAndNeutrals({ circuitry, prepared, work, required, add, section }: Looking): void {
  const { physical } = circuitry;
  // Where no ground comes into the box there is none to lose: that is told of the plan itself.
  const hasGround = physical.sources.some(({ held }) => held.kind === 'ground');
  const ungrounded = (state: State, without?: string) =>
    hasGround
      ? physical.grounded.filter(({ node, of }) => of !== without && !isGrounded(state.held(node)))
      : [];
  for (const { node } of ungrounded(prepared.at({ positions: {} })))
    add('no-ground', { node }, { ends: [node] });
  // Whatever hangs on a neutral that circuits share. Behind a GFCI it is one circuit again.
  const shared = required.filter(
    ({ use, circuit: of, guard }) =>
      of !== undefined && guard === undefined && !use.doubled && sharersOf(work, of).length > 1,
  );
  for (const { key } of physical.devices) {
    const state = prepared.at({ positions: {}, without: key });
    for (const { node } of ungrounded(state, key))
      add(
        'device-carries-ground',
        { device: key, node, rule: section('device-bond') },
        { pieces: [key], ends: [node] },
      );
    for (const { use, circuit: of = '' } of shared)
      if (use.of !== key && neutralsIn(state.held(use.neutral)).length === 0)
        add(
          'device-carries-neutral',
          { use: use.id, device: key, circuit: of, rule: section('multiwire-neutral') },
          { pieces: [key], ends: [use.neutral] },
        );
  }
}

/** With a GFCI tripped what it protects is dead, and all else goes on. */
function checkGuard({ circuitry, prepared, required, add }: Looking, of: string): void {
  const positions = Object.fromEntries(circuitry.physical.switches.map(({ id }) => [id, 1]));
  const [sound, tripped] = [prepared.at({ positions }), prepared.at({ positions, tripped: [of] })];
  const guardOf = new Map(required.map((one) => [one.use.of, one.guard]));
  // A GFCI fed by another is behind that one too.
  const behind = (guard: string | undefined, steps = 0): boolean =>
    guard !== undefined && steps < 8 && (guard === of || behind(guardOf.get(guard), steps + 1));
  for (const { use, guard } of required) {
    const before = fedFrom(sound, use) !== undefined;
    const after = fedFrom(tripped, use) !== undefined;
    if (guard === of && after)
      add('unguarded', { use: use.id, guard: of }, { pieces: [use.of], ends: [use.hot] });
    if (!behind(guard) && use.of !== of && before && !after)
      add('guard-kills', { use: use.id, guard: of }, { pieces: [use.of], ends: [use.hot] });
  }
}

/** With a breaker off all of its circuit is dead, and all of the others goes on. */
function checkBreaker({ circuitry, prepared, required, add }: Looking, id: string): void {
  const positions = Object.fromEntries(circuitry.physical.switches.map(({ id: one }) => [one, 1]));
  const [on, off] = [prepared.at({ positions }), prepared.at({ positions, off: [id] })];
  for (const { use, circuit: of } of required) {
    if (use.doubled) continue;
    const [before, after] = [fedFrom(on, use), fedFrom(off, use)];
    const at = { pieces: [use.of], ends: [use.hot], circuits: [id] };
    if (of === id && after !== undefined)
      add('wrong-circuit', { use: use.id, why: 'stays-live', circuit: id }, at);
    if (of !== id && before !== undefined && after === undefined)
      add('wrong-circuit', { use: use.id, why: 'goes-dead', circuit: id }, at);
  }
}

/** A neutral is loaded by opposite legs only: there are two of them. */
function checkSharing({ work, add, section }: Looking): void {
  for (const { id } of work.circuits) {
    const sharers = sharersOf(work, id);
    if (sharers.length > 2)
      add(
        'overloaded-neutral',
        { circuits: sharers, rule: section('multiwire-neutral') },
        { circuits: sharers },
      );
  }
}

/** Out and back the same way, in every state in which it is on. */
function checkCurrent(
  { circuitry, prepared, add, section }: Looking,
  one: Required,
  seen: Map<string, Ways>,
): void {
  const { physical } = circuitry;
  const { use } = one;
  const done = new Set<string>();
  for (const positions of onStatesOf(one, physical)) {
    const key = physical.switches.map(({ id }) => positions[id]).join('');
    if (done.has(key)) continue;
    done.add(key);
    const ways = seen.get(key) ?? waysIn(prepared, positions);
    seen.set(key, ways);
    for (const { kind, of } of imbalancesOf(circuitry, prepared, ways, use)) {
      if (kind === 'guard') add('guard-trips', { use: use.id, guard: of }, { pieces: [use.of, of] });
      else if (kind === 'cable')
        add(
          'split-current',
          { use: use.id, cable: of, rule: section('same-cable') },
          { pieces: [use.of, of] },
        );
      else add('divided-current', { use: use.id, rule: section('parallel') }, { pieces: [use.of, of] });
    }
  }
}

/** Nothing was proved: what is missing. */
function tellNothing({ circuitry, required, add }: Looking, faults: number): void {
  const { physical } = circuitry;
  const fed = physical.sources.some(({ held }) => held.kind === 'hot');
  if (required.length > 0 && faults > 0) return;
  add(
    'nothing-to-prove',
    { missing: !fed ? 'hot' : required.length === 0 ? 'use' : 'on' },
    { pieces: ['box'] },
  );
}
