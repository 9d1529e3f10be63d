/**
 * The template of an opening at full size: cut line, centre of each gang, level line, edges of the studs, plate, and
 * words. Lengths are whole nanometres, x to the right and y up from the lower left corner; whatever prints it keeps
 * them true.
 */
import { type Length, showInches, showMillimetres } from '../quantity/length.ts';
import type { CutIn, Placed } from './cut-in.ts';
import { GANG_PITCH } from './sizes.ts';
import { rightOf, topOf } from './wall.ts';

/** What a line of the template is for. */
export const LAYERS = {
  cut: 'cut on or just inside this line',
  level: 'level line',
  centre: 'centre of a gang',
  stud: 'edge of the stud',
  plate: 'what the plate hides',
  old: 'the opening that is there',
} as const;
export type Layer = keyof typeof LAYERS;

export interface TemplateLine {
  readonly layer: Layer;
  readonly points: readonly (readonly [x: number, y: number])[];
  readonly closed: boolean;
}

export interface TemplateWords {
  readonly text: string;
  readonly x: number;
  readonly y: number;
  /** Height of the letters. */
  readonly size: number;
}

export interface Template {
  readonly width: Length;
  readonly height: Length;
  readonly lines: readonly TemplateLine[];
  readonly words: readonly TemplateWords[];
}

const INCH = 25_400_000;
/** Paper round the plate, and how far from it a stud is still drawn. */
const ROUND = INCH / 2;
const STUD_WITHIN = 4 * INCH;
/** Room for the words under it. */
const UNDER = (INCH * 7) / 8;
/** Arms of a centre mark. */
const ARM = INCH / 4;
const LETTERS = INCH / 8;

/** The template of a planned opening. @param name of the box */
export function templateOf(plan: CutIn, best: Placed, name: string): Template {
  const { opening, plate } = best;
  const { space } = plan;
  const old = space.old && !space.patched ? space.old : undefined;
  const studs = space.studs
    .flatMap(({ left, right }) => [left, right])
    .filter((edge) => edge >= plate.left - STUD_WITHIN && edge <= rightOf(plate) + STUD_WITHIN);
  const lefts = [plate.left, opening.left, ...studs, ...(old && touches(old, plate) ? [old.left] : [])];
  const rights = [
    rightOf(plate),
    rightOf(opening),
    ...studs,
    ...(old && touches(old, plate) ? [rightOf(old)] : []),
  ];
  const left = Math.min(...lefts) - ROUND;
  const width = Math.max(...rights) + ROUND - left;
  const bottom = Math.min(plate.bottom, opening.bottom) - ROUND - UNDER;
  const height = Math.max(topOf(plate), topOf(opening)) + ROUND - bottom;
  const at = (x: number, y: number) => [x - left, y - bottom] as const;
  const box = (
    layer: Layer,
    rect: { left: number; bottom: number; width: number; height: number },
  ): TemplateLine => ({
    layer,
    closed: true,
    points: [
      at(rect.left, rect.bottom),
      at(rect.left + rect.width, rect.bottom),
      at(rect.left + rect.width, rect.bottom + rect.height),
      at(rect.left, rect.bottom + rect.height),
    ],
  });
  const line = (
    layer: Layer,
    from: readonly [number, number],
    to: readonly [number, number],
  ): TemplateLine => ({
    layer,
    closed: false,
    points: [at(...from), at(...to)],
  });
  const first = best.x - ((space.box.gangs - 1) * GANG_PITCH.value) / 2;
  const gangs = Array.from({ length: space.box.gangs }, (_, nth) => first + nth * GANG_PITCH.value);
  const both = (length: number) =>
    `${showInches(length as Length)} in (${showMillimetres(length as Length)} mm)`;
  /** What a line is, beside it. */
  const mark = (words: string, x: number, y: number): TemplateWords => ({
    text: words,
    x: x - left,
    y: y - bottom,
    size: (LETTERS * 3) / 4,
  });
  const text = (words: string, row: number): TemplateWords => ({
    text: words,
    x: ROUND,
    y: UNDER - row * LETTERS * 1.6,
    size: LETTERS,
  });
  return {
    width: width as Length,
    height: height as Length,
    lines: [
      box('cut', opening),
      box('plate', plate),
      ...(old && touches(old, plate) ? [box('old', old)] : []),
      line('level', [left, best.y], [left + width, best.y]),
      ...gangs.flatMap((x) => [
        line('centre', [x - ARM, best.y], [x + ARM, best.y]),
        line('centre', [x, best.y - ARM], [x, best.y + ARM]),
      ]),
      ...studs.map((edge) => line('stud', [edge, bottom + UNDER], [edge, bottom + height])),
    ],
    words: [
      mark('level line', left + INCH / 16, best.y + INCH / 32),
      mark('plate', plate.left + INCH / 16, topOf(plate) + INCH / 32),
      ...(old && touches(old, plate)
        ? [mark('opening that is there', old.left + INCH / 16, old.bottom - LETTERS)]
        : []),
      ...studs.map((edge) => mark('stud edge', edge + INCH / 32, bottom + height - LETTERS)),
      text(name, 1),
      text(`Cut ${both(opening.width)} × ${both(opening.height)}, on or just inside the line.`, 2),
      text(
        `Centre ${both(best.y)} from the ${space.ceiling ? 'edge' : 'floor'}. Measure the bar before use.`,
        3,
      ),
    ],
  };
}

const touches = (a: { left: number; width: number }, b: { left: number; width: number }) =>
  a.left < b.left + b.width && b.left < a.left + a.width;

/** Millimetres of whole nanometres, exact. */
const mm = (nanometres: number) => `${nanometres / 1_000_000}`;

const LOOKS: Readonly<Record<Layer, string>> = {
  cut: 'stroke="#000" stroke-width="0.35"',
  plate: 'stroke="#666" stroke-width="0.2" stroke-dasharray="2 1.5"',
  old: 'stroke="#666" stroke-width="0.2" stroke-dasharray="0.6 1"',
  level: 'stroke="#000" stroke-width="0.2" stroke-dasharray="6 1.5 1.5 1.5"',
  centre: 'stroke="#000" stroke-width="0.3"',
  stud: 'stroke="#000" stroke-width="0.25" stroke-dasharray="4 2"',
};

/** What XML does not take, in any form (XML 1.0, production 2, Char; from memory). */
const NOT_IN_XML = /[^\t\n\r\u0020-\ud7ff\ue000-\ufffd\u{10000}-\u{10ffff}]/gu;

const escaped = (text: string) =>
  text
    .replace(NOT_IN_XML, '\ufffd')
    .replace(/[&<>"]/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign] ?? sign);

/** The template as SVG in true millimetres. */
export function templateSvg({ width, height, lines, words }: Template): string {
  const y = (up: number) => mm(height - up);
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<svg xmlns="http://www.w3.org/2000/svg" width="${mm(width)}mm" height="${mm(height)}mm" viewBox="0 0 ${mm(width)} ${mm(height)}">`,
    ...lines.map(
      ({ layer, points, closed }) =>
        `<path class="${layer}" fill="none" ${LOOKS[layer]} d="M${points.map(([x, up]) => `${mm(x)} ${y(up)}`).join(' L')}${closed ? ' Z' : ''}"/>`,
    ),
    ...words.map(
      ({ text, x, y: up, size }) =>
        `<text x="${mm(x)}" y="${y(up)}" font-family="Overpass, sans-serif" font-size="${mm(size)}">${escaped(text)}</text>`,
    ),
    '</svg>',
    '',
  ].join('\n');
}

/** Which part of a template stands on which sheet of paper. */
export interface Tile {
  readonly left: number;
  /** From the top of the template. */
  readonly top: number;
  readonly column: number;
  readonly row: number;
}

/** Tiles share this much with their neighbours. */
export const OVERLAP = INCH / 2;

/**
 * Sheets side by side and one under another that together hold a template, each overlapping the next.
 * @param inside what can be printed of a sheet, in nanometres
 */
export function tilesOf(
  { width, height }: Pick<Template, 'width' | 'height'>,
  inside: { readonly width: number; readonly height: number },
): { readonly columns: number; readonly rows: number; readonly tiles: readonly Tile[] } {
  const many = (whole: number, one: number) => Math.max(1, Math.ceil((whole - OVERLAP) / (one - OVERLAP)));
  const [columns, rows] = [many(width, inside.width), many(height, inside.height)];
  const tiles = Array.from({ length: columns * rows }, (_, nth): Tile => {
    const [column, row] = [nth % columns, Math.floor(nth / columns)];
    return {
      column,
      row,
      left: column * (inside.width - OVERLAP),
      top: row * (inside.height - OVERLAP),
    };
  });
  return { columns, rows, tiles };
}
