/** Labels for the inside of covers, as PDF: one of 62 × 29 mm, or a letter sheet of thirty. */
import type { Writable } from 'node:stream';
import type { BoxRecord, Job } from '@dense-pack/core';
import { codeOf, codePath, LABEL, type Label, labelOf } from '@dense-pack/core/sheet/label';
import { PAPER } from '@dense-pack/core/sheet/picture';
import { day } from './dates.ts';
import { newPaper, PAGE, type Paper, printable, setText, tagged } from './paper.ts';
import { taken } from './taken.ts';

const MM = 72 / 25.4;

/** A sheet of thirty: three across, ten down, each 2⅝ × 1 in. Common practice, no source: try one on plain paper. */
const THIRTY = {
  across: 3,
  down: 10,
  width: 2.625 * 72,
  height: 72,
  left: 0.1875 * 72,
  top: 36,
  pitch: 2.75 * 72,
} as const;

export interface LabelsOf {
  readonly job: Job;
  readonly boxes: readonly BoxRecord[];
  /** Of the server the codes lead to. */
  readonly origin: string;
  readonly now: Date;
  /** On a letter sheet of thirty; each on a label of its own else. */
  readonly sheet: boolean;
  /** Hears how many are set. */
  readonly set?: (labels: number) => void;
}

/** So many are set between two turns of others. */
const TURN = 30;

/** Sets the labels and ends the stream. */
export async function writeLabels(
  into: Writable,
  { job, boxes, origin, now, sheet, set = () => undefined }: LabelsOf,
): Promise<void> {
  const paper = newPaper(`${job.name}: labels`, now);
  paper.pipe(into);
  const root = paper.struct('Document');
  paper.addStructure(root);
  const a = { width: LABEL.width * MM, height: LABEL.height * MM };
  for (const [index, record] of boxes.entries()) {
    if (into.destroyed) return;
    set(index + 1);
    if (index % TURN === TURN - 1) await taken(into);
    const label = labelOf({ job, record, origin, day });
    const at = index % (THIRTY.across * THIRTY.down);
    if (!sheet) {
      paper.addPage({ size: [a.width, a.height], margin: 0 });
      setLabel(paper, root, label, { x: 0, y: 0, ...a });
      continue;
    }
    if (at === 0) paper.addPage({ size: [PAGE.width, PAGE.height], margin: 0 });
    setLabel(paper, root, label, {
      x: THIRTY.left + (at % THIRTY.across) * THIRTY.pitch,
      y: THIRTY.top + Math.floor(at / THIRTY.across) * THIRTY.height,
      width: THIRTY.width,
      height: THIRTY.height,
    });
  }
  root.end();
  paper.end();
}

interface Place {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

function setLabel(
  paper: Paper,
  root: PDFKit.PDFStructureElement,
  label: Label,
  { x, y, width, height }: Place,
): void {
  const pad = 5;
  const side = height - 2 * pad;
  const code = codeOf(label.address);
  // Four white modules belong to a code; the edge of the label gives the rest of them.
  const module = side / (code.size + 4);
  tagged(
    paper,
    root,
    'Figure',
    () => {
      paper
        .save()
        .translate(x + pad + 2 * module, y + pad + 2 * module)
        .scale(module);
      paper.path(codePath(code)).fill(PAPER.ink);
      paper.restore();
    },
    `Code that leads to the record of ${printable(label.name)}`,
  );
  const left = x + side + 2 * pad;
  const wide = width - side - 3 * pad;
  let down = y + pad;
  tagged(paper, root, 'P', () => {
    down +=
      setText(paper, clipped(paper, label.name, wide, 9, 2), {
        x: left,
        y: down,
        width: wide,
        size: 9,
        face: 'strong',
      }) + 1;
  });
  for (const line of label.lines)
    tagged(paper, root, 'P', () => {
      down += setText(paper, clipped(paper, line, wide, 7.5, 1), {
        x: left,
        y: down,
        width: wide,
        size: 7.5,
      });
    });
}

/** As much of a text as has room on so many lines; what is cut is shown by dots. */
function clipped(paper: Paper, text: string, width: number, size: number, lines: number): string {
  paper.font('strong').fontSize(size);
  const fits = (one: string) =>
    paper.heightOfString(printable(one), { width }) <= paper.currentLineHeight(true) * (lines + 0.5);
  if (fits(text)) return text;
  let most = text.length - 1;
  while (most > 1 && !fits(`${text.slice(0, most)}…`)) most -= 1;
  return `${text.slice(0, most)}…`;
}
