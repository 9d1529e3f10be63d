/** Sets the sheet of a box: on one page wherever it fits, its text never smaller than can be read. */
import type { Sheet } from '@dense-pack/core/sheet/sheet';
import { PAPER } from '@dense-pack/core/sheet/picture';
import { cellWidth, type Columns, type Line, linesOf, place, type Placed } from './flow.ts';
import { draw, INSIDE, PAGE, type Paper, setText, tagged } from './paper.ts';

/** A photo of the box as it can be set. */
export interface SheetPhoto {
  readonly bytes: Buffer;
  readonly type: string;
}

export interface Setting {
  /** Its place among the sheets of its document. */
  readonly nth: number;
  readonly of: number;
  /** When it was made, as it is read. */
  readonly made: string;
  readonly photos: readonly SheetPhoto[];
}

type Element = PDFKit.PDFStructureElement;

const GAP = 16;
const COLUMN = (INSIDE - GAP) / 2;
const LEFTS = [PAGE.margin, PAGE.margin + COLUMN + GAP] as const;
const FOOT = 70;
const BOTTOM = PAGE.height - PAGE.margin - FOOT;
const PHOTO_HIGH = 92;
/** The drawing of a wiring is as wide as a column, and not taller than this, in points. */
const WIRING_HIGH = 300;
/** The wall with its opening, in points. */
const WALL_WIDE = 140;
/** Below this scale its letters, of twelve, are under four and a half points: nobody reads them. */
const LEGIBLE = 0.38;
/** The most photos of a sheet. */
const PHOTOS_SET = 4;
/** Sizes that are tried, in points: the first with which it fits one page, else the last. */
const SIZES = [8.2, 7.6, 7, 6.5, 6] as const;

/** A verdict that is no pass bears a sign: it is told from one without its colour. */
const VERDICT: Readonly<Record<Sheet['verdict']['is'], { readonly colour: string; readonly sign: string }>> =
  {
    legal: { colour: PAPER.ink, sign: '' },
    over: { colour: PAPER.over, sign: '× ' },
    violation: { colour: PAPER.over, sign: '× ' },
    open: { colour: PAPER.soft, sign: '? ' },
    unknown: { colour: PAPER.soft, sign: '? ' },
  };

/** Sets a sheet, on as many pages as it needs. @returns how many */
export function setSheet(paper: Paper, root: Element, sheet: Sheet, setting: Setting): number {
  const section = paper.struct('Sect');
  root.add(section);
  paper.addPage();
  paper.addNamedDestination(`sheet-${sheet.id}`);
  paper.outline.addItem(sheet.title);
  const photos = setting.photos.filter(({ type }) => type !== 'image/webp').slice(0, PHOTOS_SET);
  const bottom = BOTTOM - (photos.length > 0 ? PHOTO_HIGH + 8 : 0);
  const tops = setHead(paper, section, sheet);
  const columns = (page: number): Columns =>
    page === 0 ? { tops, bottom } : { tops: [PAGE.margin + 22, PAGE.margin + 22], bottom: BOTTOM };
  const onOnePage = (lines: readonly Placed[]) => lines.every(({ page }) => page === 0);
  const tries = [[...sheet.parts, ...sheet.ifRoom], sheet.parts].flatMap((parts) =>
    SIZES.map((size) => ({ parts, size })),
  );
  let placed: Placed[] = [];
  let size: number = SIZES[0];
  for (const tried of tries) {
    ({ size } = tried);
    placed = place(linesOf(paper, tried.parts, COLUMN, size), columns);
    if (onOnePage(placed)) break;
  }
  setFold(paper, section, sheet, columns(0), placed);
  if (photos.length > 0) setPhotos(paper, section, photos, bottom + 8);
  setFoot(paper, section, sheet, setting);
  let page = 0;
  for (const one of placed) {
    if (one.page > page) {
      page = one.page;
      paper.addPage();
      tagged(paper, section, 'P', () =>
        setText(paper, `${sheet.title}, continued`, {
          x: PAGE.margin,
          y: PAGE.margin,
          width: INSIDE,
          size: 10,
          face: 'strong',
        }),
      );
      setFoot(paper, section, sheet, setting);
    }
    setLine(paper, section, one.line, LEFTS[one.column], one.y, size);
  }
  section.end();
  return page + 1;
}

/** The folded box from the side, at the foot of the column that has most room; left out where none has. */
function setFold(
  paper: Paper,
  section: Element,
  sheet: Sheet,
  { tops, bottom }: Columns,
  placed: readonly Placed[],
) {
  const [, side] = sheet.fold;
  if (!side) return;
  const ends = tops.map((top, column) =>
    placed.reduce(
      (most, one) =>
        one.page === 0 && one.column === column ? Math.max(most, one.y + one.line.height) : most,
      top,
    ),
  );
  const column = (ends[0] ?? bottom) <= (ends[1] ?? bottom) ? 0 : 1;
  const y = (ends[column] ?? bottom) + 8;
  const scale = Math.min(0.7, COLUMN / side.width, (bottom - y) / side.height);
  if (scale < LEGIBLE) return;
  tagged(paper, section, 'Figure', () => draw(paper, side, LEFTS[column], y, side.width * scale), side.alt);
}

/** The head: name, place, verdict, facts and the two drawings. @returns where the columns begin below it */
function setHead(paper: Paper, section: Element, sheet: Sheet): [number, number] {
  const [x, right] = LEFTS;
  const boxed = 200;
  const wide = INSIDE - boxed - GAP;
  let y: number = PAGE.margin;
  tagged(paper, section, 'H1', () => {
    y += setText(paper, sheet.title, { x, y, width: wide, size: 18, face: 'strong' });
  });
  tagged(paper, section, 'P', () => {
    y += setText(paper, sheet.where, { x, y, width: wide, size: 9, colour: PAPER.soft });
  });
  const { colour, sign } = VERDICT[sheet.verdict.is];
  const frame = PAGE.width - PAGE.margin - boxed;
  let high = 0;
  tagged(paper, section, 'P', () => {
    const at = { x: frame + 8, width: boxed - 16, face: 'strong' } as const;
    high =
      14 + setText(paper, `${sign}${sheet.verdict.words}`, { ...at, y: PAGE.margin + 8, size: 12, colour });
    paper.rect(frame, PAGE.margin, boxed, high).lineWidth(2).stroke(colour);
  });
  y = Math.max(y, PAGE.margin + high) + 6;
  paper
    .moveTo(x, y)
    .lineTo(x + INSIDE, y)
    .lineWidth(1)
    .stroke(PAPER.ink);
  y += 7;
  const { vessel, wiring } = sheet;
  const [front] = sheet.fold;
  // Beside the vessel the box opened, its devices left out.
  const vesselWide = front ? (COLUMN - 8) / 2 : 160;
  const vesselHigh = (vessel.height / vessel.width) * vesselWide;
  tagged(paper, section, 'Figure', () => draw(paper, vessel, right, y, vesselWide), vessel.alt);
  let drawn = y + vesselHigh + 8;
  if (front) {
    const wide = Math.min(vesselWide, (vesselHigh / front.height) * front.width);
    const from = right + COLUMN - vesselWide + (vesselWide - wide) / 2;
    tagged(paper, section, 'Figure', () => draw(paper, front, from, y, wide), front.alt);
  }
  if (wiring) {
    const shown = Math.min(COLUMN, (wiring.width / wiring.height) * WIRING_HIGH);
    const at = drawn;
    if (shown / wiring.width < LEGIBLE) {
      tagged(paper, section, 'P', () => {
        const words = `${wiring.alt}: too many to be read at this size. It is drawn in the program; the joints are told below.`;
        drawn += setText(paper, words, { x: right, y: at, width: COLUMN, size: 7.5, colour: PAPER.soft }) + 8;
      });
    } else {
      tagged(paper, section, 'Figure', () => draw(paper, wiring, right, at, shown), wiring.alt);
      drawn += (wiring.height / wiring.width) * shown + 8;
    }
  }
  for (const [name, value] of sheet.facts)
    tagged(paper, section, 'P', () => {
      setText(paper, name, { x, y, width: 56, size: 7.5, colour: PAPER.soft });
      y += setText(paper, value, { x: x + 58, y, width: COLUMN - 58, size: 7.5, face: 'strong' }) + 1.2;
    });
  const { wall } = sheet;
  if (wall) {
    const at = y + 4;
    tagged(paper, section, 'Figure', () => draw(paper, wall, x, at, WALL_WIDE), wall.alt);
    y = at + (wall.height / wall.width) * WALL_WIDE;
  }
  return [y + 8, drawn];
}

function setLine(
  paper: Paper,
  section: Element,
  { part, is, cells, strong }: Line,
  x: number,
  y: number,
  size: number,
): void {
  if (is === 'title') {
    tagged(paper, section, 'H2', () => {
      const high = setText(paper, part.title, { x, y, width: COLUMN, size: size + 1.5, face: 'strong' });
      paper
        .moveTo(x, y + high + 1)
        .lineTo(x + COLUMN, y + high + 1)
        .lineWidth(0.6)
        .stroke(PAPER.ink);
    });
    return;
  }
  tagged(paper, section, 'P', () => {
    if (is === 'note') {
      setText(paper, part.note ?? '', { x, y, width: COLUMN, size, colour: PAPER.soft });
      return;
    }
    const figuresFrom = part.widths.length - (part.figures ?? 0);
    let left = x;
    cells.forEach((text, nth) => {
      if (text !== '')
        setText(paper, text, {
          x: left,
          y,
          width: cellWidth(part, cells, nth, COLUMN),
          size,
          face: strong ? 'strong' : 'plain',
          align: nth >= figuresFrom ? 'right' : 'left',
        });
      left += (COLUMN * (part.widths[nth] ?? 0)) / 100;
    });
  });
}

function setPhotos(paper: Paper, section: Element, photos: readonly SheetPhoto[], y: number): void {
  const wide = (INSIDE - 8 * (PHOTOS_SET - 1)) / PHOTOS_SET;
  photos.forEach(({ bytes }, nth) => {
    const x = PAGE.margin + nth * (wide + 8);
    tagged(
      paper,
      section,
      'Figure',
      () => {
        try {
          paper.image(bytes, x, y, { fit: [wide, PHOTO_HIGH], valign: 'center' });
        } catch {
          // A picture that was kept and cannot be set is said, and costs the sheet nothing else.
          setText(paper, 'This photo cannot be set.', { x, y, width: wide, size: 7, colour: PAPER.soft });
        }
      },
      `Photo ${nth + 1} of the box`,
    );
  });
}

/** The foot: caution, where the values come from, a line to sign. */
function setFoot(paper: Paper, section: Element, sheet: Sheet, { nth, of, made }: Setting): void {
  const x = PAGE.margin;
  let y = PAGE.height - PAGE.margin - FOOT + 8;
  paper
    .moveTo(x, y - 3)
    .lineTo(x + INSIDE, y - 3)
    .lineWidth(0.6)
    .stroke(PAPER.ink);
  for (const text of [sheet.caution, sheet.sources])
    tagged(paper, section, 'P', () => {
      y += setText(paper, text, { x, y, width: INSIDE, size: 6.3, colour: PAPER.soft }) + 1.5;
    });
  const line = PAGE.height - PAGE.margin - 6;
  tagged(paper, section, 'P', () => {
    paper
      .moveTo(x, line - 1)
      .lineTo(x + 190, line - 1)
      .lineWidth(0.6)
      .stroke(PAPER.ink);
    paper
      .moveTo(x + 210, line - 1)
      .lineTo(x + 300, line - 1)
      .lineWidth(0.6)
      .stroke(PAPER.ink);
    setText(paper, 'Signed', { x, y: line, width: 190, size: 6 });
    setText(paper, 'Date', { x: x + 210, y: line, width: 90, size: 6 });
    setText(paper, `Sheet ${nth} of ${of}, made ${made}`, {
      x: x + 310,
      y: line,
      width: INSIDE - 310,
      size: 6,
      align: 'right',
    });
  });
}
