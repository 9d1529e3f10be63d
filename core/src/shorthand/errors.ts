/** What is said when a count line cannot be read. */
import { closest, distance } from 'fastest-levenshtein';

/** An item that could not be read. */
export interface Unreadable {
  /** The item as it was written. */
  readonly item: string;
  /** Where it begins in the line: characters before it. */
  readonly at: number;
  /** What is accepted there. */
  readonly expected: string;
  /** The nearest valid word, where one is near. */
  readonly nearest?: string;
}

/** The valid word nearest to a misspelt one; undefined where none is within two letters. */
export function nearestWord(word: string, words: readonly string[]): string | undefined {
  if (word.length < 3) return undefined;
  const best = closest(word, words);
  return distance(word, best) <= (word.length > 4 ? 2 : 1) ? best : undefined;
}

/** The error as one sentence. */
export function unreadableWords(error: Unreadable): string {
  const hint = error.nearest ? ` Did you mean “${error.nearest}”?` : '';
  return `“${error.item}” at character ${error.at + 1} cannot be read: expected ${error.expected}.${hint}`;
}
