/** The two stamps of a box counted side by side: by its volume and by its wire counts (docs/trade.md#fill-nec). */
import type { BoxDocument } from '../box/document.ts';
import { changeShell } from '../box/edit.ts';
import type { Edition } from '../edition/index.ts';
import { type Tally, tally } from './tally.ts';

/** A count with the box it is of. */
export interface Counted {
  readonly box: BoxDocument;
  readonly counted: Tally;
}

export interface BothWays {
  readonly volume: Counted;
  readonly counts: Counted;
}

/**
 * Both answers of a box that carries both stamps; undefined where only one is known. Where they differ the
 * volume decides: a stamp can be lower than volume ÷ allowance, and holds for one size only.
 */
export function bothWays(box: BoxDocument, edition: Edition): BothWays | undefined {
  const { marks, volume, box: code } = box.shell;
  if (marks === undefined || (volume === undefined && code === undefined)) return undefined;
  const counted = (one: BoxDocument): Counted => ({ box: one, counted: tally(one, edition) });
  return {
    volume: counted(changeShell(box, { marks: undefined })),
    counts: counted(changeShell(box, { volume: undefined, catalog: undefined, box: undefined })),
  };
}
