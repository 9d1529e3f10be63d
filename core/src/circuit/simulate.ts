/**
 * Proof of a wiring (handbook 18): in every position of every switch each load is on exactly when it is
 * meant to be, constant points always; nothing meets that must not; taking any device out opens no ground
 * and no multiwire neutral. What fails is named, and where.
 */
import type { WorkPlan } from '../box/work.ts';
import { neutralOf } from '../splice/ends.ts';
import { nameOfCircuit } from '../splice/needs.ts';
import type { Model, Point } from './model.ts';
import { type Conditions, fedFrom, liveFrom, type Positions, prepare, type State } from './state.ts';

export interface Fault {
  readonly code:
    | 'short'
    | 'ground-fault'
    | 'hots-meet'
    | 'mixed-neutrals'
    | 'neutral-ground'
    | 'dead'
    | 'open-neutral'
    | 'stays-on'
    | 'wrong-switch'
    | 'wrong-circuit'
    | 'reversed'
    | 'switched-neutral'
    | 'foreign-neutral'
    | 'no-ground'
    | 'unguarded'
    | 'guard-kills'
    | 'device-carries-ground'
    | 'device-carries-neutral';
  readonly words: string;
  /** Pieces and nodes it is about. */
  readonly where: readonly string[];
}

export interface Proof {
  readonly faults: readonly Fault[];
  /** How many states were tried. */
  readonly states: number;
  readonly good: boolean;
}

/** Up to so many switches every combination of positions is tried; beyond, each flip from both ends. */
const ALL_UP_TO = 11;

function statesOf(model: Model): Positions[] {
  const { switches } = model;
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

/** The switches that should change a point. */
function controlsOf({ wants }: Point, model: Model, work: WorkPlan): string[] {
  if (/^[a-f]$/.test(wants)) return [];
  if (!wants.startsWith('way-')) return model.switches.filter(({ id }) => id === wants).map(({ id }) => id);
  const members = new Set(
    [
      ...work.devices.filter(({ chain }) => chain === wants),
      ...work.runs.filter(({ does, chain }) => does === 'travelers' && chain === wants),
    ].map(({ of }) => of),
  );
  return model.switches.filter(({ of }) => members.has(of)).map(({ id }) => id);
}

const parity = (positions: Positions, ids: readonly string[]) =>
  ids.reduce((sum, id) => sum ^ (positions[id] ?? 0), 0) === 1;

export function prove(model: Model, work: WorkPlan): Proof {
  const at = prepare(model);
  const faults = new Map<string, Fault>();
  const add = (code: Fault['code'], words: string, where: readonly string[]) => {
    const key = `${code}|${where.join()}`;
    if (!faults.has(key)) faults.set(key, { code, words, where });
  };
  const all = statesOf(model);
  const circuit = (id: string) => nameOfCircuit(work, id);
  const points = model.points.map((point) => ({
    point,
    controls: controlsOf(point, model, work),
    phase: undefined as boolean | undefined,
  }));

  for (const positions of all) {
    const state = at({ positions });
    for (const { node, potentials } of state.meetings) tellMeeting(node, potentials, circuit, add);
    for (const one of points) checkPoint(one, positions, state);
  }
  checkGrounds(
    at({ positions: {} }),
    'no-ground',
    ({ name }) => `${cap(name)} has no ground: its equipment ground is open.`,
  );
  for (const { key, title } of model.faces) {
    const state = at({ positions: {}, without: key });
    checkGrounds(
      state,
      'device-carries-ground',
      ({ name }) =>
        `Taking the ${title} out opens the ground of ${name}: splice the grounds and give the device a pigtail (250.148(B)).`,
      key,
    );
    for (const { node, name, circuit: of } of model.neutrals) {
      if (!state.potentials(node).some((one) => one.startsWith('N:')))
        add(
          'device-carries-neutral',
          `Taking the ${title} out opens the neutral of ${name}, which belongs to the multiwire ${circuit(of)}: pigtail it (300.13(B)).`,
          [key, node],
        );
    }
  }
  for (const guard of model.guards) checkGuard(guard.of, guard.name);
  if (work.circuits.length > 1) for (const { id } of work.circuits) checkBreaker(id);
  const list = [...faults.values()];
  return { faults: list, states: all.length, good: list.length === 0 };

  function checkPoint(one: (typeof points)[number], positions: Positions, state: State): void {
    const { point, controls } = one;
    const { name, of, hot, neutral, wants } = point;
    const fed = fedFrom(state, point);
    const where = [of, hot];
    const [live] = liveFrom(state.potentials(hot));
    const neutrals = state.potentials(neutral);
    let meant = true;
    if (wants.startsWith('way-')) {
      const turn = parity(positions, controls);
      // Which position is “on” is a matter of which traveler landed where: the first state tells.
      one.phase ??= (fed !== undefined) !== turn;
      meant = turn !== one.phase;
    } else if (!/^[a-f]$/.test(wants))
      meant = controls.length > 0 && (positions[controls[0] ?? ''] ?? 0) === 1;
    const label = cap(name);
    if (!point.doubled && live === undefined && liveFrom(neutrals).length > 0) {
      if (state.potentials(hot).some((potential) => potential.startsWith('N:')))
        add('reversed', `${label}: hot and neutral are reversed.`, where);
      else if (meant) add('dead', `${label} does not come on: its hot side reaches no hot.`, where);
      return;
    }
    if (meant && fed === undefined) {
      if (live === undefined) add('dead', `${label} does not come on: no hot reaches it.`, where);
      else if (point.doubled) add('dead', `${label} has only one hot.`, where);
      else add('open-neutral', `${label} does not come on: its neutral is open.`, where);
      return;
    }
    if (!meant && fed !== undefined) {
      add(
        wants.startsWith('way-') || (controls.length > 0 && isSwitched(point, positions))
          ? 'wrong-switch'
          : 'stays-on',
        wants.startsWith('way-')
          ? `${label} does not follow every switch of its chain.`
          : `${label} is on when ${model.switches.find(({ id }) => id === wants)?.name ?? 'its switch'} is off.`,
        where,
      );
      return;
    }
    if (!meant && live !== undefined && neutrals.length === 0)
      add(
        'switched-neutral',
        `${label}: the switch opens the neutral and leaves the hot live (404.2(B)).`,
        where,
      );
    if (fed === undefined) return;
    const own = point.circuit;
    if (own !== undefined && fed !== own && !point.doubled)
      add('wrong-circuit', `${label} is fed by ${circuit(fed)} and is meant for ${circuit(own)}.`, where);
    if (!point.doubled && !neutrals.includes(neutralOf(work, fed)))
      add(
        'foreign-neutral',
        `${label}: its hot is of ${circuit(fed)}, its neutral of another circuit.`,
        where,
      );
    if (/^[a-f]$/.test(wants) && meant && fed === undefined) add('dead', `${label} is not always on.`, where);
  }

  /** Whether the point is fed by some other switch’s position. */
  function isSwitched(point: Point, positions: Positions): boolean {
    const closed = Object.fromEntries(model.switches.map(({ id }) => [id, 0]));
    return fedFrom(at({ positions: closed }), point) === undefined && Object.values(positions).includes(1);
  }

  function checkGrounds(
    state: State,
    code: 'no-ground' | 'device-carries-ground',
    say: (one: Model['grounded'][number]) => string,
    without?: string,
  ): void {
    // Where no ground comes into the box there is none to lose: that is told of the plan itself.
    if (!model.sources.some(({ potential }) => potential === 'G')) return;
    for (const one of model.grounded) {
      if (one.of === without) continue;
      if (!state.potentials(one.node).includes('G'))
        add(code, say(one), [...(without === undefined ? [] : [without]), one.node]);
    }
  }

  /** With a breaker off all of its circuit is dead, and all of the others goes on. */
  function checkBreaker(id: string): void {
    const positions = Object.fromEntries(model.switches.map(({ id: one }) => [one, 1]));
    const [on, off] = [at({ positions }), at({ positions, off: [id] })];
    for (const point of model.points) {
      if (point.doubled) continue;
      const [before, after] = [fedFrom(on, point), fedFrom(off, point)];
      if (point.circuit === id && after !== undefined)
        add('wrong-circuit', `${cap(point.name)} stays live with the breaker of ${circuit(id)} off.`, [
          point.of,
          point.hot,
          id,
        ]);
      if (point.circuit !== id && before !== undefined && after === undefined)
        add(
          'wrong-circuit',
          `${cap(point.name)} goes dead with the breaker of ${circuit(id)}, and is meant for another.`,
          [point.of, point.hot, id],
        );
    }
  }

  function checkGuard(of: string, name: string): void {
    const positions = Object.fromEntries(model.switches.map(({ id }) => [id, 1]));
    const conditions: Conditions = { positions, tripped: [of] };
    const [sound, tripped] = [at({ positions }), at(conditions)];
    for (const point of model.points) {
      const before = fedFrom(sound, point) !== undefined;
      const after = fedFrom(tripped, point) !== undefined;
      if (point.guard === of && after)
        add(
          'unguarded',
          `${cap(point.name)} is meant to be protected by the ${name} and stays live when it trips: it belongs on LOAD.`,
          [point.of, point.hot],
        );
      if (point.guard !== of && point.of !== of && before && !after)
        add(
          'guard-kills',
          `${cap(point.name)} goes dead when the ${name} trips: it belongs with the line, not on LOAD.`,
          [point.of, point.hot],
        );
    }
  }
}

const cap = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);

function tellMeeting(
  node: string,
  potentials: readonly string[],
  circuit: (id: string) => string,
  add: (code: Fault['code'], words: string, where: readonly string[]) => void,
): void {
  const hots = liveFrom(potentials);
  const neutrals = potentials.filter((one) => one.startsWith('N:'));
  const key = [...potentials].sort();
  const [first] = hots;
  if (first !== undefined && neutrals.length > 0)
    add('short', `The hot of ${circuit(first)} meets a neutral: a short.`, key);
  if (first !== undefined && potentials.includes('G'))
    add('ground-fault', `The hot of ${circuit(first)} meets the ground: a short to ground.`, key);
  if (hots.length > 1) add('hots-meet', `The hots of ${hots.map(circuit).join(' and ')} meet.`, key);
  if (neutrals.length > 1)
    add(
      'mixed-neutrals',
      `The neutrals of ${neutrals.map((one) => circuit(one.slice(2))).join(' and ')} are joined: neutrals of different circuits are never joined, even if they meet at the panel.`,
      key,
    );
  if (neutrals.length > 0 && potentials.includes('G'))
    add(
      'neutral-ground',
      'A neutral meets the ground in this box: they are joined at the service only (250.24(A)(5)).',
      [...key, node],
    );
}
