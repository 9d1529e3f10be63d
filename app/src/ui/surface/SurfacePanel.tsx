/** Surface raceway from this box: its path touched on wall and ceiling, cut, nested and counted. */
import { POINTS_MOST, Surface, SURFACE_ENDS, type SurfaceEnd } from '@dense-pack/core/box/surface';
import { lengthOf } from '@dense-pack/core/box/texts';
import { type Length, showInches } from '@dense-pack/core/quantity/length';
import { placeUnder, surfaceFrame, surfacePicture } from '@dense-pack/core/sheet/surface-picture';
import { layOut } from '@dense-pack/core/space/surface';
import ArrowDown from 'lucide-react-native/icons/arrow-down';
import ArrowLeft from 'lucide-react-native/icons/arrow-left';
import ArrowRight from 'lucide-react-native/icons/arrow-right';
import ArrowUp from 'lucide-react-native/icons/arrow-up';
import { useState } from 'react';
import { View } from 'react-native';
import type { BoxDocument } from '@dense-pack/core/box/document';
import type { Edition } from '@dense-pack/core/edition/edition';
import type { ChangeBox } from '../box/use-box-edit';
import { Choice, wordOptions } from '../parts/Choice';
import { Fold } from '../parts/Fold';
import { type MeasureRow, Measures, without } from '../parts/Measures';
import { Notice } from '../parts/Notice';
import { PlainPicture } from '../parts/PlainPicture';
import { Button, IconPress } from '../parts/Press';
import { Words } from '../parts/Words';
import { branched, endOf, goneTo, type Leg, legWith, STEP, takenBack } from './run-path';
import { RunCut } from './RunCut';
import { RacewayWires } from './RacewayWires';
import { Starter } from './Starter';

/** Changes the run as it stands at that moment; undefined takes it away. */
export type ChangeSurface = (change: (surface: Surface) => Surface | undefined) => void;

interface SurfacePanelProps {
  readonly surface: Surface;
  readonly width: number;
  readonly onSurface: ChangeSurface;
  readonly box: BoxDocument;
  readonly edition: Edition;
  readonly onBox: ChangeBox;
}

const tape = (length: number) => `${showInches(Math.round(length) as Length)} in`;

const MEASURES = (surface: Surface): readonly MeasureRow<Surface>[] => [
  ['Over a tongue, at each end', surface.add, (now, add) => ({ ...now, add })],
  [
    'Middle of an elbow to its tongue',
    surface.reach.elbow,
    (now, elbow) => ({ ...now, reach: { ...now.reach, elbow } }),
  ],
  [
    'Middle of a box to its tongue',
    surface.reach.box,
    (now, box) => ({ ...now, reach: { ...now.reach, box } }),
  ],
  ['Wire left at each end', surface.tails, (now, tails) => ({ ...now, tails })],
  ['Supports no further apart than', surface.support, (now, support) => ({ ...now, support })],
  ['A saw takes', surface.kerf, (now, kerf) => ({ ...now, kerf })],
  ['Floor to ceiling', surface.height, (now, height) => ({ ...now, height })],
  [
    'Starter’s marked volume, as 8 in3',
    surface.starter ?? '',
    (now, starter) => without({ ...now, starter }, 'starter', starter),
  ],
  [
    'First joist along the wall',
    surface.joists?.first ?? '',
    (now, first) =>
      first === ''
        ? without(now, 'joists', '')
        : { ...now, joists: { pitch: now.joists?.pitch ?? '16 in', first } },
  ],
  [
    'Joists, centre to centre',
    surface.joists?.pitch ?? '',
    (now, pitch) =>
      pitch === ''
        ? without(now, 'joists', '')
        : { ...now, joists: { first: now.joists?.first ?? '0 in', pitch } },
  ],
];

const WAYS = [
  { label: '6 in to the left', icon: ArrowLeft, x: -1, y: 0 },
  { label: '6 in up', icon: ArrowUp, x: 0, y: 1 },
  { label: '6 in down', icon: ArrowDown, x: 0, y: -1 },
  { label: '6 in to the right', icon: ArrowRight, x: 1, y: 0 },
] as const;

export function SurfacePanel({ surface, width, onSurface, box, edition, onBox }: SurfacePanelProps) {
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
      {(leg?.points.length ?? 0) >= POINTS_MOST && (
        <Notice title={`This leg has ${POINTS_MOST} points, as many as are kept`} tone="unknown">
          Branch at a corner to go on.
        </Notice>
      )}
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
      <RunCut surface={surface} run={run} onSurface={onSurface} />
      <Fold title="Type the measures of the run">
        <View className="gap-3 px-3 pb-3">
          <Words size="fine" tone="text-soft">
            Usual until you measure: the maker’s sheet governs.
          </Words>
          <Measures
            rows={MEASURES(surface)}
            reader={Surface}
            onChange={(change) => onSurface((now) => change(now))}
          />
        </View>
      </Fold>
      <RacewayWires surface={surface} box={box} edition={edition} onBox={onBox} />
      <Starter starter={surface.starter} box={box} edition={edition} onBox={onBox} />
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
    onSurface((now) => branched(now, from));
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
