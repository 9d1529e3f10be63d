/** The shapes a box has inside: straight, moulded, with a side pocket, octagon. Sizes in inches come in, zones go out. */
import { POCKET_BACK, TAPER } from './solids.ts';
import { down, type Inside } from './zones.ts';

/** A straight box; its edges in whole sixty-fourths. */
export function straight(
  width: number,
  height: number,
  depth: number,
  volume: number,
  assumed: readonly string[],
): Inside {
  const opening = { x: 0, y: 0, width, height };
  const zones = [{ from: 0, to: depth, columns: [opening] }];
  return { width, height, depth, zones, opening, shape: 'straight', volume, assumed };
}

/** A moulded box is narrower at its back: as much as it is wider at its front. */
export function tapered(
  width: number,
  height: number,
  depth: number,
  volume: number,
  assumed: readonly string[],
): Inside {
  const less = TAPER.value;
  const [wide, high, deep] = [down(width) + less, down(height) + less, down(depth)];
  const front = { x: 0, y: 0, width: wide, height: high };
  const back = { x: less, y: less, width: wide - 2 * less, height: high - 2 * less };
  const middle = Math.floor(deep / 2);
  return {
    width: wide,
    height: high,
    depth: deep,
    zones: [
      { from: 0, to: middle, columns: [back] },
      { from: middle, to: deep, columns: [front] },
    ],
    opening: front,
    shape: 'straight',
    volume,
    assumed: [...assumed, 'A moulded box is taken as ⅛ in narrower and lower in its back half.'],
  };
}

/** A box wider behind the wallboard than its opening: the pocket on the right, behind the board. */
export function pocketed(wide: number, high: number, depth: number, volume: number): Inside {
  const back = POCKET_BACK.value / 64;
  const pocket = (volume - wide * high * depth) / (high * Math.max(0.25, depth - back));
  const [width, height, deep] = [down(wide), down(high), down(depth)];
  const opening = { x: 0, y: 0, width, height };
  const beside = { x: width, y: 0, width: down(pocket), height };
  const edge = Math.max(1, deep - POCKET_BACK.value);
  return {
    width: width + beside.width,
    height,
    depth: deep,
    zones: [
      { from: 0, to: edge, columns: [opening, beside] },
      { from: edge, to: deep, columns: [opening] },
    ],
    opening,
    shape: 'straight',
    volume,
    assumed: ['It holds more than its opening by its depth: the rest is taken as a pocket on the right.'],
  };
}

/** Three columns that lie in an octagon: the whole width where its sides are upright, and less above and below. */
export function octagon(side: number, depth: number, volume: number, assumed: readonly string[]): Inside {
  const whole = down(side);
  // The upright sides are 0.414 of the width; on the slanting ones width and height together are 1.414 of it.
  const middle = Math.floor(whole * (Math.SQRT2 - 1));
  const narrow = Math.floor(whole * Math.SQRT1_2);
  const from = Math.floor((whole - middle) / 2);
  const above = Math.floor((narrow - middle) / 2);
  const left = Math.ceil((whole - narrow) / 2);
  const columns = [
    { x: 0, y: from, width: whole, height: middle },
    { x: left, y: from + middle, width: narrow, height: above },
    { x: left, y: from - above, width: narrow, height: above },
  ].filter(({ height }) => height > 0);
  return {
    width: whole,
    height: whole,
    depth: down(depth),
    zones: [{ from: 0, to: down(depth), columns }],
    opening: { x: 0, y: 0, width: whole, height: whole },
    shape: 'round',
    volume,
    assumed: [
      ...assumed,
      'Round boxes and octagons are taken as the octagon, and less of it above and below.',
    ],
  };
}
