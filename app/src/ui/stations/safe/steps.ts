/** Whether a box is made safe as it stands at this moment. */
import type { Panel } from '@dense-pack/core/box/panel';
import { inTheWall, restedTooLong, safetyOf } from '@dense-pack/core/box/safety';
import type { ShownBox } from '../../client/queries';

/** Done, and not so long ago that somebody may have switched it on again. */
export const isSafe = (box: ShownBox, panel?: Panel): boolean =>
  safetyOf({ ...box, box: inTheWall(box) }, panel).done && !restedTooLong(box.seen.safety, Date.now());
