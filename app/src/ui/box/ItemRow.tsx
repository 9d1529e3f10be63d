/** Like pieces of the box with their count, to change or take out; its name opens it. */
import { itemName } from '@dense-pack/core/shorthand/change-words';
import type { ChangeBox } from './use-box-edit';
import { addCount, removeItems } from '@dense-pack/core/box/edit';
import { newId } from '@dense-pack/core/box/new-id';
import type { Row } from '@dense-pack/core/box/rows';
import Trash from 'lucide-react-native/icons/trash';
import { IconPress, Stepper } from '../parts/Press';
import { Touch } from '../parts/Touch';
import { Words } from '../parts/Words';
import { View } from '../parts/View';

interface ItemRowProps {
  readonly row: Row;
  readonly onChange: ChangeBox;
  readonly onOpen: () => void;
}

export function ItemRow({ row, onChange, onOpen }: ItemRowProps) {
  const { item, count } = row;
  const name = itemName(item);
  return (
    <View className="min-h-thumb flex-row items-center gap-2 border-b border-hair py-1">
      <Touch
        aria-label={`Open ${name}`}
        className="min-h-thumb min-w-0 flex-1 justify-center active:opacity-60"
        onPress={onOpen}
      >
        <Words className="underline">{name}</Words>
      </Touch>
      {item.kind !== 'barrier' && (
        <Stepper
          label={name}
          value={count}
          least={1}
          onChange={(many) => onChange((now) => addCount(now, item.id, many - count, newId))}
        />
      )}
      <IconPress
        label={`Remove ${name}`}
        icon={Trash}
        onPress={() =>
          onChange((now) =>
            removeItems(
              now,
              row.items.map(({ id }) => id),
            ),
          )
        }
      />
    </View>
  );
}
