/** A device seen from the front: hot screws on the right, neutral on the left, ground below. */
import type { Face, Terminal } from '@dense-pack/core/plan/faces';
import type { TerminalLanding } from '@dense-pack/core/plan/landings';
import Svg, { Circle, Line, Rect, Text as SvgText } from 'react-native-svg';
import { type Colour, useColours } from '../../theme/theme';
import { View } from '../../parts/View';

interface FaceDrawingProps {
  readonly face: Face;
  readonly landings: readonly TerminalLanding[];
  readonly broken: readonly ('hot' | 'neutral')[];
}

const METAL: Readonly<Record<Terminal['metal'], Colour>> = {
  brass: 'tile-device',
  silver: 'tile-hardware',
  green: 'tile-ground',
  dark: 'tile-hot',
  lead: 'tile-conductor',
};
const LETTER: Readonly<Record<Terminal['metal'], string>> = {
  brass: 'H',
  silver: 'N',
  green: 'G',
  dark: 'C',
  lead: '~',
};
const [WIDTH, HEIGHT] = [116, 120];

export function FaceDrawing({ face, landings, broken }: FaceDrawingProps) {
  const colours = useColours();
  const sides = {
    left: [] as TerminalLanding[],
    right: [] as TerminalLanding[],
    below: [] as TerminalLanding[],
  };
  for (const landing of landings) {
    const { metal, name } = landing.terminal;
    if (name === 'ground') sides.below.push(landing);
    else if (metal === 'silver' || name === 'line' || name.startsWith('in-') || name === 'common')
      sides.left.push(landing);
    else sides.right.push(landing);
  }
  const screws = (
    [
      ['left', 14],
      ['right', WIDTH - 14],
    ] as const
  ).flatMap(([side, x]) =>
    sides[side].map((landing, nth) => ({
      landing,
      x,
      y: ((nth + 0.5) * (HEIGHT - 30)) / sides[side].length + 4,
    })),
  );
  const all = [...screws, ...sides.below.map((landing) => ({ landing, x: 14, y: HEIGHT - 12 }))];
  return (
    <View aria-hidden>
      <Svg width={WIDTH} height={HEIGHT}>
        <Rect
          x={26}
          y={4}
          width={WIDTH - 52}
          height={HEIGHT - 8}
          rx={8}
          fill={colours.sunk}
          stroke={colours.wall}
          strokeWidth={2}
        />
        <SvgText
          x={WIDTH / 2}
          y={HEIGHT / 2 + 5}
          textAnchor="middle"
          fontSize={13}
          fontFamily="Overpass_700Bold"
          fill={colours.ink}
        >
          {face.item.device.slice(0, 6)}
        </SvgText>
        {(['hot', 'neutral'] as const).map((tab) => {
          const mine = all.filter(({ landing }) => landing.terminal.tab === tab);
          const [one, two] = mine;
          if (!one || !two) return null;
          return (
            <Line
              key={tab}
              x1={one.x}
              y1={one.y}
              x2={two.x}
              y2={two.y}
              stroke={broken.includes(tab) ? colours.over : colours.wall}
              strokeWidth={4}
              {...(broken.includes(tab) ? { strokeDasharray: '4 7' } : {})}
            />
          );
        })}
        {all.map(({ landing: { terminal, ends, joint }, x, y }) => (
          <Circle
            key={terminal.id}
            cx={x}
            cy={y}
            r={11}
            fill={colours[METAL[terminal.metal]]}
            stroke={ends.length > 0 || joint !== undefined ? colours.ink : colours.hair}
            strokeWidth={3}
          />
        ))}
        {all.map(({ landing: { terminal }, x, y }) => (
          <SvgText
            key={terminal.id}
            x={x}
            y={y + 4}
            textAnchor="middle"
            fontSize={12}
            fontFamily="Overpass_700Bold"
            fill={terminal.metal === 'dark' ? colours['tile-hot-ink'] : colours['tile-device-ink']}
          >
            {LETTER[terminal.metal]}
          </SvgText>
        ))}
      </Svg>
    </View>
  );
}
