/** What a box does, its wiring and the proof of it, worked out anew when the box changes. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { newId } from '@dense-pack/core/box/new-id';
import { freshly, withWork } from '@dense-pack/core/box/set-up';
import type { WorkPlan } from '@dense-pack/core/box/work';
import type { Edition } from '@dense-pack/core/edition/edition';
import { editionOf } from '@dense-pack/core/edition/index';
import { type Kit, stockOf } from '@dense-pack/core/parts/kit';
import { allMade, withPlan } from '@dense-pack/core/plan/made';
import { workOf } from '@dense-pack/core/plan/suggest';
import type { Order } from '@dense-pack/core/plan/order';
import {
  assemble,
  type Mode,
  NOTHING_JOINED,
  planBox,
  type Planned,
  planOf,
} from '@dense-pack/core/plan/planned';
import { useEffect, useMemo, useState } from 'react';
import type { ChangeBox } from '../../box/use-box-edit';
import { hasWorkers } from '../../client/ask-worker';
import { editionFor, type ShownBox } from '../../client/queries';
import { useKit } from '../../truck/kit';
import { askPlan } from './ask-plan';
import type { PlanQuestion } from './plan-answers';

export type { Mode };
export type Judged = Planned;
export const EMPTY = NOTHING_JOINED;

/** Plans and judges a box’s wiring. */
export function judge(box: BoxDocument, circuit: string, edition: Edition, kit: Kit, mode: Mode): Judged {
  return planBox(box, workOf(box, circuit), edition, stockOf(kit), mode);
}

/** A box’s wiring as it was last worked out. */
export interface Shown {
  readonly judged: Judged;
  readonly order: Order | undefined;
  /** The box has changed since: it is being worked out anew. */
  readonly pending: boolean;
}

interface Answered {
  readonly question: PlanQuestion;
  readonly shown: Omit<Shown, 'pending'>;
}

/** The wiring of a box, worked out by a worker; undefined until it first is. */
export function useWiring(
  box: BoxDocument,
  circuit: string,
  edition: Edition,
  mode: Mode,
): Shown | { readonly failed: string } | undefined {
  const kit = useKit();
  const question = useMemo<PlanQuestion>(
    () => ({ box, circuit, edition: edition.id, kit, mode }),
    [box, circuit, edition, kit, mode],
  );
  const here = useMemo(
    () => (hasWorkers() ? undefined : judge(box, circuit, edition, kit, mode)),
    [box, circuit, edition, kit, mode],
  );
  const [answered, setAnswered] = useState<Answered>();
  const [failed, setFailed] = useState<string>();
  useEffect(() => {
    if (!hasWorkers()) return undefined;
    const ending = new AbortController();
    askPlan(question, ending.signal)
      .then(({ order, ...computed }) => {
        if (ending.signal.aborted) return;
        setFailed(undefined);
        const said = workOf(question.box, question.circuit);
        const judged = assemble(question.box, said, computed, editionOf(question.edition), question.mode);
        setAnswered({ question, shown: { judged, order } });
      })
      .catch((error: unknown) => {
        if (!ending.signal.aborted) setFailed(error instanceof Error ? error.message : String(error));
      });
    return () => ending.abort();
  }, [question]);
  if (here) return { judged: here, order: undefined, pending: false };
  if (failed !== undefined) return { failed };
  // Another way of looking is another question: what is shown of it would be the wrong wiring.
  if (!answered || answered.question.mode !== mode) return undefined;
  return { ...answered.shown, pending: answered.question !== question };
}

export type ChangeWork = (change: (work: WorkPlan) => WorkPlan) => void;

/** Changes what a box does; the plan that follows from it is kept with it, and the ticks that still hold. */
export function changeWork(onBox: ChangeBox, circuit: string, edition: Edition, kit: Kit): ChangeWork {
  return (change) =>
    onBox((now) => {
      const planned = (from: BoxDocument) => {
        const work = workOf(from, circuit);
        return withPlan(work, planOf(from, work, edition, stockOf(kit)).wiring);
      };
      // What is changed may split a raceway into its runs: the plan is made of the pieces as they are then.
      const { box } = withWork(now, change(planned(now)), freshly(newId));
      const { runs: _runs, devices: _devices, ...work } = planned(box);
      return { ...box, work };
    });
}

/** Whether all joints are made up and all terminals landed by the plan as it is now. Nothing ticked: no plan is made. */
export function madeOf(
  { box, circuit }: ShownBox,
  job: Parameters<typeof editionFor>[0],
  kit: Kit,
): { joined: boolean; landed: boolean } {
  if (!box.work || box.work.made.length === 0) return { joined: false, landed: false };
  const work = workOf(box, circuit);
  const { wiring, kept } = planOf(box, work, editionFor(job, box), stockOf(kit));
  return allMade(withPlan(work, wiring), kept);
}
