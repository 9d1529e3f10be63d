/**
 * The vessel: the box in section, its back at the bottom and its opening at the top. Its area is its
 * volume and each tile's area is that tile's volume, so what is over stands out past the rim.
 */
import { type Amount, showAmount, unitName } from '@dense-pack/core/fill/amount';
import type { BoxDocument } from '@dense-pack/core/box/document';
import type { Side } from '@dense-pack/core/box/words';
import type { Tally } from '@dense-pack/core/fill/tally';
import { pack } from '@dense-pack/core/vessel/pack';
import { tilesOf } from '@dense-pack/core/vessel/tiles';
import { useId, useMemo } from 'react';
import { View } from 'react-native';
import Svg, { Defs, Line, Path, Pattern, Rect } from 'react-native-svg';
import { useColours } from '../theme/theme';
import { Words } from '../parts/Words';
import { TileFace } from './TileFace';

/** Share of the drawing's height the vessel takes while nothing stands far over the rim. */
const RIM_AT = 0.86;
const WALL = 4;
/** Room beside the walls for the lips of the rim. */
const LIP = 8;

interface VesselProps {
  readonly box: BoxDocument;
  readonly counted: Tally;
  readonly width: number;
  readonly height: number;
  /** A picture only: no words in it and nothing to touch. */
  readonly small?: boolean;
  readonly selected?: string | undefined;
  readonly onSelect?: (key: string, itemId: string, line: number) => void;
}

interface Column {
  readonly space: Side | undefined;
  readonly capacity: Amount | null;
  readonly fill: Amount;
}

export function Vessel({ box, counted, width, height, small = false, selected, onSelect }: VesselProps) {
  const columns: readonly Column[] = counted.spaces ?? [
    { space: undefined, capacity: counted.capacity, fill: counted.fill },
  ];
  const tiles = useMemo(() => tilesOf(counted, box), [counted, box]);
  const gap = 12;
  const columnWidth = (width - gap * (columns.length - 1)) / columns.length;
  const words =
    counted.capacity === null
      ? `${showAmount(counted.fill, counted.unit)} ${unitName(counted.unit)} in a box without a legal volume`
      : `${showAmount(counted.fill, counted.unit)} of ${showAmount(counted.capacity, counted.unit)} ${unitName(counted.unit)}`;
  return (
    <View
      role={small ? 'img' : 'group'}
      aria-label={`Vessel: ${words}`}
      className="flex-row"
      style={{ width, height, gap }}
    >
      {columns.map((column) => (
        <VesselColumn
          key={column.space ?? 'whole'}
          column={column}
          tiles={tiles.filter((tile) => tile.space === column.space)}
          counted={counted}
          box={box}
          width={columnWidth}
          height={height}
          small={small}
          selected={selected}
          onSelect={onSelect}
        />
      ))}
    </View>
  );
}

interface ColumnProps extends Omit<VesselProps, 'onSelect'> {
  readonly column: Column;
  readonly tiles: ReturnType<typeof tilesOf>;
  readonly onSelect: VesselProps['onSelect'] | undefined;
}

function VesselColumn({
  column,
  tiles,
  counted,
  box,
  width,
  height,
  small,
  selected,
  onSelect,
}: ColumnProps) {
  const colours = useColours();
  const wall = small ? 2 : WALL;
  const lip = small ? 3 : LIP;
  const inner = width - 2 * (wall + lip);
  const room = height - wall;
  const { capacity, fill } = column;
  // The rim stays where it is until the fill needs the room above it.
  const whole = capacity === null ? Math.max(fill, 1) / RIM_AT : Math.max(capacity / RIM_AT, fill);
  const rim = capacity === null ? room * RIM_AT : (capacity / whole) * room;
  const scale = (inner * room) / whole;
  const packed = useMemo(() => pack(tiles, inner, scale), [tiles, inner, scale]);
  const over = capacity !== null && fill > capacity;
  const seam = seamHeight(counted, capacity, rim);
  const gangs = counted.spaces ? 1 : box.shell.gangs;
  return (
    <View style={{ width, height }}>
      <Walls
        width={width}
        height={height}
        wall={wall}
        lip={lip}
        rim={rim}
        dashed={capacity === null}
        gangs={gangs}
      />
      {packed.tiles.map((placed) => (
        <TileFace
          key={placed.tile.key}
          placed={placed}
          left={wall + lip}
          bottom={wall}
          rim={capacity === null ? undefined : rim}
          counted={counted}
          box={box}
          small={small ?? false}
          selected={selected === placed.tile.key}
          onSelect={onSelect}
        />
      ))}
      {seam !== undefined && (
        <View
          style={{
            position: 'absolute',
            left: 0,
            width,
            bottom: wall + seam - 1,
            borderTopWidth: small ? 1 : 2,
            borderStyle: 'dashed',
            borderColor: colours.focus,
            pointerEvents: 'none',
          }}
        />
      )}
      {over && (
        <Over
          left={wall + lip}
          bottom={wall + rim}
          width={inner}
          height={packed.height - rim}
          colour={colours.over}
        />
      )}
      {!small && (
        <Readings
          column={column}
          counted={counted}
          rim={rim}
          room={room}
          bottom={wall}
          left={wall + lip}
          filled={packed.height}
        />
      )}
    </View>
  );
}

/** Where the box proper ends and what was added to it begins. */
function seamHeight(counted: Tally, capacity: Amount | null, rim: number): number | undefined {
  const [own, ...added] = counted.volumeParts;
  if (capacity === null || counted.spaces || counted.unit === 'conductors') return undefined;
  if (!own?.volume || !added.some((part) => (part.volume ?? 0) > 0)) return undefined;
  return (own.volume / capacity) * rim;
}

interface WallsProps {
  readonly width: number;
  readonly height: number;
  readonly wall: number;
  readonly lip: number;
  readonly rim: number;
  readonly dashed: boolean;
  readonly gangs: number;
}

function Walls({ width, height, wall, lip, rim, dashed, gangs }: WallsProps) {
  const colours = useColours();
  const half = wall / 2;
  const top = height - wall - rim;
  const left = lip + half;
  const right = width - lip - half;
  const bottom = height - half;
  const dash = dashed ? { strokeDasharray: '7 6' } : {};
  return (
    <View style={{ position: 'absolute', left: 0, top: 0, pointerEvents: 'none' }}>
      <Svg width={width} height={height} aria-hidden>
        <Rect x={left} y={top} width={right - left} height={bottom - top} fill={colours.sunk} />
        <Path
          d={`M0 ${top} H${left} V${bottom} H${right} V${top} H${width}`}
          fill="none"
          stroke={colours.wall}
          strokeWidth={wall}
          {...dash}
        />
        {Array.from({ length: gangs - 1 }, (_, nth) => {
          const x = left + ((right - left) * (nth + 1)) / gangs;
          return (
            <Line
              key={nth}
              x1={x}
              x2={x}
              y1={top - 6}
              y2={top + 6}
              stroke={colours.wall}
              strokeWidth={half}
            />
          );
        })}
      </Svg>
    </View>
  );
}

interface OverProps {
  readonly left: number;
  readonly bottom: number;
  readonly width: number;
  readonly height: number;
  readonly colour: string;
}

/** Hatching over all that stands past the rim. */
function Over({ left, bottom, width, height, colour }: OverProps) {
  const id = useId().replace(/[^a-z0-9]/gi, '');
  return (
    <View style={{ position: 'absolute', left, bottom, pointerEvents: 'none' }}>
      <Svg width={width} height={height} aria-hidden>
        <Defs>
          <Pattern id={id} width={9} height={9} patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <Rect width={4} height={9} fill={colour} />
          </Pattern>
        </Defs>
        <Rect width={width} height={height} fill={`url(#${id})`} opacity={0.85} />
        <Rect width={width} height={height} fill="none" stroke={colour} strokeWidth={3} />
      </Svg>
    </View>
  );
}

interface ReadingsProps {
  readonly column: Column;
  readonly counted: Tally;
  readonly rim: number;
  /** Height of the drawing above the floor of the vessel. */
  readonly room: number;
  readonly bottom: number;
  readonly left: number;
  readonly filled: number;
}

/** The words in the drawing: how much room is left, or that there is no legal rim. */
function Readings({ column, counted, rim, room, bottom, left, filled }: ReadingsProps) {
  const { capacity, fill } = column;
  // Without a legal rim the words stand above what is in the box.
  const free = (capacity === null ? room : rim) - filled;
  const unit = unitName(counted.unit);
  const text =
    capacity === null
      ? 'no legal rim'
      : fill <= capacity
        ? `${showAmount((capacity - fill) as Amount, counted.unit)} ${unit} free`
        : undefined;
  if (text === undefined || free < 20) return null;
  return (
    <View
      style={{
        position: 'absolute',
        left,
        right: left,
        bottom: bottom + filled,
        height: free,
        pointerEvents: 'none',
      }}
      className="items-center justify-center"
    >
      <Words size="fine" strong tone="text-soft">
        {column.space === undefined ? text : `space ${column.space}: ${text}`}
      </Words>
    </View>
  );
}
