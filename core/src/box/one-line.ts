/** Text of one line: names, rooms, circuits, labels. */
import { z } from 'zod';

/** Line breaks and other control characters, as a run. */
const CONTROL = /[\u0000-\u001f\u007f-\u009f\u2028\u2029]+/gu;
/**
 * What turns the text around it (Unicode Standard Annex 9, explicit directional formatting), and what is not seen at all: a name of
 * nothing else would be a card without a name. Joiners stay: words and signs are made with them.
 */
const TURNING_OR_UNSEEN = /[\u202a-\u202e\u2066-\u2069\u200b\u2060\ufeff]/gu;
/** Half of a character, and what is no character at all: no file and no database keeps it as it is. */
const HALF = /\p{Surrogate}|[\ufffe\uffff]/gu;

/**
 * A text of one line, of at most so many characters. A tab, line break or other control character pasted
 * into it is read as a blank, half a character as “�”, and what would turn the writing around it is left out: such a text
 * can be kept, sent and shown, and is never a reason to refuse what stands beside it.
 */
export const oneLine = (most: number) =>
  z
    .string()
    .overwrite((text) => text.replace(CONTROL, ' ').replace(TURNING_OR_UNSEEN, '').replace(HALF, '\ufffd'))
    .max(most, `must be at most ${most} characters`);
