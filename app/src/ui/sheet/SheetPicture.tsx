/** A drawing for paper: the same shapes the PDF is set from, in the colours of paper whatever the theme. */
import { PAPER, type Picture, type Shape } from '@dense-pack/core/sheet/picture';
import Svg, { Circle, Path, Rect, Text as SvgText } from 'react-native-svg';

interface SheetPictureProps {
  readonly picture: Picture;
  readonly width: number;
}

export function SheetPicture({ picture, width }: SheetPictureProps) {
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
        <Drawn key={nth} shape={shape} />
      ))}
    </Svg>
  );
}

function Drawn({ shape }: { readonly shape: Shape }) {
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
          fill={fill === undefined ? 'none' : PAPER[fill]}
          stroke={stroke === undefined ? 'none' : PAPER[stroke]}
          strokeWidth={line}
        />
      );
    }
    case 'path':
      return (
        <Path
          d={shape.d}
          fill="none"
          stroke={PAPER[shape.stroke]}
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
          fill={PAPER[shape.fill]}
          stroke={PAPER[shape.stroke]}
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
          fill={PAPER[shape.fill]}
        >
          {shape.text}
        </SvgText>
      );
  }
}
