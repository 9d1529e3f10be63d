/**
 * The joints of a box, drawn: cables at the edges, conductors in their real colours with their letters,
 * connectors as the joints, tails to each device's face. What is live glows.
 */
import { JOINT_FATES, type PlannedFate } from '@dense-pack/core/plan/disturbance';
import { endColor } from '@dense-pack/core/drawing/end-color';
import { type JointId, pieceAt } from '@dense-pack/core/wiring/end';
import type { Order } from '@dense-pack/core/drawing/order';
import { curveOf } from '@dense-pack/core/drawing/curve';
import { type Drawing, type DrawnPath, drawWiring } from '@dense-pack/core/drawing/layout';
import { Fragment } from 'react';
import Svg, { Line, Path, Rect, Text as SvgText } from 'react-native-svg';
import { Touch } from '../../parts/Touch';
import { useColours } from '../../theme/theme';
import { Cables, Devices, Pieces } from './DrawnParts';
import type { Held } from './link';
import type { Judged } from './use-wiring';
import { ASSUMED_DASH, FILL } from './wire-looks';
import { View } from '../../parts/View';

interface WiringDrawingProps {
  readonly judged: Judged;
  /** In which order it is drawn, where that was worked out elsewhere. */
  readonly order: Order | undefined;
  readonly width: number;
  readonly selected: string | undefined;
  /** Joints that are lit; the others are dimmed. None: all are. */
  readonly lit: ReadonlySet<string> | undefined;
  readonly made: ReadonlySet<string>;
  /** What each joint is beside what was found, where the plan starts from it. */
  readonly fates?: ReadonlyMap<string, PlannedFate> | undefined;
  /** Whether an end is live with the switches as they stand. */
  readonly live: (end: string) => boolean;
  readonly nameOf: (joint: JointId) => string;
  readonly onJoint: (joint: string) => void;
  /** The cable or device that is held. */
  readonly held?: string | undefined;
  /** Its cables and devices can be touched. */
  readonly onPiece?: ((touched: Held) => void) | undefined;
}

export function WiringDrawing({
  judged,
  order,
  width,
  selected,
  lit,
  made,
  fates,
  live,
  nameOf,
  onJoint,
  held,
  onPiece,
}: WiringDrawingProps) {
  const colours = useColours();
  const { wiring } = judged;
  const drawing = drawingOf(judged, order);
  const middle = width / 2;
  // What nobody confirmed is drawn dashed, down to the wires of the cable.
  const assumed = new Set(judged.assumed.map(({ piece }) => piece));
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
                d={curveOf(path, drawing, width)}
                stroke={colours.focus}
                strokeOpacity={dim(path) ? 0.15 : 0.5}
                strokeWidth={12}
                fill="none"
                strokeLinecap="round"
              />
            ))}
          {drawing.paths.map((path) => {
            const fill = FILL[endColor(wiring, path.end)] ?? FILL['black'];
            const opacity = dim(path) ? 0.18 : 1;
            const isAssumed = assumed.has(pieceAt(path.outer) ?? '');
            const dash = isAssumed ? ASSUMED_DASH : endColor(wiring, path.end) === 'bare' ? '7 3' : undefined;
            return (
              <Fragment key={`${path.outer}${path.end}`}>
                <Path
                  d={curveOf(path, drawing, width)}
                  stroke={colours.wall}
                  strokeOpacity={opacity}
                  strokeWidth={6}
                  fill="none"
                  {...(isAssumed ? { strokeDasharray: ASSUMED_DASH } : {})}
                />
                <Path
                  d={curveOf(path, drawing, width)}
                  stroke={colours[fill?.fill ?? 'tile-hot']}
                  strokeOpacity={opacity}
                  strokeWidth={3.4}
                  fill="none"
                  {...(dash === undefined ? {} : { strokeDasharray: dash })}
                />
              </Fragment>
            );
          })}
          {drawing.jumpers.map(({ end, from, to }) => (
            <Line key={end} x1={middle} y1={from} x2={middle} y2={to} stroke={colours.wall} strokeWidth={5} />
          ))}
          <Cables drawing={drawing} width={width} judged={judged} held={held} assumed={assumed} />
          <Devices drawing={drawing} width={width} held={held} assumed={assumed} />
          {drawing.joints.map(({ id, y }, nth) => {
            const on = selected === id;
            const done = made.has(id);
            // What stays closed is drawn as one with the wall; what is opened is open at its edge.
            const left = fates?.get(id) === 'left';
            const opened = fates?.get(id) === 'opened';
            return (
              <Fragment key={id}>
                <Rect
                  x={middle - 19}
                  y={y - 14}
                  width={38}
                  height={28}
                  rx={12}
                  fill={done ? colours.legal : on ? colours.action : left ? colours.sunk : colours.sheet}
                  stroke={on ? colours.focus : left ? colours.soft : colours.ink}
                  strokeWidth={on ? 4 : fates && !left ? 3.5 : 2}
                  {...(opened && !on ? { strokeDasharray: '6 4' } : {})}
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
      {onPiece && <Pieces drawing={drawing} width={width} held={held} assumed={assumed} onPiece={onPiece} />}
      {drawing.joints.map(({ id, y }, nth) => (
        <View
          key={id}
          style={{ position: 'absolute', left: middle - 24, top: y - 22, width: 48, height: 44 }}
        >
          <Touch
            aria-label={`Joint ${nth + 1}: ${nameOf(id)}${fateWords(fates?.get(id))}${made.has(id) ? ', made up' : ''}`}
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

const fateWords = (fate: PlannedFate | undefined) => (fate === undefined ? '' : `, ${JOINT_FATES[fate]}`);

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
