/** What many boxes at once come to, before anything is saved: pure, so that a worker can run it. */
import { BoxFields } from '@dense-pack/core/box/record';
import { EDITION_IDS, editionOf } from '@dense-pack/core/edition/index';
import { type CsvRow, CsvRefused, readCsv } from '@dense-pack/core/exchange/csv';
import { BATCH_MOST, PasteRefused, readPasted } from '@dense-pack/core/exchange/paste';
import { tally } from '@dense-pack/core/fill/tally';
import { verdictWords } from '@dense-pack/core/fill/verdict';
import { z } from 'zod';

export const ReadRequest = z.object({
  kind: z.enum(['lines', 'csv']),
  text: z.string(),
  edition: z.enum(EDITION_IDS),
});
export type ReadRequest = z.output<typeof ReadRequest>;

const Row = z.discriminatedUnion('ok', [
  z.object({
    ok: z.literal(true),
    row: z.int(),
    fields: BoxFields,
    verdict: z.enum(['legal', 'over', 'unknown']),
    words: z.string(),
  }),
  z.object({ ok: z.literal(false), row: z.int(), line: z.string(), why: z.string() }),
]);

/** The rows, or why the whole text was refused. */
export const Preview = z.union([z.object({ rows: z.array(Row) }), z.object({ refused: z.string() })]);
export type Preview = z.output<typeof Preview>;
export type PreviewRow = z.output<typeof Row>;

function withVerdict(row: CsvRow, edition: ReadRequest['edition']): PreviewRow {
  if (!row.ok) return row;
  const counted = tally(row.fields.box, editionOf(row.fields.box.edition ?? edition));
  return {
    ok: true,
    row: row.row,
    fields: row.fields,
    verdict: counted.verdict,
    words: verdictWords(counted),
  };
}

/** Reads and counts; never throws for what a person may have pasted or chosen. */
export function previewBoxes(request: unknown): Preview {
  const { kind, text, edition } = ReadRequest.parse(request);
  try {
    const rows = kind === 'csv' ? readCsv(text, edition) : readPasted(text, edition);
    if (rows.length > BATCH_MOST) {
      return {
        refused: `This file has ${rows.length} rows; at most ${BATCH_MOST} boxes are taken at once: save it in parts, or use the command line.`,
      };
    }
    return { rows: rows.map((row) => withVerdict(row, edition)) };
  } catch (error) {
    if (error instanceof CsvRefused || error instanceof PasteRefused) return { refused: error.message };
    throw error;
  }
}
