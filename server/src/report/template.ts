/** The template of an opening at 100 %: PDF on letter or A4, tiled where it is larger, and DXF in true millimetres. */
import type { Writable } from 'node:stream';
import { type Layer, OVERLAP, type Template, tilesOf } from '@dense-pack/core/space/template';
import { cap } from '@dense-pack/core/finding/say';
import { DxfWriter, point3d, Units } from '@tarikjabiri/dxf';
import { newPaper, type Paper, printable, tagged } from './paper.ts';

const NM_PER_POINT = 25_400_000 / 72;
const points = (nanometres: number) => nanometres / NM_PER_POINT;

/** Sheets of paper, in points. */
export const PAPERS = {
  letter: [612, 792],
  a4: [(210 / 25.4) * 72, (297 / 25.4) * 72],
} as const;
export type PaperSize = keyof typeof PAPERS;

/** What printers leave white at the edges, and the foot that holds the bar, in points. */
const MARGIN = 30;
const FOOT = 52;

const LOOKS: Readonly<Record<Layer, { readonly width: number; readonly dash?: readonly [number, number] }>> =
  {
    cut: { width: 1 },
    plate: { width: 0.5, dash: [5, 4] },
    old: { width: 0.5, dash: [1.5, 3] },
    level: { width: 0.5, dash: [16, 4] },
    centre: { width: 0.8 },
    stud: { width: 0.6, dash: [10, 5] },
  };

/** Sets the template and ends the stream. @param size of the paper */
export function writeTemplate(
  into: Writable,
  template: Template,
  { size, name, now }: { readonly size: PaperSize; readonly name: string; readonly now: Date },
): void {
  const paper = newPaper(`${name}: template`, now);
  paper.pipe(into);
  const root = paper.struct('Document');
  paper.addStructure(root);
  const [short, long] = PAPERS[size];
  // Upright unless it needs fewer sheets lying.
  const ways = [
    [short, long],
    [long, short],
  ].map(([width = short, height = long]) => {
    const inside = { width: width - 2 * MARGIN, height: height - 2 * MARGIN - FOOT };
    const nm = { width: inside.width * NM_PER_POINT, height: inside.height * NM_PER_POINT };
    return { width, height, inside, laid: tilesOf(template, nm) };
  });
  const [upright, lying] = ways;
  const way = lying && upright && lying.laid.tiles.length < upright.laid.tiles.length ? lying : upright;
  if (!way) throw new Error('there is no paper');
  const { columns, rows, tiles } = way.laid;
  for (const tile of tiles) {
    paper.addPage({ size: [way.width, way.height], margin: 0 });
    tagged(
      paper,
      root,
      'Figure',
      () => {
        paper.save().rect(MARGIN, MARGIN, way.inside.width, way.inside.height).clip();
        paper.translate(MARGIN - points(tile.left), MARGIN - points(tile.top));
        drawTemplate(paper, template);
        paper.restore();
        overlapMarks(paper, way.inside, tile, columns, rows);
      },
      `Template at full size, sheet ${tile.row * columns + tile.column + 1} of ${tiles.length}`,
    );
    foot(
      paper,
      root,
      way,
      name,
      tiles.length > 1
        ? `sheet ${tile.row * columns + tile.column + 1} of ${tiles.length} (row ${tile.row + 1}, column ${tile.column + 1}); `
        : '',
    );
  }
  root.end();
  paper.end();
}

function drawTemplate(paper: Paper, { lines, words, height }: Template): void {
  for (const { layer, points: corners, closed } of lines) {
    const { width, dash } = LOOKS[layer];
    corners.forEach(([x, up], nth) => {
      const at = [points(x), points(height - up)] as const;
      if (nth === 0) paper.moveTo(...at);
      else paper.lineTo(...at);
    });
    if (closed) paper.closePath();
    paper.lineWidth(width);
    if (dash) paper.dash(dash[0], { space: dash[1] });
    paper.stroke('#000000').undash();
  }
  for (const { text, x, y, size } of words)
    paper
      .font('plain')
      .fontSize(points(size))
      .fillColor('#000000')
      .text(printable(text), points(x), points(height - y), { lineBreak: false, baseline: 'alphabetic' });
}

/** Where the next sheet is laid over this one: a line with a cross at each end. */
function overlapMarks(
  paper: Paper,
  inside: { readonly width: number; readonly height: number },
  { column, row }: { readonly column: number; readonly row: number },
  columns: number,
  rows: number,
): void {
  const over = points(OVERLAP);
  const [left, top, right, bottom] = [MARGIN, MARGIN, MARGIN + inside.width, MARGIN + inside.height];
  const xs = [...(column > 0 ? [left + over] : []), ...(column < columns - 1 ? [right - over] : [])];
  const ys = [...(row > 0 ? [top + over] : []), ...(row < rows - 1 ? [bottom - over] : [])];
  for (const x of xs) paper.moveTo(x, top).lineTo(x, bottom);
  for (const y of ys) paper.moveTo(left, y).lineTo(right, y);
  paper.lineWidth(0.3).dash(2, { space: 4 }).stroke('#444444').undash();
}

/** Ends and steps of the bars, in points from the left margin. */
const BARS = [
  { y: 0, unit: 72, many: 4, says: '4 in' },
  { y: 14, unit: 720 / 25.4, many: 10, says: '100 mm' },
] as const;

function foot(
  paper: Paper,
  root: PDFKit.PDFStructureElement,
  { width, height }: { readonly width: number; readonly height: number },
  name: string,
  which: string,
): void {
  const top = height - MARGIN - FOOT + 12;
  tagged(
    paper,
    root,
    'Figure',
    () => {
      for (const { y, unit, many } of BARS) {
        paper.moveTo(MARGIN, top + y).lineTo(MARGIN + unit * many, top + y);
        for (let nth = 0; nth <= many; nth += 1)
          paper.moveTo(MARGIN + nth * unit, top + y - 4).lineTo(MARGIN + nth * unit, top + y + 4);
        paper.lineWidth(0.6).stroke('#000000');
      }
    },
    'Bars of 4 in and 100 mm to measure before use',
  );
  tagged(paper, root, 'P', () => {
    for (const { y, unit, many, says } of BARS)
      paper
        .font('plain')
        .fontSize(8)
        .fillColor('#000000')
        .text(says, MARGIN + unit * many + 6, top + y - 4, { lineBreak: false });
    paper
      .fontSize(8)
      .text(
        printable(`${name}. ${cap(`${which}print at 100 %, not fitted to the page; measure a bar first.`)}`),
        MARGIN,
        top + 26,
        { width: width - 2 * MARGIN, lineBreak: false, ellipsis: true },
      );
  });
}

/** The template as DXF, in millimetres, a layer for each purpose. */
export function templateDxf({ lines, words }: Template): string {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Millimeters);
  const mm = (nanometres: number) => nanometres / 1_000_000;
  for (const layer of new Set(lines.map((line) => line.layer))) dxf.addLayer(layer, 7, 'CONTINUOUS');
  for (const { layer, points: corners, closed } of lines) {
    const pairs = corners.slice(closed ? 0 : 1).map((corner, nth) => {
      const before = closed ? corners.at(nth - 1) : corners[nth];
      return [before ?? corner, corner] as const;
    });
    for (const [from, to] of pairs)
      dxf.addLine(point3d(mm(from[0]), mm(from[1])), point3d(mm(to[0]), mm(to[1])), { layerName: layer });
  }
  dxf.addLayer('words', 7, 'CONTINUOUS');
  for (const { text, x, y, size } of words)
    dxf.addText(point3d(mm(x), mm(y)), mm(size), printable(text), { layerName: 'words' });
  return dxf.stringify();
}
