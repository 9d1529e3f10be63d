/** One thing in the box, opened: why it counts, how many, and everything about it that can be changed. */
import type { ChangeBox } from './use-box-edit';
import type { Item } from '@dense-pack/core/box/document';
import { addCount, changeItems, duplicateItem, removeItems } from '@dense-pack/core/box/edit';
import { newId } from '@dense-pack/core/box/new-id';
import type { Row } from '@dense-pack/core/box/rows';
import type { Edition } from '@dense-pack/core/edition/edition';
import { useState } from 'react';
import Copy from 'lucide-react-native/icons/copy';
import Trash from 'lucide-react-native/icons/trash';
import X from 'lucide-react-native/icons/x';
import { Choice } from '../parts/Choice';
import { Field } from '../parts/Field';
import { Button, IconPress, Stepper } from '../parts/Press';
import { Words } from '../parts/Words';
import { ItemFields, takesLabel } from './fields/ItemFields';
import { itemName } from '@dense-pack/core/shorthand/change-words';
import { View } from '../parts/View';

interface ItemCardProps {
  /** The piece that was touched. */
  readonly item: Item;
  /** Those like it, itself among them. */
  readonly row: Row;
  readonly edition: Edition;
  /** A barrier parts the box. */
  readonly parted: boolean;
  /** Why it counts, where a tile or line was touched. */
  readonly why?: string | undefined;
  readonly onChange: ChangeBox;
  readonly onClose: () => void;
}

export function ItemCard({ item, row, edition, parted, why, onChange, onClose }: ItemCardProps) {
  const [alone, setAlone] = useState(false);
  const name = itemName(item);
  const many = row.items.length;
  const meant = alone ? [item.id] : row.items.map(({ id }) => id);
  const change = (fields: Record<string, unknown>) => onChange((now) => changeItems(now, meant, fields));
  return (
    <View
      className="gap-3 rounded-card border-2 border-action bg-sheet p-3"
      role="region"
      aria-label="Touched tile"
      testID="item-card"
    >
      <View className="flex-row items-center">
        <Words heading={2} size="lead" strong className="min-w-0 flex-1">
          {name}
        </Words>
        <IconPress label={`Close ${name}`} icon={X} onPress={onClose} />
      </View>
      {why !== undefined && <Words>{why}</Words>}
      {item.kind !== 'barrier' && (
        <View className="flex-row flex-wrap items-center gap-2">
          <Stepper
            label={name}
            value={row.count}
            least={1}
            onChange={(count) => onChange((now) => addCount(now, item.id, count - row.count, newId))}
          />
          <Button
            label="Duplicate"
            icon={Copy}
            className="grow"
            onPress={() => onChange((now) => duplicateItem(now, item.id, newId))}
          />
        </View>
      )}
      {many > 1 && (
        <Choice
          title="Changes apply to"
          options={[
            { value: false, label: many === 2 ? 'both' : `all ${many}` },
            { value: true, label: 'this one' },
          ]}
          value={alone}
          always
          onChoose={(one) => setAlone(one === true)}
        />
      )}
      <ItemFields item={item} edition={edition} parted={parted} onChange={change} />
      {takesLabel(item) && <LabelField item={item} onChange={change} />}
      <Button
        label={
          many > 1 && !alone ? `Remove ${many === 2 ? 'both' : `all ${many}`}: ${name}` : `Remove ${name}`
        }
        icon={Trash}
        kind="danger"
        onPress={() => {
          onClose();
          onChange((now) => removeItems(now, meant));
        }}
      />
    </View>
  );
}

/** Labels are one line and short; what is longer is refused and not lost. */
const LABEL_MOST = 80;

function LabelField({
  item,
  onChange,
}: {
  readonly item: Item;
  readonly onChange: (fields: Record<string, unknown>) => void;
}) {
  const [problem, setProblem] = useState<string>();
  const stored = 'label' in item ? (item.label ?? '') : '';
  return (
    <Field
      key={item.id}
      label="Label, as on its tag"
      defaultValue={stored}
      problem={problem}
      onEnd={(text) => {
        const label = text.trim();
        if (label.length > LABEL_MOST) {
          setProblem(
            `The label has ${label.length} characters; one line of at most ${LABEL_MOST} is taken. Shorten it: it stays here until you do.`,
          );
          return;
        }
        setProblem(undefined);
        if (label !== stored) onChange({ label: label === '' ? undefined : label });
      }}
    />
  );
}
