/** The cables at both edges of the drawing and the devices on its right, and where a finger finds them. */
import type { Drawing } from '@dense-pack/core/drawing/layout';
import { shortName } from '@dense-pack/core/drawing/short-name';
import { MEASURES } from '@dense-pack/core/drawing/layout';
import { Fragment } from 'react';
import { Circle, Line, Rect, Text as SvgText } from 'react-native-svg';
import { Touch } from '../../parts/Touch';
import { useColours } from '../../theme/theme';
import type { Held } from './link';
import type { Judged } from './use-wiring';
import { ASSUMED_DASH, EDGE, FILL, letterOf, METAL, PILL } from './wire-looks';
import { View } from '../../parts/View';

interface PartProps {
  readonly drawing: Drawing;
  readonly width: number;
  readonly held: string | undefined;
  /** Pieces whose role nobody confirmed. */
  readonly assumed: ReadonlySet<string>;
}

/** Where a finger finds the cables and devices: over the whole of each. */
export function Pieces({
  drawing,
  width,
  held,
  assumed,
  onPiece,
}: PartProps & { readonly onPiece: (touched: Held) => void }) {
  const places = [
    ...drawing.cables.map(({ line, side, top, height }) => ({
      held: { what: 'cable', key: line.key } as const,
      name: line.name,
      left: side === 'left' ? 0 : width - EDGE,
      top,
      height,
    })),
    ...drawing.devices.flatMap(({ face, top, height }) =>
      face
        ? [
            {
              held: { what: 'device', key: face.key } as const,
              name: face.title,
              left: width - EDGE,
              top,
              height,
            },
          ]
        : [],
    ),
  ];
  return places.map((place) => (
    <View
      key={place.held.key}
      style={{ position: 'absolute', left: place.left, top: place.top, width: EDGE, height: place.height }}
    >
      <Touch
        aria-label={`In the drawing: ${place.name}${assumed.has(place.held.key) ? ', assumed' : ''}`}
        aria-pressed={held === place.held.key}
        className={`h-full w-full rounded-card ${held === place.held.key ? 'border-4 border-focus' : ''}`}
        onPress={() => onPiece(place.held)}
      >
        {null}
      </Touch>
    </View>
  ));
}

export function Cables({ drawing, width, judged, held, assumed }: PartProps & { readonly judged: Judged }) {
  const colours = useColours();
  return drawing.cables.map(({ line, side, top, wires }) => {
    const left = side === 'left';
    const pill = left ? EDGE - PILL - 2 : width - EDGE + 2;
    const arrow = { top: '↓ ', bottom: '↑ ', back: '⊙ ', left: '', right: '' };
    const entry = line.item.kind === 'cable' && line.item.enters !== undefined ? arrow[line.item.enters] : '';
    const bodyTop = top + MEASURES.header;
    const tall = Math.max(1, wires.length) * MEASURES.slot;
    return (
      <Fragment key={line.key}>
        <SvgText
          x={left ? 2 : width - 2}
          y={top + 14}
          textAnchor={left ? 'start' : 'end'}
          fontSize={12}
          fontFamily="Overpass_700Bold"
          fill={assumed.has(line.key) ? colours.unknown : colours.ink}
        >
          {`${entry}${shortName(line.name)}${assumed.has(line.key) ? '?' : ''}`}
        </SvgText>
        <Rect
          x={left ? 0 : width - 30}
          y={bodyTop + 3}
          width={30}
          height={tall - 6}
          rx={4}
          fill={held === line.key ? colours.action : colours.sunk}
          stroke={assumed.has(line.key) ? colours.unknown : colours.wall}
          strokeWidth={assumed.has(line.key) ? 3 : 2}
          {...(assumed.has(line.key) ? { strokeDasharray: ASSUMED_DASH } : {})}
        />
        {wires.map(({ wire, y }) => {
          const look = FILL[wire.colour] ?? FILL['black'];
          const marked = judged.wiring.marked.includes(wire.id);
          return (
            <Fragment key={wire.id}>
              <Line
                x1={left ? 30 : width - 30}
                y1={y}
                x2={left ? pill : pill + PILL}
                y2={y}
                stroke={colours.wall}
                strokeWidth={6}
              />
              <Line
                x1={left ? 30 : width - 30}
                y1={y}
                x2={left ? pill : pill + PILL}
                y2={y}
                stroke={colours[look?.fill ?? 'tile-hot']}
                strokeWidth={3.4}
              />
              {marked && (
                <Rect
                  x={left ? 40 : width - 52}
                  y={y - 5}
                  width={12}
                  height={10}
                  fill={colours['tile-hot']}
                  stroke={colours.wall}
                />
              )}
              <Rect
                x={pill}
                y={y - 9}
                width={PILL}
                height={18}
                rx={3}
                fill={colours[look?.fill ?? 'tile-hot']}
                stroke={colours.wall}
                strokeWidth={1.5}
              />
              <SvgText
                x={pill + PILL / 2}
                y={y + 4.5}
                textAnchor="middle"
                fontSize={12}
                fontFamily="Overpass_700Bold"
                fill={colours[look?.ink ?? 'tile-hot-ink']}
              >
                {letterOf(wire.colour)}
              </SvgText>
            </Fragment>
          );
        })}
      </Fragment>
    );
  });
}

export function Devices({ drawing, width, held, assumed }: PartProps) {
  const colours = useColours();
  const x = width - EDGE;
  return drawing.devices.map(({ face, top, height, terminals }) => (
    <Fragment key={face?.key ?? 'box'}>
      <Rect
        x={x}
        y={top}
        width={EDGE - 1}
        height={height}
        rx={6}
        fill={colours.sheet}
        stroke={held !== undefined && held === face?.key ? colours.action : colours.wall}
        strokeWidth={held !== undefined && held === face?.key ? 4 : 2}
        {...(face && assumed.has(face.key) ? { strokeDasharray: ASSUMED_DASH, stroke: colours.unknown } : {})}
      />
      <SvgText x={x + 8} y={top + 15} fontSize={12} fontFamily="Overpass_700Bold" fill={colours.ink}>
        {shortName(face?.title ?? 'metal box')}
      </SvgText>
      {terminals.map(({ terminal, y }) => (
        <Fragment key={terminal.id}>
          <Circle
            cx={x + 1}
            cy={y}
            r={7}
            fill={colours[METAL[terminal.metal] ?? 'tile-hardware']}
            stroke={colours.wall}
            strokeWidth={2}
          />
          <SvgText x={x + 13} y={y + 4} fontSize={12} fontFamily="Overpass_400Regular" fill={colours.ink}>
            {terminal.name.replaceAll('-', ' ')}
          </SvgText>
        </Fragment>
      ))}
    </Fragment>
  ));
}
