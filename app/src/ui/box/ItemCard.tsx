/** One thing in the box, opened: why it counts, how many, and everything about it that can be changed. */
import type { ChangeBox } from './use-box-edit';
import type { Item, ItemOf } from '@dense-pack/core/box/document';
import { addCount, changeItem, duplicateItem, removeItem } from '@dense-pack/core/box/edit';
import { DEVICES } from '@dense-pack/core/box/words';
import { useState } from 'react';
import Copy from 'lucide-react-native/icons/copy';
import Trash from 'lucide-react-native/icons/trash';
import X from 'lucide-react-native/icons/x';
import { View } from 'react-native';
import { Choice } from '../parts/Choice';
import { Field } from '../parts/Field';
import { Button, IconPress, Stepper } from '../parts/Press';
import { Words } from '../parts/Words';
import { CABLE_SIZES, CableFields } from './CableFields';
import { itemName } from './ItemRow';

interface ItemCardProps {
  readonly item: Item;
  /** Why it counts, where a tile or line was touched. */
  readonly why?: string | undefined;
  readonly onChange: ChangeBox;
  readonly onClose: () => void;
}

export function ItemCard({ item, why, onChange, onClose }: ItemCardProps) {
  const name = itemName(item);
  const change = (fields: Record<string, unknown>) => onChange((now) => changeItem(now, item.id, fields));
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
            value={item.count}
            least={1}
            onChange={(count) => onChange((now) => addCount(now, item.id, count - item.count))}
          />
          <Button
            label="Duplicate"
            icon={Copy}
            className="grow"
            onPress={() => onChange((now) => duplicateItem(now, item.id))}
          />
        </View>
      )}
      {item.kind === 'cable' && <CableFields cable={item} onChange={change} />}
      {item.kind === 'device' && <DeviceFields item={item} onChange={change} />}
      {'label' in item || item.kind === 'cable' || item.kind === 'device' ? (
        <LabelField item={item} onChange={change} />
      ) : null}
      <Button
        label={`Remove ${name}`}
        icon={Trash}
        kind="danger"
        onPress={() => {
          onClose();
          onChange((now) => removeItem(now, item.id));
        }}
      />
    </View>
  );
}

function DeviceFields({
  item,
  onChange,
}: {
  readonly item: ItemOf<'device'>;
  readonly onChange: (fields: Record<string, unknown>) => void;
}) {
  return (
    <>
      <Choice
        title="Swap it for"
        options={(Object.keys(DEVICES) as (keyof typeof DEVICES)[]).map((value) => ({
          value,
          label: DEVICES[value].replace(/ receptacle$/, ''),
        }))}
        value={item.device}
        always
        onChoose={(device) => onChange({ device, depth: undefined })}
      />
      <Choice
        title="Largest conductor on it, AWG"
        options={CABLE_SIZES}
        value={item.size}
        onChoose={(size) => onChange({ size })}
      />
      <Choice
        title="Gangs it needs"
        options={[1, 2].map((value) => ({ value, label: String(value) }))}
        value={item.wide}
        always
        onChoose={(wide) => onChange({ wide })}
      />
    </>
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
