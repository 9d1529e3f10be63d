/** The two stamps of a box counted side by side: by its volume and by its wire counts (handbook 5). */
import type { BoxDocument } from '../box/document.ts';
import { changeShell } from '../box/edit.ts';
import type { Edition } from '../edition/index.ts';
import { type Tally, tally } from './tally.ts';

export interface BothWays {
  readonly volume: Tally;
  readonly counts: Tally;
}

/**
 * Both answers of a box that carries both stamps; undefined where only one is known. Where they differ the
 * volume decides: a stamp can be lower than volume ÷ allowance, and holds for one size only.
 */
export function bothWays(box: BoxDocument, edition: Edition): BothWays | undefined {
  const { marks, volume, box: code } = box.shell;
  if (marks === undefined || (volume === undefined && code === undefined)) return undefined;
  return {
    volume: tally(changeShell(box, { marks: undefined }), edition),
    counts: tally(changeShell(box, { volume: undefined, box: undefined }), edition),
  };
}
