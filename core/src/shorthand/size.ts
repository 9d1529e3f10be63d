/** Conductor sizes as they are written. */
import { type Size, SIZES } from '../edition/index.ts';

/** What is said when a size is not one of the table's. */
export const SIZE_EXPECTED =
  '18, 16, 14, 12, 10, 8 or 6 AWG (4 AWG and larger is sized by the pull-box rules of 314.28)';

/** A size of the box-fill tables; undefined for any other text. */
export function readSize(text: string): Size | undefined {
  return SIZES.find((size) => String(size) === text);
}
