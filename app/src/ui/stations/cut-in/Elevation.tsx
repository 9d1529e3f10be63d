/**
 * The wall seen from the room: the opening is dragged by a thumb or nudged by the arrow keys, in sixteenths of an inch,
 * and what is drawn is always a place that is allowed; one that is not is crossed out beside it.
 */
import type { CutInAsk } from '@dense-pack/core/box/hole';
import { lengthOf } from '@dense-pack/core/box/texts';
import { type Length, showInches, sixtyFourths, writeLength } from '@dense-pack/core/quantity/length';
import { across, down, type Frame, frameAt, wallPicture } from '@dense-pack/core/sheet/hole-picture';
import { type CutIn, planCutIn } from '@dense-pack/core/space/cut-in';
import { openingAt } from '@dense-pack/core/space/wall';
import { useRef, useState } from 'react';
import { View } from 'react-native';
import { PlainPicture } from '../../parts/PlainPicture';
import { slideKeys } from '../../parts/slide-keys';

/** A place is dragged and nudged in sixteenths. */
export const STEP = sixtyFourths(4);
const NM_PER_POINT = (frame: Frame) => 25_400_000 / frame.scale;
/** Within this of the old box’s height it is that height. */
const LEVEL = sixtyFourths(32);
/** The least a thumb can hold, px. */
const THUMB = 48;

interface ElevationProps {
  readonly ask: CutInAsk;
  readonly plan: CutIn;
  readonly width: number;
  readonly onPlace: (x: Length, y: Length) => void;
}

const onStep = (length: number) => (Math.round(length / STEP) * STEP) as Length;

/** The question with the opening wished somewhere else. */
const wishing = (ask: CutInAsk, x: Length, y: Length): CutInAsk => ({
  ...ask,
  wish: { ...ask.wish, x: writeLength(x, 'in'), y: writeLength(y, 'in') },
});

export function Elevation({ ask, plan, width, onPlace }: ElevationProps) {
  const [dragged, setDragged] = useState<{ readonly x: Length; readonly y: Length }>();
  const began = useRef<{
    readonly pageX: number;
    readonly pageY: number;
    readonly x: number;
    readonly y: number;
  }>(undefined);
  const home = { x: plan.best?.x ?? plan.space.old?.x ?? plan.space.studs[0]?.at ?? 0, y: plan.y };
  const frame = frameAt(plan, home.x, width);
  const shown = dragged ? planCutIn(wishing(ask, dragged.x, dragged.y)) : plan;
  const asked = dragged ?? (ask.wish.x === undefined ? undefined : { x: lengthOf(ask.wish.x), y: plan.y });
  const missed = asked && (shown.best?.x !== asked.x || shown.best.y !== asked.y);
  const at = dragged ?? home;
  const body = openingAt(plan.space.box, at.x, at.y);
  const [wide, tall] = [body.width, body.height].map((length) =>
    Math.max(THUMB, (length / 25_400_000) * frame.scale),
  ) as [number, number];
  const picture = wallPicture(shown, frame, missed ? openingAt(plan.space.box, asked.x, asked.y) : undefined);
  const nudge = (x: number, y: number) => onPlace(onStep(home.x + x * STEP), onStep(home.y + y * STEP));
  const words = `${showInches(home.x as Length)} in along, ${showInches(home.y as Length)} in up`;
  return (
    <View style={{ width, height: picture.height }}>
      <PlainPicture picture={picture} width={width} on="screen" />
      <View
        role="slider"
        tabIndex={0}
        aria-label="Opening: drag it, or move it with the arrow keys"
        aria-valuenow={Math.round(home.x / 25_400_000)}
        aria-valuemin={0}
        aria-valuemax={Math.round((plan.space.studs.at(-1)?.at ?? 0) / 25_400_000)}
        aria-valuetext={words}
        testID="opening"
        className="absolute rounded-card"
        style={[
          {
            left: across(frame, at.x) - wide / 2,
            top: down(frame, at.y) - tall / 2,
            width: wide,
            height: tall,
          },
          // The page does not scroll under the thumb that drags.
          { touchAction: 'none', cursor: 'grab' } as object,
        ]}
        onStartShouldSetResponder={() => true}
        onMoveShouldSetResponder={() => true}
        onResponderTerminationRequest={() => false}
        onResponderGrant={({ nativeEvent: { pageX, pageY } }) => {
          began.current = { pageX, pageY, x: home.x, y: home.y };
        }}
        onResponderMove={({ nativeEvent: { pageX, pageY } }) => {
          const from = began.current;
          if (!from) return;
          const nm = NM_PER_POINT(frame);
          const y = onStep(from.y - (pageY - from.pageY) * nm);
          const level = plan.space.old?.y;
          setDragged({
            x: onStep(from.x + (pageX - from.pageX) * nm),
            // Near the height of the old box a thumb means that height.
            y: level !== undefined && Math.abs(y - level) <= LEVEL ? level : y,
          });
        }}
        onResponderRelease={() => {
          began.current = undefined;
          if (dragged) onPlace(dragged.x, dragged.y);
          setDragged(undefined);
        }}
        onResponderTerminate={() => setDragged(undefined)}
        {...slideKeys((key, shift) => {
          const way = ARROWS[key];
          if (way) nudge(way[0] * (shift ? 16 : 1), way[1] * (shift ? 16 : 1));
          return way !== undefined;
        })}
      />
    </View>
  );
}

const ARROWS: Readonly<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};
