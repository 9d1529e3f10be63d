/** What of some kinds is in the box, each with its count. */
import type { ChangeBox } from '../use-box-edit';
import type { BoxDocument, Item } from '@dense-pack/core/box/document';
import { rowsOf } from '@dense-pack/core/box/rows';
import { Words } from '../../parts/Words';
import { ItemRow } from '../ItemRow';
import { View } from '../../parts/View';

interface InTheBoxProps {
  readonly box: BoxDocument;
  /** Without it, everything. */
  readonly kinds?: readonly Item['kind'][];
  readonly onChange: ChangeBox;
  readonly onOpen: (id: string) => void;
}

export function InTheBox({ box, kinds, onChange, onOpen }: InTheBoxProps) {
  const there = box.items.filter((item) => kinds?.includes(item.kind) ?? true);
  if (there.length === 0) return null;
  return (
    <View>
      <Words size="fine" strong tone="text-soft">
        In the box
      </Words>
      {rowsOf(there).map((row) => (
        <ItemRow key={row.item.id} row={row} onChange={onChange} onOpen={() => onOpen(row.item.id)} />
      ))}
    </View>
  );
}
