/**
 * Packs tiles into a vessel of a given width, from the bottom up, so that area is always volume.
 *
 * Each group fills a layer as wide as the vessel; its tiles stand in even rows. The filled height times
 * the width is therefore exactly the fill, and what is over the rim is exactly what is too much. Adding
 * a tile changes only its own layer and lifts those above it: nothing else is reshuffled.
 */
import type { Tile } from './tiles.ts';

/** A tile with its place; `y` is measured from the bottom of the vessel. */
export interface PlacedTile {
  readonly tile: Tile;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export interface Packed {
  readonly tiles: readonly PlacedTile[];
  /** How high the tiles stand. */
  readonly height: number;
}

/** The number of rows that makes a layer's tiles most nearly as wide as `aspect` times their height. */
function rowsFor(count: number, width: number, height: number, aspect: number): number {
  let best = 1;
  let least = Infinity;
  for (let rows = 1; rows <= count; rows += 1) {
    const columns = Math.ceil(count / rows);
    const ratio = width / columns / (height / rows) / aspect;
    const off = Math.abs(Math.log(ratio));
    if (off < least - 1e-9) {
      least = off;
      best = rows;
    }
  }
  return best;
}

/** Tiles that fill one layer: of one group, or of neighbouring ones where each alone would be too thin. */
function layersOf(tiles: readonly Tile[], width: number, scale: number, thin: number): Tile[][] {
  const layers: { tiles: Tile[]; area: number }[] = [];
  let group: Tile['group'] | undefined;
  for (const tile of tiles) {
    const last = layers.at(-1);
    if (last && tile.group === group) {
      last.tiles.push(tile);
      last.area += tile.area;
    } else layers.push({ tiles: [tile], area: tile.area });
    group = tile.group;
  }
  const height = ({ area }: { area: number }) => (area * scale) / width;
  const joined: { tiles: Tile[]; area: number }[] = [];
  for (const layer of layers) {
    const below = joined.at(-1);
    // Two share a row only where they still make one row together, not a heap.
    const lower = below && Math.min(height(below), height(layer));
    if (below && lower !== undefined && lower < thin && height(below) + height(layer) < 4 * thin) {
      below.tiles.push(...layer.tiles);
      below.area += layer.area;
    } else joined.push({ tiles: [...layer.tiles], area: layer.area });
  }
  return joined.map((layer) => layer.tiles);
}

/**
 * Places the tiles.
 * @param tiles grouped together in the order the layers stand in; areas in any unit
 * @param width of the vessel, in any length
 * @param scale what one unit of area is in squares of that length
 * @param thin a layer lower than this, in that length, shares its row with a neighbouring one
 */
export function pack(tiles: readonly Tile[], width: number, scale = 1, thin = 0): Packed {
  const placed: PlacedTile[] = [];
  let y = 0;
  for (const layer of layersOf(tiles, width, scale, thin)) {
    const area = layer.reduce((sum, tile) => sum + tile.area * scale, 0);
    const rows = rowsFor(layer.length, width, area / width, 1.5);
    const perRow = Math.ceil(layer.length / rows);
    for (let from = 0; from < layer.length; from += perRow) {
      const row = layer.slice(from, from + perRow);
      const rowArea = row.reduce((sum, tile) => sum + tile.area * scale, 0);
      const height = rowArea / width;
      let x = 0;
      for (const tile of row) {
        const tileWidth = (tile.area * scale) / height;
        placed.push({ tile, x, y, width: tileWidth, height });
        x += tileWidth;
      }
      y += height;
    }
  }
  return { tiles: placed, height: y };
}
