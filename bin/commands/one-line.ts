/** One count line, read; where it cannot be, the reason goes to stderr and the exit code is set. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { type Edition, type EditionId, editionOf } from '@dense-pack/core/edition/index';
import { unreadableWords } from '@dense-pack/core/shorthand/errors';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { EXIT } from './exit.ts';

/** @param fallback the edition of a line that names none */
export function readOneLine(
  line: string,
  fallback: EditionId,
): { readonly box: BoxDocument; readonly edition: Edition } | undefined {
  const read = readCountLine(line, fallback);
  if (!read.ok) {
    console.error(unreadableWords(read.error));
    process.exitCode = EXIT.unreadable;
    return undefined;
  }
  return { box: read.box, edition: editionOf(read.box.edition ?? fallback) };
}
