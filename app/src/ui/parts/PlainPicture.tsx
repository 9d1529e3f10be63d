/** A drawing of plain shapes, the same the PDF is set from: in the colours of paper, or in those of the theme. */
import { type Ink, PAPER, type Picture, type Shape } from '@dense-pack/core/sheet/picture';
import Svg, { Circle, Path, Rect, Text as SvgText } from 'react-native-svg';
import { type Colour, useColours } from '../theme/theme';

/** What stands for each colour of paper on the screen. */
const ON_SCREEN: Readonly<Record<Ink, Colour>> = {
  ink: 'ink',
  soft: 'soft',
  hair: 'hair',
  white: 'sheet',
  over: 'over',
  black: 'tile-hot',
  red: 'tile-red',
  blue: 'tile-blue',
  green: 'tile-ground',
  brass: 'sunk',
  grey: 'line',
  tan: 'hair',
};

interface PlainPictureProps {
  readonly picture: Picture;
  readonly width: number;
  /** On paper it has the colours of paper whatever the theme. */
  readonly on?: 'paper' | 'screen';
}

export function PlainPicture({ picture, width, on = 'paper' }: PlainPictureProps) {
  const colours = useColours();
  const ink = (name: Ink) => (on === 'paper' ? PAPER[name] : colours[ON_SCREEN[name]]);
  const height = (picture.height / picture.width) * width;
  return (
    <Svg
      width={width}
      height={height}
      viewBox={`0 0 ${picture.width} ${picture.height}`}
      role="img"
      aria-label={picture.alt}
    >
      {picture.shapes.map((shape, nth) => (
        <Drawn key={nth} shape={shape} ink={ink} />
      ))}
    </Svg>
  );
}

function Drawn({ shape, ink }: { readonly shape: Shape; readonly ink: (name: Ink) => string }) {
  switch (shape.kind) {
    case 'rect': {
      const { x, y, width, height, fill, stroke, line = 1, round = 0 } = shape;
      return (
        <Rect
          x={x}
          y={y}
          width={width}
          height={height}
          rx={round}
          fill={fill === undefined ? 'none' : ink(fill)}
          stroke={stroke === undefined ? 'none' : ink(stroke)}
          strokeWidth={line}
        />
      );
    }
    case 'path':
      return (
        <Path
          d={shape.d}
          fill="none"
          stroke={ink(shape.stroke)}
          strokeWidth={shape.line}
          {...(shape.dash ? { strokeDasharray: shape.dash.join(' ') } : {})}
        />
      );
    case 'circle':
      return (
        <Circle
          cx={shape.x}
          cy={shape.y}
          r={shape.r}
          fill={ink(shape.fill)}
          stroke={ink(shape.stroke)}
          strokeWidth={1.2}
        />
      );
    case 'text':
      return (
        <SvgText
          x={shape.x}
          y={shape.y}
          fontSize={shape.size}
          fontFamily={shape.strong === true ? 'Overpass_700Bold' : 'Overpass_400Regular'}
          textAnchor={shape.anchor}
          fill={ink(shape.fill)}
        >
          {shape.text}
        </SvgText>
      );
  }
}
