/**
 * Depth behind the device, NEC 314.24: ½ in with no device; ¹⁵⁄₁₆ in with 14 AWG; 1³⁄₁₆ in with 12 or 10; 2¹⁄₁₆ in
 * with 8, 6 or 4; with 12 or 10 AWG and a device deeper than 1 in, or any deeper than 1⅞ in, the device
 * and ¼ in. From memory.
 */
import { boxDepth, deviceDepth } from '../box/depth.ts';
import { largestInsulatedIn } from '../box/edit.ts';
import { gathered } from '../box/rows.ts';
import type { Cited, Size } from '../edition/index.ts';
import { inches, type Length, sixtyFourths } from '../quantity/length.ts';
import { type Check, DOES_NOT_APPLY, finds, notChecked, notRecorded, PASS, together } from './finding.ts';

/** Least inside depth by the largest conductor, no device deep. */
export const LEAST_DEPTH: Cited<{
  readonly bare: Length;
  readonly bySize: Readonly<Partial<Record<Size, Length>>>;
  readonly deepWith12or10: Length;
  readonly deepAny: Length;
  readonly behind: Length;
}> = {
  value: {
    bare: inches(0.5),
    bySize: {
      18: sixtyFourths(60),
      16: sixtyFourths(60),
      14: sixtyFourths(60),
      12: sixtyFourths(76),
      10: sixtyFourths(76),
      8: sixtyFourths(132),
      6: sixtyFourths(132),
    },
    deepWith12or10: inches(1),
    deepAny: inches(1.875),
    behind: inches(0.25),
  },
  section: '314.24',
  confidence: 'from memory',
};

/** The least depth of a box with a device that is connected to a conductor of this size, however deep the device is. */
const depthOfSize = (size: Size | undefined): Length => {
  const { bare, bySize } = LEAST_DEPTH.value;
  return size === undefined ? bare : (bySize[size] ?? bare);
};

/** The least depth a box needs for what is in it. */
export function depthNeeded(size: Size | undefined, device: Length | undefined): Length {
  const { bare, deepWith12or10, deepAny, behind } = LEAST_DEPTH.value;
  if (device === undefined) return bare;
  const own = depthOfSize(size);
  const deep = device > deepAny || ((size === 12 || size === 10) && device > deepWith12or10);
  const whole = (device + behind) as Length;
  return deep && whole > own ? whole : own;
}

export const deviceDepthCheck: Check = ({ box, devices, edition }) => {
  const section = edition.checks.sections['device-depth'];
  if (section === null) return devices.length === 0 ? DOES_NOT_APPLY : notRecorded('device-depth', edition);
  const inside = boxDepth(box, edition);
  if (inside === null) return notChecked('device-depth', section, 'the inside depth of the box', 'depth');
  const inBox = largestInsulatedIn(box);
  if (devices.length === 0) {
    return inside >= LEAST_DEPTH.value.bare
      ? PASS
      : finds(
          'device-depth',
          { is: inside, limit: LEAST_DEPTH.value.bare },
          { severity: 'violation', section },
        );
  }
  return together(
    gathered(devices).map(({ item, items }) => {
      const body = deviceDepth(item);
      const size = item.size ?? inBox;
      const needed = depthNeeded(size, body);
      if (inside >= needed) return PASS;
      // A ring or an extension of which only the volume is known adds depth too.
      if (box.site?.depth === undefined && box.items.some((one) => one.kind === 'added' && !one.box))
        return notChecked('device-depth', section, 'the inside depth of the box with its rings', 'depth');
      const typical = item.depth === undefined;
      return finds(
        'device-depth',
        { is: inside, limit: needed, device: item.device, body, typical },
        {
          // A typical depth is a guess; what the size of the conductors asks for is not.
          severity: body > inside || !typical || inside < depthOfSize(size) ? 'violation' : 'look',
          section,
          ids: items.map(({ id }) => id),
        },
      );
    }),
  );
};
