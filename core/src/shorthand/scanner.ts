/** Splits a count line into items and walks along one of them. */
import { plainFractions } from '../quantity/number.ts';

/** One item of a line, without blanks around it. */
export interface RawItem {
  readonly text: string;
  readonly at: number;
}

/** A line taken apart: its items and its notes. */
export interface RawLine {
  readonly items: readonly RawItem[];
  readonly notes: readonly string[];
  /** Where a quoted label was opened and never closed. */
  readonly openQuote?: number;
}

/** Splits at commas and new lines outside quotes; `#` outside quotes begins a note to the end of the line. */
export function splitLine(line: string): RawLine {
  const items: RawItem[] = [];
  const notes: string[] = [];
  let start = 0;
  let quote: number | undefined;
  const flush = (end: number) => {
    const text = line.slice(start, end);
    const trimmed = text.trim();
    if (trimmed !== '') items.push({ text: trimmed, at: start + text.indexOf(trimmed) });
    start = end + 1;
  };
  for (let at = 0; at <= line.length; at += 1) {
    const sign = line[at];
    if (quote !== undefined) {
      if (sign === '\\') at += 1;
      else if (sign === '"') quote = undefined;
      else if (sign === undefined) {
        flush(at);
        return { items, notes, openQuote: quote };
      }
    } else if (sign === '"') quote = at;
    else if (sign === undefined || sign === ',' || sign === '\n') flush(at);
    else if (sign === '#' && !isGaugeSign(line, start, at)) {
      flush(at);
      const end = line.indexOf('\n', at);
      notes.push(line.slice(at + 1, end === -1 ? line.length : end).trim());
      at = end === -1 ? line.length : end;
      start = at + 1;
    }
  }
  return { items, notes: notes.filter((note) => note !== '') };
}

/** After a comma, or a comma and a count: what stands there is an item, not a note. */
const ITEM_BEGUN = /^\s*(?:\d+\s*[x×]?)?\s*$/i;

/** Whether a `#` is that of a gauge, `#12`, where an item is wanted: as a note all behind it would be lost. */
function isGaugeSign(line: string, start: number, at: number): boolean {
  const begun = line.slice(start, at);
  const wanted = line[start - 1] === ',' || begun.trim() !== '';
  return wanted && ITEM_BEGUN.test(begun) && /^#\d/.test(line.slice(at, at + 2));
}

const anchored = new Map<string, RegExp>();

/** The pattern made to match here, after any blanks, in either case; each is compiled once. */
function anchor(source: string): RegExp {
  let pattern = anchored.get(source);
  if (!pattern) {
    pattern = new RegExp(`\\s*(?:${source})`, 'iy');
    anchored.set(source, pattern);
  }
  return pattern;
}

// A list that is made for one call is not kept by it.
const wordPatterns = new WeakMap<readonly string[], RegExp>();

/** One of some whole words, the longest first; each list is made into a pattern once. */
function oneOf(words: readonly string[]): RegExp {
  let pattern = wordPatterns.get(words);
  if (!pattern) {
    const longestFirst = [...words].sort((a, b) => b.length - a.length);
    pattern = new RegExp(`(${longestFirst.join('|').replace(/[.]/g, '\\.')})(?![a-z0-9.])`);
    if (words.length > 1) wordPatterns.set(words, pattern);
  }
  return pattern;
}

/** Walks along one item, case and blanks ignored. */
export class Scanner {
  readonly #text: string;
  #at = 0;

  constructor(text: string) {
    // Labels in quotes stay as they are written.
    this.#text = text
      .split(/("(?:[^"\\]|\\.)*")/)
      .map((part) => (part.startsWith('"') ? part : part === '' ? part : ` ${plainFractions(part)} `))
      .join('')
      .trim();
  }

  /** What has not been read yet. */
  get rest(): string {
    return this.#text.slice(this.#at).trim();
  }

  get done(): boolean {
    return this.rest === '';
  }

  /** The next word, for messages. */
  get word(): string {
    return /^[^\s,]+/.exec(this.rest)?.[0] ?? '';
  }

  /** Reads a pattern at this place, or leaves the place as it is. */
  take(pattern: RegExp): RegExpExecArray | undefined {
    const here = anchor(pattern.source);
    here.lastIndex = this.#at;
    const found = here.exec(this.#text);
    if (!found) return undefined;
    this.#at += found[0].length;
    return found;
  }

  /** Reads one of some whole words (longest first), in lower case. */
  takeWord<W extends string>(words: readonly W[]): W | undefined {
    const found = this.take(oneOf(words));
    return found ? (found[1]?.toLowerCase() as W) : undefined;
  }

  /** Reads a label in double quotes; `\"` and `\\` stand for a quote and a backslash. */
  takeLabel(): string | undefined {
    const found = this.take(/"((?:[^"\\]|\\.)*)"/);
    return found?.[1]?.replace(/\\(.)/g, '$1');
  }
}
