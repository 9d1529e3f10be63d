/**
 * Simulated instruments, to learn what to expect before and after (docs/trade.md#testing, #simulation): a non-contact tester,
 * a meter and a three-lamp plug tester. They read the model; the real ones decide.
 */
import type { WorkPlan } from '../box/work.ts';
import { readEnd } from '../wiring/end.ts';
import type { Use } from '../physical/physical.ts';
import type { Circuitry } from './circuit.ts';
import { type Conditions, liveFrom, prepare, type State } from './state.ts';

/** What a node is at: held, floating, or reached through a load. */
export interface Reading {
  readonly volts: number | undefined;
  /** Leg of the service, where it is known. */
  readonly leg: 'one' | 'two' | 'unknown' | undefined;
  readonly through: 'held' | 'load' | 'floating';
}

const VOLTS = 120;

export interface Bench {
  readonly state: State;
  readonly at: (node: string) => Reading;
  readonly nonContact: (node: string) => 'beeps' | 'may beep: induced from its neighbour' | 'silent';
  readonly meter: (a: string, b: string) => string;
  readonly plug: (use: Use) => PlugReading;
}

export interface PlugReading {
  readonly hn: boolean;
  readonly hg: boolean;
  readonly ng: boolean;
  readonly says: string;
}

/** By physics which lamps light: docs/trade.md#testing. */
const PLUG: Readonly<Record<string, string>> = {
  '110': 'as it should be; a neutral and ground exchanged, or a ground made of the neutral, looks the same',
  '100': 'open ground',
  '010': 'open neutral',
  '000': 'open hot, or the breaker is off',
  '101': 'hot and neutral reversed',
  '011': 'hot and ground reversed',
};

export function bench(circuitry: Circuitry, work: WorkPlan, conditions: Conditions): Bench {
  const { physical } = circuitry;
  const state = prepare(circuitry).at(conditions);
  const legOf = (circuit: string): Reading['leg'] => {
    const back = work.circuits.some(({ partner }) => partner === circuit);
    const forth = work.circuits.some(({ id, partner }) => id === circuit && partner !== undefined);
    // Legs are known against each other only within a multiwire circuit.
    return forth ? 'one' : back ? 'two' : 'unknown';
  };
  const held = (node: string): Reading | undefined => {
    const there = state.held(node);
    const [hot] = liveFrom(there);
    if (hot !== undefined) return { volts: VOLTS, leg: legOf(hot), through: 'held' };
    return there.length > 0 ? { volts: 0, leg: undefined, through: 'held' } : undefined;
  };
  const at = (node: string): Reading => {
    const own = held(node);
    if (own) return own;
    // A floating end of a load stands at what the other end stands at.
    for (const { hot, neutral } of physical.uses) {
      for (const [near, far] of [
        [hot, neutral],
        [neutral, hot],
      ] as const) {
        const there = state.connected(node, near) ? held(far) : undefined;
        if (there) return { ...there, through: 'load' };
      }
    }
    return { volts: undefined, leg: undefined, through: 'floating' };
  };
  const meter = (a: string, b: string): string => {
    const [one, two] = [at(a), at(b)];
    if (state.connected(a, b)) return '0 V';
    if (one.volts === undefined || two.volts === undefined) return 'unsteady: one side floats';
    if (one.volts === 0 || two.volts === 0) return `${Math.abs(one.volts - two.volts)} V`;
    if (one.leg === 'unknown' || two.leg === 'unknown')
      return sameCircuit(a, b) ? '0 V' : '0 or 240 V by the legs';
    return one.leg === two.leg ? '0 V' : '240 V';
  };
  const sameCircuit = (a: string, b: string) => {
    const [one] = liveFrom(state.held(a));
    return one !== undefined && liveFrom(state.held(b)).includes(one);
  };
  const lit = (a: string, b: string) => {
    const [one, two] = [held(a), held(b)];
    return one !== undefined && two !== undefined && one.volts !== two.volts;
  };
  return {
    state,
    at,
    meter,
    nonContact(node) {
      const reading = at(node);
      if (reading.volts === VOLTS) return 'beeps';
      if (reading.through !== 'floating') return 'silent';
      const end = readEnd(node);
      const cable = end?.kind === 'wire' ? physical.cables.find(({ key }) => key === end.of) : undefined;
      return cable?.conductors.some(({ id }) => at(id).volts === VOLTS)
        ? 'may beep: induced from its neighbour'
        : 'silent';
    },
    plug({ hot, neutral, ground }) {
      const [hn, hg, ng] = [
        lit(hot, neutral),
        ground !== undefined && lit(hot, ground),
        ground !== undefined && lit(neutral, ground),
      ];
      const key = [hn, hg, ng].map(Number).join('');
      return { hn, hg, ng, says: PLUG[key] ?? 'a fault a plug tester has no name for' };
    },
  };
}
