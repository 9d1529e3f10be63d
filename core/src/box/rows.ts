/**
 * Like pieces that stand together, as a screen and a count line show them: `3x 12/2`. Each piece is kept by
 * itself; a row is only how several are shown and counted through.
 */
import type { Item, ItemOf } from './document.ts';
import { roleOf } from './work.ts';

/** One or more like pieces. */
export interface Row<T extends Item = Item> {
  /** The first of them. */
  readonly item: T;
  /** All of them, in the order of the box. */
  readonly items: readonly T[];
  /** How many the row shows: the pieces, or the count of hardware and conductors kept as one item. */
  readonly count: number;
}

/**
 * Whether two pieces show as the same: what each of them is wired for is not seen. Other items never do.
 * Written out field by field: every count asks it for each piece.
 */
export function alike(a: Item, b: Item): boolean {
  if (a.kind === 'cable')
    return (
      b.kind === 'cable' &&
      a.size === b.size &&
      a.conductors === b.conductors &&
      a.make === b.make &&
      a.ground === b.ground &&
      a.old === b.old &&
      a.groundSize === b.groundSize &&
      a.enters === b.enters &&
      a.label === b.label &&
      a.side === b.side &&
      roleOf(a.duty) === roleOf(b.duty)
    );
  return (
    a.kind === 'device' &&
    b.kind === 'device' &&
    a.device === b.device &&
    a.size === b.size &&
    a.wide === b.wide &&
    a.wideAssumed === b.wideAssumed &&
    a.depth === b.depth &&
    a.amps === b.amps &&
    a.label === b.label &&
    a.side === b.side
  );
}

/** Items as rows: like cables or devices that follow each other are one. */
export function rowsOf<T extends Item>(items: readonly T[]): Row<T>[] {
  const rows: { item: T; items: T[]; count: number }[] = [];
  for (const item of items) {
    const last = rows.at(-1);
    if (last && alike(last.item, item)) {
      last.items.push(item);
      last.count += 1;
    } else rows.push({ item, items: [item], count: 'count' in item ? item.count : 1 });
  }
  return rows;
}

/** All like pieces together, wherever they stand, in the order of the first of each. */
export function gathered<T extends Item>(items: readonly T[]): Row<T>[] {
  const rows: { item: T; items: T[]; count: number }[] = [];
  for (const item of items) {
    const same = rows.find((row) => alike(row.item, item));
    if (same) {
      same.items.push(item);
      same.count += 1;
    } else rows.push({ item, items: [item], count: 'count' in item ? item.count : 1 });
  }
  return rows;
}

/** The raceway that conductors come by. */
export const racewayOf = ({ id, raceway }: ItemOf<'conductors'>): string => raceway ?? id;

/** The pieces that share the raceway of one, itself among them. Of anything else, itself alone. */
export function runsWith(items: readonly Item[], id: string): readonly Item[] {
  const piece = items.find((one) => one.id === id);
  if (piece?.kind !== 'conductors') return piece === undefined ? [] : [piece];
  return items.filter((one) => one.kind === 'conductors' && racewayOf(one) === racewayOf(piece));
}

/**
 * Conductors of one raceway as they were counted: however many runs are told apart in it, one item with all of
 * them. It is called by the first, and where there are several nothing is told of what it does.
 */
export function joinRaceways(items: readonly Item[]): Item[] {
  if (!items.some((item) => item.kind === 'conductors' && item.raceway !== undefined)) return [...items];
  const places = new Map<string, number>();
  const joined: Item[] = [];
  for (const item of items) {
    if (item.kind !== 'conductors') {
      joined.push(item);
      continue;
    }
    const nth = places.get(racewayOf(item)) ?? -1;
    const before = joined[nth];
    if (before?.kind === 'conductors') {
      const { duty: _duty, ...bare } = before;
      joined[nth] = { ...bare, count: before.count + item.count };
    } else {
      const { raceway: _raceway, ...bare } = item;
      places.set(racewayOf(item), joined.push(bare) - 1);
    }
  }
  return joined;
}

/** The row a piece stands in. */
export const rowWith = <T extends Item>(items: readonly T[], id: string): Row<T> | undefined =>
  rowsOf(items).find((row) => row.items.some((one) => one.id === id));
