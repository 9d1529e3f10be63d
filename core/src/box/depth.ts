/** Depths of boxes and of device bodies, where they are recorded or typical. */
import { DEVICE_NAMES, type DeviceName, kindOf } from '../device/index.ts';
import { type Cited, type Edition, standardBox } from '../edition/index.ts';
import type { Length } from '../quantity/length.ts';
import type { BoxDocument, ItemOf } from './document.ts';
import { lengthIn } from './stored-quantities.ts';

/** Depth of a device's body behind its strap. Typical: the part in hand governs. */
export const DEVICE_DEPTHS: Cited<Readonly<Record<DeviceName, Length>>> = {
  value: Object.fromEntries(DEVICE_NAMES.map((name) => [name, kindOf(name).depth])) as Record<
    DeviceName,
    Length
  >,
  section: 'docs/trade.md#folding',
  confidence: 'common practice',
  note: 'Typical depths behind the strap; dimmers run from 1¼ to 1½ in. Measure the device in hand.',
};

/** Depth of a device's body behind its strap: as recorded, or typical of its kind. */
export function deviceDepth(item: ItemOf<'device'>): Length {
  return item.depth === undefined ? DEVICE_DEPTHS.value[item.device] : lengthIn(item.depth);
}

/**
 * Inside depth of the box: as recorded, measured, or that of a standard box's table with that of the standard
 * extensions on it. Null where it is not known.
 */
export function boxDepth(box: BoxDocument, edition: Edition): Length | null {
  if (box.site?.depth !== undefined) return lengthIn(box.site.depth);
  if (box.shell.measured) return lengthIn(box.shell.measured[2]);
  const own = depthOfCode(box.shell.box, edition);
  if (own === null) return null;
  const added = box.items.reduce(
    (sum, item) => sum + (item.kind === 'added' ? (depthOfCode(item.box, edition) ?? 0) * item.count : 0),
    0,
  );
  return (own + added) as Length;
}

/** Depth of a standard box by its edition’s table. */
export function depthOfCode(code: string | undefined, edition: Edition): Length | null {
  const listed = code === undefined ? undefined : standardBox(edition, code);
  return listed?.outline?.depth ?? null;
}
