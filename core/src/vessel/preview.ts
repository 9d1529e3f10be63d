/** Makes the picture of a small vessel from a box and its count. */
import type { BoxDocument } from '../box/document.ts';
import { SHARES, type VesselPreview } from '../box/vessel-preview.ts';
import type { Amount } from '../fill/amount.ts';
import type { Tally } from '../fill/tally.ts';
import { type Tile, tilesOf } from './tiles.ts';

/**
 * Where the box proper ends and what was added to it begins, as a share of the volume.
 * @returns undefined where nothing was added, or where no single volume is known
 */
export function seamOf({ spaces, unit, volumeParts }: Tally, capacity: Amount | null): number | undefined {
  const [own, ...added] = volumeParts;
  if (capacity === null || spaces || unit === 'conductors') return undefined;
  if (!own?.volume || !added.some((part) => (part.volume ?? 0) > 0)) return undefined;
  return own.volume / capacity;
}

/** The spaces of a box, each with its volume and fill; one where it is not divided. */
export const columnsOf = ({ spaces, capacity, fill }: Tally) =>
  spaces ?? [{ space: undefined, capacity, fill }];

type Column = VesselPreview['columns'][number];

/** Tiles that follow each other and look the same, as one entry. */
function runsOf(tiles: readonly Tile[], whole: number): Column['tiles'] {
  const runs: Column['tiles'] = [];
  for (const { group, colour = null, area } of tiles) {
    const share = Math.round((area / whole) * SHARES);
    const last = runs.at(-1);
    if (last && last[0] === group && last[1] === colour && last[2] === share) last[3] += 1;
    else runs.push([group, colour, share, 1]);
  }
  return runs;
}

/** @param counted the count of this box */
export function previewOf(box: BoxDocument, counted: Tally): VesselPreview {
  const tiles = tilesOf(counted, box);
  return {
    gangs: counted.spaces ? 1 : box.shell.gangs,
    columns: columnsOf(counted).map(({ space, capacity, fill }) => {
      const seam = seamOf(counted, capacity);
      return {
        rim: capacity !== null,
        over: capacity !== null && fill > capacity,
        ...(seam === undefined ? {} : { seam: Math.round(seam * SHARES) }),
        tiles: runsOf(
          tiles.filter((tile) => tile.space === space),
          Math.max(capacity ?? fill, 1),
        ),
      };
    }),
  };
}
