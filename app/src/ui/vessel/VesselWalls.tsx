/** What stands still in the drawing: the walls, the rim with its lips, gangs, an extension, the barrier. */
import Svg, { G, Line, Path, Rect } from 'react-native-svg';
import { useColours } from '../theme/theme';
import { View } from '../parts/View';

interface WallsProps {
  readonly width: number;
  readonly height: number;
  readonly wall: number;
  readonly lip: number;
  readonly rim: number;
  /** No legal rim: the walls are dashed. */
  readonly dashed: boolean;
  readonly gangs: number;
  /** Where the box proper ends and what was added to it begins. */
  readonly seam: number | undefined;
}

export function VesselWalls({ width, height, wall, lip, rim, dashed, gangs, seam }: WallsProps) {
  const colours = useColours();
  const half = wall / 2;
  const top = height - wall - rim;
  const left = lip + half;
  const right = width - lip - half;
  const bottom = height - half;
  const dash = dashed ? { strokeDasharray: '7 6' } : {};
  const stroke = { fill: 'none', stroke: colours.wall, strokeWidth: wall, ...dash };
  const joint = seam === undefined ? undefined : height - wall - seam;
  return (
    <View style={{ position: 'absolute', left: 0, top: 0, pointerEvents: 'none' }}>
      <Svg width={width} height={height} aria-hidden>
        <Rect x={left} y={top} width={right - left} height={bottom - top} fill={colours.sunk} />
        {joint === undefined ? (
          <Path d={`M0 ${top} H${left} V${bottom} H${right} V${top} H${width}`} {...stroke} />
        ) : (
          <G>
            {/* An extension stands on the box's own rim: its walls are set out by their thickness. */}
            <Path d={`M0 ${joint} H${left} V${bottom} H${right} V${joint} H${width}`} {...stroke} />
            <Path d={`M${lip / 2} ${joint - half} V${top}`} {...stroke} />
            <Path d={`M${width - lip / 2} ${joint - half} V${top}`} {...stroke} />
          </G>
        )}
        {Array.from({ length: gangs - 1 }, (_, nth) => {
          const x = left + ((right - left) * (nth + 1)) / gangs;
          return (
            <G key={nth}>
              <Line
                x1={x}
                x2={x}
                y1={top - wall}
                y2={top + 3 * wall}
                stroke={colours.wall}
                strokeWidth={wall}
              />
              <Line x1={x} x2={x} y1={bottom - wall} y2={bottom} stroke={colours.wall} strokeWidth={wall} />
            </G>
          );
        })}
      </Svg>
    </View>
  );
}

/** The barrier between the two spaces of a divided box. */
export function BarrierWall({ width, height }: { readonly width: number; readonly height: number }) {
  const colours = useColours();
  return (
    <View style={{ width, alignSelf: 'flex-end', pointerEvents: 'none' }}>
      <Svg width={width} height={height} aria-hidden>
        <Rect width={width} height={height} fill={colours.wall} />
        {Array.from({ length: Math.floor(height / 10) }, (_, nth) => (
          <Line
            key={nth}
            x1={0}
            x2={width}
            y1={nth * 10 + 8}
            y2={nth * 10 + 2}
            stroke={colours.paper}
            strokeWidth={1.5}
          />
        ))}
      </Svg>
    </View>
  );
}
