/** Text of one line: names, rooms, circuits, labels. */
import { z } from 'zod';

/**
 * A text of one line, of at most so many characters. A tab, line break or other control character pasted
 * into it is read as a blank: such a text can be kept, sent and shown, and is never a reason to refuse what
 * stands beside it.
 */
export const oneLine = (most: number) =>
  z
    .string()
    .overwrite((text) => text.replace(/[\u0000-\u001f\u007f]+/g, ' '))
    .max(most, `must be at most ${most} characters`);
