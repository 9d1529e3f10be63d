/**
 * The one way a wiring is judged, planned or found: by the simulation and by rule. The app, the command line,
 * the sheet and the drill all ask here. It knows nothing of how the wiring was planned.
 */
import type { BoxDocument } from '../box/document.ts';
import { inEdition } from '../box/ground-wire.ts';
import type { WorkPlan } from '../box/work.ts';
import type { Wiring } from '../wiring/wiring.ts';
import type { Connector } from '../connector/connectors.ts';
import type { Edition } from '../edition/index.ts';
import { physicalOf } from '../physical/physical.ts';
import { type Circuitry, circuitryOf } from '../simulate/circuit.ts';
import { type Proof, prove } from '../simulate/prove.ts';
import { checkCircuitry, type WiringFinding } from '../wiring-rules/rules.ts';

export interface Judgement {
  readonly circuitry: Circuitry;
  readonly proof: Proof;
  readonly findings: readonly WiringFinding[];
  /** It works in every position, and no rule is broken. */
  readonly good: boolean;
}

/** The wired box, ready to be simulated. */
export const wired = (box: BoxDocument, work: WorkPlan, wiring: Wiring): Circuitry =>
  circuitryOf(physicalOf(box, work), wiring, work.schools.ground);

export function judgeWiring(
  box: BoxDocument,
  work: WorkPlan,
  wiring: Wiring,
  edition: Edition,
  kinds?: readonly Connector[],
): Judgement {
  const circuitry = wired(inEdition(box, edition), work, wiring);
  const proof = prove(circuitry, work, edition);
  const findings = checkCircuitry(circuitry, work, wiring, edition, kinds);
  const good = proof.good && !findings.some(({ severity }) => severity === 'violation');
  return { circuitry, proof, findings, good };
}
