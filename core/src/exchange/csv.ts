/**
 * Boxes as CSV (RFC 4180): a header row with at least a `line` column; `name`, `room` and `circuit` are
 * read where they are there, other columns are kept out of the boxes but never an error.
 */
import Papa from 'papaparse';
import { type BoxFields, isEditionChosen, nothingSeen } from '../box/record.ts';
import { DEFAULT_EDITION, type EditionId, editionOf } from '../edition/index.ts';
import { tally } from '../fill/tally.ts';
import { tallyJson } from '../fill/tally-json.ts';
import { certaintyOf } from '../certainty/certainty.ts';
import { certainWords } from '../certainty/words.ts';
import { unreadableWords } from '../shorthand/errors.ts';
import { printCountLine } from '../shorthand/print.ts';
import { readCountLine } from '../shorthand/read.ts';

/** A row that was read, or why not. Rows are numbered as a spreadsheet shows them: the header is row 1. */
export type CsvRow =
  | { readonly row: number; readonly ok: true; readonly fields: BoxFields; readonly line: string }
  | { readonly row: number; readonly ok: false; readonly line: string; readonly why: string };

/** A file that is not a CSV of boxes at all. */
export class CsvRefused extends Error {}

/** The columns written, in order; reading asks for `line` only. */
export const CSV_COLUMNS = [
  'name',
  'room',
  'circuit',
  'line',
  'edition',
  'unit',
  'fill',
  'capacity',
  'margin',
  'verdict',
] as const;

const NAME_MOST = 80;

/** Reads one parsed row. */
export function readCsvRow(
  cells: Readonly<Record<string, string | undefined>>,
  row: number,
  fallback: EditionId,
): CsvRow {
  const cell = (name: string) => unsafe((cells[name] ?? '').trim());
  const line = cell('line');
  if (line === '') return { row, ok: false, line, why: 'the “line” cell is empty: expected a count line' };
  const name = cell('name') || `Row ${row}`;
  for (const [column, most] of [
    ['name', NAME_MOST],
    ['room', NAME_MOST],
    ['circuit', 40],
  ] as const) {
    if (cell(column).length > most) {
      return { row, ok: false, line, why: `the “${column}” cell is longer than ${most} characters` };
    }
  }
  const read = readCountLine(line, fallback);
  if (!read.ok) return { row, ok: false, line, why: unreadableWords(read.error) };
  const fields: BoxFields = {
    name: name.replace(/\s+/g, ' '),
    room: cell('room'),
    circuit: cell('circuit'),
    box: read.box,
    stage: 'found',
    stageAt: null,
    found: null,
    seen: nothingSeen(),
  };
  return { row, ok: true, line, fields };
}

/** Header names as they are matched: without blanks around, in lower case, without a byte-order mark. */
export function csvHeader(name: string): string {
  return name
    .replace(/^\uFEFF/, '')
    .trim()
    .toLowerCase();
}

/** @throws CsvRefused when the header has no `line` column */
export function insistOnLineColumn(columns: readonly string[]): void {
  if (columns.includes('line')) return;
  const found = columns.filter(Boolean).slice(0, 8).join(', ');
  throw new CsvRefused(
    `This is not a CSV of boxes: expected a header row with a “line” column, found ${found === '' ? 'none' : `“${found}”`}.`,
  );
}

/**
 * Reads a whole CSV text. Good rows are kept and bad ones reported, in order.
 * @throws CsvRefused when it is no CSV of boxes
 */
export function readCsv(text: string, fallback: EditionId = DEFAULT_EDITION): CsvRow[] {
  const parsed = Papa.parse<Record<string, string>>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    delimiter: ',',
    transformHeader: csvHeader,
  });
  insistOnLineColumn(parsed.meta.fields ?? []);
  const broken = new Map(
    parsed.errors
      .filter((error) => error.type === 'Quotes' || error.code === 'TooManyFields')
      .map((error) => [error.row, error.message]),
  );
  return parsed.data.map((cells, nth) => {
    const why = broken.get(nth);
    if (why !== undefined) {
      return { row: nth + 2, ok: false, line: cells['line'] ?? '', why: `the row is not RFC 4180: ${why}` };
    }
    return readCsvRow(cells, nth + 2, fallback);
  });
}

/** What of a box a row holds. */
export type CsvBox = Pick<BoxFields, 'name' | 'room' | 'circuit' | 'box'>;

/** Cells a spreadsheet would take for a formula are written as text: a quote goes before them, and comes off again. */
export const safeCell = (cell: string): string =>
  /^'*[=+\-@\t\r]/.test(cell) && !/^-?\d+(\.\d+)?$/.test(cell) ? `'${cell}` : cell;
const unsafe = (cell: string): string => (/^'+[=+\-@\t\r]/.test(cell) ? cell.slice(1) : cell);

/** The edition of boxes that name none, and whether nobody chose it: then it is open like any other fact. */
interface CsvEdition {
  readonly edition: EditionId;
  readonly editionAssumed?: boolean | undefined;
}

/** Nobody chose: the edition the program begins with. */
const NOT_CHOSEN: CsvEdition = { edition: DEFAULT_EDITION, editionAssumed: true };

/** The cells of one box, in the order of {@link CSV_COLUMNS}. */
export function csvCells(fields: CsvBox, job: CsvEdition = NOT_CHOSEN): string[] {
  const edition = editionOf(fields.box.edition ?? job.edition);
  const counted = tally(fields.box, edition);
  const json = tallyJson(counted);
  return [
    safeCell(fields.name),
    safeCell(fields.room),
    safeCell(fields.circuit),
    safeCell(printCountLine(fields.box)),
    json.edition,
    json.unit,
    json.fill,
    json.capacity ?? '',
    json.margin ?? '',
    certainWords(
      counted,
      certaintyOf(fields.box, edition, counted, { chosen: isEditionChosen(job, fields.box) }),
    ),
  ];
}

/** Writes boxes as CSV with a header row, CRLF line ends. */
export function writeCsv(boxes: readonly CsvBox[], job: CsvEdition = NOT_CHOSEN): string {
  const rows = boxes.map((fields) => csvCells(fields, job));
  return `${Papa.unparse([[...CSV_COLUMNS], ...rows], { newline: '\r\n' })}\r\n`;
}
