/** One tile: an allowance one can touch. */
import { showAmount, unitName } from '@dense-pack/core/fill/amount';
import type { BoxDocument } from '@dense-pack/core/box/document';
import type { Tally } from '@dense-pack/core/fill/tally';
import { printItem } from '@dense-pack/core/shorthand/print';
import type { PlacedTile } from '@dense-pack/core/vessel/pack';
import type { Tile } from '@dense-pack/core/vessel/tiles';
import { Pressable, Text, type ViewStyle } from 'react-native';
import { type Colour, useColours } from '../theme/theme';

interface Look {
  readonly fill: Colour;
  readonly ink: Colour;
  /** The colour's letter, so that colour is never the only sign. */
  readonly letter: string;
  readonly name: string;
}

/** What a tile looks like. */
export function lookOf(tile: Tile): Look {
  if (tile.colour === 'red')
    return { fill: 'tile-red', ink: 'tile-red-ink', letter: 'R', name: 'red conductor' };
  if (tile.colour === 'blue')
    return { fill: 'tile-blue', ink: 'tile-blue-ink', letter: 'BL', name: 'blue conductor' };
  switch (tile.group) {
    case 'ground':
      return { fill: 'tile-ground', ink: 'tile-ground-ink', letter: 'G', name: 'equipment grounds' };
    case 'hardware':
      return { fill: 'tile-hardware', ink: 'tile-hardware-ink', letter: '', name: tile.label };
    case 'neutral':
      return { fill: 'tile-neutral', ink: 'tile-neutral-ink', letter: 'W', name: 'white conductor' };
    case 'hot':
      return { fill: 'tile-hot', ink: 'tile-hot-ink', letter: 'B', name: 'black conductor' };
    case 'conductor':
      return { fill: 'tile-conductor', ink: 'tile-conductor-ink', letter: '', name: 'conductor' };
    case 'device':
      return { fill: 'tile-device', ink: 'tile-device-ink', letter: '', name: tile.label };
  }
}

/** Moves a tile to its new place where the platform can; a drawing on a phone jumps. */
const MOVES = {
  transitionProperty: 'left, bottom, width, height',
  transitionDuration: '180ms',
  transitionTimingFunction: 'ease-out',
} as unknown as ViewStyle;

interface TileFaceProps {
  readonly placed: PlacedTile;
  readonly left: number;
  readonly bottom: number;
  /** Height of the rim, where there is one. */
  readonly rim: number | undefined;
  readonly counted: Tally;
  readonly box: BoxDocument;
  readonly small: boolean;
  readonly selected: boolean;
  readonly onSelect: ((key: string, itemId: string, line: number) => void) | undefined;
}

export function TileFace({
  placed,
  left,
  bottom,
  rim,
  counted,
  box,
  small,
  selected,
  onSelect,
}: TileFaceProps) {
  const colours = useColours();
  const { tile, width, height } = placed;
  const look = lookOf(tile);
  const place: ViewStyle = {
    position: 'absolute',
    left: left + placed.x,
    bottom: bottom + placed.y,
    width,
    height,
    backgroundColor: colours[look.fill],
    borderColor: selected ? colours.focus : colours.line,
    borderWidth: selected ? 4 : small ? 0.5 : 1,
    alignItems: 'center',
    // The words of a tile that stands past the rim stay below the hatching.
    justifyContent: rim !== undefined && placed.y + height > rim + 1 ? 'flex-end' : 'center',
    overflow: 'hidden',
    ...MOVES,
  };
  if (small || !onSelect) return <Pressable disabled tabIndex={-1} aria-hidden style={place} />;
  const item = box.items.find((one) => one.id === tile.itemId);
  const volume = `${showAmount(counted.lines[tile.line]?.each ?? counted.fill, counted.unit)} ${unitName(counted.unit)}`;
  const text = [look.letter, tile.label].filter(Boolean).join(' ');
  const fits = width >= text.length * 7.5 + 4 && height >= 14;
  return (
    <Pressable
      role="button"
      aria-label={`${text}: ${look.name}, ${volume}${item ? `, of ${printItem(item)}` : ''}`}
      aria-pressed={selected}
      style={place}
      onPress={() => onSelect(tile.key, tile.itemId, tile.line)}
    >
      {height >= 12 && (
        <Text
          className="font-strong"
          style={{
            color: colours[look.ink],
            fontSize: Math.min(15, height - 2),
            lineHeight: Math.min(18, height),
          }}
          numberOfLines={1}
        >
          {fits ? text : look.letter}
        </Text>
      )}
    </Pressable>
  );
}
