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

/**
 * Places the tiles.
 * @param tiles grouped together in the order the layers stand in; areas in any unit
 * @param width of the vessel, in any length
 * @param scale what one unit of area is in squares of that length
 */
export function pack(tiles: readonly Tile[], width: number, scale = 1): Packed {
  const placed: PlacedTile[] = [];
  let y = 0;
  for (let start = 0; start < tiles.length;) {
    const group = tiles[start]?.group;
    let end = start;
    let area = 0;
    while (end < tiles.length && tiles[end]?.group === group) {
      area += (tiles[end]?.area ?? 0) * scale;
      end += 1;
    }
    const layer = tiles.slice(start, end);
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
    start = end;
  }
  return { tiles: placed, height: y };
}
