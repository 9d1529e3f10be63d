/** Rings, extensions and domed covers: with their marked volume, as a standard box, or unmarked. */
import type { NewItem } from '@dense-pack/core/box/edit';
import { ADDED_PARTS, type AddedPart } from '@dense-pack/core/box/words';
import type { Edition } from '@dense-pack/core/edition/edition';
import { useState } from 'react';
import { View } from 'react-native';
import { Choice } from '../../parts/Choice';
import { Button, Chip, Stepper } from '../../parts/Press';
import { Words } from '../../parts/Words';

interface AddedVolumeProps {
  readonly edition: Edition;
  readonly onAdd: (item: NewItem) => void;
}

/** Standard boxes an extension is commonly made as. */
const EXTENSIONS = ['4sq-1.5', '4sq-2.125', 'oct-1.5', '411sq-1.5'];

export function AddedVolume({ edition, onAdd }: AddedVolumeProps) {
  const [part, setPart] = useState<AddedPart>('ext');
  const [whole, setWhole] = useState(8);
  const [tenths, setTenths] = useState(0);
  const volume = `${whole}${tenths === 0 ? '' : `.${tenths}`}`;
  const boxes = edition.boxes.value.filter(({ code }) => EXTENSIONS.includes(code));
  return (
    <View
      className="gap-2 rounded-card border border-hair bg-sheet p-3"
      role="group"
      aria-label="Ring or extension"
    >
      <Words strong>A ring, extension or domed cover</Words>
      <Choice
        title="What it is"
        options={(Object.keys(ADDED_PARTS) as AddedPart[]).map((value) => ({
          value,
          label: ADDED_PARTS[value],
        }))}
        value={part}
        always
        onChoose={(value) => value && setPart(value)}
      />
      <Words size="fine" strong>
        Volume marked on it, in³
      </Words>
      <View className="flex-row flex-wrap items-center gap-2">
        <Stepper label="whole cubic inches" value={whole} least={1} most={60} onChange={setWhole} />
        <Words mono strong>
          .
        </Words>
        <Stepper label="tenths of a cubic inch" value={tenths} least={0} most={9} onChange={setTenths} />
      </View>
      <View className="flex-row flex-wrap gap-2">
        <Button
          label={`Add ${ADDED_PARTS[part]} of ${volume} in³`}
          className="grow"
          onPress={() => onAdd({ kind: 'added', count: 1, part, volume: `${volume} in3` })}
        />
        <Button
          label={`Unmarked ${ADDED_PARTS[part]}`}
          className="grow"
          onPress={() => onAdd({ kind: 'added', count: 1, part })}
        />
      </View>
      {part === 'ext' && boxes.length > 0 && (
        <View className="flex-row flex-wrap gap-2">
          {boxes.map(({ code, trade }) => (
            <Chip
              key={code}
              label={trade}
              detail="standard box"
              aria-label={`Add extension ${trade} standard box`}
              onPress={() => onAdd({ kind: 'added', count: 1, part, box: code })}
            />
          ))}
        </View>
      )}
    </View>
  );
}
