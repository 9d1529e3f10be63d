/**
 * One tile in a page: a plain button, so that sixty of them can be moved within a frame. It moves to its
 * new place in sight of the eye, unless the person asked for less motion.
 */
import { type CSSProperties, memo } from 'react';
import { useColours } from '../theme/theme';
import { hatchOf, patternOf } from './tile-look';
import { type TileFaceProps, tileParts, type TileSurfaceProps } from './tile-parts';

const BARE: CSSProperties = {
  position: 'absolute',
  boxSizing: 'border-box',
  margin: 0,
  padding: 0,
  border: 0,
  background: 'none',
  transition: 'left 180ms ease-out, bottom 180ms ease-out, width 180ms ease-out, height 180ms ease-out',
};

export function TileFace(props: TileFaceProps) {
  const { placed, left, bottom, selected, named, onSelect } = props;
  const { surface, name } = tileParts(props);
  const { tile, x, y, width, height } = placed;
  const place = { ...BARE, left: left + x, bottom: bottom + y, width, height };
  if (!named || !onSelect) {
    return (
      <div aria-hidden style={place}>
        <TileSurface {...surface} />
      </div>
    );
  }
  return (
    <button
      type="button"
      aria-label={name}
      aria-pressed={selected}
      className="tile-in"
      style={{ ...place, cursor: 'pointer' }}
      onClick={() => onSelect(tile.key, tile.itemId, tile.line)}
    >
      <TileSurface {...surface} />
    </button>
  );
}

const TileSurface = memo(function TileSurface({
  fill,
  ink,
  pattern,
  over,
  lift,
  border,
  text,
  size,
}: TileSurfaceProps) {
  const colours = useColours();
  const drawn = patternOf(pattern, colours[ink]);
  return (
    <span
      style={{
        position: 'absolute',
        inset: 0,
        boxSizing: 'border-box',
        display: 'flex',
        alignItems: 'center',
        justifyContent: 'center',
        overflow: 'hidden',
        paddingTop: lift,
        backgroundColor: colours[fill],
        backgroundImage: drawn?.image,
        backgroundSize: drawn?.size,
        border: `${border}px solid ${border > 1 ? colours.focus : colours.line}`,
      }}
    >
      {over > 0 && (
        <span
          style={{
            position: 'absolute',
            top: 0,
            left: 0,
            right: 0,
            height: over,
            backgroundImage: hatchOf(colours.over),
          }}
        />
      )}
      {text !== '' && (
        <span
          style={{
            position: 'relative',
            fontFamily: 'Overpass_700Bold',
            whiteSpace: 'nowrap',
            color: colours[ink],
            // A plate under the letters keeps them clear of the pattern.
            backgroundColor: drawn === undefined && over === 0 ? undefined : colours[fill],
            padding: '0 3px',
            borderRadius: 2,
            fontSize: size,
            lineHeight: `${size + 3}px`,
          }}
        >
          {text}
        </span>
      )}
    </span>
  );
});
