/**
 * Every change of a box on the screen goes through here: made of the box as it stands at that moment,
 * kept for undo, then saved at once. Two quick touches never undo each other.
 */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { planChange } from '@dense-pack/core/box/stages';
import type { BoxFields } from '@dense-pack/core/box/record';
import { useCallback } from 'react';
import { useHistory } from '../client/history';
import type { FieldProblem } from '@/sync/operation';
import { boxNow, changeBox, type ShownBox } from '../client/queries';

/** Gives the changed box for the box as it stands now. */
export type ChangeBox = (change: (box: BoxDocument) => BoxDocument) => void;
/** A box and what is said beside it. */
export type BoxAndSeen = Pick<BoxFields, 'box' | 'seen'>;
/** Gives both for both as they stand now. */
export type ChangeBoth = (change: (now: BoxAndSeen) => BoxAndSeen) => void;
/** Gives the changed fields for the record as it stands now. */
export type ChangeFields = (change: (box: ShownBox) => Partial<BoxFields>) => readonly FieldProblem[];

export interface BoxEdit {
  readonly edit: ChangeBox;
  readonly editBoth: ChangeBoth;
  readonly changeFields: ChangeFields;
  readonly go: (way: 'back' | 'ahead') => void;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
}

/**
 * @param planning whether a change of what is in the box begins a plan, where none is begun yet: the person
 *   has looked at Change
 */
export function useBoxEdit(jobId: string, boxId: string, planning?: () => boolean): BoxEdit {
  const { keep, go, canUndo, canRedo } = useHistory(boxId);
  const changeFields = useCallback<ChangeFields>(
    (change) => {
      const now = boxNow(jobId, boxId);
      if (!now) return [];
      const fields = change(now);
      const problems = changeBox(now, fields);
      // A name is corrected, not undone; what was not taken leaves nothing to undo.
      if (problems.length === 0 && (fields.box || fields.found !== undefined || fields.seen || fields.stage))
        keep(now, boxNow(jobId, boxId) ?? now);
      return problems;
    },
    [jobId, boxId, keep],
  );
  const editBoth = useCallback<ChangeBoth>(
    (change) =>
      void changeFields((now) => {
        const { box, seen } = change(now);
        // A tick is no change of what is in the box.
        const begins = box !== now.box && planning?.() && now.stage === 'found' && now.box.items.length > 0;
        return {
          ...(begins ? planChange(now, new Date().toISOString()) : {}),
          box,
          ...(seen === now.seen ? {} : { seen }),
        };
      }),
    [changeFields, planning],
  );
  const edit = useCallback<ChangeBox>(
    (change) => editBoth(({ box, seen }) => ({ box: change(box), seen })),
    [editBoth],
  );
  return {
    edit,
    editBoth,
    changeFields,
    go: (way) => {
      const now = boxNow(jobId, boxId);
      const there = now && go(now, way);
      if (now && there) changeBox(now, there);
    },
    canUndo,
    canRedo,
  };
}
