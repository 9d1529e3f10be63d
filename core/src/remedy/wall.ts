/** What the wall or ceiling round a box says of what can be fitted in it. */
import { type BoxDocument, lengthIn } from '../box/document.ts';

/** Whether the wall is closed: only what can be cut in from the front fits, and mending shows. */
export const inFinishedWall = ({ shell, site }: BoxDocument): boolean =>
  shell.form !== 'surface' && (shell.mount === 'old-work' || site?.finished === true);

/** Room left in the wall behind the finished surface, in nm; undefined where it is not known. */
export function roomInWall({ site }: BoxDocument): number | undefined {
  if (site?.cavity === undefined) return undefined;
  return (
    lengthIn(site.cavity) - (site.behind === undefined || site.behind === '0 in' ? 0 : lengthIn(site.behind))
  );
}
