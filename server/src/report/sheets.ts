/** The sheets of a box and of a house as PDF, streamed as they are set. */
import type { Writable } from 'node:stream';
import type { BoxRecord, Job, UnreadableBox } from '@dense-pack/core';
import { type HouseRun, runOf } from '@dense-pack/core/run/run';
import { PAPER } from '@dense-pack/core/sheet/picture';
import { CAUTION, placeOf, sheetOf } from '@dense-pack/core/sheet/sheet';
import { countedWords, summaryOf } from '@dense-pack/core/sheet/verdict-words';
import { day } from './dates.ts';
import { INSIDE, newPaper, PAGE, type Paper, setText, tagged } from './paper.ts';
import { setSheet, type SheetPhoto } from './set-sheet.ts';
import { taken } from './taken.ts';

export interface SheetsOf {
  readonly job: Job;
  /** The boxes whose sheets are wanted, in their order. */
  readonly boxes: readonly BoxRecord[];
  /** All boxes of the job. */
  readonly house: readonly BoxRecord[];
  readonly unreadable: readonly UnreadableBox[];
  readonly photosOf: (box: BoxRecord) => readonly SheetPhoto[];
  readonly now: Date;
  /** A cover with contents and a table goes before them. */
  readonly cover: boolean;
}

/** Sets all and ends the stream. It goes on as the reader takes it, and stops when the reader is gone. */
export async function writeSheets(
  into: Writable,
  { job, boxes, house, unreadable, photosOf, now, cover }: SheetsOf,
): Promise<void> {
  const [only] = boxes;
  const title = cover || !only ? `${job.name}: sheets` : `${placeOf(only)}: sheet`;
  const paper = newPaper(title, now);
  paper.pipe(into);
  const root = paper.struct('Document');
  paper.addStructure(root);
  const run = runOf(house, job.links, job.panel);
  const made = day(now.toISOString());
  if (cover) await setCover(paper, root, { job, boxes, run, unreadable, made }, into);
  for (const [nth, record] of boxes.entries()) {
    if (into.destroyed) return;
    const sheet = sheetOf({ job, record, run, day });
    setSheet(paper, root, sheet, { nth: nth + 1, of: boxes.length, made, photos: photosOf(record) });
    await taken(into);
  }
  root.end();
  paper.end();
}

interface CoverOf {
  readonly job: Job;
  readonly boxes: readonly BoxRecord[];
  readonly run: HouseRun;
  readonly unreadable: readonly UnreadableBox[];
  readonly made: string;
}

/** The cover: the house, how its boxes stand, and each box with its verdict and the number of its sheet. */
async function setCover(
  paper: Paper,
  root: PDFKit.PDFStructureElement,
  { job, boxes, run, unreadable, made }: CoverOf,
  into: Writable,
): Promise<void> {
  const x = PAGE.margin;
  const section = paper.struct('Sect');
  root.add(section);
  paper.addPage();
  let y: number = PAGE.margin;
  tagged(paper, section, 'H1', () => {
    y += setText(paper, job.name, { x, y, width: INSIDE, size: 24, face: 'strong' });
  });
  const summaries = boxes.map((record) => ({ record, ...summaryOf(job, record, run) }));
  const told = [
    `${boxes.length} ${boxes.length === 1 ? 'box' : 'boxes'}, made ${made}`,
    ...(boxes.length === 0
      ? []
      : [
          `Verdicts: ${countedWords(summaries.map(({ verdict }) => VERDICTS[verdict.is]))}. Tests: ${countedWords(summaries.map(({ tests }) => tests))}.`,
        ]),
    ...(job.note === '' ? [] : [job.note]),
    ...(unreadable.length === 0
      ? []
      : [
          `${unreadable.length} more cannot be read here and have no sheet: ${unreadable.map(({ name }) => name).join(', ')}`,
        ]),
    CAUTION,
  ];
  for (const text of told)
    tagged(paper, section, 'P', () => {
      y += setText(paper, text, { x, y, width: INSIDE, size: 9, colour: PAPER.soft }) + 2;
    });
  y += 10;
  const heads = () => {
    tagged(paper, section, 'P', () => setRow(paper, y, ['', 'Box', 'Verdict', 'Tests'], false));
    y += ROW;
    paper
      .moveTo(x, y - 4)
      .lineTo(x + INSIDE, y - 4)
      .lineWidth(0.8)
      .stroke(PAPER.ink);
  };
  heads();
  for (const [nth, { record, verdict, tests }] of summaries.entries()) {
    if (y + ROW > PAGE.height - PAGE.margin) {
      paper.addPage();
      y = PAGE.margin;
      heads();
      await taken(into);
    }
    tagged(paper, section, 'P', () => {
      paper.goTo(x + 28, y, 240, 11, `sheet-${record.id}`);
      setRow(
        paper,
        y,
        [`${nth + 1}`, placeOf(record), verdict.words, tests],
        verdict.is === 'over' || verdict.is === 'violation',
      );
    });
    y += ROW;
  }
  section.end();
}

const VERDICTS = {
  legal: 'legal',
  over: 'over',
  violation: 'with a violation',
  open: 'not certain',
  unknown: 'without a legal volume',
} as const;
/** Height of a line of the contents, in points. */
const ROW = 16;

/** Number, box, fill and tests in one line; what is too long for its place is cut. */
function setRow(paper: Paper, y: number, cells: readonly string[], strong: boolean): void {
  const places = [
    [0, 20],
    [28, 262],
    [300, 150],
    [458, INSIDE - 458],
  ] as const;
  cells.forEach((text, nth) => {
    const [left = 0, width = 0] = places[nth] ?? [];
    const most = Math.floor(width / 4.4);
    setText(paper, text.length <= most ? text : `${text.slice(0, most - 1)}…`, {
      x: PAGE.margin + left,
      y,
      width,
      size: 8.5,
      face: nth === 1 || (nth === 2 && strong) ? 'strong' : 'plain',
      align: nth === 0 || nth === 3 ? 'right' : 'left',
    });
  });
}
