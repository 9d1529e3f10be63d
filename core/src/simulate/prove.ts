/**
 * Proof of a wiring (handbook 18): in every position of every switch each thing that uses power is on exactly
 * when it is meant to be, what is constant always; nothing meets that must not; its current goes out and comes
 * back the same way; taking any device out opens no ground and no multiwire neutral. What fails is named, and
 * where. It stands on the physical box and knows nothing of how the wiring was planned.
 */
import type { WorkPlan } from '../box/work.ts';
import type { Edition, TerminalRule } from '../edition/index.ts';
import { nameOfCircuit, sharersOf } from '../physical/circuits.ts';
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

export const FAULT_CODES = [
  'short',
  'ground-fault',
  'hots-meet',
  'mixed-neutrals',
  'neutral-ground',
  'dead',
  'open-neutral',
  'stays-on',
  'wrong-switch',
  'wrong-circuit',
  'reversed',
  'switched-neutral',
  'foreign-neutral',
  'overloaded-neutral',
  'no-ground',
  'unguarded',
  'guard-kills',
  'guard-trips',
  'split-current',
  'divided-current',
  'device-carries-ground',
  'device-carries-neutral',
  'nothing-to-prove',
] as const;
export type FaultCode = (typeof FAULT_CODES)[number];

export interface Fault {
  readonly code: FaultCode;
  readonly words: string;
  /** Pieces and nodes it is about. */
  readonly where: readonly string[];
}

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
  readonly add: (code: FaultCode, words: string, where: readonly string[]) => void;
  readonly circuit: (id: string) => string;
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
    add(code, words, where) {
      const key = `${code}|${where.join()}`;
      if (!faults.has(key)) faults.set(key, { code, words, where });
    },
    circuit: (id) => nameOfCircuit(work, id),
    section: (rule) => edition.terminals.sections[rule],
  };
  const states = statesOf(physical);
  const proved = checkPositions(looking, states);
  checkGroundsAndNeutrals(looking);
  for (const { of, name } of physical.guards) checkGuard(looking, of, name);
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
  { circuitry, prepared, work, add, circuit, section }: Looking,
  point: { readonly one: Required; phase: boolean | undefined; wasOn: boolean },
  positions: Positions,
  state: State,
): void {
  const { use, control, circuit: own } = point.one;
  const fed = fedFrom(state, use);
  const where = [use.of, use.hot];
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
  const label = cap(use.name);
  if (!use.doubled && live === undefined && liveFrom(there).length > 0) {
    if (neutralsIn(state.held(use.hot)).length > 0)
      add('reversed', `${label}: hot and neutral are reversed.`, where);
    else if (meant) add('dead', `${label} does not come on: its hot side reaches no hot.`, where);
    return;
  }
  if (meant && fed === undefined) {
    if (live === undefined) add('dead', `${label} does not come on: no hot reaches it.`, where);
    else if (use.doubled) add('dead', `${label} has only one hot.`, where);
    else add('open-neutral', `${label} does not come on: its neutral is open.`, where);
    return;
  }
  if (!meant && fed !== undefined) {
    const switches = circuitry.physical.switches;
    const allOff = prepared.at({ positions: Object.fromEntries(switches.map(({ id }) => [id, 0])) });
    const byAnother = fedFrom(allOff, use) === undefined && Object.values(positions).includes(1);
    const its = control.kind === 'switch' ? switches.find(({ id }) => id === control.id) : undefined;
    add(
      chained || (its !== undefined && byAnother) ? 'wrong-switch' : 'stays-on',
      chained
        ? `${label} does not follow every switch of its chain.`
        : `${label} is on when ${its?.name ?? 'its switch'} is off.`,
      where,
    );
    return;
  }
  if (!meant && live !== undefined && there.length === 0)
    add(
      'switched-neutral',
      `${label}: the switch opens the neutral and leaves the hot live (${section('switched-neutral')}).`,
      where,
    );
  if (fed === undefined) return;
  point.wasOn = true;
  if (use.doubled) return;
  if (own !== undefined && fed !== own)
    add('wrong-circuit', `${label} is fed by ${circuit(fed)} and is meant for ${circuit(own)}.`, where);
  if (!neutralsIn(there).some((one) => sharersOf(work, fed).includes(one)))
    add('foreign-neutral', `${label}: its hot is of ${circuit(fed)}, its neutral of another circuit.`, where);
}

function tellMeeting({ add, circuit, section }: Looking, node: string, held: readonly Held[]): void {
  const hots = liveFrom(held);
  const neutrals = neutralsIn(held);
  const ground = isGrounded(held);
  const key = held.map((one) => (one.kind === 'ground' ? 'ground' : `${one.kind} ${one.circuit}`)).sort();
  const [first] = hots;
  if (first !== undefined && neutrals.length > 0)
    add('short', `The hot of ${circuit(first)} meets a neutral: a short.`, key);
  if (first !== undefined && ground)
    add('ground-fault', `The hot of ${circuit(first)} meets the ground: a short to ground.`, key);
  if (hots.length > 1) add('hots-meet', `The hots of ${hots.map(circuit).join(' and ')} meet.`, key);
  if (neutrals.length > 1)
    add(
      'mixed-neutrals',
      `The neutrals of ${neutrals.map(circuit).join(' and ')} are joined: neutrals of different circuits are never joined, even if they meet at the panel.`,
      key,
    );
  if (neutrals.length > 0 && ground)
    add(
      'neutral-ground',
      `A neutral meets the ground in this box: they are joined at the service only (${section('neutral-ground')}).`,
      [...key, node],
    );
}

/** With each device taken out every other ground and every multiwire neutral stays whole. */
function checkGroundsAndNeutrals({
  circuitry,
  prepared,
  work,
  required,
  add,
  circuit,
  section,
}: Looking): void {
  const { physical } = circuitry;
  // Where no ground comes into the box there is none to lose: that is told of the plan itself.
  const hasGround = physical.sources.some(({ held }) => held.kind === 'ground');
  const grounds = (state: State, code: FaultCode, say: (name: string) => string, without?: string) => {
    if (!hasGround) return;
    for (const { node, name, of } of physical.grounded)
      if (of !== without && !isGrounded(state.held(node)))
        add(code, say(name), [...(without === undefined ? [] : [without]), node]);
  };
  grounds(
    prepared.at({ positions: {} }),
    'no-ground',
    (name) => `${cap(name)} has no ground: its equipment ground is open.`,
  );
  // Whatever hangs on a neutral that circuits share. Behind a GFCI it is one circuit again.
  const shared = required.filter(
    ({ use, circuit: of, guard }) =>
      of !== undefined && guard === undefined && !use.doubled && sharersOf(work, of).length > 1,
  );
  for (const { key, title } of physical.devices) {
    const state = prepared.at({ positions: {}, without: key });
    grounds(
      state,
      'device-carries-ground',
      (name) =>
        `Taking the ${title} out opens the ground of ${name}: splice the grounds and give the device a pigtail (${section('device-bond')}).`,
      key,
    );
    for (const { use, circuit: of = '' } of shared)
      if (use.of !== key && neutralsIn(state.held(use.neutral)).length === 0)
        add(
          'device-carries-neutral',
          `Taking the ${title} out opens the neutral of ${use.name}, which belongs to the multiwire ${circuit(of)}: pigtail it (${section('multiwire-neutral')}).`,
          [key, use.neutral],
        );
  }
}

/** With a GFCI tripped what it protects is dead, and all else goes on. */
function checkGuard({ circuitry, prepared, required, add }: Looking, of: string, name: string): void {
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
      add(
        'unguarded',
        `${cap(use.name)} is meant to be protected by the ${name} and stays live when it trips: it belongs on LOAD.`,
        [use.of, use.hot],
      );
    if (!behind(guard) && use.of !== of && before && !after)
      add(
        'guard-kills',
        `${cap(use.name)} goes dead when the ${name} trips: it belongs with the line, not on LOAD.`,
        [use.of, use.hot],
      );
  }
}

/** With a breaker off all of its circuit is dead, and all of the others goes on. */
function checkBreaker({ circuitry, prepared, required, add, circuit }: Looking, id: string): void {
  const positions = Object.fromEntries(circuitry.physical.switches.map(({ id: one }) => [one, 1]));
  const [on, off] = [prepared.at({ positions }), prepared.at({ positions, off: [id] })];
  for (const { use, circuit: of } of required) {
    if (use.doubled) continue;
    const [before, after] = [fedFrom(on, use), fedFrom(off, use)];
    if (of === id && after !== undefined)
      add('wrong-circuit', `${cap(use.name)} stays live with the breaker of ${circuit(id)} off.`, [
        use.of,
        use.hot,
        id,
      ]);
    if (of !== id && before !== undefined && after === undefined)
      add(
        'wrong-circuit',
        `${cap(use.name)} goes dead with the breaker of ${circuit(id)}, and is meant for another.`,
        [use.of, use.hot, id],
      );
  }
}

/** A neutral is loaded by opposite legs only: there are two of them. */
function checkSharing({ work, add, circuit, section }: Looking): void {
  for (const { id } of work.circuits) {
    const sharers = sharersOf(work, id);
    if (sharers.length > 2)
      add(
        'overloaded-neutral',
        `${cap(sharers.map(circuit).join(', '))} are said to share one neutral: two of them are on the same leg, and the neutral carries the sum of both (${section('multiwire-neutral')}).`,
        sharers,
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
  const label = cap(use.name);
  const cable = (key: string) => physical.cables.find((piece) => piece.key === key)?.quoted ?? 'the raceway';
  for (const positions of onStatesOf(one, physical)) {
    const key = physical.switches.map(({ id }) => positions[id]).join('');
    const ways = seen.get(key) ?? waysIn(prepared, { positions });
    seen.set(key, ways);
    for (const { kind, of } of imbalancesOf(circuitry, prepared, ways, use)) {
      if (kind === 'guard')
        add(
          'guard-trips',
          `${label} would trip the ${physical.guards.find((guard) => guard.of === of)?.name ?? 'GFCI'}: its current goes through it one way and comes back past it. Its hot and its neutral belong both on LOAD, or both with the line.`,
          [use.of, of],
        );
      else if (kind === 'cable')
        add(
          'split-current',
          `The current of ${use.name} goes by ${cable(of)} one way only and comes back another way: hot and neutral of a load run in the same cable (${section('same-cable')}).`,
          [use.of, of],
        );
      else
        add(
          'divided-current',
          `The current of ${use.name} divides between two ways: conductors are not run side by side for one load (${section('parallel')}).`,
          [use.of, of],
        );
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
    !fed
      ? 'There is nothing to prove: no cable is set up that brings a hot into this box.'
      : required.length === 0
        ? 'There is nothing to prove: nothing is set up that uses the hot of this box, no outlet, no lamp and no feed-out.'
        : 'There is nothing to prove: what uses the hot of this box never comes on.',
    ['box'],
  );
}

const cap = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
