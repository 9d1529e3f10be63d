/** The box from the side; a thumb, or the arrow keys, slides the depth to which it is looked into from the front. */
import type { FoldPlace } from '@dense-pack/core/fold/contents';
import { showInches, sixtyFourths } from '@dense-pack/core/quantity/length';
import { foldSide, type Opened, sideFrame } from '@dense-pack/core/sheet/fold-picture';
import { useRef } from 'react';
import { View } from 'react-native';
import { PlainPicture } from '../../parts/PlainPicture';
import { slideKeys } from '../../parts/slide-keys';

/** It slides in eighths of an inch, in sixty-fourths. */
const STEP = 8;

interface DepthSlideProps {
  readonly inside: Opened;
  readonly places: readonly FoldPlace[];
  readonly depthLeft: number | undefined;
  readonly cut: number;
  readonly width: number;
  readonly onDepth: (depth: number) => void;
}

const KEYS: Readonly<Record<string, number>> = {
  ArrowLeft: -STEP,
  ArrowDown: -STEP,
  ArrowRight: STEP,
  ArrowUp: STEP,
  PageDown: -STEP * 4,
  PageUp: STEP * 4,
  Home: -Infinity,
  End: Infinity,
};

export function DepthSlide({ inside, places, depthLeft, cut, width, onDepth }: DepthSlideProps) {
  const frame = sideFrame(inside, width);
  const began = useRef(0);
  const to = (depth: number) =>
    onDepth(Math.max(STEP, Math.min(inside.depth, Math.round(depth / STEP) * STEP)));
  const picture = foldSide(inside, places, { depthLeft, cut }, width);
  return (
    <View style={{ width, height: picture.height }}>
      <PlainPicture picture={picture} width={width} on="screen" />
      <View
        role="slider"
        tabIndex={0}
        aria-label="Depth looked into: slide it, or use the arrow keys"
        aria-valuenow={Math.round((cut / 64) * 100) / 100}
        aria-valuemin={0}
        aria-valuemax={Math.round((inside.depth / 64) * 100) / 100}
        aria-valuetext={`${showInches(sixtyFourths(Math.round(cut)))} in from the back`}
        testID="depth-slide"
        className="absolute rounded-card"
        style={[
          // The whole section is the handle: a thumb goes where it wants to look.
          { left: 0, top: frame.top, width, height: frame.high + 8 },
          { touchAction: 'pan-y', cursor: 'ew-resize' } as object,
        ]}
        onStartShouldSetResponder={() => true}
        onMoveShouldSetResponder={() => true}
        onResponderTerminationRequest={() => false}
        onResponderGrant={({ nativeEvent: { locationX, pageX } }) => {
          began.current = pageX - locationX;
          to((locationX - frame.left) / frame.scale);
        }}
        onResponderMove={({ nativeEvent: { pageX } }) =>
          to((pageX - began.current - frame.left) / frame.scale)
        }
        {...slideKeys((key) => {
          const by = KEYS[key];
          if (by !== undefined) to(Math.max(0, Math.min(inside.depth, cut + by)));
          return by !== undefined;
        })}
      />
    </View>
  );
}
