/**
 * Rough-in: before the board is hung the ends are curled against the back, out of reach of the router that cuts the board
 * round the box (docs/trade.md#folding, #rough-in). Lengths in sixty-fourths of an inch; an estimate.
 */
import type { BoxDocument } from '../box/document.ts';
import type { Edition } from '../edition/index.ts';
import { type FoldPlace, layersOf, slabs } from './contents.ts';
import type { FoldAnswer } from './fold.ts';
import { insideOf } from './inside.ts';
import type { Inside, Missing } from './zones.ts';
import { type Solids, TYPICAL } from './solids.ts';

export interface RoughIn {
  readonly fits: FoldAnswer;
  readonly inside?: Inside;
  readonly missing?: Missing;
  readonly places: readonly FoldPlace[];
  /** From the front of the curled ends to the front of the box. */
  readonly clear: number;
  /** How far the bit reaches behind the front. */
  readonly reach: number;
}

/** So much more than the bit reaches is wanted before it is called clear. Common practice, no source. */
const BESIDE_BIT = 16;

/** Curls the ends of a box at rough-in; rings and devices come later. */
export function roughIn(box: BoxDocument, edition: Edition, solids: Solids = TYPICAL): RoughIn {
  const { router: reach } = solids;
  const bare = {
    ...box,
    items: box.items.filter(({ kind }) => kind !== 'device' && kind !== 'fixture' && kind !== 'barrier'),
  };
  const inside = insideOf(bare, edition);
  if ('missing' in inside) return { fits: 'unknown', missing: inside.missing, places: [], clear: 0, reach };
  const layers = layersOf(bare, inside, { ...solids, loose: solids.curled });
  const clear = inside.depth - (layers.at(-1)?.to ?? 0);
  return {
    fits: clear >= reach + BESIDE_BIT ? 'yes' : clear >= reach ? 'tight' : 'no',
    inside,
    places: clear > 0 ? slabs(inside, layers) : [],
    clear,
    reach,
  };
}
