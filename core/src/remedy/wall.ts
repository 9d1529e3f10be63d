/** What the wall or ceiling round a box says of what can be fitted in it. */
import type { BoxDocument } from '../box/document.ts';
import { lengthIn } from '../box/stored-quantities.ts';

/** Whether the wall is closed: only what can be cut in from the front fits, and mending shows. */
export const inFinishedWall = ({ shell, site }: BoxDocument): boolean =>
  shell.form !== 'surface' && (shell.mount === 'old-work' || site?.finished === true);

/** Whether a box is nailed to the framing: its wall may be open, or finished since. */
export const isNailed = ({ shell }: BoxDocument): boolean =>
  shell.mount === 'new-work' && shell.form !== 'masonry' && shell.form !== 'surface';

/** Room left in the wall behind the finished surface, in nm; undefined where it is not known. */
export function roomInWall({ site }: BoxDocument): number | undefined {
  if (site?.cavity === undefined) return undefined;
  return (
    lengthIn(site.cavity) - (site.behind === undefined || site.behind === '0 in' ? 0 : lengthIn(site.behind))
  );
}
