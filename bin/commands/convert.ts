/** `dense-pack convert`: boxes between count lines, JSON documents and CSV. */
import { readFileSync } from 'node:fs';
import { BoxDocument } from '@dense-pack/core/box/document';
import { DEFAULT_EDITION } from '@dense-pack/core/edition/index';
import { CSV_COLUMNS, type CsvBox, csvCells, CsvRefused } from '@dense-pack/core/exchange/csv';
import { StoredBox } from '@dense-pack/core/box/versions';
import { unreadableWords } from '@dense-pack/core/shorthand/errors';
import { printCountLine } from '@dense-pack/core/shorthand/print';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { type Command, Option } from 'commander';
import Papa from 'papaparse';
import { EXIT } from './exit.ts';
import { forEachCsvRow, isFile, linesOf, openInput, say } from './input.ts';

const FORMATS = ['line', 'json', 'csv'] as const;
type Format = (typeof FORMATS)[number];

export function addConvert(program: Command): void {
  program
    .command('convert')
    .description('turn boxes into count lines, JSON documents or CSV')
    .argument(
      '<input>',
      'a count line or a JSON document, a file, or - (one box a line; CSV: a header and rows)',
    )
    .addOption(new Option('-f, --from <format>', 'what comes in').choices([...FORMATS]).default('line'))
    .addOption(new Option('-t, --to <format>', 'what goes out').choices([...FORMATS]).makeOptionMandatory())
    .addHelpText('after', '\nWhat cannot be read is reported on stderr and the rest goes on; exit code 2.')
    .action(async (input: string, { from, to }: { from: Format; to: Format }) => {
      process.exitCode = EXIT.legal;
      const refuse = (where: string, why: string) => {
        console.error(where === '' ? why : `${where}: ${why}`);
        process.exitCode = EXIT.unreadable;
      };
      if (to === 'csv') await say(Papa.unparse([[...CSV_COLUMNS]]));
      const write = (fields: CsvBox) => say(printed(fields, to));
      if (from === 'csv') {
        if (input !== '-' && !isFile(input)) return refuse(input, 'there is no such file');
        await forEachCsvRow(openInput(input), DEFAULT_EDITION, async (row) => {
          if (row.ok) await write(row.fields);
          else refuse(`row ${row.row}`, row.why);
        }).catch((error: unknown) => {
          if (!(error instanceof CsvRefused)) throw error;
          refuse('', error.message);
        });
        return undefined;
      }
      let nth = 0;
      for await (const text of textsOf(input, from)) {
        nth += 1;
        const read = from === 'json' ? readJson(text) : readLine(text);
        if (typeof read === 'string') refuse(`box ${nth}`, read);
        else await write({ name: `Box ${nth}`, room: '', circuit: '', box: read });
      }
      return undefined;
    });
}

/** One text a box: the argument itself, or the lines of a file; a JSON file may also be one document or an array. */
async function* textsOf(input: string, from: Format): AsyncIterable<string> {
  if (input !== '-' && !isFile(input)) {
    yield input;
    return;
  }
  if (from === 'json' && input !== '-') {
    try {
      const whole: unknown = JSON.parse(readFileSync(input, 'utf8'));
      for (const one of Array.isArray(whole) ? whole : [whole]) yield JSON.stringify(one);
      return;
    } catch {
      // Not one document: one a line.
    }
  }
  for await (const line of linesOf(openInput(input))) if (line.trim() !== '') yield line;
}

function readLine(text: string): BoxDocument | string {
  const read = readCountLine(text);
  return read.ok ? read.box : unreadableWords(read.error);
}

function readJson(text: string): BoxDocument | string {
  try {
    const parsed = StoredBox.safeParse(JSON.parse(text));
    if (parsed.success) return parsed.data;
    return parsed.error.issues
      .map((issue) => `${issue.path.join('.') || 'box'}: ${issue.message}`)
      .join('; ');
  } catch (error) {
    return `this is not JSON (${error instanceof Error ? error.message : String(error)})`;
  }
}

function printed(fields: CsvBox, to: Format): string {
  if (to === 'json') return JSON.stringify(fields.box);
  if (to === 'csv') return Papa.unparse([csvCells(fields)]);
  return printCountLine(fields.box);
}
