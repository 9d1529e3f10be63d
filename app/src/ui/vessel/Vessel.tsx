/**
 * The vessel: the box in section, its back at the bottom and its opening at the top. Its area is its
 * volume and each tile's area is that tile's volume, so what is over stands out past the rim.
 */
import { type Amount, showAmount, unitName } from '@dense-pack/core/fill/amount';
import type { BoxDocument } from '@dense-pack/core/box/document';
import type { Side } from '@dense-pack/core/box/words';
import type { Tally } from '@dense-pack/core/fill/tally';
import { SHARES, type VesselPreview } from '@dense-pack/core/box/vessel-preview';
import { pack } from '@dense-pack/core/vessel/pack';
import { columnsOf, seamOf } from '@dense-pack/core/vessel/preview';
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
/** Room between two spaces of a small one. */
const SMALL_GAP = 4;
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
  readonly capacity: Amount | null;
  readonly fill: Amount;
}

/** Atoms the whole drawing stands for: the rim stays where it is until the fill needs the room above it. */
export function heightOf({ capacity, fill }: Column): number {
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
  const columns = columnsOf(counted);
  const tiles = useMemo(() => tilesOf(counted, box), [counted, box]);
  const gap = small ? SMALL_GAP : 10;
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
            named={small ? undefined : { counted, box }}
            space={column.space}
            seam={seamOf(counted, column.capacity)}
            gangs={counted.spaces ? 1 : box.shell.gangs}
            width={columnWidth}
            height={height}
            selected={selected}
            onSelect={onSelect}
          />
        </Fragment>
      ))}
    </View>
  );
}

interface SmallVesselProps {
  readonly preview: VesselPreview;
  readonly width: number;
  readonly height: number;
}

/** The vessel of a box that is not at hand, by its picture alone. */
export function SmallVessel({ preview, width, height }: SmallVesselProps) {
  const { columns, gangs } = preview;
  const columnWidth = (width - SMALL_GAP * (columns.length - 1)) / columns.length;
  return (
    <View className="flex-row" style={{ width, height }}>
      {columns.map(({ rim, over, seam, tiles }, nth) => {
        const all = tiles.flatMap(([group, colour, area, many], run) =>
          Array.from({ length: many }, (_, one) => ({
            key: `${run}.${one}`,
            itemId: '',
            line: 0,
            label: '',
            group,
            area,
            ...(colour === null ? {} : { colour }),
          })),
        );
        const drawn = all.reduce((sum, { area }) => sum + area, 0);
        // Shares are rounded, so the exact count decides whether the box is over.
        const fill = !rim ? drawn : over ? Math.max(drawn, SHARES + 1) : Math.min(drawn, SHARES);
        return (
          <Fragment key={nth}>
            {nth > 0 && <BarrierWall width={SMALL_GAP} height={height * RIM_AT} />}
            <VesselColumn
              column={{ capacity: rim ? (SHARES as Amount) : null, fill: fill as Amount }}
              tiles={all}
              seam={seam === undefined ? undefined : seam / SHARES}
              gangs={gangs}
              width={columnWidth}
              height={height}
            />
          </Fragment>
        );
      })}
    </View>
  );
}

interface ColumnProps extends Pick<VesselProps, 'width' | 'height' | 'selected' | 'found'> {
  readonly column: Column;
  readonly tiles: ReturnType<typeof tilesOf>;
  /** What its words are made of; without it, it is a picture only. */
  readonly named?: { readonly counted: Tally; readonly box: BoxDocument } | undefined;
  readonly space?: Side | undefined;
  /** Where the box proper ends and what was added to it begins, as a share of the volume. */
  readonly seam: number | undefined;
  readonly gangs: number;
  readonly onSelect?: VesselProps['onSelect'] | undefined;
}

function VesselColumn({
  column,
  tiles,
  named,
  space,
  seam: seamAt,
  gangs,
  width,
  height,
  selected,
  found,
  onSelect,
}: ColumnProps) {
  const colours = useColours();
  const small = named === undefined;
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
  const seam = seamAt === undefined ? undefined : seamAt * rim;
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
          named={named}
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
      {named && (
        <Readings
          column={column}
          space={space}
          counted={named.counted}
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
  readonly space: Side | undefined;
  readonly counted: Tally;
  readonly rim: number;
  /** Height of the drawing above the floor of the vessel. */
  readonly room: number;
  readonly bottom: number;
  readonly left: number;
  readonly filled: number;
}

/** The words in the drawing: how much room is left, or that there is no legal rim. */
function Readings({ column, space, counted, rim, room, bottom, left, filled }: ReadingsProps) {
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
        {space === undefined ? text : `space ${space}: ${text}`}
      </Words>
    </View>
  );
}
