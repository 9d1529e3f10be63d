/** Adding a device: one touch each; where no conductor is in the box yet, the size on it is asked first. */
import type { ChangeBox } from '../use-box-edit';
import type { BoxDocument } from '@dense-pack/core/box/document';
import { addItem, usualWidth, largestInsulatedIn, type NewItem } from '@dense-pack/core/box/edit';
import { newId } from '@dense-pack/core/box/new-id';
import { DEVICE_NAMES, type DeviceName, kindOf } from '@dense-pack/core/device/index';
import type { Size } from '@dense-pack/core/edition/edition';
import { itemFrom } from '@dense-pack/core/shorthand/piece';
import { useState } from 'react';
import { Notice } from '../../parts/Notice';
import { Chip } from '../../parts/Press';
import { Words } from '../../parts/Words';
import { InTheBox } from './InTheBox';
import { View } from '../../parts/View';

const SIZE_CHOICES: readonly Size[] = [14, 12, 10, 6];

interface DevicePanelProps {
  readonly box: BoxDocument;
  readonly onChange: ChangeBox;
  readonly onOpen: (id: string) => void;
}

export function DevicePanel({ box, onChange, onOpen }: DevicePanelProps) {
  const [chosen, setChosen] = useState<Size>();
  const bare = largestInsulatedIn(box) === undefined;
  const size = bare ? chosen : undefined;
  const add = (name: DeviceName) =>
    onChange(
      (now) =>
        addItem(
          now,
          {
            ...itemFrom(name),
            ...usualWidth(name),
            ...(size === undefined ? {} : { size }),
          } as NewItem,
          newId,
        ).box,
    );
  return (
    <View className="gap-3">
      <Words heading={2} strong>
        Add a device
      </Words>
      {bare && (
        <Notice title="No conductor is in the box yet">
          <Words tone="text-soft">
            A device takes its allowance from the largest conductor on it. Bring in a cable first, or say what
            lands on it:
          </Words>
          <View className="flex-row gap-2 pt-1">
            {SIZE_CHOICES.map((one) => (
              <Chip key={one} label={`${one} AWG`} on={one === chosen} onPress={() => setChosen(one)} />
            ))}
          </View>
        </Notice>
      )}
      {(!bare || chosen !== undefined) && (
        <View className="flex-row flex-wrap gap-2">
          {DEVICE_NAMES.map((name) => (
            <Chip
              key={name}
              label={kindOf(name).short}
              aria-label={`Add ${kindOf(name).short}`}
              className="min-w-[80px] max-w-[180px] grow basis-[80px]"
              onPress={() => add(name)}
            />
          ))}
        </View>
      )}
      <InTheBox box={box} kinds={['device']} onChange={onChange} onOpen={onOpen} />
    </View>
  );
}
