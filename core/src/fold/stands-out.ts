/** What stands out from the back of a box: clamps that grip, luminaire studs, hickeys, fan brackets. */
import type { BoxDocument } from '../box/document.ts';
import { CLAMP_EDGES, FITTING_EDGES } from './solids.ts';
import { type Inside, narrowed, roundOf, within } from './zones.ts';

/** Clamps that grip stand in the way at the back: above, and below too where there are several cables or clamps. */
export function withClamps(inside: Inside, { items }: BoxDocument): Inside {
  const clamps = items.reduce(
    (sum, item) => sum + (item.kind === 'clamps' && item.hold === 'grip' ? item.count : 0),
    0,
  );
  if (clamps === 0) return inside;
  const cables = items.filter(({ kind }) => kind === 'cable').length;
  const below = clamps > 1 || cables > 2;
  const { high, deep } = CLAMP_EDGES.value;
  const open = {
    x: 0,
    y: below ? high : 0,
    width: inside.width,
    height: inside.height - high * (below ? 2 : 1),
  };
  const where = below ? 'above and below' : 'above';
  return narrowed(
    inside,
    deep,
    (columns) => within(columns, open),
    `Clamps take ⅜ in of the height, ¾ in deep at the back, ${where}.`,
  );
}

/** A stud, a hickey on it, and the bracket of a fan stand out from the middle of the back, one upon the other. */
export function withFittings(inside: Inside, { items, site }: BoxDocument): Inside {
  const edges = FITTING_EDGES.value;
  const stand = [
    ...items.flatMap((item) => (item.kind === 'fitting' ? [edges[item.fitting]] : [])),
    ...(site?.hangs === 'fan' ? [edges.fan] : []),
  ];
  if (stand.length === 0) return inside;
  const wide = Math.max(...stand.map((one) => one.wide));
  const deep = stand.reduce((sum, one) => sum + one.deep, 0);
  const { opening } = inside;
  const middle = {
    x: Math.round(opening.x + (opening.width - wide) / 2),
    y: Math.round(opening.y + (opening.height - wide) / 2),
    width: wide,
    height: wide,
  };
  return narrowed(
    inside,
    deep,
    (columns) => columns.flatMap((column) => roundOf(column, middle)),
    'What holds the luminaire or fan stands out from the middle of the back.',
  );
}
