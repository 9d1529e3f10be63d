/** The inside of a box as zones of its depth, and how zones and their columns are cut. Sixty-fourths of an inch. */

/** A part of the inside, straight from the back of its zone to its front: x from the left, y from the bottom. */
export interface Column {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** A stretch of the depth over which the inside is the same; its columns do not meet. */
export interface Zone {
  readonly from: number;
  readonly to: number;
  readonly columns: readonly Column[];
}

export interface Inside {
  readonly width: number;
  readonly height: number;
  readonly depth: number;
  /** From the back, one upon the other. */
  readonly zones: readonly Zone[];
  /** Where devices stand, seen from the front. */
  readonly opening: Column;
  readonly shape: 'straight' | 'round';
  /** In³. */
  readonly volume: number;
  readonly assumed: readonly string[];
}

/** What must be told before anything can be said. */
export type Missing = 'volume' | 'barrier' | 'size';
export type Told = Inside | { readonly missing: Missing };

/** Whole sixty-fourths of a length in inches: never more than there is. */
export const down = (inches: number) => Math.floor(inches * 64 + 1e-9);

/** What two columns share; undefined where they share nothing. */
export function shared(a: Column, b: Column): Column | undefined {
  const [x, y] = [Math.max(a.x, b.x), Math.max(a.y, b.y)];
  const width = Math.min(a.x + a.width, b.x + b.width) - x;
  const height = Math.min(a.y + a.height, b.y + b.height) - y;
  return width > 0 && height > 0 ? { x, y, width, height } : undefined;
}

/** What of the columns lies in another. */
export const within = (columns: readonly Column[], other: Column): Column[] =>
  columns.flatMap((column) => shared(column, other) ?? []);

/** What is open over a whole stretch of the depth. */
export function columnsThrough({ zones }: Inside, from: number, to: number): Column[] {
  if (to <= from) return [];
  const met = zones.filter((zone) => zone.from < to && zone.to > from);
  const [first, ...more] = met;
  return more.reduce<Column[]>(
    (left, { columns }) => columns.flatMap((column) => within(left, column)),
    [...(first?.columns ?? [])],
  );
}

/** Cuts a zone in two where it is longer. */
function cutAt(zones: readonly Zone[], at: number): Zone[] {
  return zones.flatMap((zone) =>
    zone.from < at && at < zone.to
      ? [
          { ...zone, to: at },
          { ...zone, from: at },
        ]
      : [zone],
  );
}

/** What is left of a column round something that stands in it: above, below and beside. */
export function roundOf(column: Column, other: Column): Column[] {
  const met = shared(column, other);
  if (!met) return [column];
  const [right, top] = [column.x + column.width, column.y + column.height];
  const [metRight, metTop] = [met.x + met.width, met.y + met.height];
  const { x, y, width } = column;
  return [
    { x, width, y: metTop, height: top - metTop },
    { x, width, y, height: met.y - y },
    { x, y: met.y, width: met.x - x, height: met.height },
    { x: metRight, y: met.y, width: right - metRight, height: met.height },
  ].filter((one) => one.width > 0 && one.height > 0);
}

/** An inside in which something stands out from the back: its columns are changed so deep. Where nothing would be left it stays. */
export function narrowed(
  inside: Inside,
  deep: number,
  change: (columns: readonly Column[]) => Column[],
  assumed: string,
): Inside {
  const to = Math.min(deep, inside.depth);
  const zones = cutAt(inside.zones, to).map((zone) =>
    zone.to <= to ? { ...zone, columns: change(zone.columns) } : zone,
  );
  return zones.some(({ columns }) => columns.length === 0)
    ? inside
    : { ...inside, zones, assumed: [...inside.assumed, assumed] };
}

/** A box with so much more depth in front of it. */
export function deepened(inside: Inside, more: number): Inside {
  if (more === 0) return inside;
  const depth = inside.depth + more;
  return {
    ...inside,
    depth,
    volume: (inside.volume * depth) / inside.depth,
    zones: inside.zones.map((zone) => (zone.to === inside.depth ? { ...zone, to: depth } : zone)),
  };
}
