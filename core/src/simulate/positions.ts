/** Every position of every switch: each use is on exactly when it is meant to be, and nothing meets that must not. */
import type { Held, Physical } from '../physical/physical.ts';
import { sharersOf } from '../physical/circuits.ts';
import type { ProofContext } from './proof-context.ts';
import type { Required } from './required.ts';
import { fedFrom, isGrounded, liveFrom, neutralsIn, type Positions, type State } from './state.ts';

/** Up to so many switches every combination of positions is tried; beyond, each flip from both ends. */
const ALL_UP_TO = 11;

export function statesOf({ switches }: Physical): Positions[] {
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

const parity = (positions: Positions, ids: readonly string[]) =>
  ids.reduce((sum, id) => sum ^ (positions[id] ?? 0), 0) === 1;

/** Every position of every switch. @returns how many uses were on at least once, and only when meant */
export function checkPositions(looking: ProofContext, states: readonly Positions[]): number {
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
  { circuitry, prepared, work, add, section }: ProofContext,
  point: { readonly one: Required; phase: boolean | undefined; wasOn: boolean },
  positions: Positions,
  state: State,
): void {
  const { use, control, circuit: own } = point.one;
  const fed = fedFrom(state, use);
  // Made only where something fails: every point is looked at in every state.
  const at = () => ({ pieces: [use.of], ends: [use.hot] });
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
    if (neutralsIn(state.held(use.hot)).length > 0) add('reversed', { use: use.id }, at());
    else if (meant) add('dead', { use: use.id, why: 'hot-side' }, at());
    return;
  }
  if (meant && fed === undefined) {
    if (live === undefined) add('dead', { use: use.id, why: 'no-hot' }, at());
    else if (use.doubled) add('dead', { use: use.id, why: 'one-hot' }, at());
    else add('open-neutral', { use: use.id }, at());
    return;
  }
  if (!meant && fed !== undefined) {
    const switches = circuitry.physical.switches;
    const allOff = prepared.at({ positions: Object.fromEntries(switches.map(({ id }) => [id, 0])) });
    const byAnother = fedFrom(allOff, use) === undefined && Object.values(positions).includes(1);
    const its = control.kind === 'switch' ? switches.find(({ id }) => id === control.id) : undefined;
    const by = its === undefined ? {} : { by: its.id };
    if (chained) add('wrong-switch', { use: use.id, chain: true }, at());
    else add(its !== undefined && byAnother ? 'wrong-switch' : 'stays-on', { use: use.id, ...by }, at());
    return;
  }
  if (!meant && live !== undefined && there.length === 0)
    add('switched-neutral', { use: use.id, rule: section('switched-neutral') }, at());
  if (fed === undefined) return;
  point.wasOn = true;
  if (use.doubled) return;
  if (own !== undefined && fed !== own)
    add('wrong-circuit', { use: use.id, why: 'meant-for', circuit: fed, meant: own }, at());
  if (!neutralsIn(there).some((one) => sharersOf(work, fed).includes(one)))
    add('foreign-neutral', { use: use.id, circuit: fed }, at());
}

function tellMeeting({ add, section }: ProofContext, node: string, held: readonly Held[]): void {
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
