/**
 * What is wrong with a wiring by rule (docs/trade.md#joints-and-pigtails, #grounding, #terminals, #mistakes), planned or as found. What fails electrically
 * is for the simulation to say. Like the simulation it knows nothing of how a wiring was planned.
 */
import type { BoxDocument } from '../box/document.ts';
import type { WorkPlan } from '../box/work.ts';
import type { Wiring } from '../wiring/wiring.ts';
import { type Connector, CONNECTORS } from '../connector/connectors.ts';
import type { Edition } from '../edition/index.ts';
import { physicalOf } from '../physical/physical.ts';
import { type Circuitry, circuitryOf } from '../simulate/circuit.ts';
import { bonding } from './bonding.ts';
import { ends } from './ends.ts';
import { joints } from './joints.ts';
import { lineAndLoad } from './line-and-load.ts';
import { sizes } from './sizes.ts';
import { springHoles } from './spring-holes.ts';
import { spares } from './spares.ts';
import { subjectOf, type WiringFinding, type WiringRule } from './subject.ts';
import { colours, empty, oneUnderAScrew } from './terminals.ts';
import { markedWhites, whiteReturns } from './whites.ts';
import { yokes } from './yokes.ts';

export type { WiringFinding };

const RULES: readonly WiringRule[] = [
  ends,
  markedWhites,
  joints,
  oneUnderAScrew,
  colours,
  empty,
  bonding,
  spares,
  sizes,
  yokes,
  whiteReturns,
  lineAndLoad,
  springHoles,
];

/** Everything that is wrong with a wiring by rule, in the order of the rules. */
export function checkWiring(
  box: BoxDocument,
  work: WorkPlan,
  wiring: Wiring,
  edition: Edition,
  kinds: readonly Connector[] = CONNECTORS,
): WiringFinding[] {
  const circuitry = circuitryOf(physicalOf(box, work), wiring, work.schools.ground);
  return checkCircuitry(circuitry, work, wiring, edition, kinds);
}

/** The same, of a box that is wired already. */
export function checkCircuitry(
  circuitry: Circuitry,
  work: WorkPlan,
  wiring: Wiring,
  edition: Edition,
  kinds: readonly Connector[] = CONNECTORS,
): WiringFinding[] {
  const subject = subjectOf(circuitry, work, wiring, edition, kinds);
  return RULES.flatMap((rule) => rule(subject));
}
