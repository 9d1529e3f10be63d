/**
 * The mistakes of a wiring that was found, and what hangs on each: the loads that read otherwise once what is wrong
 * is taken out of the wiring, told by the simulation.
 */
import type { WorkPlan } from '../box/work.ts';
import type { Wiring } from '../wiring/wiring.ts';
import type { Physical } from '../physical/physical.ts';
import { circuitryOf } from '../simulate/circuit.ts';
import { bench } from '../simulate/instruments.ts';
import type { WiringFinding } from '../wiring-rules/rules.ts';

export interface Mistake {
  readonly finding: WiringFinding;
  /** Loads that hang on it, by the id of the use. */
  readonly loads: readonly string[];
}

/** So many mistakes are followed to their loads; beyond, they are only told. */
const FOLLOWED = 24;

/** Every violation of a rule, in the order of the rules, with the loads that hang on it. */
export function mistakesIn(
  physical: Physical,
  work: WorkPlan,
  wiring: Wiring,
  findings: readonly WiringFinding[],
): Mistake[] {
  const wrong = findings.filter(({ severity }) => severity === 'violation');
  const now = readingsOf(physical, work, wiring);
  return wrong.map((finding, nth) => {
    if (nth >= FOLLOWED) return { finding, loads: [] };
    const without = readingsOf(physical, work, withoutIt(wiring, finding));
    return { finding, loads: [...now.keys()].filter((id) => now.get(id) !== without.get(id)) };
  });
}

/** The wiring without the joint or the ends that are wrong. */
function withoutIt(wiring: Wiring, { at: { joint, ends = [] } }: WiringFinding): Wiring {
  const gone = new Set(ends);
  return {
    ...wiring,
    joints: wiring.joints
      .filter(({ id }) => id !== joint)
      .map((one) => ({ ...one, ends: one.ends.filter((end) => !gone.has(end)) })),
    lands: wiring.lands.filter(({ end, at }) => !gone.has(end) && !gone.has(at)),
  };
}

/** What a meter reads at each load, with all switches one way, the other way, and each thrown alone. */
function readingsOf(physical: Physical, work: WorkPlan, wiring: Wiring): Map<string, string> {
  const circuitry = circuitryOf(physical, wiring, work.schools.ground);
  const { switches, uses } = physical;
  const all = (position: number) => Object.fromEntries(switches.map(({ id }) => [id, position]));
  const states = [all(0), all(1), ...switches.map(({ id }) => ({ ...all(0), [id]: 1 }))];
  const read = states.map((positions) => bench(circuitry, work, { positions }));
  return new Map(
    uses.map(({ id, hot, neutral }) => [id, read.map((test) => test.meter(hot, neutral)).join('; ')]),
  );
}
