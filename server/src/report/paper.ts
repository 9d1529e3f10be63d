/** Paper: a tagged PDF document with our own fonts in it, and the few ways things are set on it. */
import { createRequire } from 'node:module';
import type { Picture, Shape } from '@dense-pack/core/sheet/picture';
import { PAPER } from '@dense-pack/core/sheet/picture';
import type PDFDocument from 'pdfkit';

/** Letter, in points. */
export const PAGE = { width: 612, height: 792, margin: 34 } as const;
export const INSIDE = PAGE.width - 2 * PAGE.margin;

// As a module, or as the tests run it.
const take = createRequire(typeof __filename === 'string' ? __filename : import.meta.url);
const FONTS = {
  plain: take.resolve('@expo-google-fonts/overpass/400Regular/Overpass_400Regular.ttf'),
  strong: take.resolve('@expo-google-fonts/overpass/700Bold/Overpass_700Bold.ttf'),
} as const;
export type Face = keyof typeof FONTS;

export type Paper = PDFKit.PDFDocument;

/** An empty document. @param title as a reader shows it in the window’s title */
export function newPaper(title: string, made: Date): Paper {
  // Read with the first paper: a server that starts has none to set.
  const Document = take('pdfkit') as typeof PDFDocument;
  const paper = new Document({
    size: [PAGE.width, PAGE.height],
    // Everything has its place: nothing may break onto a page of its own.
    margin: 0,
    autoFirstPage: false,
    bufferPages: false,
    pdfVersion: '1.7',
    lang: 'en',
    tagged: true,
    displayTitle: true,
    info: { Title: title, Creator: 'Dense Pack', Producer: 'Dense Pack', CreationDate: made },
  });
  for (const [name, file] of Object.entries(FONTS)) paper.registerFont(name, file);
  paper.font('plain');
  return paper;
}

/** What our fonts lack, as what they have. */
const GLYPHS: Readonly<Record<string, string>> = { '⇄': '→', '⊙': 'o', '✓': 'x' };
const CONTROL = /[\u0000-\u001f\u007f-\u009f\u2028\u2029\u200b-\u200f\u202a-\u202e]+/gu;

/** Text as it can be set: one line, no characters that turn or hide others. */
export const printable = (text: string): string =>
  text.replace(/[⇄⊙✓]/gu, (sign) => GLYPHS[sign] ?? sign).replace(CONTROL, ' ');

interface TextAt {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly size: number;
  readonly face?: Face;
  readonly colour?: string;
  readonly align?: 'left' | 'right' | 'center';
}

/** Sets text in a box of its own. @returns its height */
export function setText(
  paper: Paper,
  text: string,
  { x, y, width, size, face = 'plain', colour = PAPER.ink, align = 'left' }: TextAt,
): number {
  const said = printable(text);
  paper.font(face).fontSize(size).fillColor(colour);
  const options = { width, align, lineGap: size * 0.08 };
  paper.text(said, x, y, options);
  return paper.heightOfString(said, options);
}

/** How high text would be. */
export function heightOf(
  paper: Paper,
  text: string,
  width: number,
  size: number,
  face: Face = 'plain',
): number {
  paper.font(face).fontSize(size);
  return paper.heightOfString(printable(text), { width, lineGap: size * 0.08 });
}

/** A structure element with what is set in it; it closes at once. */
export function tagged(
  paper: Paper,
  parent: PDFKit.PDFStructureElement,
  tag: string,
  set: () => void,
  alt?: string,
): void {
  const element = paper.struct(tag, alt === undefined ? {} : { alt }, set);
  parent.add(element);
  element.end();
}

/** Draws a picture with its left upper corner there. */
export function draw(paper: Paper, { shapes, width }: Picture, x: number, y: number, wide: number): void {
  const scale = wide / width;
  paper.save().translate(x, y).scale(scale);
  for (const shape of shapes) drawShape(paper, shape);
  paper.restore();
}

function drawShape(paper: Paper, shape: Shape): void {
  switch (shape.kind) {
    case 'rect': {
      const { x, y, width, height, round = 0, fill, stroke, line = 1 } = shape;
      const at = () =>
        round > 0 ? paper.roundedRect(x, y, width, height, round) : paper.rect(x, y, width, height);
      if (fill !== undefined) at().fill(PAPER[fill]);
      if (stroke !== undefined) at().lineWidth(line).stroke(PAPER[stroke]);
      return;
    }
    case 'path':
      paper.path(shape.d).lineWidth(shape.line);
      if (shape.dash) paper.dash(shape.dash[0], { space: shape.dash[1] });
      paper.stroke(PAPER[shape.stroke]);
      paper.undash();
      return;
    case 'circle':
      paper
        .circle(shape.x, shape.y, shape.r)
        .lineWidth(1.2)
        .fillAndStroke(PAPER[shape.fill], PAPER[shape.stroke]);
      return;
    case 'text': {
      const { text, size, anchor, x, y, fill, strong = false } = shape;
      const said = printable(text);
      paper
        .font(strong ? 'strong' : 'plain')
        .fontSize(size)
        .fillColor(PAPER[fill]);
      const wide = paper.widthOfString(said);
      const left = anchor === 'start' ? x : anchor === 'end' ? x - wide : x - wide / 2;
      paper.text(said, left, y, { lineBreak: false, baseline: 'alphabetic' });
    }
  }
}
