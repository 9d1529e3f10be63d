/** A cable as it hangs out of the box: its sheath, and its conductors apart, each an end to touch with a tester. */
import { coloursOf } from '@dense-pack/core/identify/identify';
import Svg, { Path, Rect } from 'react-native-svg';
import { Touch } from '../../parts/Touch';
import { Words } from '../../parts/Words';
import { useColours } from '../../theme/theme';
import { FILL, letterOf } from '../join/wire-looks';
import type { NamedCable } from './say';
import { View } from '../../parts/View';

interface HangingCableProps {
  readonly cable: NamedCable;
  /** Conductors a tester is held at: `i1.0.black`. */
  readonly held: readonly string[];
  readonly nameOf: (conductor: string) => string;
  readonly onTouch: (conductor: string) => void;
}

const STEP = 48;
const HEIGHT = 96;
const SHEATH = 26;
/** Where the ends are, from the top. */
const END = 70;

export function HangingCable({ cable: { item }, held, nameOf, onTouch }: HangingCableProps) {
  const colours = useColours();
  const ends = coloursOf(item);
  const width = ends.length * STEP;
  const middle = width / 2;
  return (
    <View style={{ width, height: HEIGHT }}>
      <View aria-hidden style={{ position: 'absolute' }}>
        <Svg width={width} height={HEIGHT}>
          {ends.map((colour, nth) => {
            const x = STEP * (nth + 0.5);
            const from = middle + (nth - (ends.length - 1) / 2) * 7;
            const way = `M${from},${SHEATH - 4} C${from},${SHEATH + 26} ${x},${SHEATH + 8} ${x},${END}`;
            return [
              <Path key={`o${colour}`} d={way} fill="none" stroke={colours.ink} strokeWidth={7} />,
              <Path
                key={colour}
                d={way}
                fill="none"
                stroke={colours[FILL[colour]?.fill ?? 'tile-hot']}
                strokeWidth={5}
              />,
            ];
          })}
          <Rect
            x={middle - 24}
            y={-6}
            width={48}
            height={SHEATH + 4}
            rx={8}
            fill={colours['tile-conductor']}
            stroke={colours.ink}
            strokeWidth={1}
          />
        </Svg>
      </View>
      {ends.map((colour, nth) => {
        const conductor = `${item.id}.${colour}`;
        const on = held.includes(conductor);
        const look = FILL[colour];
        return (
          <View
            key={colour}
            style={{ position: 'absolute', left: STEP * nth + 2, top: END - 22, width: 44, height: 44 }}
          >
            <Touch
              aria-pressed={on}
              aria-label={nameOf(conductor)}
              className="h-thumb w-thumb items-center justify-center active:opacity-70"
              onPress={() => onTouch(conductor)}
            >
              <View
                className={`h-[38px] w-[38px] items-center justify-center rounded-full border-2 ${on ? 'border-action' : 'border-line'}`}
                style={{
                  backgroundColor: colours[look?.fill ?? 'tile-hot'],
                  ...(on ? { outlineColor: colours.action, outlineWidth: 4, outlineStyle: 'solid' } : {}),
                }}
              >
                <Words strong style={{ color: colours[look?.ink ?? 'tile-hot-ink'] }}>
                  {letterOf(colour)}
                </Words>
              </View>
            </Touch>
          </View>
        );
      })}
    </View>
  );
}
