/** The box packed, drawn for paper. */
import type { BoxDocument } from '../box/document.ts';
import { showAmount, unitName } from '../fill/amount.ts';
import type { Tally } from '../fill/tally.ts';
import { COLOURS, type Colour } from '../physical/pieces.ts';
import { pack } from '../vessel/pack.ts';
import { type Tile, tilesOf } from '../vessel/tiles.ts';
import type { Ink, Picture, Shape } from './picture.ts';

const TILES: Readonly<Record<Tile['group'], { readonly fill: Ink; readonly ink: Ink }>> = {
  ground: { fill: 'green', ink: 'ink' },
  hardware: { fill: 'grey', ink: 'ink' },
  neutral: { fill: 'white', ink: 'ink' },
  hot: { fill: 'black', ink: 'white' },
  switched: { fill: 'red', ink: 'white' },
  conductor: { fill: 'tan', ink: 'ink' },
  device: { fill: 'brass', ink: 'ink' },
};

/** The share of the drawing’s height that lies below the rim while nothing stands far over it. */
const RIM_AT = 0.86;

/** The box packed: area is volume, and what is over stands out past the rim. One column for each space of a barrier. */
export function vesselPicture(counted: Tally, box: BoxDocument, width: number, height: number): Picture {
  const columns = counted.spaces ?? [{ space: undefined, capacity: counted.capacity, fill: counted.fill }];
  const tiles = tilesOf(counted, box);
  const gap = 8;
  const room = 34;
  const wide = (width - room - gap * (columns.length - 1)) / columns.length;
  const shapes = columns.flatMap(({ space, capacity, fill }, nth): Shape[] => {
    const left = room + nth * (wide + gap);
    const mine = space === undefined ? tiles : tiles.filter((tile) => tile.space === space);
    const whole = capacity === null ? Math.max(fill, 1) / RIM_AT : Math.max(capacity / RIM_AT, fill, 1);
    const scale = (wide * height) / whole;
    const packed = pack(mine, wide, scale);
    const rim = capacity === null ? undefined : height - (capacity * scale) / wide;
    return [
      { kind: 'rect', x: left, y: rim ?? 0, width: wide, height: height - (rim ?? 0), fill: 'white' },
      ...packed.tiles.flatMap((one) => tileShapes(one, left, height)),
      {
        kind: 'path',
        d: `M${left} ${rim ?? 0} V${height} H${left + wide} V${rim ?? 0}`,
        stroke: 'ink',
        line: 2.4,
      },
      ...(rim === undefined
        ? []
        : [
            {
              kind: 'path',
              d: `M${left - 4} ${rim} H${left + wide + 4}`,
              stroke: 'over',
              line: 1.2,
              dash: [4, 2],
            } as const,
            {
              kind: 'text',
              x: left - 6,
              y: rim + 3,
              size: 7,
              text: nth === 0 ? showAmount(capacity ?? fill, counted.unit) : '',
              fill: 'ink',
              anchor: 'end',
            } as const,
          ]),
    ];
  });
  const of =
    counted.capacity === null ? 'of no legal volume' : `of ${showAmount(counted.capacity, counted.unit)}`;
  return {
    width,
    height,
    alt: `The box packed: ${showAmount(counted.fill, counted.unit)} ${of} ${unitName(counted.unit)}`,
    shapes,
  };
}

function tileShapes(
  { tile, x, y, width, height }: ReturnType<typeof pack>['tiles'][number],
  left: number,
  tall: number,
): Shape[] {
  const { fill, ink } = TILES[tile.group];
  const top = tall - y - height;
  const letter = tile.colour === undefined ? '' : `${COLOURS[tile.colour as Colour] ?? ''} `;
  const text = `${letter}${tile.label}`.trim();
  const size = Math.min(8, height * 0.7, (width / Math.max(1, text.length)) * 1.7);
  return [
    { kind: 'rect', x: left + x, y: top, width, height, fill, stroke: 'soft', line: 0.6 },
    ...(size < 4
      ? []
      : [
          {
            kind: 'text',
            x: left + x + width / 2,
            y: top + height / 2 + size * 0.35,
            size,
            text,
            fill: ink,
            anchor: 'middle',
            strong: true,
          } as const,
        ]),
  ];
}
