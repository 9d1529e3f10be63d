/** One tile for each allowance of a tally: what is drawn in the vessel. */
import type { BoxDocument, Item } from '../box/document.ts';
import { type ConductorColour, TILE_GROUPS, type TileGroup } from '../box/vessel-preview.ts';
import { roleOf } from '../box/work.ts';
import type { Side } from '../box/words.ts';
import type { Tally, TallyLine } from '../fill/tally.ts';

export interface Tile {
  /** The same for the same allowance as long as its item stays, so that tiles move and do not jump. */
  readonly key: string;
  readonly group: TileGroup;
  /** Its item in the box. */
  readonly itemId: string;
  /** Its line in the tally. */
  readonly line: number;
  /** Its size in the tally's atoms. */
  readonly area: number;
  /** A word short enough to stand in it. */
  readonly label: string;
  readonly colour?: ConductorColour;
  readonly space?: Side;
}

const CABLE_COLOURS: readonly ConductorColour[] = ['black', 'white', 'red', 'blue'];

/** Colours of a cable's insulated conductors: two are black and white, a third is red. */
export function cableColours(conductors: number): ConductorColour[] {
  return Array.from({ length: conductors }, (_, nth) => CABLE_COLOURS[nth % 4] ?? 'black');
}

/**
 * What a cable's conductor is, by the cable's role. In a switch loop the white is the supply to the
 * switch and the black comes back switched (docs/trade.md#terminals; 200.7). Common practice for the rest.
 */
function conductorGroup(
  { duty }: Extract<Item, { kind: 'cable' }>,
  colour: ConductorColour,
): Extract<TileGroup, 'neutral' | 'hot' | 'switched'> {
  const role = roleOf(duty);
  if (role === 'loop') return colour === 'white' ? 'hot' : 'switched';
  if (colour === 'white') return 'neutral';
  return role === 'leg' || role === 'travelers' ? 'switched' : 'hot';
}

interface Face {
  readonly group: TileGroup;
  readonly label: string;
  readonly colour?: ConductorColour;
}

function faceOf(item: Item, line: TallyLine, nth: number): Face {
  const size = line.size === null ? '' : String(line.size);
  switch (item.kind) {
    case 'cable': {
      if (line.topic !== 'entering') {
        return line.topic === 'bonding'
          ? { group: 'ground', label: size, colour: 'green' }
          : { group: 'ground', label: size, colour: 'bare' };
      }
      const colour = cableColours(item.conductors)[nth % item.conductors] ?? 'black';
      return { group: conductorGroup(item, colour), label: size, colour };
    }
    case 'conductors':
      return { group: 'conductor', label: item.run === 'enters' ? size : `${size} ${item.run}` };
    case 'ground':
      return { group: 'ground', label: size, colour: item.isolated ? 'green' : 'bare' };
    case 'fixture':
      return line.topic === 'fixture wires' || line.topic === 'entering'
        ? { group: 'conductor', label: `${size} fixture` }
        : { group: 'ground', label: size, colour: 'bare' };
    case 'device':
      return { group: 'device', label: item.device };
    case 'clamps':
      return { group: 'hardware', label: 'clamps' };
    case 'fitting':
      return { group: 'hardware', label: item.fitting };
    case 'terminal':
      return { group: 'hardware', label: 'terminal' };
    default:
      return { group: 'hardware', label: item.kind };
  }
}

/** How often this was asked before. */
function timesBefore(made: Map<string, number>, key: string): number {
  const before = made.get(key) ?? 0;
  made.set(key, before + 1);
  return before;
}

/** The tiles of a tally, in the order of folding: back of the box first. Their areas add up to its fill. */
export function tilesOf(tally: Tally, box: BoxDocument): Tile[] {
  const items = new Map(box.items.map((item) => [item.id, item]));
  const tiles: Tile[] = [];
  const made = new Map<string, number>();
  tally.lines.forEach((line, at) => {
    const together = line.count === 1 && line.from.length > 1;
    const shares = together ? line.from.slice(0, 1).map(({ id }) => ({ id, count: 1 })) : line.from;
    // Grounds and clamps count together: one allowance, drawn with the first item that brings it.
    let left = line.count;
    for (const { id, count } of shares) {
      const item = items.get(id);
      if (!item) continue;
      // A device's line is named by the first of its row, which may go while the others stay.
      const of = `${id}:${item.kind === 'device' ? item.kind : line.topic}`;
      for (let nth = 0; nth < count && left > 0; nth += 1, left -= 1) {
        tiles.push({
          key: `${of}:${timesBefore(made, of)}`,
          itemId: id,
          line: at,
          area: line.each,
          ...faceOf(item, line, nth),
          ...(line.space === undefined ? {} : { space: line.space }),
        });
      }
    }
  });
  return tiles
    .map((tile, nth) => ({ tile, nth }))
    .sort((a, b) => TILE_GROUPS.indexOf(a.tile.group) - TILE_GROUPS.indexOf(b.tile.group) || a.nth - b.nth)
    .map(({ tile }) => tile);
}
