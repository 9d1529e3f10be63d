/** When someone else changed the box in the meantime: both versions, and the person chooses. */
import { printCountLine } from '@dense-pack/core/shorthand/print';
import { View } from 'react-native';
import { outbox, type ShownBox } from '../client/queries';
import { Notice } from '../parts/Notice';
import { Button } from '../parts/Press';
import { Words } from '../parts/Words';

export function Conflict({ box }: { readonly box: ShownBox }) {
  const { waiting } = box;
  if (waiting?.refused !== undefined) {
    return (
      <Notice title="Not taken by the server" tone="over" live>
        <Words>{waiting.refused}</Words>
        <Words tone="text-soft">Your change is kept here. Correct it, and it is sent again.</Words>
      </Notice>
    );
  }
  if (!waiting?.conflict) return null;
  return (
    <Notice title="This box was changed elsewhere too" tone="unknown" live>
      <Words strong>Yours</Words>
      <Words mono>{printCountLine(waiting.fields.box)}</Words>
      <Words strong>Stored</Words>
      <Words mono>{printCountLine(waiting.conflict.box)}</Words>
      <View className="flex-row gap-2 pt-1">
        <Button label="Keep yours" kind="main" onPress={() => outbox.settle(box.id, 'mine')} />
        <Button label="Take stored" onPress={() => outbox.settle(box.id, 'theirs')} />
      </View>
    </Notice>
  );
}
