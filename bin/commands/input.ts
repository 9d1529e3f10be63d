/** Where boxes come from: an argument, a file of lines, a CSV file, or standard input. */
import { createReadStream, statSync } from 'node:fs';
import { createInterface } from 'node:readline';
import { once } from 'node:events';
import {
  csvHeader,
  type CsvRow,
  CsvRefused,
  insistOnLineColumn,
  readCsvRow,
} from '@dense-pack/core/exchange/csv';
import type { EditionId } from '@dense-pack/core/edition/index';
import Papa from 'papaparse';

/** Whether an argument names a file there is. A count line is never one. */
export function isFile(argument: string): boolean {
  try {
    return statSync(argument, { throwIfNoEntry: false })?.isFile() ?? false;
  } catch {
    // Longer than a file name may be, or below something that is no folder: a count line.
    return false;
  }
}

export function openInput(argument: string): NodeJS.ReadableStream {
  return argument === '-' ? process.stdin : createReadStream(argument);
}

/** The lines of a stream, one at a time. */
export function linesOf(stream: NodeJS.ReadableStream): AsyncIterable<string> {
  return createInterface({ input: stream, crlfDelay: Infinity });
}

/** Writes a line and waits while the reader is slow, so that memory stays constant. */
export async function say(text: string): Promise<void> {
  if (!process.stdout.write(`${text}\n`)) await once(process.stdout, 'drain');
}

/**
 * Reads a CSV of boxes row by row.
 * @throws CsvRefused when it is no CSV of boxes
 */
export function forEachCsvRow(
  stream: NodeJS.ReadableStream,
  fallback: EditionId,
  visit: (row: CsvRow) => Promise<void>,
): Promise<void> {
  return new Promise((resolve, reject) => {
    let columns: string[] | undefined;
    let row = 1;
    const take = (cells: string[]): CsvRow | undefined => {
      if (!columns) {
        const header = cells.map(csvHeader);
        insistOnLineColumn(header);
        columns = header;
        return undefined;
      }
      row += 1;
      if (cells.every((cell) => cell.trim() === '')) return undefined;
      if (cells.length > columns.length) {
        const why = `the row has ${cells.length} cells where the header has ${columns.length}; quote a cell with commas`;
        return { row, ok: false, line: cells.join(','), why };
      }
      return readCsvRow(Object.fromEntries(columns.map((name, nth) => [name, cells[nth]])), row, fallback);
    };
    Papa.parse<string[]>(stream as never, {
      delimiter: ',',
      step(results, parser) {
        try {
          const quotes = results.errors.find((error) => error.type === 'Quotes');
          let read = take(results.data);
          if (quotes && read) {
            read = {
              row,
              ok: false,
              line: results.data.join(','),
              why: `the row is not RFC 4180: ${quotes.message}`,
            };
          }
          if (!read) return;
          parser.pause();
          visit(read).then(() => parser.resume(), reject);
        } catch (error) {
          reject(error);
          parser.abort();
        }
      },
      complete() {
        if (columns) resolve();
        else
          reject(
            new CsvRefused(
              'This is not a CSV of boxes: it is empty. Expected a header row with a “line” column.',
            ),
          );
      },
      error: reject,
    });
  });
}
