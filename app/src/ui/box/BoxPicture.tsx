/** Our own drawings of the kinds of boxes, as one sees them from the front. */
import type { Form } from '@dense-pack/core/box/words';
import Svg, { Circle, G, Line, Path, Rect } from 'react-native-svg';
import { useColours } from '../theme/theme';

interface BoxPictureProps {
  readonly form: Form;
  readonly gangs?: number;
  readonly height?: number;
}

const H = 48;

/** A box of one kind; decorative, its name stands beside it. */
export function BoxPicture({ form, gangs = 1, height = H }: BoxPictureProps) {
  const { ink, sunk, hair } = useColours();
  const line = { stroke: ink, strokeWidth: 2, fill: sunk };
  const thin = { stroke: ink, strokeWidth: 1.2, fill: 'none' };
  const width = form === 'device-box' ? 22 + 15 * (gangs - 1) + 8 : 48;
  return (
    <Svg width={(width * height) / H} height={height} viewBox={`0 0 ${width} ${H}`} aria-hidden>
      {form === 'device-box' && (
        <G>
          <Rect x={4} y={5} width={width - 8} height={38} rx={3} {...line} />
          {Array.from({ length: gangs }, (_, nth) => (
            <G key={nth}>
              {nth > 0 && <Line x1={4 + nth * 15 + 3.5} x2={4 + nth * 15 + 3.5} y1={6} y2={42} {...thin} />}
              <Circle cx={15 + nth * 15} cy={9.5} r={1.6} {...thin} />
              <Circle cx={15 + nth * 15} cy={38.5} r={1.6} {...thin} />
            </G>
          ))}
          <Path d={`M2 2 h${width - 4} M2 46 h${width - 4}`} stroke={hair} strokeWidth={2} />
        </G>
      )}
      {form === 'square' && (
        <G>
          <Rect x={5} y={5} width={38} height={38} rx={4} {...line} />
          {[
            [15, 24],
            [33, 24],
            [24, 15],
            [24, 33],
          ].map(([cx, cy]) => (
            <Circle key={`${cx}${cy}`} cx={cx ?? 0} cy={cy ?? 0} r={4} {...thin} />
          ))}
          <Circle cx={9.5} cy={9.5} r={1.6} {...thin} />
          <Circle cx={38.5} cy={38.5} r={1.6} {...thin} />
        </G>
      )}
      {form === 'round' && (
        <G>
          <Path d="M16 5 H32 L43 16 V32 L32 43 H16 L5 32 V16 Z" {...line} />
          <Circle cx={24} cy={24} r={4} {...thin} />
          <Path d="M9 24 h4 M35 24 h4" {...thin} />
        </G>
      )}
      {form === 'pan' && (
        <G>
          <Path d="M3 16 H45" stroke={ink} strokeWidth={2} />
          <Path d="M7 16 V27 H41 V16" {...line} />
          <Path d="M24 27 V33 M15 27 V31 M33 27 V31" {...thin} />
        </G>
      )}
      {form === 'masonry' && (
        <G>
          <Rect x={11} y={3} width={26} height={42} {...line} />
          <Path d="M11 17 H1 M11 31 H1 M37 17 h10 M37 31 h10 M4 3 v14 M4 31 v14 M44 17 v14" {...thin} />
          <Circle cx={24} cy={12} r={3.4} {...thin} />
          <Circle cx={24} cy={36} r={3.4} {...thin} />
        </G>
      )}
      {form === 'surface' && (
        <G>
          <Rect x={13} y={10} width={22} height={34} rx={2} {...line} />
          <Path d="M20 10 V0 M28 10 V0" stroke={ink} strokeWidth={2} />
          <Path d="M13 16 h22" {...thin} />
        </G>
      )}
    </Svg>
  );
}
