/** One tile: an allowance one can touch. */
import { showAmount, unitName } from '@dense-pack/core/fill/amount';
import type { BoxDocument } from '@dense-pack/core/box/document';
import type { Tally } from '@dense-pack/core/fill/tally';
import { printItem } from '@dense-pack/core/shorthand/print';
import type { PlacedTile } from '@dense-pack/core/vessel/pack';
import { memo } from 'react';
import { Pressable, Text, View, type ViewStyle } from 'react-native';
import { useColours } from '../theme/theme';
import { hatchOf, lookOf, patternOf } from './tile-look';

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

export const TileFace = memo(function TileFace({
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
  const pattern = small ? undefined : patternOf(look, colours[look.ink]);
  const over = rim === undefined ? 0 : Math.min(height, placed.y + height - rim);
  const place = {
    position: 'absolute',
    left: left + placed.x,
    bottom: bottom + placed.y,
    width,
    height,
    backgroundColor: colours[look.fill],
    borderColor: selected ? colours.focus : colours.line,
    borderWidth: selected ? 4 : small ? 0.5 : 1,
    alignItems: 'center',
    justifyContent: 'center',
    overflow: 'hidden',
    ...MOVES,
  } as const satisfies ViewStyle;
  const hatch = over > 0.5 && (
    <View
      style={
        {
          position: 'absolute',
          top: 0,
          left: 0,
          right: 0,
          height: over,
          background: hatchOf(colours.over),
        } as unknown as ViewStyle
      }
    />
  );
  if (small || !onSelect) {
    return (
      <View aria-hidden style={place}>
        {hatch}
      </View>
    );
  }
  const item = box.items.find((one) => one.id === tile.itemId);
  const volume = `${showAmount(counted.lines[tile.line]?.each ?? counted.fill, counted.unit)} ${unitName(counted.unit)}`;
  const text = [look.letter, tile.label].filter(Boolean).join(' ');
  const fits = width >= text.length * 7.5 + 8 && height >= 14;
  return (
    <Pressable
      role="button"
      aria-label={`${text}: ${look.name}, ${volume}${item ? `, of ${printItem(item)}` : ''}`}
      aria-pressed={selected}
      className="tile-in"
      style={place}
      onPress={() => onSelect(tile.key, tile.itemId, tile.line)}
    >
      {pattern !== undefined && (
        <View style={{ position: 'absolute', inset: 0, background: pattern } as unknown as ViewStyle} />
      )}
      {hatch}
      {height >= 12 && (
        <Text
          className="font-strong"
          style={{
            color: colours[look.ink],
            // A plate under the letters keeps them clear of the pattern.
            backgroundColor: pattern === undefined && !hatch ? undefined : colours[look.fill],
            paddingHorizontal: 3,
            borderRadius: 2,
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
});
