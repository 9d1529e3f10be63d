/**
 * The joints of a box, drawn: cables at the edges, conductors in their real colours with their letters,
 * connectors as the joints, tails to each device's face. What is live glows.
 */
import { pieceAt, readEnd } from '@dense-pack/core/physical/end';
import { COLOURS, type Colour as WireColour } from '@dense-pack/core/physical/pieces';
import type { Order } from '@dense-pack/core/plan/order';
import { type Drawing, type DrawnPath, drawWiring, MEASURES } from '@dense-pack/core/plan/layout';
import { Fragment } from 'react';
import { View } from 'react-native';
import Svg, { Circle, Line, Path, Rect, Text as SvgText } from 'react-native-svg';
import { Touch } from '../../parts/Touch';
import { type Colour, useColours } from '../../theme/theme';
import type { Judged } from './use-wiring';

interface WiringDrawingProps {
  readonly judged: Judged;
  /** In which order it is drawn, where that was worked out elsewhere. */
  readonly order: Order | undefined;
  readonly width: number;
  readonly selected: string | undefined;
  /** Joints that are lit; the others are dimmed. None: all are. */
  readonly lit: ReadonlySet<string> | undefined;
  readonly made: ReadonlySet<string>;
  /** Whether an end is live with the switches as they stand. */
  readonly live: (end: string) => boolean;
  readonly nameOf: (joint: string) => string;
  readonly onJoint: (joint: string) => void;
}

const FILL: Readonly<Record<string, { fill: Colour; ink: Colour }>> = {
  black: { fill: 'tile-hot', ink: 'tile-hot-ink' },
  red: { fill: 'tile-red', ink: 'tile-red-ink' },
  blue: { fill: 'tile-blue', ink: 'tile-blue-ink' },
  white: { fill: 'tile-neutral', ink: 'tile-neutral-ink' },
  'white-red': { fill: 'tile-neutral', ink: 'tile-neutral-ink' },
  bare: { fill: 'tile-ground', ink: 'tile-ground-ink' },
  green: { fill: 'tile-ground', ink: 'tile-ground-ink' },
};
const METAL: Readonly<Record<string, Colour>> = {
  brass: 'tile-device',
  silver: 'tile-hardware',
  green: 'tile-ground',
  dark: 'tile-hot',
  lead: 'tile-conductor',
};
const letterOf = (colour: string) => (colour in COLOURED ? COLOURED[colour as WireColour] : '');
const COLOURED: Readonly<Record<WireColour, string>> = COLOURS;

/** Colours the leads of devices usually have. Common practice, no source: the marks on the device govern. */
const LEADS: Readonly<Record<string, WireColour>> = { neutral: 'white', ground: 'green', load: 'red' };

/** Width of the zones at both edges. */
const EDGE = 104;
const PILL = 26;
/** Letters of a name that fit an edge. */
const NAME_MOST = 15;

export function WiringDrawing({
  judged,
  order,
  width,
  selected,
  lit,
  made,
  live,
  nameOf,
  onJoint,
}: WiringDrawingProps) {
  const colours = useColours();
  const { wiring } = judged;
  const drawing = drawingOf(judged, order);
  const middle = width / 2;
  const colourOf = (end: string): string => {
    const read = readEnd(end);
    if (read?.kind === 'wire') return read.colour;
    if (read?.kind === 'terminal') return LEADS[read.port] ?? 'black';
    return wiring.pigtails.find(({ id }) => `p:${id}` === end)?.colour ?? 'black';
  };
  const dimJoint = (joint: string) => lit !== undefined && !lit.has(joint);
  const dim = ({ joint, outer }: DrawnPath) =>
    lit !== undefined &&
    !(joint !== undefined && lit.has(joint)) &&
    !lit.has(`face:${pieceAt(outer) ?? ''}`) &&
    !lit.has(outer);
  return (
    <View
      role="group"
      aria-label={`Drawing of ${drawing.joints.length} joints between ${drawing.cables.length} cables and ${judged.faces.length} devices`}
      style={{ width, height: drawing.height }}
    >
      <View aria-hidden style={{ position: 'absolute' }}>
        <Svg width={width} height={drawing.height}>
          {/* Live parts glow beneath everything. */}
          {drawing.paths
            .filter(({ end, outer }) => live(end) || live(outer))
            .map((path) => (
              <Path
                key={`g${path.outer}${path.end}`}
                d={curve(path, drawing, width)}
                stroke={colours.focus}
                strokeOpacity={dim(path) ? 0.15 : 0.5}
                strokeWidth={12}
                fill="none"
                strokeLinecap="round"
              />
            ))}
          {drawing.paths.map((path) => {
            const fill = FILL[colourOf(path.end)] ?? FILL['black'];
            const opacity = dim(path) ? 0.18 : 1;
            return (
              <Fragment key={`${path.outer}${path.end}`}>
                <Path
                  d={curve(path, drawing, width)}
                  stroke={colours.wall}
                  strokeOpacity={opacity}
                  strokeWidth={6}
                  fill="none"
                />
                <Path
                  d={curve(path, drawing, width)}
                  stroke={colours[fill?.fill ?? 'tile-hot']}
                  strokeOpacity={opacity}
                  strokeWidth={3.4}
                  fill="none"
                  {...(colourOf(path.end) === 'bare' ? { strokeDasharray: '7 3' } : {})}
                />
              </Fragment>
            );
          })}
          {drawing.jumpers.map(({ end, from, to }) => (
            <Line key={end} x1={middle} y1={from} x2={middle} y2={to} stroke={colours.wall} strokeWidth={5} />
          ))}
          <Cables drawing={drawing} width={width} judged={judged} />
          <Devices drawing={drawing} width={width} />
          {drawing.joints.map(({ id, y }, nth) => {
            const on = selected === id;
            const done = made.has(id);
            return (
              <Fragment key={id}>
                <Rect
                  x={middle - 19}
                  y={y - 14}
                  width={38}
                  height={28}
                  rx={12}
                  fill={done ? colours.legal : on ? colours.action : colours.sheet}
                  stroke={on ? colours.focus : colours.ink}
                  strokeWidth={on ? 4 : 2}
                  opacity={dimJoint(id) ? 0.3 : 1}
                />
                <SvgText
                  x={middle}
                  y={y + 5}
                  textAnchor="middle"
                  fontSize={14}
                  fontFamily="Overpass_700Bold"
                  fill={done || on ? colours['on-action'] : colours.ink}
                >
                  {done ? `✓${nth + 1}` : String(nth + 1)}
                </SvgText>
              </Fragment>
            );
          })}
        </Svg>
      </View>
      {drawing.joints.map(({ id, y }, nth) => (
        <View
          key={id}
          style={{ position: 'absolute', left: middle - 24, top: y - 22, width: 48, height: 44 }}
        >
          <Touch
            aria-label={`Joint ${nth + 1}: ${nameOf(id)}${made.has(id) ? ', made up' : ''}`}
            aria-pressed={selected === id}
            className="h-full w-full"
            onPress={() => onJoint(id)}
          >
            {null}
          </Touch>
        </View>
      ))}
    </View>
  );
}

const drawn = new Map<string, Drawing>();
/** How many drawings are kept. */
const KEPT = 12;

/** A drawing is worked out once for a wiring: a tick or a flipped switch does not change it. */
function drawingOf(judged: Judged, order: Order | undefined): Drawing {
  const { wiring } = judged;
  const { joints, lands } = wiring;
  const key = JSON.stringify([
    joints.map(({ id, ends }) => [id, ends]),
    lands,
    judged.lines.map(({ key: of, run, wires }) => [
      of,
      run.name,
      run.does,
      wires.map(({ id, marked }) => [id, marked]),
    ]),
    judged.faces.map(({ key: of, title, terminals }) => [of, title, terminals.map(({ id }) => id)]),
  ]);
  const known = drawn.get(key);
  if (known) return known;
  if (drawn.size >= KEPT) drawn.clear();
  const made = drawWiring(judged.lines, judged.faces, wiring, order);
  drawn.set(key, made);
  return made;
}

/** The line from an edge to the middle, leaving both level; one that lands on its own side turns back before it. */
function curve({ side, from, to, joint, end, outer }: DrawnPath, { paths }: Drawing, width: number): string {
  const middle = width / 2;
  const edge = side === 'left' ? EDGE : width - EDGE;
  const other =
    joint === undefined
      ? paths.find((one) => one.end === end && one.outer !== outer && one.side === side)
      : undefined;
  if (other) return `M ${edge} ${from} C ${middle} ${from} ${middle} ${other.from} ${edge} ${other.from}`;
  const bend = (middle - edge) * 0.55;
  return `M ${edge} ${from} C ${edge + bend} ${from} ${middle - bend} ${to} ${middle} ${to}`;
}

interface PartProps {
  readonly drawing: Drawing;
  readonly width: number;
}

function Cables({ drawing, width, judged }: PartProps & { readonly judged: Judged }) {
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
          fill={colours.ink}
        >
          {`${entry}${short(line.name)}`}
        </SvgText>
        <Rect
          x={left ? 0 : width - 30}
          y={bodyTop + 3}
          width={30}
          height={tall - 6}
          rx={4}
          fill={colours.sunk}
          stroke={colours.wall}
          strokeWidth={2}
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

/** A name in the width of an edge: the noun goes first, then letters; the number that tells like ones apart stays. */
function short(text: string): string {
  if (text.length <= NAME_MOST) return text;
  const plain = text.replace(/ (receptacle|switch|device|face on a yoke)(?= \d+$|$)/, '');
  if (plain.length <= NAME_MOST) return plain;
  const number = / \d+$/.exec(plain)?.[0] ?? '';
  return `${plain.slice(0, NAME_MOST - 1 - number.length).trimEnd()}…${number}`;
}

function Devices({ drawing, width }: PartProps) {
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
        stroke={colours.wall}
        strokeWidth={2}
      />
      <SvgText x={x + 8} y={top + 15} fontSize={12} fontFamily="Overpass_700Bold" fill={colours.ink}>
        {short(face?.title ?? 'metal box')}
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
