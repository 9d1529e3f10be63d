/**
 * The label for the inside of a cover: what is in the box in five lines, and a QR code that leads back to its record.
 * The code is a plain address, so that any phone opens it; the app reads the box out of it, whoever printed it.
 */
import QRCode from 'qrcode';
import { type BoxRecord, isEditionChosen, type Job, RecordId } from '../box/record.ts';
import { circuitsIn } from '../box/safety.ts';
import { editionOf } from '../edition/index.ts';
import { showAmount, unitName } from '../fill/amount.ts';
import { tally } from '../fill/tally.ts';
import { certaintyOf } from '../certainty/certainty.ts';
import { certainParts } from '../certainty/words.ts';
import { cap } from '../finding/say.ts';
import { placeOf } from './sheet.ts';

export interface Label {
  readonly id: string;
  readonly name: string;
  readonly lines: readonly string[];
  /** The address its code leads to. */
  readonly address: string;
}

/** Kinds of paper labels go on, in mm. */
export const LABEL = { width: 62, height: 29 } as const;

/** @param origin of the server the address is of: `http://127.0.0.1:4321` @param day a date as it is read */
export function labelOf({
  job,
  record,
  origin,
  day,
}: {
  readonly job: Pick<Job, 'edition' | 'editionAssumed'>;
  readonly record: BoxRecord;
  readonly origin: string;
  readonly day: (iso: string) => string;
}): Label {
  const edition = editionOf(record.box.edition ?? job.edition);
  const counted = tally(record.box, edition);
  const circuits = circuitsIn(record);
  const of = counted.capacity === null ? '' : ` of ${showAmount(counted.capacity, counted.unit)}`;
  return {
    id: record.id,
    name: placeOf(record),
    lines: [
      circuits.length === 0
        ? 'circuit not named'
        : `${circuits.length === 1 ? 'circuit' : 'circuits'} ${circuits.join(', ')}`,
      `fill ${showAmount(counted.fill, counted.unit)}${of} ${unitName(counted.unit)}`,
      cap(
        certainParts(
          counted,
          certaintyOf(record.box, edition, counted, {
            chosen: isEditionChosen(job, record.box),
          }),
        ).head,
      ),
      `${edition.name}, ${day(record.updatedAt).split(', ')[0] ?? ''}`,
    ],
    address: `${origin}/job/${record.jobId}/box/${record.id}`,
  };
}

/** The dark modules of a code, row by row. */
export interface Code {
  readonly size: number;
  readonly isDark: (x: number, y: number) => boolean;
}

/** Error correction M: a label that is a little torn or dirty is still read. */
export function codeOf(text: string): Code {
  const { modules } = QRCode.create(text, { errorCorrectionLevel: 'M' });
  const { size } = modules;
  const within = (at: number) => at >= 0 && at < size;
  return { size, isDark: (x, y) => within(x) && within(y) && modules.get(y, x) === 1 };
}

/** The code as one path of unit squares, for a drawing `size` wide. */
export function codePath({ size, isDark }: Code): string {
  const squares: string[] = [];
  for (let y = 0; y < size; y += 1)
    for (let x = 0; x < size; x += 1) if (isDark(x, y)) squares.push(`M${x} ${y}h1v1h-1z`);
  return squares.join('');
}

/** The box a tag names, whatever server printed it; undefined for anything else. */
export function boxInTag(text: string): { readonly job: string; readonly box: string } | undefined {
  const [, job, box] = /\/job\/([^/?#]+)\/box\/([^/?#]+)\/?(?:[?#].*)?$/.exec(text.trim()) ?? [];
  if (!RecordId.safeParse(job).success || !RecordId.safeParse(box).success) return undefined;
  return job === undefined || box === undefined ? undefined : { job, box };
}
