/** Where each line of a sheet comes to stand: two columns a page, headings with their first row. */
import type { Part } from '@dense-pack/core/sheet/part';
import { heightOf, type Paper } from './paper.ts';

export interface Line {
  readonly part: Part;
  readonly is: 'title' | 'row' | 'note';
  readonly cells: readonly string[];
  readonly strong: boolean;
  readonly height: number;
}

export interface Placed {
  readonly line: Line;
  readonly page: number;
  readonly column: 0 | 1;
  readonly y: number;
}

/** Where the two columns of a page begin and end. */
export interface Columns {
  readonly tops: readonly [number, number];
  readonly bottom: number;
}

const PAD = 1.6;
/** Space before a heading, in points. */
const BEFORE = 7;

/** Every line of the parts with its height. @param width of a column */
export function linesOf(paper: Paper, parts: readonly Part[], width: number, size: number): Line[] {
  return parts.flatMap((part): Line[] => {
    const line = (is: Line['is'], cells: readonly string[], strong: boolean): Line => ({
      part,
      is,
      cells,
      strong,
      height:
        Math.max(
          ...cells.map((text, nth) =>
            heightOf(
              paper,
              text,
              is === 'row' ? cellWidth(part, cells, nth, width) : width,
              is === 'title' ? size + 1.5 : size,
              strong ? 'strong' : 'plain',
            ),
          ),
        ) + (is === 'title' ? PAD * 2 : PAD),
    });
    return [
      line('title', [part.title], true),
      ...part.rows.map(({ cells, strong = false }) => line('row', cells, strong)),
      ...(part.note === undefined ? [] : [line('note', [part.note], false)]),
    ];
  });
}

/** A cell takes the width of empty ones after it. */
export function cellWidth({ widths }: Part, cells: readonly string[], nth: number, width: number): number {
  let share = widths[nth] ?? 0;
  for (let next = nth + 1; next < cells.length && cells[next] === ''; next += 1) share += widths[next] ?? 0;
  return (width * share) / 100 - 4;
}

/** Places lines column by column. @param columns of a page, by its number */
export function place(lines: readonly Line[], columns: (page: number) => Columns): Placed[] {
  const placed: Placed[] = [];
  let page = 0;
  let column: 0 | 1 = 0;
  let y = columns(0).tops[0];
  lines.forEach((line, nth) => {
    const before = line.is === 'title' && y > columns(page).tops[column] ? BEFORE : 0;
    // A heading does not stand alone at the foot of a column.
    const with_ = line.is === 'title' ? (lines[nth + 1]?.height ?? 0) : 0;
    if (y + before + line.height + with_ > columns(page).bottom && y > columns(page).tops[column]) {
      if (column === 0) column = 1;
      else {
        column = 0;
        page += 1;
      }
      y = columns(page).tops[column];
    } else y += before;
    placed.push({ line, page, column, y });
    y += line.height;
  });
  return placed;
}
