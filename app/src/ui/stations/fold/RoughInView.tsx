/** Rough-in: the ends curled against the back, out of reach of the router that cuts the board. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import type { Edition } from '@dense-pack/core/edition/edition';
import { roughIn } from '@dense-pack/core/fold/rough-in';
import { ROUGH_IN_ANSWERS, roughInSteps, roughInWords } from '@dense-pack/core/fold/rough-in-words';
import { foldSide, openedOf } from '@dense-pack/core/sheet/fold-picture';
import { solidsOf } from '@dense-pack/core/parts/kit';
import { useMemo } from 'react';
import { PlainPicture } from '../../parts/PlainPicture';
import { Words } from '../../parts/Words';
import { useKit } from '../../truck/kit';
import { Answer, Assumed } from './Answer';
import { View } from '../../parts/View';

interface RoughInViewProps {
  readonly box: { readonly box: BoxDocument };
  readonly edition: Edition;
  readonly width: number;
}

export function RoughInView({ box: { box }, edition, width }: RoughInViewProps) {
  const kit = useKit();
  const solids = useMemo(() => solidsOf(kit), [kit]);
  const curled = useMemo(() => roughIn(box, edition, solids), [box, edition, solids]);
  const room = Math.min(width - 32, 520);
  return (
    <>
      <Answer fits={curled.fits} words={ROUGH_IN_ANSWERS[curled.fits]} why={roughInWords(curled)} />
      {curled.inside && (
        <View className="items-center">
          <PlainPicture
            picture={foldSide(openedOf(curled.inside), curled.places, { reach: curled.reach }, room)}
            width={room}
            on="screen"
          />
        </View>
      )}
      <View className="gap-1 rounded-card border border-hair bg-sheet px-3 py-2">
        <Words heading={2} strong>
          In this order
        </Words>
        {roughInSteps.map((step, nth) => (
          <Words key={step}>{`${nth + 1}. ${step}`}</Words>
        ))}
      </View>
      <Assumed
        words={[
          ...(curled.inside?.assumed ?? []),
          `Each conductor has ${solids.conductor} in in the box and takes ${solids.curled} times its own room curled.`,
        ]}
      />
    </>
  );
}
