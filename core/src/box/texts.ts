/** Quantities as a document holds them: exact text with a unit, held to limits. */
import { z } from 'zod';
import { type Length, LENGTH_UNITS, readLength } from '../quantity/length.ts';
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

/**
 * A length as a person writes it, with a fraction or a decimal: `23 1/4 in`, `590 mm`.
 * @param least `any` takes what is below nothing too, `nothing` takes 0, `more` does not
 * @param says the most, in words
 */
export const writtenLength = (least: 'any' | 'nothing' | 'more', most: Length, says: string) =>
  z
    .string('must be a length, as “23 1/4 in”')
    .max(40)
    .superRefine((text, problem) => {
      const below = least === 'any' && text.trim().startsWith('-');
      const read = readLength(below ? text.trim().slice(1) : text);
      const refuse = (message: string) => problem.addIssue({ code: 'custom', message });
      if (read === undefined)
        refuse(`“${text}” is no length; accepted is a length in ${LENGTH_UNITS}, as “23 1/4 in”`);
      else if (least === 'more' && read <= 0) refuse(`“${text}” must be more than 0`);
      else if (read > most) refuse(`“${text}” must be at most ${says}`);
    });

/** A length that passed {@link writtenLength}. */
export function lengthOf(text: string): Length {
  const below = text.trim().startsWith('-');
  const read = readLength(below ? text.trim().slice(1) : text);
  if (read === undefined) throw new TypeError(`“${text}” is not a length that was checked`);
  return (below ? -read : read) as Length;
}
