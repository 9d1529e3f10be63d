/** The scale beside the vessel: graduations, the rim's figure, and a mark where the as-found fill stood. */
import { type Amount, showAmount, unitName } from '@dense-pack/core/fill/amount';
import type { Tally } from '@dense-pack/core/fill/tally';
import { graduations } from '@dense-pack/core/vessel/scale';
import { memo, useMemo } from 'react';
import Svg, { Line, Path } from 'react-native-svg';
import { usePreferences } from '../theme/preferences';
import { useColours } from '../theme/theme';
import { Words } from '../parts/Words';
import { View } from '../parts/View';

interface ScaleProps {
  readonly counted: Tally;
  readonly width: number;
  readonly height: number;
  /** Atoms that the whole height above the floor stands for. */
  readonly whole: number;
  /** Thickness of the vessel's floor. */
  readonly floor: number;
  /** On which side of the scale the vessel is. */
  readonly vessel: 'left' | 'right';
  /** Fill as found, where a change is planned. */
  readonly found: Amount | undefined;
}

/** Height of a line of figures, in px at the usual size of text. */
const USUAL_LINE = 16;

export const VesselScale = memo(function VesselScale({
  counted,
  width,
  height,
  whole,
  floor,
  vessel,
  found,
}: ScaleProps) {
  const colours = useColours();
  const { text } = usePreferences();
  const line = (USUAL_LINE * text) / 100;
  const room = height - floor;
  const at = (amount: number) => room - (amount / whole) * room;
  const marks = useMemo(
    () => graduations(whole as Amount, counted.unit, Math.max(2, Math.floor(room / (line * 2.75)))),
    [whole, counted.unit, room, line],
  );
  const near = vessel === 'right' ? width : 0;
  const inward = vessel === 'right' ? -1 : 1;
  const taken = [counted.capacity, found].filter((one): one is Amount => one !== null && one !== undefined);
  const figures = marks.filter(
    (mark) =>
      mark.at > 0 &&
      mark.figure !== undefined &&
      !taken.some((one) => Math.abs(at(one) - at(mark.at)) < line),
  );
  const rimAt = counted.capacity === null ? undefined : at(counted.capacity);
  const foundAt = found === undefined ? undefined : at(found);
  const foundWords =
    rimAt !== undefined && foundAt !== undefined && Math.abs(rimAt - foundAt) < line * 2 ? 'after' : 'before';
  const side = vessel === 'right' ? 'items-end pr-3' : 'items-start pl-3';
  return (
    <View style={{ width, height }} aria-hidden>
      <Svg width={width} height={height} style={{ position: 'absolute' }}>
        {marks.map((mark) => (
          <Line
            key={mark.at}
            x1={near}
            x2={near + inward * (mark.figure === undefined ? 5 : 9)}
            y1={at(mark.at)}
            y2={at(mark.at)}
            stroke={colours.scale}
            strokeWidth={1}
          />
        ))}
        {foundAt !== undefined && (
          <Path
            d={`M${near} ${foundAt} l${inward * 11} -6 v12 z`}
            fill={colours.found}
            stroke={colours.found}
          />
        )}
      </Svg>
      {figures.map((mark) => (
        <Figure line={line} key={mark.at} top={at(mark.at) - line / 2} side={side}>
          {mark.figure ?? ''}
        </Figure>
      ))}
      {rimAt !== undefined && counted.capacity !== null && (
        <Figure line={line} top={rimAt - line / 2} side={side} strong>
          {showAmount(counted.capacity, counted.unit)}
        </Figure>
      )}
      {foundAt !== undefined && found !== undefined && (
        <View
          className={`absolute w-full ${side}`}
          style={{ top: foundWords === 'after' ? foundAt + 6 : foundAt - line / 2 }}
        >
          <Words size="fine" strong tone="text-found" style={{ lineHeight: line }}>
            found
          </Words>
        </View>
      )}
      <View className={`absolute w-full ${side}`} style={{ top: height - line }}>
        <Words size="fine" tone="text-soft" style={{ lineHeight: line }}>
          {counted.unit === 'conductors' ? 'cond.' : unitName(counted.unit)}
        </Words>
      </View>
    </View>
  );
});

interface FigureProps {
  readonly line: number;
  readonly top: number;
  readonly side: string;
  readonly strong?: boolean;
  readonly children: string;
}

function Figure({ line, top, side, strong = false, children }: FigureProps) {
  return (
    <View className={`absolute w-full ${side}`} style={{ top }}>
      <Words
        mono
        size="fine"
        strong={strong}
        tone={strong ? 'text-ink' : 'text-soft'}
        style={{ lineHeight: line }}
      >
        {children}
      </Words>
    </View>
  );
}
