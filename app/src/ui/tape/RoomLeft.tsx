/** How much more of each common thing the box would still legally hold. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import type { Edition } from '@dense-pack/core/edition/edition';
import { roomLeft, smallestBoxes } from '@dense-pack/core/fill/room';
import { showVolume, UNIT_NAMES } from '@dense-pack/core/quantity/volume';
import { memo, useMemo } from 'react';
import { Words } from '../parts/Words';
import { View } from '../parts/View';

interface RoomLeftProps {
  readonly box: BoxDocument;
  readonly edition: Edition;
}

export const RoomLeft = memo(function RoomLeft({ box, edition }: RoomLeftProps) {
  const room = useMemo(() => roomLeft(box, edition), [box, edition]);
  const boxes = useMemo(() => smallestBoxes(box, edition).slice(0, 4), [box, edition]);
  if (box.items.length === 0) return null;
  const some = room.filter(({ more }) => more !== null && more > 0);
  return (
    <View
      className="gap-2 rounded-card border border-hair bg-sheet px-3 py-2"
      role="region"
      aria-label="Room left"
    >
      <Words heading={2} strong>
        Room for one kind more
      </Words>
      {some.length === 0 ? (
        <Words tone="text-soft">
          {room.every(({ more }) => more === null)
            ? 'No answer without a legal volume.'
            : 'Nothing more goes in.'}
        </Words>
      ) : (
        <View className="flex-row flex-wrap gap-2">
          {some.map(({ name, more }) => (
            <Words key={name} className="rounded-card bg-sunk px-2 py-1">
              {`${more} × ${name}`}
            </Words>
          ))}
        </View>
      )}
      {boxes.length > 0 && (
        <Words size="fine" tone="text-soft">
          {`Smallest standard boxes that hold what is planned: ${boxes
            .map(
              ({ standard }) =>
                `${standard.trade} (${showVolume(standard.volume, edition.unit)} ${UNIT_NAMES[edition.unit]}${standard.perGang ? ' a gang' : ''})`,
            )
            .join(', ')}.`}
        </Words>
      )}
    </View>
  );
});
