/** What a box does, its wiring and the proof of it, worked out anew when the box changes. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import type { Wiring, WorkPlan } from '@dense-pack/core/box/work';
import { buildModel, type Model } from '@dense-pack/core/circuit/model';
import { type Proof, prove } from '@dense-pack/core/circuit/simulate';
import type { Edition } from '@dense-pack/core/edition/edition';
import { type Kit, stockOf } from '@dense-pack/core/parts/kit';
import { allMade, withPlan } from '@dense-pack/core/splice/made';
import { workOf } from '@dense-pack/core/splice/suggest';
import { type Plan, synthesise } from '@dense-pack/core/splice/synthesise';
import { checkWiring, type WiringFinding } from '@dense-pack/core/terminal/rules';
import { useMemo } from 'react';
import type { ChangeBox } from '../box/use-box-edit';
import { editionFor, type ShownBox } from '../client/queries';
import { useKit } from '../truck/kit';

export type Mode = 'plan' | 'found';

export interface Judged {
  readonly work: WorkPlan;
  readonly plan: Plan;
  /** The wiring looked at: the plan, or what was entered as found. */
  readonly wiring: Wiring;
  readonly model: Model;
  readonly proof: Proof;
  readonly findings: readonly WiringFinding[];
  /** Everything that keeps it from being good, in sentences. */
  readonly troubles: readonly string[];
  readonly good: boolean;
}

/** Judges a box’s wiring. */
export function judge(box: BoxDocument, circuit: string, edition: Edition, kit: Kit, mode: Mode): Judged {
  const said = workOf(box, circuit);
  const plan = synthesise(box, said, edition, stockOf(kit));
  const work = withPlan(said, plan.wiring);
  const wiring = mode === 'found' ? (work.found ?? EMPTY) : plan.wiring;
  const model = buildModel(box, work, wiring);
  const proof = prove(model, work);
  const findings = checkWiring(box, work, wiring, edition);
  const troubles = [
    ...(mode === 'plan' ? plan.obstacles : []),
    ...proof.faults,
    ...findings.filter(({ severity }) => severity === 'violation'),
  ].map(({ words }) => words);
  return {
    work,
    plan,
    wiring,
    model,
    proof,
    findings,
    troubles: [...new Set(troubles)],
    good: troubles.length === 0,
  };
}

export const EMPTY: Wiring = { joints: [], pigtails: [], lands: [], broken: [], marked: [], backstabbed: [] };

export function useWiring(box: BoxDocument, circuit: string, edition: Edition, mode: Mode): Judged {
  const kit = useKit();
  return useMemo(() => judge(box, circuit, edition, kit, mode), [box, circuit, edition, kit, mode]);
}

export type ChangeWork = (change: (work: WorkPlan) => WorkPlan) => void;

/** Changes what a box does; the plan that follows from it is kept with it, and the ticks that still hold. */
export function changeWork(onBox: ChangeBox, circuit: string, edition: Edition, kit: Kit): ChangeWork {
  return (change) =>
    onBox((now) => {
      const planned = (work: WorkPlan) => withPlan(work, synthesise(now, work, edition, stockOf(kit)).wiring);
      return { ...now, work: planned(change(planned(workOf(now, circuit)))) };
    });
}

/** Whether all joints are made up and all terminals landed by the plan as it is now. Nothing ticked: no plan is made. */
export function useAllMade(shown: ShownBox | undefined, job: Parameters<typeof editionFor>[0]) {
  const kit = useKit();
  return useMemo(() => {
    if (!shown?.box.work || shown.box.work.made.length === 0) return { joined: false, landed: false };
    const { box, circuit } = shown;
    const work = workOf(box, circuit);
    return allMade(withPlan(work, synthesise(box, work, editionFor(job, box), stockOf(kit)).wiring));
  }, [shown, job, kit]);
}
