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
import { Fragment, useMemo } from 'react';
import { useColours } from '../theme/theme';
import { Words } from '../parts/Words';
import { TileFace } from './TileFace';
import { BarrierWall, VesselWalls } from './VesselWalls';
import { View } from '../parts/View';

/** Share of the drawing's height the vessel takes while nothing stands far over the rim. */
const RIM_AT = 0.86;
/** A layer lower than this has no room for its words: it shares a row with its neighbour. */
const THIN = 17;
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
  /** Fill as found, marked across the vessel where a change is planned. */
  readonly found?: Amount | undefined;
  readonly onSelect?: (key: string, itemId: string, line: number) => void;
}

interface Column {
  readonly space: Side | undefined;
  readonly capacity: Amount | null;
  readonly fill: Amount;
}

/** Atoms the whole drawing stands for: the rim stays where it is until the fill needs the room above it. */
export function heightOf({ capacity, fill }: Pick<Column, 'capacity' | 'fill'>): number {
  return capacity === null ? Math.max(fill, 1) / RIM_AT : Math.max(capacity / RIM_AT, fill);
}

/** Thickness of the vessel's walls and floor, in px. */
export const VESSEL_WALL = 4;

export function Vessel({
  box,
  counted,
  width,
  height,
  small = false,
  selected,
  found,
  onSelect,
}: VesselProps) {
  const columns: readonly Column[] = counted.spaces ?? [
    { space: undefined, capacity: counted.capacity, fill: counted.fill },
  ];
  const tiles = useMemo(() => tilesOf(counted, box), [counted, box]);
  const gap = small ? 4 : 10;
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
      style={{ width, height }}
    >
      {columns.map((column, nth) => (
        <Fragment key={column.space ?? 'whole'}>
          {nth > 0 && <BarrierWall width={gap} height={height * RIM_AT} />}
          <VesselColumn
            column={column}
            found={columns.length === 1 ? found : undefined}
            tiles={tiles.filter((tile) => tile.space === column.space)}
            counted={counted}
            box={box}
            width={columnWidth}
            height={height}
            small={small}
            selected={selected}
            onSelect={onSelect}
          />
        </Fragment>
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
  found,
  onSelect,
}: ColumnProps) {
  const colours = useColours();
  const wall = small ? 2 : VESSEL_WALL;
  const lip = small ? 3 : LIP;
  const inner = width - 2 * (wall + lip);
  const room = height - wall;
  const { capacity, fill } = column;
  const whole = heightOf(column);
  const rim = capacity === null ? room * RIM_AT : (capacity / whole) * room;
  const scale = (inner * room) / whole;
  const packed = useMemo(() => pack(tiles, inner, scale, small ? 0 : THIN), [tiles, inner, scale, small]);
  const over = capacity !== null && fill > capacity;
  const seam = seamHeight(counted, capacity, rim);
  const gangs = counted.spaces ? 1 : box.shell.gangs;
  return (
    <View style={{ width, height }}>
      <VesselWalls
        width={width}
        height={height}
        wall={wall}
        lip={lip}
        rim={rim}
        dashed={capacity === null}
        gangs={gangs}
        seam={seam}
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
      {found !== undefined && (
        <View
          style={{
            position: 'absolute',
            left: lip,
            right: lip,
            bottom: wall + (found / whole) * room - 1,
            borderTopWidth: 2,
            borderStyle: 'dotted',
            borderColor: colours.found,
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

interface OverProps {
  readonly left: number;
  readonly bottom: number;
  readonly width: number;
  readonly height: number;
  readonly colour: string;
}

/** The outline of all that stands past the rim. */
function Over({ left, bottom, width, height, colour }: OverProps) {
  return (
    <View
      style={{
        position: 'absolute',
        left,
        bottom,
        width,
        height,
        borderWidth: 3,
        borderColor: colour,
        pointerEvents: 'none',
      }}
    />
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
