/** Every change of a box on the screen goes through here: kept for undo first, then saved at once. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import type { BoxFields } from '@dense-pack/core/box/record';
import { useHistory } from '../client/history';
import type { ShownBox } from '../client/queries';

export interface BoxEdit {
  readonly edit: (box: BoxDocument) => void;
  readonly changeFields: (fields: Partial<BoxFields>) => void;
  readonly go: (way: 'back' | 'ahead') => void;
  readonly canUndo: boolean;
  readonly canRedo: boolean;
}

export function useBoxEdit(
  boxId: string,
  box: ShownBox | undefined,
  change: (fields: Partial<BoxFields>) => void,
): BoxEdit {
  const history = useHistory(boxId);
  const changeFields = (fields: Partial<BoxFields>) => {
    if (!box) return;
    // A name is corrected, not undone.
    if (fields.box || fields.found !== undefined || fields.seen || fields.stage) history.keep(box);
    change(fields);
  };
  return {
    edit: (document) => changeFields({ box: document }),
    changeFields,
    go: (way) => {
      const there = box && history.go(box, way);
      if (there) change(there);
    },
    canUndo: history.canUndo,
    canRedo: history.canRedo,
  };
}
