/** One tile: an allowance one can touch. Where there is no page to draw in; see TileFace.web.tsx. */
import { memo } from 'react';
import { Pressable, Text, View, type ViewStyle } from 'react-native';
import { useColours } from '../theme/theme';
import { type TileFaceProps, tileParts, type TileSurfaceProps } from './tile-parts';

export function TileFace(props: TileFaceProps) {
  const { placed, left, bottom, selected, named, onSelect } = props;
  const { surface, name } = tileParts(props);
  const { tile, x, y, width, height } = placed;
  const place: ViewStyle = { position: 'absolute', left: left + x, bottom: bottom + y, width, height };
  if (!named || !onSelect) {
    return (
      <View aria-hidden style={place}>
        <TileSurface {...surface} />
      </View>
    );
  }
  return (
    <Pressable
      role="button"
      aria-label={name}
      aria-pressed={selected}
      style={place}
      onPress={() => onSelect(tile.key, tile.itemId, tile.line)}
    >
      <TileSurface {...surface} />
    </Pressable>
  );
}

const TileSurface = memo(function TileSurface({
  fill,
  ink,
  over,
  lift,
  border,
  text,
  size,
}: TileSurfaceProps) {
  const colours = useColours();
  return (
    <View
      style={{
        flex: 1,
        backgroundColor: colours[fill],
        borderColor: border > 1 ? colours.focus : colours.line,
        borderWidth: border,
        borderTopWidth: over > 0 ? Math.max(3, border) : border,
        borderTopColor: over > 0 ? colours.over : colours.line,
        alignItems: 'center',
        justifyContent: 'center',
        overflow: 'hidden',
        paddingTop: lift,
      }}
    >
      {text !== '' && (
        <Text
          style={{
            fontFamily: 'Overpass_700Bold',
            color: colours[ink],
            fontSize: size,
            lineHeight: size + 3,
          }}
          numberOfLines={1}
        >
          {text}
        </Text>
      )}
    </View>
  );
});
