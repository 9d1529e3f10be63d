/** Many boxes at once, pasted as text: one count line a line, with a name before a colon where one is wanted. */
import { BoxFields } from '../box/record.ts';
import type { EditionId } from '../edition/index.ts';
import { unreadableWords } from '../shorthand/errors.ts';
import { LINE_MOST, readCountLine } from '../shorthand/read.ts';
import type { CsvRow } from './csv.ts';

/** The most boxes taken at once, pasted or from a CSV file. */
export const BATCH_MOST = 500;
/** The most characters of a pasted text that are looked at. */
export const PASTE_MOST = 400_000;

/** A text that is not taken at all. */
export class PasteRefused extends Error {}

const NAMED = /^([^:"#,]{1,80}):\s*(.+)$/;
/** Anything before a colon. */
const PREFIXED = /^[^:]*:\s*(.+)$/;
const NAME_EXPECTED =
  'the name before the colon must have 1 to 80 characters and no comma, quote or #: what stands after it is a box';

/** Why a line is none: where only its name is wrong, that. */
function whyNot(line: string, words: string, fallback: EditionId): string {
  const rest = NAMED.test(line) ? undefined : PREFIXED.exec(line)?.[1];
  return rest !== undefined && readCountLine(rest, fallback).ok ? NAME_EXPECTED : words;
}

/**
 * Reads pasted lines; blank ones are passed over. Rows are numbered as the lines of the text.
 * @throws PasteRefused when the text is too long or has more lines than are taken at once
 */
export function readPasted(text: string, fallback: EditionId): CsvRow[] {
  if (text.length > PASTE_MOST) {
    throw new PasteRefused(
      `This text has ${text.length} characters; at most ${PASTE_MOST} are taken at once: one box a line.`,
    );
  }
  const lines = text
    .split(/\r?\n/)
    .map((line, nth) => ({ line: line.trim(), row: nth + 1 }))
    .filter(({ line }) => line !== '');
  if (lines.length > BATCH_MOST) {
    throw new PasteRefused(
      `This text has ${lines.length} lines; at most ${BATCH_MOST} boxes are taken at once: paste it in parts.`,
    );
  }
  return lines.map(({ line, row }): CsvRow => {
    if (line.length > LINE_MOST) {
      return { row, ok: false, line: `${line.slice(0, 80)}…`, why: `longer than ${LINE_MOST} characters` };
    }
    const whole = readCountLine(line, fallback);
    const named = whole.ok ? undefined : NAMED.exec(line);
    const read = named ? readCountLine(named[2] ?? '', fallback) : whole;
    if (!read.ok) {
      return { row, ok: false, line, why: whyNot(line, unreadableWords(read.error), fallback) };
    }
    const fields = BoxFields.safeParse({ name: named?.[1]?.trim() ?? `Line ${row}`, box: read.box });
    return fields.success
      ? { row, ok: true, line, fields: fields.data }
      : { row, ok: false, line, why: fields.error.issues[0]?.message ?? 'not a box' };
  });
}
