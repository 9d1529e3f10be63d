/** Surface raceway from this box: its path touched on wall and ceiling, cut, nested and counted. */
import { Surface, SURFACE_ENDS, type SurfaceEnd } from '@dense-pack/core/box/surface';
import { lengthOf } from '@dense-pack/core/box/texts';
import { inches, type Length, showInches, writeLength } from '@dense-pack/core/quantity/length';
import { placeUnder, surfaceFrame, surfacePicture } from '@dense-pack/core/sheet/surface-picture';
import { fittingsOf, layOut, type SurfaceRun, surfaceWords } from '@dense-pack/core/space/surface';
import ArrowDown from 'lucide-react-native/icons/arrow-down';
import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import ArrowRight from 'lucide-react-native/icons/arrow-right';
import ArrowUp from 'lucide-react-native/icons/arrow-up';
import { useState } from 'react';
import { View } from 'react-native';
import { Choice, wordOptions } from '../parts/Choice';
import { Notice } from '../parts/Notice';
import { PlainPicture } from '../parts/PlainPicture';
import { Button, IconPress, Stepper } from '../parts/Press';
import { Words } from '../parts/Words';

/** Changes the run as it stands at that moment; undefined takes it away. */
export type ChangeSurface = (change: (surface: Surface) => Surface | undefined) => void;

interface SurfacePanelProps {
  readonly surface: Surface;
  readonly width: number;
  readonly onSurface: ChangeSurface;
}

const say = (length: number) => writeLength(Math.round(length) as Length, 'in');
const tape = (length: number) => `${showInches(Math.round(length) as Length)} in`;
/** A touch means the nearest half inch; a button goes six. */
const GRID = inches(0.5);
const STEP = inches(6);
const onGrid = (length: number) => Math.round(length / GRID) * GRID;

type Leg = Surface['legs'][number];
type Point = Leg['points'][number];

/** Where a leg stands at its end. */
function endOf(surface: Surface, number: number): Point {
  const leg = surface.legs[number];
  const last = leg?.points.at(-1);
  if (last) return last;
  const from = leg?.from;
  return (from && surface.legs[from.leg]?.points[from.point]) ?? surface.start;
}

const legWith = (surface: Surface, number: number, change: (leg: Leg | undefined) => Leg): Surface => ({
  ...surface,
  legs:
    number < surface.legs.length
      ? surface.legs.map((leg, nth) => (nth === number ? change(leg) : leg))
      : [...surface.legs, change(undefined)],
});

/** The leg goes on to a place, straight up or along: one in the way of the last straight lengthens it. */
export function goneTo(surface: Surface, number: number, x: number, y: number): Surface {
  const end = endOf(surface, number);
  const [fromX, fromY] = [lengthOf(end.x), lengthOf(end.y)];
  const along = Math.abs(x - fromX) >= Math.abs(y - fromY);
  const to = { x: onGrid(along ? x : fromX), y: Math.max(0, onGrid(along ? fromY : y)) };
  // The line that is followed keeps its own measure, on the grid or not.
  const point: Point = along ? { x: say(to.x), y: end.y } : { x: end.x, y: say(to.y) };
  if (point.x === end.x && point.y === end.y) return surface;
  return legWith(surface, number, (leg) => {
    const points = leg?.points ?? [];
    const before =
      points.length > 1
        ? points.at(-2)
        : ((leg?.from && surface.legs[leg.from.leg]?.points[leg.from.point]) ?? surface.start);
    const straight =
      points.length > 0 && before !== undefined && (along ? before.y === end.y : before.x === end.x);
    return {
      end: 'blank end',
      ...leg,
      points: straight ? [...points.slice(0, -1), point] : [...points, point],
    };
  });
}

/** The last point of a leg taken back; a leg without points is gone, with what branches from it. */
function takenBack(surface: Surface, number: number): Surface {
  const leg = surface.legs[number];
  if (!leg) return surface;
  if (leg.points.length > 1) {
    const points = leg.points.slice(0, -1);
    return legWith(surface, number, (now) => ({ end: 'blank end', ...now, points }));
  }
  return { ...surface, legs: surface.legs.slice(0, number) };
}

const WAYS = [
  { label: '6 in to the left', icon: ArrowLeft, x: -1, y: 0 },
  { label: '6 in up', icon: ArrowUp, x: 0, y: 1 },
  { label: '6 in down', icon: ArrowDown, x: 0, y: -1 },
  { label: '6 in to the right', icon: ArrowRight, x: 1, y: 0 },
] as const;

export function SurfacePanel({ surface, width, onSurface }: SurfacePanelProps) {
  const [chosen, setChosen] = useState<number>();
  const number = Math.min(chosen ?? Math.max(0, surface.legs.length - 1), surface.legs.length);
  const run = layOut(surface);
  const frame = surfaceFrame(surface, run, width);
  const end = endOf(surface, number);
  const leg = surface.legs[number];
  return (
    <View className="gap-3" role="group" aria-label="Surface raceway">
      <View style={{ width, height: frame.height }}>
        <PlainPicture picture={surfacePicture(surface, run, frame)} width={width} on="screen" />
        <View
          className="absolute inset-0"
          testID="surface-wall"
          aria-hidden
          onStartShouldSetResponder={() => true}
          onResponderRelease={({ nativeEvent: { locationX, locationY } }) => {
            const place = placeUnder(frame, locationX, locationY);
            onSurface((now) => goneTo(now, number, place.x, place.y));
          }}
        />
      </View>
      <Words size="fine" tone="text-soft">
        Touch where it goes next; it runs straight up or along. The arrows lengthen it by 6 in.
      </Words>
      <View className="flex-row flex-wrap items-center gap-1">
        {WAYS.map(({ label, icon, x, y }) => (
          <IconPress
            key={label}
            label={label}
            icon={icon}
            onPress={() =>
              onSurface((now) => {
                const at = endOf(now, number);
                return goneTo(now, number, lengthOf(at.x) + x * STEP, lengthOf(at.y) + y * STEP);
              })
            }
          />
        ))}
        <Button
          label="Take back"
          disabled={!leg}
          className="grow"
          onPress={() => onSurface((now) => takenBack(now, number))}
        />
      </View>
      {leg && (
        <Choice<SurfaceEnd>
          title={`It ends ${lengthOf(end.y) > lengthOf(surface.height) ? `on the ceiling, ${tape(lengthOf(end.y) - lengthOf(surface.height))} from the wall` : `${tape(lengthOf(end.y))} from the floor`}`}
          options={wordOptions(SURFACE_ENDS)}
          value={leg.end}
          always
          onChoose={(what) =>
            what && onSurface((now) => legWith(now, number, (one) => ({ ...(one ?? leg), end: what })))
          }
        />
      )}
      <Legs surface={surface} number={number} onChoose={setChosen} onSurface={onSurface} />
      <Cut surface={surface} run={run} onSurface={onSurface} />
      <Button label="Take the run away" kind="danger" onPress={() => onSurface(() => undefined)} />
    </View>
  );
}

interface LegsProps {
  readonly surface: Surface;
  readonly number: number;
  readonly onChoose: (number: number) => void;
  readonly onSurface: ChangeSurface;
}

/** Which leg goes on, and where another branches off: at any corner. */
function Legs({ surface, number, onChoose, onSurface }: LegsProps) {
  if (surface.legs.length === 0) return null;
  const corners = surface.legs.flatMap(({ points }, leg) =>
    points.slice(0, -1).map((point, nth) => ({ leg, point: nth, at: point })),
  );
  const branch = (from: Leg['from']) => {
    onChoose(surface.legs.length);
    onSurface((now) => {
      const at = from ? now.legs[from.leg]?.points[from.point] : now.start;
      if (!at) return now;
      const point = { x: at.x, y: say(lengthOf(at.y) + STEP) };
      return { ...now, legs: [...now.legs, { ...(from && { from }), points: [point], end: 'blank end' }] };
    });
  };
  return (
    <>
      {surface.legs.length > 1 && (
        <Choice
          title="Leg"
          options={surface.legs.map((leg, nth) => ({ value: nth, label: String(nth + 1), detail: leg.end }))}
          value={number}
          always
          onChoose={(nth) => nth !== undefined && onChoose(nth)}
        />
      )}
      {surface.legs.length < 12 && (
        <View className="flex-row flex-wrap gap-2" role="group" aria-label="Another leg">
          {corners.map(({ leg, point, at }) => (
            <Button
              key={`${leg}.${point}`}
              label={`Branch at ${tape(lengthOf(at.x))}, ${tape(lengthOf(at.y))}`}
              onPress={() => branch({ leg, point })}
            />
          ))}
          <Button label="Another from the starter" onPress={() => branch(undefined)} />
        </View>
      )}
    </>
  );
}

const STOCKS = [
  { value: '120 in', label: '10 ft' },
  { value: '60 in', label: '5 ft' },
] as const;

/** How it is cut and what it takes; what is wrong with it in words. */
function Cut({
  surface,
  run,
  onSurface,
}: {
  readonly surface: Surface;
  readonly run: SurfaceRun;
  readonly onSurface: ChangeSurface;
}) {
  const { cut, nested } = run;
  return (
    <>
      {run.problems.length > 0 && (
        <Notice title="It cannot be cut like this" tone="over" live>
          {run.problems.map((problem) => surfaceWords(problem, tape)).join(' ')}
        </Notice>
      )}
      <Choice
        title="Sold in lengths of"
        options={STOCKS}
        value={STOCKS.find(({ value }) => value === surface.stock)?.value}
        always
        even
        onChoose={(stock) => stock && onSurface((now) => ({ ...now, stock }))}
      />
      <View className="flex-row flex-wrap gap-4">
        <View className="gap-1">
          <Words size="fine" strong>
            Wires
          </Words>
          <Stepper
            label="Wires"
            value={surface.wires}
            least={1}
            most={40}
            onChange={(wires) => onSurface((now) => ({ ...now, wires }))}
          />
        </View>
        <View className="gap-1">
          <Words size="fine" strong>
            The maker’s sheet takes
          </Words>
          <Stepper
            label="The maker’s sheet takes"
            value={surface.holds ?? 0}
            most={200}
            onChange={(holds) =>
              onSurface(({ holds: _held, ...now }) => (holds === 0 ? now : { ...now, holds }))
            }
          />
        </View>
      </View>
      {run.overfull === true && (
        <Notice title={`${surface.wires} wires are more than the maker’s sheet takes`} tone="over">
          Take a larger raceway, or fewer wires (386.22).
        </Notice>
      )}
      {run.overfull === undefined && surface.legs.length > 0 && (
        <Words size="fine" tone="text-soft">
          How many wires it holds stands on the maker’s sheet: not checked until it is told.
        </Words>
      )}
      {cut && nested && (
        <View className="gap-2 rounded-card border border-hair bg-sheet p-3">
          <Words heading={2} strong>
            Cut
          </Words>
          {run.straights.map(({ from, to }, nth) => (
            <View key={nth} className="flex-row justify-between gap-2">
              <Words className="shrink">{`${from.what} to ${to.what}`}</Words>
              <Words mono strong>
                {tape(lengthOf(cut.pieces[nth]?.cut ?? '0 in'))}
              </Words>
            </View>
          ))}
          <Words>
            {`${nested.lengths.length} ${nested.lengths.length === 1 ? 'length' : 'lengths'} of ${tape(lengthOf(surface.stock))}: ${nested.lengths
              .map((pieces) => pieces.map((piece) => tape(run.pieces[piece] ?? 0)).join(' + '))
              .join('; ')}. ${tape(run.waste)} is left over.`}
          </Words>
          <Words>
            {`${Object.entries(fittingsOf(run))
              .map(([what, many]) => `${many} ${what}`)
              .join(', ')}; ${cut.supports} straps, ${cut.bushings} bushings.`}
          </Words>
          <Words>{`Each of ${surface.wires} wires ${tape(run.wire)}, with ${surface.tails} at each end.`}</Words>
          {run.switches.map((height) => (
            <Words key={height}>{`Switch at ${tape(height)} to the centre.`}</Words>
          ))}
          <Words>{`${run.bonded} metal boxes, the starter among them, are bonded.`}</Words>
        </View>
      )}
      {run.hung.map(({ node, joist }, nth) => (
        <Notice
          key={nth}
          title={`The ${node.what} wants a box rated for it, on a joist or brace (314.27)`}
          tone="unknown"
        >
          {joist === undefined
            ? 'Find the joist first.'
            : joist === 0
              ? 'It lies under a joist.'
              : `The nearest joist is ${tape(Math.abs(joist))} to the ${joist > 0 ? 'right' : 'left'}.`}
        </Notice>
      ))}
      <Words size="fine" tone="text-soft">
        The maker’s sheet says what goes over a tongue and how far a fitting reaches. Deburr and bush every
        cut. The starter’s marked volume adds to the box it stands on: put it in under Box, and the fill is
        counted with it. Power off and proved dead first.
      </Words>
    </>
  );
}

/** A run that begins at a box of which nothing is laid yet. */
export const startSurface = (x: string, y: string, height: string): Surface =>
  Surface.parse({ height, start: { x, y } });
