/** Rings, extensions and domed covers: with their marked volume, as a standard box, or unmarked. */
import type { NewItem } from '@dense-pack/core/box/edit';
import { ADDED_PARTS, type AddedPart } from '@dense-pack/core/box/words';
import type { Edition } from '@dense-pack/core/edition/edition';
import { useState } from 'react';
import { Choice } from '../../parts/Choice';
import { Button, Chip } from '../../parts/Press';
import { Words } from '../../parts/Words';
import { EXTENSIONS } from '../fields/HardwareFields';
import { VolumeSteps } from '../fields/Measures';
import { View } from '../../parts/View';

interface AddedVolumeProps {
  readonly edition: Edition;
  readonly onAdd: (item: NewItem) => void;
}

export function AddedVolume({ edition, onAdd }: AddedVolumeProps) {
  const [part, setPart] = useState<AddedPart>('ext');
  const [volume, setVolume] = useState('8 in3');
  const shown = volume.replace(' in3', '');
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
      <VolumeSteps
        label="Volume marked on it, in³"
        value={volume}
        start={8}
        most={100}
        onChange={setVolume}
      />
      <View className="flex-row flex-wrap gap-2">
        <Button
          label={`Add ${ADDED_PARTS[part]} of ${shown} in³`}
          className="grow"
          onPress={() => onAdd({ kind: 'added', count: 1, part, volume })}
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
