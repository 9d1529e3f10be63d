/** Choosing the edition that is adopted where the work is. */
import { type EditionId, EDITIONS } from '@dense-pack/core/edition/index';
import { Chip } from './Press';
import { View } from './View';

interface EditionChoiceProps {
  readonly value: EditionId | undefined;
  readonly onChoose: (edition: EditionId) => void;
}

export function EditionChoice({ value, onChoose }: EditionChoiceProps) {
  return (
    <View className="flex-row flex-wrap gap-2" role="group" aria-label="Edition">
      {EDITIONS.map((edition) => (
        <Chip
          key={edition.id}
          label={edition.name}
          on={value === edition.id}
          onPress={() => onChoose(edition.id)}
        />
      ))}
    </View>
  );
}
