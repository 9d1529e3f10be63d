/** What an honest instrument reads at every point of a wiring: what is shorted trips its breaker first. */
import type { WorkPlan } from '../box/work.ts';
import type { Wiring } from '../wiring/wiring.ts';
import type { Physical, Use } from '../physical/physical.ts';
import { type Circuitry, circuitryOf } from '../simulate/circuit.ts';
import {
  type Conditions,
  fedFrom,
  isGrounded,
  liveFrom,
  neutralsIn,
  type Positions,
  prepare,
  type State,
} from '../simulate/state.ts';
import type { Pair } from './ask.ts';

/** Answers what is read at a point with the switches so, and these GFCIs tripped. */
export type Predict = (
  use: Use,
  positions: Positions,
  tripped?: readonly string[],
) => Readonly<Record<Pair | 'on', boolean>>;

const NONE: readonly string[] = [];

/** @param off circuits whose breaker is off all the while */
export function predictor(
  physical: Physical,
  work: WorkPlan,
  wiring: Wiring,
  off: readonly string[] = [],
): Predict {
  const circuitry = circuitryOf(physical, wiring, work.schools.ground);
  const prepared = prepare(circuitry);
  const known = new Map<string, State>();
  const stateAt = (positions: Positions, tripped: readonly string[]): State => {
    const key = `${physical.switches.map(({ id }) => positions[id] ?? 0).join()};${tripped.join()}`;
    const before = known.get(key);
    if (before) return before;
    const state = prepared.at({ positions, off: offWith(circuitry, { positions, off, tripped }), tripped });
    known.set(key, state);
    return state;
  };
  return ({ hot, neutral, ground, ...use }, positions, tripped = NONE) => {
    const state = stateAt(positions, tripped);
    const lit = (a: string | undefined, b: string | undefined) =>
      a !== undefined && b !== undefined && differ(state, a, b);
    return {
      HN: lit(hot, neutral),
      HG: lit(hot, ground),
      NG: lit(neutral, ground),
      on: fedFrom(state, { hot, neutral, ground, ...use }) !== undefined || lit(neutral, hot),
    };
  };
}

/** The circuits without power: those that are off, and those whose breaker a short opens. */
export function offWith(circuitry: Circuitry, conditions: Conditions): string[] {
  const prepared = prepare(circuitry);
  const out = new Set(conditions.off);
  let state = prepared.at({ ...conditions, off: [...out] });
  // What is dead may uncover the next.
  for (let more = shortedIn(state, out); more.length > 0; more = shortedIn(state, out)) {
    for (const one of more) out.add(one);
    state = prepared.at({ ...conditions, off: [...out] });
  }
  return [...out];
}

/** Whether a lamp between two nodes lights: one is hot, the other a neutral or the ground. */
function differ(state: State, a: string, b: string): boolean {
  const [one, two] = [state.held(a), state.held(b)];
  const hot = (held: typeof one) => liveFrom(held).length > 0;
  const cold = (held: typeof one) => !hot(held) && (neutralsIn(held).length > 0 || isGrounded(held));
  return (hot(one) && cold(two)) || (hot(two) && cold(one));
}

/** Circuits whose hot meets a neutral, the ground or another hot. */
function shortedIn({ meetings }: State, out: ReadonlySet<string>): string[] {
  return meetings.flatMap(({ held }) => {
    const hots = liveFrom(held);
    return hots.length > 0 && held.length > 1 ? hots.filter((one) => !out.has(one)) : [];
  });
}
