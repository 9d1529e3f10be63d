/**
 * Reads the count line: one box in one line. The grammar is in docs/count-line.md.
 *
 * Nothing is dropped in silence: an item that cannot be read is an error with its place.
 */
import { BoxDocument, DOCUMENT_VERSION, LIMITS } from '../box/document.ts';
import { lineId } from '../box/piece-id.ts';
import { dutyOf } from '../box/work.ts';
import { findRefusals } from '../fill/refusals.ts';
import { type EditionId, editionOf, DEFAULT_EDITION } from '../edition/index.ts';
import { nearestWord, type Unreadable } from './errors.ts';
import { readItem } from './items.ts';
import { type LineItem, type Problem, type Reading, startReading } from './reading.ts';
import { type RawItem, Scanner, splitLine } from './scanner.ts';
import { FIRST_WORDS } from './words.ts';

/** A line that was read, or the first item that was not. */
export type ReadLine =
  | { readonly ok: true; readonly box: BoxDocument; readonly spans: readonly ItemSpan[] }
  | { readonly ok: false; readonly error: Unreadable };

/** Which part of the line made which item of the box. */
export interface ItemSpan {
  readonly text: string;
  readonly at: number;
  /** Ids of the box's items it made; none for what describes the box itself. */
  readonly ids: readonly string[];
}

const FIRST_EXPECTED =
  'an edition, a box, a cable, conductors, a device or hardware, such as “18 in3 plastic”, “2x 12/2” or “duplex”';

/** The most characters a line may have: a box, not a book. */
export const LINE_MOST = 4000;

/**
 * Reads one count line.
 * @param line items separated by commas or new lines; `#` begins a note
 * @param fallback edition used to check the box against its table when the line names none
 */
export function readCountLine(line: string, fallback: EditionId = DEFAULT_EDITION): ReadLine {
  if (line.length > LINE_MOST) {
    return fail({ text: `${line.slice(0, 40)}…`, at: 0 }, `one box in at most ${LINE_MOST} characters`);
  }
  const raw = splitLine(line);
  if (raw.openQuote !== undefined) {
    const item = raw.items.at(-1) ?? { text: line, at: raw.openQuote };
    return fail(item, 'a closing quote (") after the label');
  }
  if (raw.items.length === 0) {
    const text = line.trim();
    return fail({ text, at: line.indexOf(text) }, FIRST_EXPECTED);
  }
  const reading = startReading();
  const spans: ItemSpan[] = [];
  const settling: RawItem[] = [];
  const origin: RawItem[] = [];
  let boxItem: RawItem | undefined;
  for (const [nth, item] of raw.items.entries()) {
    const other = mistaken(line, item, raw.items[nth + 1]);
    if (other) return { ok: false, error: other };
    const before = reading.items.length;
    const boxBefore = reading.boxFrom;
    const problem = readItem(new Scanner(item.text), reading);
    if (problem !== undefined) return { ok: false, error: unreadable(item, problem) };
    if (reading.boxFrom !== boxBefore) boxItem = item;
    while (settling.length < reading.settles.length) settling.push(item);
    const made = reading.items.slice(before);
    made.forEach(() => origin.push(item));
    spans.push({
      text: item.text,
      at: item.at,
      ids: made.flatMap((one, nth) => piecesOf(one, before + nth + 1).map(({ id }) => id)),
    });
  }
  for (const [index, settle] of reading.settles.entries()) {
    const problem = settle(reading);
    const item = settling[index];
    if (problem !== undefined && item) return { ok: false, error: unreadable(item, problem) };
  }
  return check(reading, raw.notes, spans, origin, fallback, boxItem ?? raw.items[0]);
}

const DECIMAL_EXPECTED =
  'a point in a decimal number, such as “18.25 in3”, or a blank after the comma where two items are meant';

/**
 * A number written with a decimal comma, which would be read as two items: `18,25 in3` as an 18 AWG conductor and a larger
 * box than there is. Both sides are bare numbers with nothing between, and one of them is a whole item.
 * @returns where it stands; undefined where the comma parts two items
 */
function decimalComma(line: string, { text, at }: RawItem, next: RawItem | undefined): RawItem | undefined {
  const end = at + text.length;
  if (next?.at !== end + 1 || line[end] !== ',') return undefined;
  const whole = /(?:^|\s)(\d+)$/.exec(text)?.[1];
  const part = /^\d+(?=\s*(?:$|"|in|cu|ml|cm|cc))/i.exec(next.text)?.[0];
  if (whole === undefined || part === undefined || (whole !== text && part !== next.text)) return undefined;
  return { text: `${whole},${next.text}`, at: end - whole.length };
}

/** Why two items or a part of one look like something else; undefined where they do not. */
function mistaken(line: string, item: RawItem, next: RawItem | undefined): Unreadable | undefined {
  const comma = decimalComma(line, item, next);
  if (comma) return { item: comma.text, at: comma.at, expected: DECIMAL_EXPECTED };
  if (item.text.includes('#') && GAUGE_SIGN.test(item.text))
    return { item: item.text, at: item.at, expected: GAUGE_EXPECTED };
  return undefined;
}

const GAUGE_SIGN = /^(?:\d+\s*[x×]?\s*)?#\d/i;
const GAUGE_EXPECTED = 'a size without #, such as “12/2” or “6x 12”; a note after # begins with a blank';

/** The error for an item that could not be read, with the nearest word where one is near. */
function unreadable(item: RawItem, problem: Problem): Unreadable {
  const word = new Scanner(item.text.replace(/^\d+\s*[x×]?\s*(?=[a-z])/i, '')).word.toLowerCase();
  const near = problem.nearest ?? (problem.expected === '' ? nearestWord(word, FIRST_WORDS) : undefined);
  return {
    item: item.text,
    at: item.at,
    expected: problem.expected || FIRST_EXPECTED,
    ...(near === undefined ? {} : { nearest: near }),
  };
}

/** One item of a line being typed: understood, or why not. */
export interface Piece {
  readonly text: string;
  readonly at: number;
  readonly error?: Unreadable;
}

/** Reads each item of a line on its own, so that what is understood and what is not can both be shown. */
export function readPieces(line: string): Piece[] {
  const reading = startReading();
  const text = line.slice(0, LINE_MOST);
  const { items } = splitLine(text);
  return items.map((item, nth) => {
    const other = mistaken(text, item, items[nth + 1]);
    if (other) return { ...item, error: other };
    const problem = readItem(new Scanner(item.text), reading);
    return { ...item, ...(problem === undefined ? {} : { error: unreadable(item, problem) }) };
  });
}

function fail(item: RawItem, expected: string): ReadLine {
  return { ok: false, error: { item: item.text, at: item.at, expected } };
}

/** A piece with what was read of it. */
interface LinePiece {
  readonly id: string;
  readonly [field: string]: unknown;
}

/** The pieces an item of a line stands for, numbered by it: `i3.0`, `i3.1` … Hardware is one item, `i3`. */
function piecesOf({ count = 1, role, ...rest }: LineItem, item: number): LinePiece[] {
  switch (rest.kind) {
    case 'cable':
    case 'device': {
      const duty = role === undefined ? {} : { duty: dutyOf(role) };
      // Too many are refused before they are made.
      const pieces = Math.min(count, LIMITS.count);
      return Array.from({ length: pieces }, (_, nth) => ({ ...rest, ...duty, id: lineId(item, nth) }));
    }
    case 'conductors':
    case 'fixture':
      return [{ ...rest, count, id: lineId(item, 0) }];
    case 'barrier':
      return [{ ...rest, id: `i${item}` }];
    default:
      return [{ ...rest, count, id: `i${item}` }];
  }
}

/** What is accepted where two items of a line do not go together, by the field that is refused. */
const TOGETHER: Readonly<Record<string, string>> = {
  absent: 'one of the two: what is in the box cannot be absent from it',
  'shell.catalog': 'a volume with “catalog”, such as “34 in3 catalog”',
  'shell.material': 'metal, or no material: a standard box of the table is metal',
};

/** Passes what was read through the document's own schema, and points at the item that does not fit. */
function check(
  reading: Reading,
  notes: readonly string[],
  spans: readonly ItemSpan[],
  origin: readonly RawItem[],
  fallback: EditionId,
  box: RawItem | undefined,
): ReadLine {
  const boxSpan: RawItem = box ?? { text: '', at: 0 };
  if (reading.items.length > LIMITS.lineItems)
    return fail(boxSpan, `must be at most ${LIMITS.lineItems} entries`);
  const many = reading.items.findIndex(({ count = 1 }) => count > LIMITS.count);
  if (many >= 0) return fail(origin[many] ?? boxSpan, `a count that must be at most ${LIMITS.count}`);
  const pieces = reading.items.flatMap((item, nth) =>
    piecesOf(item, nth + 1).map((piece) => ({ piece, from: origin[nth] })),
  );
  const parsed = BoxDocument.safeParse({
    version: DOCUMENT_VERSION,
    ...(reading.edition === undefined ? {} : { edition: reading.edition }),
    shell: reading.shell,
    ...(reading.flaps === undefined ? {} : { flaps: reading.flaps }),
    ...(reading.site === undefined ? {} : { site: reading.site }),
    items: pieces.map(({ piece }) => piece),
    ...(reading.absent.length === 0 ? {} : { absent: reading.absent }),
    ...(notes.length === 0 ? {} : { note: notes.join('\n') }),
  });
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    const path = issue?.path ?? [];
    const nth = path[0] === 'items' && typeof path[1] === 'number' ? path[1] : undefined;
    const item = (nth === undefined ? undefined : pieces[nth]?.from) ?? boxSpan;
    const together = TOGETHER[path.join('.')];
    // What is denied is named, not the box: `no clamps`.
    const denied = spans.filter(({ text }) => /^no\s/i.test(text)).at(-1);
    if (together !== undefined) return fail(path[0] === 'absent' ? (denied ?? item) : item, together);
    const field = path.filter((part) => typeof part === 'string' && part !== 'items' && part !== 'shell');
    return fail(item, `${field.length > 0 ? `a ${field.join(' ')} that ` : ''}${issue?.message ?? 'a box'}`);
  }
  const read = parsed.data;
  const refusal = findRefusals(read, editionOf(read.edition ?? fallback))[0];
  if (refusal) {
    const about = pieces.find(({ piece }) => piece.id === refusal.id)?.from;
    return fail(about ?? boxSpan, refusal.expected);
  }
  return { ok: true, box: read, spans };
}
