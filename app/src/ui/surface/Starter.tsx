/** The box with the starter on it: its marked volume adds (314.16(A)), and the count is told before it is put in. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { addItem } from '@dense-pack/core/box/edit';
import { newId } from '@dense-pack/core/box/new-id';
import type { Edition } from '@dense-pack/core/edition/edition';
import { tally } from '@dense-pack/core/fill/tally';
import { verdictWords } from '@dense-pack/core/fill/verdict';
import type { ChangeBox } from '../box/use-box-edit';
import { Notice } from '../parts/Notice';
import { Button } from '../parts/Press';
import { Words } from '../parts/Words';

interface StarterProps {
  /** Its marked volume, once it is told. */
  readonly starter: string | undefined;
  readonly box: BoxDocument;
  readonly edition: Edition;
  readonly onBox: ChangeBox;
}

export function Starter({ starter, box, edition, onBox }: StarterProps) {
  if (starter === undefined) return null;
  const on = box.items.some(
    (item) => item.kind === 'added' && item.volume === starter && item.part === 'ext',
  );
  const put = (now: BoxDocument) =>
    addItem(now, { kind: 'added', part: 'ext', count: 1, volume: starter }, newId).box;
  return (
    <Notice title={`With the starter: ${verdictWords(tally(on ? box : put(box), edition))}`}>
      {on ? (
        <Words tone="text-soft">Its volume is in the count.</Words>
      ) : (
        <Button label="Put the starter into the count" onPress={() => onBox(put)} />
      )}
    </Notice>
  );
}
