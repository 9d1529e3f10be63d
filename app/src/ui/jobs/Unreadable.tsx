/** Boxes the server keeps and this program cannot read: told by name and reason, never hidden. */
import type { UnreadableBox } from '@dense-pack/core/box/record';
import { Linking } from 'react-native';
import { storedAddress } from '@/sync/api';
import { Notice } from '../parts/Notice';
import { Button } from '../parts/Press';
import { Words } from '../parts/Words';
import { View } from '../parts/View';

interface UnreadableProps {
  readonly boxes: readonly UnreadableBox[];
}

export function Unreadable({ boxes }: UnreadableProps) {
  if (boxes.length === 0) return null;
  return (
    <Notice
      title={boxes.length === 1 ? 'One box cannot be read here' : `${boxes.length} boxes cannot be read here`}
      tone="unknown"
    >
      <Words tone="text-soft">
        Nothing of it is lost: it is kept as it was written. A newer version of this program reads it.
      </Words>
      {boxes.map(({ id, name, room, why }) => (
        <View key={id} className="gap-1 border-t border-hair pt-2" testID="unreadable">
          <Words strong>{[name, room].filter(Boolean).join(', ')}</Words>
          <Words size="fine">{why}</Words>
          <Button
            label={`Save “${name}” as a file`}
            onPress={() => void Linking.openURL(storedAddress(id))}
          />
        </View>
      ))}
    </Notice>
  );
}
