/** What every look of a proof knows, and how it tells what fails. */
import type { WorkPlan } from '../box/work.ts';
import type { TerminalRule } from '../edition/index.ts';
import { type ArgsOf, type Argument, type Code, type Finding, type Place } from '../finding/finding.ts';
import type { Circuitry } from './circuit.ts';
import type { Required } from './required.ts';
import type { Prepared } from './state.ts';

type FaultCode = Code<'proof'>;
export type Fault = Finding<'proof'>;

export interface ProofContext {
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
