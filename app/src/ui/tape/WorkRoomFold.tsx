/** The second answer and what it rests on: an estimate, kept apart from the verdict. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { editionOf } from '@dense-pack/core/edition/index';
import type { Tally } from '@dense-pack/core/fill/tally';
import { workRoom } from '@dense-pack/core/fold/work-room';
import { memo } from 'react';
import { Fold } from '../parts/Fold';
import { Words } from '../parts/Words';
import { useKit } from '../truck/kit';
import { View } from '../parts/View';

interface WorkRoomFoldProps {
  readonly box: BoxDocument;
  readonly counted: Tally;
}

export const WorkRoomFold = memo(function WorkRoomFold({ box, counted }: WorkRoomFoldProps) {
  const room = workRoom(box, editionOf(counted.edition), counted, useKit().assumptions);
  if (room.answer === 'unknown') return null;
  return (
    <Fold title={`To work in: ${room.answer}`}>
      <View className="gap-1 border-t border-hair px-3 py-2">
        <Words>{`${room.words.charAt(0).toUpperCase()}${room.words.slice(1)}. An estimate of real sizes: legal is not roomy, and this changes no verdict.`}</Words>
        {room.assumptions.map((assumption) => (
          <Words key={assumption} size="fine" tone="text-soft">
            {assumption}
          </Words>
        ))}
      </View>
    </Fold>
  );
});
