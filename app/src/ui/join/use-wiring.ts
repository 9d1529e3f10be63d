/** What a box does, its wiring and the proof of it, worked out anew when the box changes. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import type { WorkPlan } from '@dense-pack/core/box/work';
import type { Edition } from '@dense-pack/core/edition/edition';
import { type Kit, stockOf } from '@dense-pack/core/parts/kit';
import { allMade, withPlan } from '@dense-pack/core/plan/made';
import { workOf } from '@dense-pack/core/plan/suggest';
import { type Mode, NOTHING_JOINED, planBox, type Planned } from '@dense-pack/core/plan/planned';
import { synthesise } from '@dense-pack/core/plan/synthesise';
import { useMemo } from 'react';
import type { ChangeBox } from '../box/use-box-edit';
import { editionFor, type ShownBox } from '../client/queries';
import { useKit } from '../truck/kit';

export type { Mode };
export type Judged = Planned;
export const EMPTY = NOTHING_JOINED;

/** Plans and judges a box’s wiring. */
export function judge(box: BoxDocument, circuit: string, edition: Edition, kit: Kit, mode: Mode): Judged {
  return planBox(box, workOf(box, circuit), edition, stockOf(kit), mode);
}

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
