/** Quantities as a document holds them: exact text with a unit, held to limits. */
import { z } from 'zod';
import { type Length, readLength } from '../quantity/length.ts';
import { cubicInches, readVolume } from '../quantity/volume.ts';

/** The largest volume that is a box and not a slip. */
const VOLUME_MOST = cubicInches(500);

export const volumeText = z
  .string()
  .max(40)
  .regex(/^\d+(\.\d+)? (in3|ml)$/, 'write a volume with its unit, such as “18 in3” or “295 ml”')
  .refine(
    (text) => {
      const read = readVolume(text);
      return read !== undefined && read.volume > 0 && read.volume <= VOLUME_MOST;
    },
    { error: 'must be more than 0 and at most 500 in³ (8193 mL), in steps no finer than 1/10 000 in³' },
  );

/** A length of more than nothing. @param says the most, in words */
export const lengthText = (most: Length, says: string) =>
  z
    .string()
    .max(40)
    .regex(/^\d+(\.\d+)? (in|mm)$/, 'write a length with its unit, such as “2.5 in”')
    .refine(
      (text) => {
        const read = readLength(text);
        return read !== undefined && read > 0 && read <= most;
      },
      { error: `must be more than 0 and at most ${says}` },
    );
