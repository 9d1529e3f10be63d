/** Volumes as a count line writes them, brought to the text the document keeps. */
import { NUMBER } from '../quantity/number.ts';
import { printVolume, readVolume } from '../quantity/volume.ts';

export const UNIT = String.raw`(?:in3|in³|cu\.?\s?in\.?|ml|cm3|cm³|cc)`;
/** A number with or without its unit. */
export const VOLUME = new RegExp(`(${NUMBER}(?:\\s*${UNIT})?)(?![a-z0-9/-])`);
export const VOLUME_EXPECTED = 'a volume of more than 0 and at most 500 in³, such as “18 in3” or “295 ml”';

/** A volume as the document keeps it, or undefined. */
export function volumeText(written: string | undefined): string | undefined {
  const read = readVolume(written ?? '');
  return read && `${printVolume(read.volume, read.unit)} ${read.unit}`;
}
