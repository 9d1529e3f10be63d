/** What a placed tile shows and says: worked out once for every way it is drawn. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { showAmount, unitName } from '@dense-pack/core/fill/amount';
import type { Tally } from '@dense-pack/core/fill/tally';
import { printItem } from '@dense-pack/core/shorthand/print';
import type { PlacedTile } from '@dense-pack/core/vessel/pack';
import { type Look, lookOf } from './tile-look';

export interface TileFaceProps {
  readonly placed: PlacedTile;
  readonly left: number;
  readonly bottom: number;
  /** Height of the rim, where there is one. */
  readonly rim: number | undefined;
  /** What its name is made of; without it, it is a picture only. */
  readonly named: { readonly counted: Tally; readonly box: BoxDocument } | undefined;
  readonly selected: boolean;
  readonly onSelect: ((key: string, itemId: string, line: number) => void) | undefined;
}

/** What is on a tile; made of plain values, so that a tile that only moved is not drawn anew. */
export interface TileSurfaceProps extends Pick<Look, 'fill' | 'ink'> {
  readonly pattern: Look['pattern'] | undefined;
  /** Height of the part that stands past the rim. */
  readonly over: number;
  /** Room above the words, so that the line of the rim does not run through them. */
  readonly lift: number;
  readonly border: number;
  readonly text: string;
  /** Size of the letters, in px. */
  readonly size: number;
}

/** Height words need, in px. */
const WORDS = 18;

export interface TileParts {
  readonly surface: TileSurfaceProps;
  /** Its name for those who hear the page. */
  readonly name: string;
}

export function tileParts({ placed, rim, named, selected }: TileFaceProps): TileParts {
  const { tile, width, height } = placed;
  const small = named === undefined;
  const look = lookOf(tile);
  const text = [look.letter, tile.label].filter(Boolean).join(' ');
  const fits = width >= text.length * 7.5 + 8 && height >= 14;
  const over = rim === undefined ? 0 : Math.min(height, placed.y + height - rim);
  const surface = {
    fill: look.fill,
    ink: look.ink,
    pattern: small ? undefined : look.pattern,
    over: over > 0.5 ? over : 0,
    lift: over > 0.5 && height - over >= WORDS ? over : 0,
    border: selected ? 4 : small ? 0.5 : 1,
    text: small || height < 12 ? '' : fits ? text : look.letter,
    size: Math.min(15, Math.floor(height) - 2),
  };
  if (!named) return { surface, name: '' };
  const { counted, box } = named;
  const item = box.items.find((one) => one.id === tile.itemId);
  const volume = `${showAmount(counted.lines[tile.line]?.each ?? counted.fill, counted.unit)} ${unitName(counted.unit)}`;
  return {
    surface,
    name: `${text}: ${look.name}, ${volume}${item ? `, of ${printItem(item)}` : ''}`,
  };
}
