/** Two tallies side by side: as found and planned, or one box by two editions. */
import { type Amount, printAmount } from './amount.ts';
import type { Tally, TallyLine } from './tally.ts';

/** A line that is not the same in both tallies; a side is missing where only the other has it. */
export interface LineDifference {
  readonly topic: string;
  readonly before?: TallyLine;
  readonly after?: TallyLine;
}

/** What two tallies differ in. */
export interface Comparison {
  readonly lines: readonly LineDifference[];
  /** Fill after less fill before; null where they are counted in different units. */
  readonly fill: Amount | null;
  readonly sameVerdict: boolean;
  readonly sameUnit: boolean;
}

/** What makes two lines the same subject: what they are about, at which size, in which space, which of several. */
function subjectOf(line: TallyLine, nth: number, lines: readonly TallyLine[]): string {
  const key = ({ topic, size, space }: TallyLine) => `${topic}|${size}|${space ?? '-'}`;
  const before = lines.slice(0, nth).filter((one) => key(one) === key(line)).length;
  return `${key(line)}|${before}`;
}

function alike(a: TallyLine, b: TallyLine): boolean {
  return a.count === b.count && a.each === b.each && a.total === b.total;
}

/**
 * The lines that differ, in the order of the second tally, lines only the first has last.
 * Lines are alike when count, each and total are; with different units no line is alike.
 */
export function compareTallies(before: Tally, after: Tally): Comparison {
  const sameUnit = before.unit === after.unit;
  const left = new Map(before.lines.map((line, nth) => [subjectOf(line, nth, before.lines), line]));
  const lines: LineDifference[] = [];
  for (const [nth, line] of after.lines.entries()) {
    const subject = subjectOf(line, nth, after.lines);
    const was = left.get(subject);
    left.delete(subject);
    if (was && sameUnit && alike(was, line)) continue;
    lines.push({ topic: line.topic, ...(was ? { before: was } : {}), after: line });
  }
  for (const line of left.values()) lines.push({ topic: line.topic, before: line });
  return {
    lines,
    fill: sameUnit ? ((after.fill - before.fill) as Amount) : null,
    sameVerdict: before.verdict === after.verdict,
    sameUnit,
  };
}

/** A comparison as other programs read it. */
export function comparisonJson(before: Tally, after: Tally) {
  const comparison = compareTallies(before, after);
  const side = (line: TallyLine | undefined, { unit }: Tally) =>
    line === undefined
      ? null
      : {
          rule: line.section,
          what: line.what,
          count: String(line.count),
          size: line.size === null ? null : String(line.size),
          each: printAmount(line.each, unit),
          total: printAmount(line.total, unit),
        };
  return {
    sameVerdict: comparison.sameVerdict,
    fill: comparison.fill === null ? null : printAmount(comparison.fill, after.unit),
    lines: comparison.lines.map((line) => ({
      topic: line.topic,
      before: side(line.before, before),
      after: side(line.after, after),
    })),
  };
}
