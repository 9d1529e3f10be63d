/** The line of a conductor in the drawing of a wiring. */
import { type DrawnPath, type Drawing, MEASURES } from './layout.ts';

/** The line from an edge to the middle, leaving both level; one that lands on its own side turns back before it. */
export function curveOf(
  { side, from, to, joint, end, outer }: DrawnPath,
  { paths }: Pick<Drawing, 'paths'>,
  width: number,
): string {
  const middle = width / 2;
  const edge = side === 'left' ? MEASURES.edge : width - MEASURES.edge;
  const other =
    joint === undefined
      ? paths.find((one) => one.end === end && one.outer !== outer && one.side === side)
      : undefined;
  if (other) return `M ${edge} ${from} C ${middle} ${from} ${middle} ${other.from} ${edge} ${other.from}`;
  const bend = (middle - edge) * 0.55;
  return `M ${edge} ${from} C ${edge + bend} ${from} ${middle - bend} ${to} ${middle} ${to}`;
}
